/**
 * The map of a part's surfaces as they are printed: which show their lines from where the scene is looked at, the strip of the one at hand
 * under low light, all ways to hide it, and one plan for the part.
 */
import { lazy, Suspense, useState } from "react";
import { useSearchParams } from "react-router";
import {
  grainOf,
  lostSurfaces,
  materialCost,
  materialCostText,
  printerAtHand,
  saidId,
  sheetTurn,
  surfacesOf,
  type KnownSurface,
  type Part,
} from "~core/project";
import { turnWords, type Printer } from "~core/print";
import { figureHeightMm } from "~core/scale";
import { doneOn, hideItem, newSurface, orderFaults, placeOfHiding } from "~core/plan";
import {
  mixedPlan,
  planSchool,
  SEEN_WORDS,
  stepsOfStages,
  stripRows,
  waysFor,
  type Grain,
  type SchoolId,
  type SchoolPlan,
  type StripStep,
  type Way,
} from "~core/surface";
import { formatArea, formatDuration, formatMillilitres, formatMm } from "~core/units";
import { judgedSurfaces, type Judged, type Note } from "~core/look";
import { AtStage } from "~app/shared/AtStage";
import { Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { SheetDrawing } from "~app/shared/SheetDrawing";
import { SheetWaits } from "~app/shared/SheetWaits";
import { useSheet } from "~app/shared/useSheet";
import { Choice } from "~app/ui/field";
import { HatchKey, type HatchKind } from "~app/ui/hatch";
import { Key, useKey } from "~app/ui/keys";
import { Why } from "~app/ui/why";
import { RakingStrip } from "./RakingStrip";
import { SurfaceFacts, SurfaceTable } from "./SurfaceTable";
import { SurfaceFrame } from "./SurfaceFrame";
import { Ways } from "./Ways";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

/** Notes beside the drawing. */
const NOTES = 5;

export default function MapPage() {
  return (
    <SurfaceFrame>
      {(part, choose) => (
        <>
          <MapOf key={part.id} part={part} />
          <AtStage station="surface" part={part} choose={choose} />
        </>
      )}
    </SurfaceFrame>
  );
}

function MapOf({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { scene } = project;
  const state = useSheet(part);
  const [search, setSearch] = useSearchParams();
  const [turning, setTurning] = useState(false);
  const [layer, setLayer] = useState<number | null>(null);
  // What is tried on the strip, of the surface that it was begun on.
  const [tried, setTried] = useState<Tried>({ number: -1, school: null, done: null });
  const printer = printerAtHand(part, scene);
  const grain = printer && { ...grainOf(printer), ...(layer === null ? {} : { layerMm: layer }) };
  const known = surfacesOf(part, scene, grain && layer !== null ? { turn: sheetTurn(part), grain } : undefined);
  const list = judgedSurfaces(part, project, known);
  const atNumber = search.get("at");
  const at = list.find((j) => String(j.number) === atNumber) ?? list.at(0);
  const look = (number: number): void => setSearch({ part: part.id, at: String(number) }, { replace: true, preventScrollReset: true });
  const step = (by: number): void => {
    const i = at ? list.indexOf(at) : -1;
    if (i >= 0) look(list[(i + by + list.length) % list.length].number);
  };
  useKey("j", "Next surface", "This station", () => step(1), list.length > 1);
  useKey("k", "Surface before", "This station", () => step(-1), list.length > 1);
  useKey("r", "Show in 3D in low light", "This station", () => setTurning((t) => !t));
  if (!state.sheet || !printer) return <SheetWaits state={state} part={part} scene={scene} />;
  if (!at)
    return (
      <p className="mt-4 text-soft">
        {part.surfaceMap
          ? "No surface found: every facet in the mesh has zero area. Repair it in Parts, or add the file again."
          : "Finding surfaces…"}
      </p>
    );

  const hatched = new Map(
    list.flatMap((j): [number, HatchKind][] => {
      const kind = j === at ? "chosen" : hatchOf(j);
      return kind ? [[j.number, kind]] : [];
    }),
  );
  const use = (j: Judged, school: SchoolId): void => {
    if (j.planned) void run("list.set", { list: "part.work", of: part.id, key: j.planned.id, change: { school } });
    else
      void run("work.add", {
        partId: part.id,
        at: placeOfHiding(part.work, school, project),
        items: [hideItem(newId(), school, saidId(j))],
        surfaces: j.said ? [] : [newSurface(j)],
      });
  };
  const noted = noteList(list, at);
  const alike = noted.every((j) => j.seen === noted[0].seen);
  const notes = noted.map((j) => noteOf(j, grain!, printer, !alike));
  const lost = lostSurfaces(part, known);
  const trying: Tried = tried.number === at.number ? tried : { number: at.number, school: null, done: null };
  const ways = waysFor(at.c);
  const school = trying.school ?? at.planned?.school ?? at.best.school;
  const plan = ways.find((w) => w.plan.school === school)!.plan;
  const strip = trying.done ?? stepsOfStages(plan.stages);
  const { leavesMm } = stripRows(at.laid, at.laid.kind, strip, 2, at.c.own).at(-1)!;
  return (
    <>
      <SheetDrawing
        sheet={state.sheet}
        ratio={scene.scale.ratio}
        figureMm={figureHeightMm(scene.scale)}
        hatched={hatched}
        name={part.name}
        notes={notes}
        beside={
          turning ? (
            <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
              <Turntable
                of={part}
                lowLight={{ turn: sheetTurn(part), grain: grain!, leaves: at.laid.cuspMm > 0 ? leavesMm / at.laid.cuspMm : 1 }}
              />
            </Suspense>
          ) : undefined
        }
      />
      {alike && noted.length > 1 && (
        <p className="mt-1">
          These {noted.length}: {SEEN_WORDS[at.seen]}.
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center justify-between gap-2">
        <HatchKey kinds={[...new Set(hatched.values())]} />
        <button className="btn no-print" onClick={() => setTurning((t) => !t)} aria-pressed={turning}>
          {turning ? "Back to notes" : "Show in low light"} <Key k="r" />
        </button>
      </div>
      {part.surfaceMap?.stale && (
        <p className="mt-2 text-setting-ink" role="status">
          △ Checking your marks: which surfaces are visible may still change.
        </p>
      )}
      {part.source.kind === "mesh" && !part.source.report.watertight && (
        <p className="mt-2 note-act">▲ The mesh has holes, so wall thickness and visibility may be wrong. Repair it in Parts.</p>
      )}
      {orderFaults(part, project).map((f) => (
        <p key={`${f.itemId} ${f.to}`} className="mt-2 flex flex-wrap items-center justify-between gap-2 border border-ink p-2">
          <span className="note-act">▲ {f.says}</span>
          <button className="btn" onClick={() => void run("list.move", { list: "part.work", of: part.id, key: f.itemId, to: f.to })}>
            Move it there
          </button>
        </p>
      ))}
      {lost.length > 0 && (
        <div className="mt-2 border border-ink p-2">
          {lost.map((s) => (
            <p key={s.id} className="flex flex-wrap items-center justify-between gap-2">
              <span className="note-act">▲ “{s.name || "Surface"}” is no longer in this mesh. Its settings are kept here.</span>
              <button className="btn" onClick={() => void run("surface.forget", { partId: part.id, surfaceId: s.id })}>
                Delete it
              </button>
            </p>
          ))}
        </div>
      )}
      <Section
        title={`${at.name[0].toUpperCase()}${at.name.slice(1)} in low light`}
        aside={
          <div className="flex items-center gap-2">
            <Choice
              hideLabel
              label="Surface"
              className="w-72"
              value={String(at.number)}
              onChange={(v) => look(Number(v))}
              options={list.map((j) => ({ value: String(j.number), label: `${j.name}, ${formatArea(j.laid.areaMm2)}` }))}
            />
            <Key k="j" />
          </div>
        }
      >
        <AtHand
          at={at}
          part={part}
          ways={ways}
          plan={plan}
          strip={strip}
          own={trying.done !== null}
          onStrip={(done) => setTried({ ...trying, done })}
          onShow={(id) => setTried({ number: at.number, school: id, done: null })}
          use={use}
          layerMm={grain!.layerMm}
          onLayer={(mm) => setLayer(mm === printer.layerMm ? null : mm)}
        />
        <p className="mt-2 text-soft">
          Steps are for the print orientation, {turnWords(sheetTurn(part))}. Visibility is for the part standing as in its file
          {at.laid.underside && !at.laid.looksDown ? `. The ${at.name} faces down only during printing` : ""}.
        </p>
        {layer !== null && (
          <p className="mt-2">
            Shown with layers of {formatMm(layer)}; the printer uses {printer.layerMm} mm.{" "}
            <button className="btn-text" onClick={() => setLayer(null)}>
              use the printer’s layers
            </button>
          </p>
        )}
      </Section>
      <WholePart part={part} list={list} at={at} look={look} use={use} />
    </>
  );
}

/** Paper where nobody sees anything. */
const hatchOf = (j: Judged): HatchKind | null =>
  j.sight !== "seen" || j.laid.looksDown ? "covered" : j.seen === "plain" ? "lines" : j.seen === "dry brush" ? "brush" : null;

const noteList = (list: readonly Judged[], at: Judged): Judged[] => {
  const shown = list.filter((j) => !j.laid.looksDown && j.sight === "seen" && !j.found.gathered).slice(0, NOTES);
  return shown.includes(at) ? shown : [at, ...shown.slice(0, NOTES - 1)];
};

/** "terraces 0.40 mm apart" of a slope, "ridges 0.20 mm apart" of a wall, "lines 0.45 mm apart" of a top. */
const linesText = ({ laid }: KnownSurface): string =>
  laid.pitchMm > 0
    ? `${laid.kind === "slope" ? "terraces" : laid.kind === "wall" ? "ridges" : "lines"} ${formatMm(laid.pitchMm)} apart`
    : "no lines";

const facesText = ({ found, laid }: KnownSurface): string =>
  found.faces.count > 1 ? `${found.faces.count} faces, ${Math.round(laid.ridges)} ridges on each` : `${Math.round(laid.ridges)} ridges`;

/** @param grain as it is looked at: with the layer that is tried @param saysSeen how they are seen is said of each: where all are alike it is said once */
function noteOf(j: Judged, { layerMm }: Grain, { fits }: Printer, saysSeen: boolean): Note {
  const school = j.planned?.school ?? j.best.school;
  const does = school === "leave" ? "no work" : `${planSchool(school, j.c).name.toLowerCase()}, ${formatDuration(j.handsOnS)}`;
  return {
    id: String(j.number),
    act: j.seen === "plain" && school === "leave" && j.sight === "seen",
    surface: j.number,
    bold: `${j.name}: ${linesText(j)}`,
    plain: [facesText(j), ...(saysSeen ? [SEEN_WORDS[j.seen]] : []), does].join("; "),
    reasons: {
      formula:
        "apart = layer ÷ tan(slope), at least the layer; step = layer × cos(slope), at least half a layer; on a level top one line width, three tenths of a layer; ridges = rise of a face ÷ layer",
      inputs: [
        { name: "slope", value: `${j.laid.slopeDeg.toFixed(1)}° from level` },
        { name: "layer", value: `${layerMm} mm` },
        { name: "step", value: `${formatMm(j.laid.cuspMm)} on average, ${formatMm(j.laid.largestMm)} at most` },
        { name: "seen as", value: `${j.arcmin.toFixed(1)} minutes of arc` },
        { name: "seen", value: `${Math.round(j.shares.plain * 100)} % plain, ${Math.round(j.shares["dry brush"] * 100)} % for the brush` },
      ],
      assumptions: [
        { text: "Cusp height.", kind: "published", source: "Dolenc & Mäkelä 1994" },
        { text: "Round edges of beads, and lines on level tops.", kind: "model" },
        { text: "A dry brush catches ridges above 0.05 mm, whatever the viewing distance.", kind: "practice" },
        fits?.plainSlopeDeg === undefined
          ? { text: "A pattern is plain from two minutes of arc.", kind: "published", source: "ISO 8596:2017, two minutes a line pair" }
          : {
              text: `Your slope fan: no lines visible from ${fits.plainSlopeDeg}° up. This takes precedence over minutes of arc.`,
              kind: "own record",
            },
      ],
    },
  };
}

/** What is tried on the strip: a school, or one's own order of coats and papers. */
interface Tried {
  number: number;
  school: SchoolId | null;
  done: StripStep[] | null;
}

function AtHand({
  at,
  part,
  ways,
  plan,
  strip,
  own,
  onStrip,
  onShow,
  use,
  layerMm,
  onLayer,
}: {
  at: Judged;
  part: Part;
  ways: readonly Way[];
  plan: SchoolPlan;
  strip: readonly StripStep[];
  own: boolean;
  onStrip: (done: StripStep[] | null) => void;
  onShow: (id: SchoolId) => void;
  use: (j: Judged, school: SchoolId) => void;
  layerMm: number;
  onLayer: (mm: number) => void;
}) {
  return (
    <div className="grid gap-x-8 gap-y-4 desk:grid-cols-[1fr_1fr]">
      <div>
        <RakingStrip
          steps={at.laid}
          kind={at.laid.kind}
          seen={at.seen}
          own={at.c.own}
          done={strip}
          onDone={onStrip}
          layerMm={layerMm}
          onLayer={onLayer}
        />
        {own && (
          <p className="mt-1">
            Your own order on the strip.{" "}
            <button className="btn-text" onClick={() => onStrip(null)}>
              back to {plan.name.toLowerCase()}
            </button>
          </p>
        )}
        <SurfaceFacts at={at} part={part} />
      </div>
      <div>
        <Ways
          ways={ways}
          best={at.best}
          shown={plan.school}
          onShow={onShow}
          inPlan={at.planned?.school ?? null}
          onUse={(id) => use(at, id)}
        />
      </div>
    </div>
  );
}

function WholePart({
  part,
  list,
  at,
  look,
  use,
}: {
  part: Part;
  list: readonly Judged[];
  at: Judged;
  look: (number: number) => void;
  use: (j: Judged, school: SchoolId) => void;
}) {
  const project = useProject();
  const { run } = useActions();
  const chosen = list.filter((j) => (j.planned?.school ?? j.best.school) !== "leave");
  const mixed = mixedPlan(chosen.map((j) => planSchool(j.planned?.school ?? j.best.school, j.c)));
  const open = chosen.filter((j) => !j.planned);
  const cost = materialCostText(materialCost({ stages: mixed.plans.flatMap((p) => p.stages), papers: mixed.papers }, project));
  const lost = chosen.flatMap((j, i) => mixed.plans[i].costs.map((c) => `${j.name}: ${c}`));
  const leaves = mixed.plans.reduce((most, p) => Math.max(most, p.stillSeen > 0 ? p.leavesMm : 0), 0);
  // What treats the bare print stands before the paint, so it goes in first and moves the place of what comes later.
  const takeAll = async (): Promise<void> => {
    let before = 0;
    for (const on of ["bare", "primed", "with paint"] as const) {
      const taken = open.filter((j) => doneOn(j.best.school) === on);
      if (taken.length === 0) continue;
      const done = await run("work.add", {
        partId: part.id,
        at: placeOfHiding(part.work, taken[0].best.school, project) + before,
        items: taken.map((j) => hideItem(newId(), j.best.school, saidId(j))),
        surfaces: taken.flatMap((j) => (j.said ? [] : [newSurface(j)])),
      });
      if (!done.ok) return;
      before += taken.length;
    }
  };
  return (
    <Section
      title="Whole part"
      aside={
        open.length > 0 && (
          <button className="btn" onClick={() => void takeAll()}>
            Add {open.length === 1 ? "it" : `all ${open.length}`} to the plan{" "}
          </button>
        )
      }
    >
      <p>
        {chosen.length === 0 ? (
          "No lines to hide on this part."
        ) : (
          <>
            <span className="font-semibold">
              {formatDuration(mixed.handsOnS)} hands-on
              {mixed.nights > 0 ? `, ${mixed.nights} ${mixed.nights === 1 ? "night" : "nights"} of drying` : ""}
              {part.copies > 1 ? ` for all ${part.copies}` : ""}
            </span>
            , {formatDuration(mixed.sharedS)} saved by sharing set-up; {mixed.rounds === 1 ? "one round" : `up to ${mixed.rounds} rounds`}
            {mixed.usedMl > 0 ? `, ${formatMillilitres(mixed.usedMl)} of paint and filler` : ""}
            {mixed.papers.length > 0 ? `, ${mixed.papers.map((p) => `P${p.grade}`).join(", ")}` : ""}
            {cost ? `; ${cost}` : ""}. {leaves > 0 ? `At most ${Math.round(leaves * 1000)} µm remain where lines still show. ` : ""}
            <Why
              of="Whole part"
              reasons={{
                formula: "sum of the surfaces’ minutes − set-up time shared within a round; waits run in parallel",
                inputs: chosen.map((j) => ({
                  name: j.name,
                  value: `${planSchool(j.planned?.school ?? j.best.school, j.c).name}, ${formatDuration(j.handsOnS)}`,
                })),
                assumptions: [{ text: "Minutes per cm² and set-up times: starting figures.", kind: "practice" }],
              }}
            />
          </>
        )}
      </p>
      {lost.map((l) => (
        <p key={l} className="note-act">
          ▲ {l}
        </p>
      ))}
      <SurfaceTable list={list} at={at} look={look} use={use} part={part} />
    </Section>
  );
}
