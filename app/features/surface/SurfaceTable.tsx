/** All surfaces of a part with what is done to each; and everything that is known, and can be said, of one. */
import { useState } from "react";
import { useRevalidator } from "react-router";
import { dryBrushOf, isLaidBy, LIMITS, saidId, type KnownSurface, type Part, type SaidSurface } from "~core/project";
import { linesOnMaterial, REAL_MATERIALS, realMaterial } from "~core/subject";
import {
  grooveOf,
  openMm,
  reachOf,
  schoolById,
  SCHOOLS,
  SEEN_WORDS,
  washDraws,
  whyNot,
  type SchoolId,
  type SurfaceCase,
} from "~core/surface";
import { fail, formatArea, formatDuration, formatMm, ok } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { PhotoStrip } from "~app/shared/PhotoStrip";
import { storeWithFiles } from "~app/data/edits.client";
import type { CleanPicture } from "~app/shared/pictures";
import { Choice, ParsedField } from "~app/ui/field";
import type { Judged } from "~core/look";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";

const SIGHT_WORDS = { seen: "seen", hidden: "not visible", mating: "joins another part", covered: "covered later" } as const;

/** What a hand reaches it with. */
function reachText(c: SurfaceCase): string {
  const open = openMm(c);
  const share = Math.round(reachOf(c) * 100);
  if (open < 5) return `faces ${formatMm(open)} wide: no sanding tool lies flat`;
  const tool = open < 15 ? "a stick" : open < 30 ? "a finger" : "a block";
  return `${c.laid.surface.flat ? "flat" : "bent"}: ${tool} reaches ${share < 97 ? `${share} % of the surface` : "all of it"}`;
}

export function SurfaceFacts({ at, part }: { at: Judged; part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const say = (change: Partial<Omit<SaidSurface, "id" | "anchor" | "photos">>) =>
    run("surface.say", { partId: part.id, surfaceId: saidId(at), anchor: at.anchor, change });
  const { c, laid, found } = at;
  const groove = grooveOf(c);
  const material = realMaterial(at.said?.material ?? "");
  const verdict = material ? linesOnMaterial(material, laid, project.scene.scale.ratio) : null;
  const brush = dryBrushOf(at, part);
  const washed = isLaidBy("wash", part, project);
  const photos = at.said?.photos ?? [];
  const addPhotos =
    (when: "before" | "after") =>
    async (pictures: CleanPicture[]): Promise<void> => {
      const fresh = pictures.filter((p) => !photos.some((f) => f.hash === p.hash));
      if (fresh.length === 0) return;
      const done = await storeWithFiles(project.scene.id, "pictures", fresh, "surface.say", {
        partId: part.id,
        surfaceId: saidId(at),
        anchor: at.anchor,
        change: {},
        photos: { add: fresh.map((p) => ({ hash: p.hash, when, at: Date.now() })) },
      });
      if (!done.ok) sayProblem(done.problem);
      await revalidate();
    };
  const drop = (hash: string): void =>
    void run("surface.say", { partId: part.id, surfaceId: saidId(at), anchor: at.anchor, change: {}, photos: { drop: [hash] } });
  return (
    <div className="mt-4">
      <Sideways label="Surfaces">
        <table className="plain">
          <tbody>
            <Fact label="Steps">
              {formatMm(laid.cuspMm)} on average, {formatMm(laid.largestMm)} at most; {formatMm(laid.pitchMm)} apart
              {laid.widestMm > laid.pitchMm * 1.2 ? `, up to ${formatMm(laid.widestMm)}` : ""}
              {laid.pixels ? `; pixel stairs ${formatMm(laid.pixels.pitchMm)} long` : ""}
            </Fact>
            <Fact label="Seen">
              {SEEN_WORDS[at.seen]}: {at.arcmin.toFixed(1)} minutes of arc
              {at.shares.plain > 0.02 && at.shares.plain < 0.98 ? `; ${Math.round(at.shares.plain * 100)} % of it plain to see` : ""}
            </Fact>
            <Fact label="Size">
              {formatArea(laid.areaMm2)}
              {part.copies > 1 ? ` × ${part.copies}` : ""}, {formatMm(found.lengthMm * part.factor)} ×{" "}
              {formatMm(found.widthMm * part.factor)}
            </Fact>
            <Fact label="Reach">{reachText(c)}</Fact>
            <Fact label="Plain faces">
              {found.faces.count > 1
                ? `${found.faces.count}, typically ${formatMm(found.faces.longMm * part.factor)} × ${formatMm(found.faces.shortMm * part.factor)}, ${Math.round(laid.ridges)} ridges on it`
                : `one, ${Math.round(laid.ridges)} ridges on it`}
            </Fact>
            <Fact label="Finest detail">
              {groove
                ? `grooves ${formatMm(groove.widthMm)} wide, ${formatMm(groove.depthMm)} deep, ${(groove.lengthMm / 10).toFixed(0)} cm of them`
                : "no flat-bottomed grooves found; letters and V-grooves are not checked"}
            </Fact>
            <Fact label="Wall behind">
              {found.wall
                ? `${formatMm(found.wall.leastMm * part.factor)} at its thinnest, ${formatMm(found.wall.usualMm * part.factor)} usually`
                : "no wall measured"}
            </Fact>
            <Fact label="A dry brush">
              <span className={brush.brings && at.dryBrush ? "note-act" : ""}>
                {brush.brings && at.dryBrush ? "▲ " : ""}
                {at.dryBrush
                  ? brush.brings
                    ? "picks out the lines"
                    : "fine here"
                  : brush.brings
                    ? "would pick out the lines"
                    : "would be fine here"}
              </span>
              : {brush.why}. {brush.instead}
              {washed && washDraws(laid)
                ? ` A wash pools at the foot of terraces ${formatMm(laid.pitchMm)} wide and draws them as contours.`
                : ""}
            </Fact>
          </tbody>
        </table>
      </Sideways>
      <div className="mt-3 grid gap-2 tab:grid-cols-2">
        <ParsedField
          label="Name"
          text={at.name}
          draftKey={String(at.number)}
          parse={(t) =>
            t.trim().length > 0 && t.trim().length <= LIMITS.shortText
              ? ok(t.trim())
              : fail("name", `A name of 1 to ${LIMITS.shortText} characters.`)
          }
          onCommit={(name) => say({ name })}
        />
        <Choice
          label="Visibility"
          value={at.said?.sight ?? ""}
          onChange={(sight) => void say({ sight })}
          options={[
            { value: "", label: `detected: ${SIGHT_WORDS[at.sightFound]}` },
            ...(["seen", "hidden", "mating", "covered"] as const).map((s) => ({ value: s, label: SIGHT_WORDS[s] })),
          ]}
        />
        <Choice
          label="Real material"
          value={material?.id ?? ""}
          onChange={(m) => void say({ material: m })}
          options={[{ value: "", label: "not set" }, ...REAL_MATERIALS.map((m) => ({ value: m.id, label: m.name }))]}
        />
        <Choice
          label="Dry brushing"
          value={at.said?.brush ?? ""}
          onChange={(b) => void say({ brush: b })}
          options={[
            { value: "", label: `from its coats: ${isLaidBy("dry brush", part, project) ? "yes" : "no"}` },
            { value: "dry", label: "yes" },
            { value: "none", label: "no" },
          ]}
        />
        <Choice
          label="Brush"
          value={at.said?.bristle ?? "stiff"}
          onChange={(bristle) => void say({ bristle })}
          options={[
            { value: "stiff", label: "stiff and short" },
            { value: "soft", label: "soft and long" },
          ]}
        />
        <Choice
          label="Brush strokes"
          value={at.said?.stroke ?? "across"}
          onChange={(stroke) => void say({ stroke })}
          options={[
            { value: "across", label: "across the lines" },
            { value: "along", label: "along the lines" },
          ]}
        />
      </div>
      {material && (
        <p className="mt-2">
          <span className="font-semibold">{material.name}:</span>{" "}
          {verdict === "hidden"
            ? "its own relief hides the lines; "
            : verdict === "pass"
              ? "lines look like its grain; "
              : "lines need hiding; "}
          {material.lines}.
        </p>
      )}
      <div className="mt-3 grid gap-4 tab:grid-cols-2">
        {(["before", "after"] as const).map((when) => (
          <section key={when} aria-label={`${when[0].toUpperCase()}${when.slice(1)} treatment`}>
            <h3 className="label">{when === "before" ? "Before" : "After"}, lamp low from the left</h3>
            <PhotoStrip
              id={`surface-${when}`}
              of={`${at.name}, ${when}`}
              hashes={photos.filter((p) => p.when === when).map((p) => p.hash)}
              onAdd={addPhotos(when)}
              onDrop={drop}
            />
          </section>
        ))}
      </div>
    </div>
  );
}

const Fact = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <tr>
    <td className="whitespace-nowrap pr-4 align-top text-soft">{label}</td>
    <td>{children}</td>
  </tr>
);

/** Rows shown before the rest is asked for. */
const FEW = 10;

export function SurfaceTable({
  list,
  at,
  look,
  use,
  part,
}: {
  list: readonly Judged[];
  at: Judged;
  look: (number: number) => void;
  use: (j: Judged, school: SchoolId) => void;
  part: Part;
}) {
  const { run } = useActions();
  const [all, setAll] = useState(false);
  const shown = all ? list : list.slice(0, FEW);
  return (
    <Sideways label="Ways to hide the lines">
      <table className="plain mt-2 w-full">
        <thead>
          <tr>
            <th>Surface</th>
            <th>Area</th>
            <th>Step</th>
            <th>Apart</th>
            <th>Ridges</th>
            <th>Seen</th>
            <th>Method</th>
            <th className="text-right">Yours</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((j) => (
            <tr key={j.number} aria-current={j === at ? "true" : undefined} className={j === at ? "bg-board" : ""}>
              <td>
                <button className="min-h-[44px] text-left font-semibold underline underline-offset-2" onClick={() => look(j.number)}>
                  {j.name}
                </button>
              </td>
              <td>{formatArea(j.laid.areaMm2)}</td>
              <td>{Math.round(j.laid.cuspMm * 1000)} µm</td>
              <td>{j.laid.pitchMm > 0 ? formatMm(j.laid.pitchMm) : "none"}</td>
              <td>{Math.round(j.laid.ridges)}</td>
              <td>{seenText(j)}</td>
              <td>
                <Choice
                  hideLabel
                  label={`Method for the ${j.name}`}
                  className="w-72"
                  value={j.planned ? j.planned.school : ""}
                  onChange={(v: SchoolId | "") =>
                    v === "" ? j.planned && void run("list.drop", { list: "part.work", of: part.id, keys: [j.planned.id] }) : use(j, v)
                  }
                  options={[
                    { value: "" as SchoolId | "", label: `proposed: ${schoolById(j.best.school)?.name.toLowerCase()}` },
                    ...SCHOOLS.map((s) => ({
                      value: s.id as SchoolId | "",
                      label: `${s.name}${whyNot(s, j.c) ? " (not advised here)" : ""}`,
                    })),
                  ]}
                />
              </td>
              <td className="text-right">{j.handsOnS > 0 ? formatDuration(j.handsOnS) : "none"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.length > FEW && (
        <button className="btn mt-2" onClick={() => setAll((a) => !a)}>
          {all ? "Fewer" : `${list.length - FEW} more`}
        </button>
      )}
    </Sideways>
  );
}

const seenText = (k: KnownSurface): string =>
  k.laid.looksDown
    ? "faces down"
    : k.sight === "seen"
      ? k.seen === "dry brush"
        ? "by a brush"
        : k.seen === "plain"
          ? "plain to see"
          : "no"
      : SIGHT_WORDS[k.sight];
