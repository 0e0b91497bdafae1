/** What is known of a part beyond its mesh: where its pieces are, copies that differ, group, licence, photos, versions, standards. */
import { useRef } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { runMeshJob } from "~workers/mesh/client";
import { fail, formatMm, ok, type Result } from "~core/measure";
import { MESH_ENDINGS } from "~core/mesh";
import { sparesFor, trackOf, type Track } from "~core/plan";
import {
  alikeParts,
  choicesOf,
  houseFindings,
  partSizeMm,
  printOptions,
  type Part,
  type PartVersion,
  type Project,
  type Variation,
} from "~core/project";
import { FIDELITIES, FINISHES, HANDLINGS } from "~core/subject";
import { db } from "~app/data/database.client";
import { Page, Section } from "~app/features/frame/Page";
import { newId, useActions } from "~app/features/frame/scene";
import { useTonight } from "~app/features/frame/tonightModel";
import { mmText, parseHexOrNone, parseMmOrNone } from "~app/features/subject/HouseForm";
import { Picture } from "~app/features/subject/Picture";
import { parseDistance } from "~app/features/scale/ScalePage";
import { cleanPicture } from "~app/features/subject/pictures";
import { Choice, ParsedField, parseCount, parseNumber } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { parsePartSize } from "./NewPart";
import { PartLeaves } from "./PartLeaves";
import { piecesOf } from "./writeParts";

const parseText =
  (most: number) =>
  (text: string): Result<string> =>
    text.trim().length <= most ? ok(text.trim()) : fail("long", `At most ${most} characters.`);

export const parseTags = (text: string): Result<string[]> => {
  const tags = [
    ...new Set(
      text
        .split(",")
        .map((t) => t.trim())
        .filter(Boolean),
    ),
  ];
  return tags.length <= 20 && tags.every((t) => t.length <= 40)
    ? ok(tags)
    : fail("tags", "At most twenty tags of forty characters, with commas between.");
};

/** "4.50 EUR", "3,99 GBP"; empty for none. */
export const parseCost = (text: string): Result<Part["fileCost"]> => {
  if (!text.trim()) return ok(null);
  const m = /^\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*([a-z]{3})\s*$/i.exec(text);
  return m
    ? ok({ minor: Number(m[1]) * 100 + Number((m[2] ?? "").padEnd(2, "0") || 0), currency: m[3].toUpperCase() })
    : fail("cost", "An amount and a currency, such as 4.50 EUR.");
};

const costText = (cost: Part["fileCost"]): string => (cost ? `${(cost.minor / 100).toFixed(2)} ${cost.currency}` : "");

export function RecordPage({ part, project }: { part: Part; project: Project }) {
  const { scene, parts } = project;
  const { run } = useActions();
  const set = (change: Omit<Parameters<typeof run<"part.set">>[1], "partId">): void => run("part.set", { partId: part.id, ...change });
  const alike = (alikeParts(parts).get(part.id) ?? []).map((id) => parts.find((p) => p.id === id)!.name);
  return (
    <Page
      title={part.name}
      sub={[part.group, ...part.tags].filter(Boolean).join(" · ") || "no group or tags yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "copies", value: String(part.copies) },
        { label: "versions", value: String(part.versions.length + 1) },
      ]}
    >
      <PartLeaves part={part} project={project} />
      <Section title="Where its pieces are">
        <Tracker part={part} project={project} />
        {(alike.length > 0 || part.placedByMap) && (
          <p className="mt-2">
            {alike.length > 0 && (
              <span className="note-act">▲ Easily mixed up with {alike.join(" and ")}: mark them, and put both on a placement map. </span>
            )}
            {part.placedByMap && <span>On the placement map: it has a right way round or its own place.</span>}
          </p>
        )}
        <label className="mt-2 flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-ink"
            checked={part.placedByMap}
            onChange={(e) => set({ placedByMap: e.target.checked })}
          />
          It has a right way round, or a place of its own
        </label>
      </Section>
      <Section title="Copies that differ">
        <Variations part={part} onChange={(variations) => set({ variations })} />
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="Kept with it">
          <div className="grid gap-3 tab:grid-cols-2">
            <ParsedField
              label="Group"
              text={part.group}
              placeholder="quay, cargo, mill"
              parse={parseText(60)}
              onCommit={(group) => set({ group })}
            />
            <ParsedField
              label="Tags, with commas"
              text={part.tags.join(", ")}
              placeholder="wood, wet"
              parse={parseTags}
              onCommit={(tags) => set({ tags })}
            />
            <ParsedField
              label="Licence of the file"
              text={part.licence}
              placeholder="own work; personal use only"
              parse={parseText(200)}
              onCommit={(licence) => set({ licence })}
            />
            <ParsedField
              label="What the file cost"
              text={costText(part.fileCost)}
              placeholder="4.50 EUR"
              parse={parseCost}
              onCommit={(fileCost) => set({ fileCost })}
            />
          </div>
          <Photos part={part} project={project} />
        </Section>
        <Section title="Where it differs from the scene, and its standards">
          <Differs part={part} project={project} />
          <Measures part={part} project={project} />
        </Section>
      </div>
      <Section title="Versions">
        <Versions part={part} project={project} />
      </Section>
    </Page>
  );
}

const TRACK_WORDS: [keyof Track, string][] = [
  ["needed", "needed"],
  ["printed", "printed"],
  ["good", "good"],
  ["failed", "failed"],
  ["spare", "spare"],
  ["fitted", "fitted"],
  ["primed", "primed"],
  ["painted", "painted"],
  ["placed", "placed"],
];

function Tracker({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const { model } = useTonight();
  const track = trackOf(part, project, model.now);
  const best = printOptions(part, project.scene)[0];
  const spares = sparesFor(part, project.records, Math.max(...partSizeMm(part)), best?.facts.perPlate ?? 1);
  const tally = (key: keyof Part["tally"], n: number): void =>
    run("part.set", { partId: part.id, tally: { ...part.tally, [key]: Math.max(0, n) } });
  return (
    <>
      <div className="overflow-x-auto">
        <table className="plain">
          <thead>
            <tr>
              {TRACK_WORDS.map(([key, word]) => (
                <th key={key}>{word}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              {TRACK_WORDS.map(([key]) => (
                <td key={key} className="text-xl font-semibold">
                  {track[key]}
                  {key in part.tally && (
                    <span className="ml-2 inline-flex text-base font-normal">
                      <button
                        className="btn-text"
                        aria-label={`One less ${key}`}
                        onClick={() => tally(key as keyof Part["tally"], Math.min(part.tally[key as keyof Part["tally"]], track[key]) - 1)}
                      >
                        −
                      </button>
                      <button
                        className="btn-text"
                        aria-label={`One more ${key}`}
                        onClick={() => tally(key as keyof Part["tally"], track[key] + 1)}
                      >
                        +
                      </button>
                    </span>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
      <p className="flex flex-wrap items-center gap-2 text-soft">
        {spares.missing === 0
          ? "Enough are good."
          : `${spares.missing} still to print${spares.spares > 0 ? `, and ${spares.spares} spare${spares.spares === 1 ? "" : "s"}` : ", no spares"}: ${spares.why}.`}
        <Why
          of="How many spares"
          reasons={{
            formula: "least number with which enough come out good nine times in ten (binomial)",
            inputs: [
              { name: "good so far", value: String(track.good) },
              { name: "failed so far", value: String(track.failed) },
              { name: "chance of a good one", value: `${Math.round(spares.goodShare * 100)} %` },
            ],
            assumptions: [
              { text: "Nine good of ten to begin with, weighing as ten prints.", kind: "practice" },
              { text: "Your own prints outweigh that.", kind: "own record" },
            ],
          }}
        />
        <span>Finished steps count by themselves; what happened without a step is counted here.</span>
      </p>
    </>
  );
}

function Variations({ part, onChange }: { part: Part; onChange: (variations: Variation[]) => void }) {
  const { variations } = part;
  const set = (id: string, change: Partial<Variation>): void => onChange(variations.map((v) => (v.id === id ? { ...v, ...change } : v)));
  const used = variations.reduce((n, v) => n + v.copies, 0);
  const pieces = piecesOf(part, part.copies);
  return (
    <>
      {variations.length > 0 && (
        <div className="overflow-x-auto">
          <table className="plain min-w-[44rem]">
            <thead>
              <tr>
                <th>Copies</th>
                <th>Mirrored</th>
                <th>Size</th>
                <th>Open, shut …</th>
                <th>Extra colour</th>
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {variations.map((v) => (
                <tr key={v.id}>
                  <td className="w-24">
                    <ParsedField
                      hideLabel
                      label="Copies"
                      text={String(v.copies)}
                      parse={parseCount(1, 5000)}
                      onCommit={(copies) => set(v.id, { copies })}
                    />
                  </td>
                  <td>
                    <input
                      type="checkbox"
                      className="size-6 accent-ink"
                      aria-label="Mirrored"
                      checked={v.mirrored}
                      onChange={(e) => set(v.id, { mirrored: e.target.checked })}
                    />
                  </td>
                  <td className="w-32">
                    <ParsedField
                      hideLabel
                      label="Per cent of its size"
                      text={`${v.percent} %`}
                      parse={(t) => parseNumber(1, 1000)(t.replace("%", ""))}
                      onCommit={(percent) => set(v.id, { percent })}
                    />
                  </td>
                  <td>
                    <ParsedField
                      hideLabel
                      label="State"
                      text={v.state}
                      placeholder="open"
                      parse={parseText(40)}
                      onCommit={(state) => set(v.id, { state })}
                    />
                  </td>
                  <td>
                    <ParsedField
                      hideLabel
                      label="Extra colour"
                      text={v.extraColour}
                      placeholder="red lid"
                      parse={parseText(60)}
                      onCommit={(extraColour) => set(v.id, { extraColour })}
                    />
                  </td>
                  <td>
                    <button
                      className="btn-text"
                      aria-label="Remove this variation"
                      onClick={() => onChange(variations.filter((x) => x.id !== v.id))}
                    >
                      ✕
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button
          className="btn"
          onClick={() =>
            onChange([
              ...variations,
              { id: newId(), copies: 1, mirrored: variations.length === 0, percent: 100, state: "", extraColour: "" },
            ])
          }
        >
          {variations.length === 0 ? "Let one differ" : "Another that differs"}
        </button>
        <p className={used > part.copies ? "note-act" : "text-soft"}>
          {variations.length === 0
            ? "All alike. A row of crates looks real when two are mirrored, one is at 95 % and one stands open."
            : used > part.copies
              ? `▲ ${used} differ, but only ${part.copies} are needed.`
              : `${pieces.map((p) => `${p.copies} × ${p.name === part.name ? "plain" : p.name.slice(part.name.length + 2)}`).join("; ")}. 3MF files are written so.`}
        </p>
      </div>
    </>
  );
}

function Photos({ part, project }: { part: Part; project: Project }) {
  const file = useRef<HTMLInputElement>(null);
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const add = async (files: File[]): Promise<void> => {
    const clean = await Promise.all(files.map((f) => cleanPicture(f, f.name)));
    for (const c of clean) if (!c.ok) toast.error(c.problem.message);
    const pictures = clean.flatMap((c) => (c.ok ? [c.value] : []));
    if (pictures.length === 0) return;
    const { runWithFiles } = await import("~store/commands");
    const payload = { partId: part.id, pictures: [...new Set([...part.pictures, ...pictures.map((p) => p.hash)])] };
    const done = await runWithFiles(db, project.scene.id, "pictures", pictures, "part.set", payload, Date.now());
    if (!done.ok) toast.error(done.problem.message);
    await revalidate();
  };
  return (
    <div className="mt-3">
      <input
        ref={file}
        id="part-photo"
        type="file"
        accept="image/*"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label="Photos of the part"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = "";
          if (files.length) void add(files);
        }}
      />
      <div className="flex flex-wrap gap-2">
        {part.pictures.map((hash, i) => (
          <figure key={hash} className="w-28">
            <Picture hash={hash} alt={`${part.name}, photo ${i + 1}`} className="h-24 w-28" />
            <button
              className="btn-text text-sm"
              onClick={() => run("part.set", { partId: part.id, pictures: part.pictures.filter((h) => h !== hash) })}
            >
              remove
            </button>
          </figure>
        ))}
        <button className="btn self-start" onClick={() => file.current?.click()}>
          Add photos
        </button>
      </div>
    </div>
  );
}

const parseDistanceOrNone = (text: string): Result<number | null> => (text.trim() ? parseDistance(text) : ok(null));

function Differs({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const { scene } = project;
  const now = choicesOf(part, scene);
  const set = (key: "fidelity" | "handling" | "finish", value: string): void => {
    const differs = { ...part.differs };
    if (value === "") delete differs[key];
    else Object.assign(differs, { [key]: value });
    run("part.set", { partId: part.id, differs });
  };
  const lists = { fidelity: FIDELITIES, handling: HANDLINGS, finish: FINISHES } as const;
  return (
    <div className="grid gap-3 tab:grid-cols-3">
      {(Object.keys(lists) as (keyof typeof lists)[]).map((key) => {
        const list: readonly { id: string; label: string }[] = lists[key];
        return (
          <Choice
            key={key}
            label={key}
            value={part.differs[key] ?? ""}
            onChange={(v: string) => set(key, v)}
            options={[
              { value: "", label: `as the scene: ${list.find((c) => c.id === scene[key])!.label}` },
              ...list.map((c) => ({ value: c.id, label: c.label })),
            ]}
          />
        );
      })}
      <ParsedField
        label="seen from"
        text={part.differs.viewingDistanceMm === undefined ? "" : formatMm(part.differs.viewingDistanceMm)}
        placeholder={`as the scene: ${formatMm(scene.viewingDistanceMm)}`}
        parse={parseDistanceOrNone}
        onCommit={(mm) => {
          const differs = { ...part.differs };
          if (mm === null) delete differs.viewingDistanceMm;
          else differs.viewingDistanceMm = mm;
          run("part.set", { partId: part.id, differs });
        }}
      />
      <p className="self-end text-soft tab:col-span-2">{HANDLINGS.find((h) => h.id === now.handling)!.means}.</p>
    </div>
  );
}

function Measures({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const at = (mm: number | null): string => mmText(mm === null ? null : mm * part.factor);
  const set = (change: Partial<Part["measures"]>): void => run("part.set", { partId: part.id, measures: { ...part.measures, ...change } });
  const toFile = (mm: number | null): number | null => (mm === null ? null : mm / part.factor);
  const findings = houseFindings(part, project.scene);
  return (
    <div className="mt-3">
      <div className="grid grid-cols-2 gap-3 tab:grid-cols-4">
        <ParsedField
          label="Clip slot, as it is"
          text={at(part.measures.clipSlotMm)}
          placeholder="none"
          parse={parseMmOrNone}
          onCommit={(v) => set({ clipSlotMm: toFile(v) })}
        />
        <ParsedField
          label="Wall height"
          text={at(part.measures.wallHeightMm)}
          placeholder="none"
          parse={parseMmOrNone}
          onCommit={(v) => set({ wallHeightMm: toFile(v) })}
        />
        <ParsedField
          label="Base"
          text={at(part.measures.baseMm)}
          placeholder="none"
          parse={parseMmOrNone}
          onCommit={(v) => set({ baseMm: toFile(v) })}
        />
        <ParsedField
          label="Ground colour"
          text={part.measures.groundHex ?? ""}
          placeholder="none"
          parse={parseHexOrNone}
          onCommit={(groundHex) => set({ groundHex })}
        />
      </div>
      <ul className="mt-1">
        {findings.map((f) => (
          <li key={f.message} className={f.fits ? "text-soft" : "note-act"}>
            {f.fits ? "" : "▲ "}
            {f.message}
          </li>
        ))}
      </ul>
      <Configurations part={part} />
    </div>
  );
}

/** Other ways the part can be: folded, taken apart. They are what must fit shelf, box and door. */
function Configurations({ part }: { part: Part }) {
  const { run } = useActions();
  const parse = (text: string): Result<{ name: string; sizeMm: [number, number, number] }> => {
    const m = /^\s*(.{1,40}?)\s*[=:]\s*(.+)$/.exec(text);
    if (!m) return fail("configuration", 'A name and a size, such as "folded = 200 × 150 × 60 mm".');
    const size = parsePartSize(m[2]);
    return size.ok ? ok({ name: m[1], sizeMm: size.value.map((v) => v / part.factor) as [number, number, number] }) : size;
  };
  return (
    <div className="mt-3">
      {part.configurations.map((c, i) => (
        <p key={c.name + i} className="flex items-center justify-between border-b border-rule">
          <span>
            {c.name}: {c.sizeMm.map((v) => formatMm(v * part.factor)).join(" × ")}
          </span>
          <button
            className="btn-text"
            onClick={() => run("part.set", { partId: part.id, configurations: part.configurations.filter((_, k) => k !== i) })}
          >
            remove
          </button>
        </p>
      ))}
      <ParsedField
        label="Another way it can be, for shelf and box"
        text=""
        placeholder="folded = 200 × 150 × 60 mm"
        parse={parse}
        onCommit={(c) => run("part.set", { partId: part.id, configurations: [...part.configurations, c] })}
      />
    </div>
  );
}

const versionWords = (v: PartVersion): string =>
  v.source.kind === "mesh" ? v.source.fileName : v.source.kind === "typed" ? "its size only" : `made of ${v.source.material}`;

function Versions({ part, project }: { part: Part; project: Project }) {
  const file = useRef<HTMLInputElement>(null);
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const replace = async (from: File): Promise<void> => {
    const read = await runMeshJob("read", { file: from, unit: null });
    if (!read.ok) return void toast.error(`${from.name}: ${read.problem.message}`);
    const { unit, parts } = read.value;
    if (parts.length > 1) toast(`${from.name} holds ${parts.length} bodies; the first one was taken`);
    const { hash, file: stored, report, outsideMm2 } = parts[0];
    const { runWithFiles } = await import("~store/commands");
    const source = {
      kind: "mesh" as const,
      hash,
      fileName: from.name.slice(0, 300),
      unit: unit.name,
      unitReason: unit.reason,
      report,
      outsideMm2,
      walls: null,
    };
    const payload = { partId: part.id, source, factor: part.factor, note: `replaced by ${from.name}`.slice(0, 200) };
    const done = await runWithFiles(db, project.scene.id, "meshes", [{ hash, file: stored }], "part.replace", payload, Date.now());
    if (done.ok) toast(done.value);
    else toast.error(done.problem.message);
    await revalidate();
  };
  return (
    <>
      <input
        ref={file}
        id="version-file"
        type="file"
        accept={MESH_ENDINGS.join(",")}
        className="sr-only"
        tabIndex={-1}
        aria-label="A new version's file"
        onChange={(e) => {
          const f = e.target.files?.[0];
          e.target.value = "";
          if (f) void replace(f);
        }}
      />
      <ul>
        <li className="flex min-h-[44px] items-center justify-between gap-3 border-b border-rule">
          <span className="font-semibold">
            now: {versionWords({ source: part.source, factor: part.factor, at: 0, note: "" })},{" "}
            {partSizeMm(part)
              .map((v) => formatMm(v))
              .join(" × ")}
          </span>
          <button className="btn" onClick={() => file.current?.click()}>
            Replace by another file
          </button>
        </li>
        {[...part.versions.entries()].reverse().map(([i, v]) => (
          <li key={i} className="flex min-h-[44px] items-center justify-between gap-3 border-b border-rule">
            <span>
              {versionWords(v)}, until {new Date(v.at).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" })}:{" "}
              {v.note}
            </span>
            <button className="btn" onClick={() => run("part.restore", { partId: part.id, version: i })}>
              Bring it back
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">The order of work, copies and records stay with the part, whichever version it is.</p>
    </>
  );
}
