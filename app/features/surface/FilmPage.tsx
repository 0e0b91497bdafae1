/** Film against detail: what the coats that are planned leave of grooves and slots; and the papers from the defect to the finish. */
import { useState } from "react";
import { scaleLog } from "d3";
import { filmOf, METHODS } from "~core/coat";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { HOLDS, isOfCopies, otherSide } from "~core/joint";
import { narrowestMm } from "~core/mesh";
import { PROCESS_FITS } from "~core/scale";
import { conditionsOf, jointsOfPart, namesIn, printerAtHand, sideWords, surfacesOf, type Part, type Project } from "~core/project";
import { stackOfPart } from "~core/plan";
import {
  BARE_LAST,
  filmAgainst,
  GRAIN_UM,
  gritLadder,
  SAND_FINISHES,
  sheetsText,
  tooBig,
  type FilmDetail,
  type SandFinish,
} from "~core/surface";
import { formatArea, formatMm, readAsMm } from "~core/units";
import { lastOf, benchWorkIn, hidesIn } from "~core/stations/kinds";
import { Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { Chart } from "~app/ui/chart";
import { Why } from "~app/ui/why";
import { SurfaceFrame } from "./SurfaceFrame";
import { Sideways } from "~app/ui/sideways";

export default function FilmPage() {
  return (
    <SurfaceFrame title="Film and papers: surface">
      {(part) => (
        <>
          <Film part={part} />
          <Papers key={part.id} part={part} />
          <AfterSanding part={part} />
        </>
      )}
    </SurfaceFrame>
  );
}

/** Everything on the part that film closes. */
function detailsOf(part: Part, project: Project): FilmDetail[] {
  const printer = printerAtHand(part, project.scene);
  const out: FilmDetail[] = surfacesOf(part, project.scene)
    .filter((k) => k.found.groove && k.sight === "seen")
    .map((k) => ({
      name: `grooves of the ${k.name}`,
      widthMm: k.found.groove!.widthMm * part.factor,
      depthMm: k.found.groove!.depthMm * part.factor,
      takesMm: null,
    }));
  const gap = part.source.kind === "mesh" && part.source.walls ? narrowestMm(part.source.walls, part.factor) : undefined;
  if (gap !== undefined && gap < 5) out.push({ name: "its narrowest gap", widthMm: gap, depthMm: null, takesMm: null });
  const slot = part.measures.clipSlotMm;
  if (slot !== null && printer)
    out.push({
      name: "clip slot",
      widthMm: slot * part.factor,
      depthMm: null,
      takesMm: Math.max(0, slot * part.factor - PROCESS_FITS[printer.process].slideMm),
    });
  const nameOf = namesIn(project);
  for (const m of jointsOfPart(project.scene, part.id))
    if (HOLDS[m.how] !== "glue") {
      out.push({
        name: `clearance for ${isOfCopies(m) ? "its copies" : sideWords(otherSide(m, part.id)!, nameOf)}`,
        widthMm: m.widthMm * 2,
        depthMm: null,
        takesMm: HOLDS[m.how] === "moves" ? m.widthMm : 0,
      });
    }
  return out;
}

function Film({ part }: { part: Part }) {
  const project = useProject();
  // What is stuck on in places, or comes off again, lies on no face.
  const layers = stackOfPart(part, project)
    .slice(1)
    .filter((l) => !METHODS[l.method].noPot);
  const filmMm = layers.reduce((sum, l) => sum + filmOf(l), 0);
  const coats = layers.reduce((sum, l) => sum + l.coats, 0);
  const against = detailsOf(part, project).map((d) => filmAgainst(d, filmMm, coats));
  return (
    <div className="mt-3 grid gap-x-8 gap-y-4 desk:grid-cols-[1fr_1.4fr]">
      <section aria-label="Planned coats">
        <h2 className="text-xl">
          {formatMm(filmMm)} on every face{" "}
          <Why
            of="Film on every face"
            reasons={{
              formula: "sum over coats of the usual dry film × a factor for the tool",
              inputs: layers.map((l) => ({
                name: `${l.name}${l.coats > 1 ? `, ${l.coats} coats` : ""}`,
                value: `${Math.round(filmOf(l) * 1000)} µm`,
              })),
              assumptions: [{ text: "Dry film by paint type and tool. The product’s own data sheet takes precedence.", kind: "practice" }],
            }}
          />
        </h2>
        {layers.length === 0 ? (
          <p className="text-soft">No coats planned yet, so no detail fills in.</p>
        ) : (
          <ul className="mt-1">
            {layers.map((l) => (
              <li key={l.id} className="flex items-center justify-between gap-3 border-b border-rule py-1">
                <span className="flex items-center gap-2">
                  <span className="inline-block h-4 w-6 border border-ink" style={{ background: l.hex }} aria-hidden="true" />
                  {l.name}
                  {l.coats > 1 ? `, ${l.coats} coats` : ""}
                </span>
                <span>{Math.round(filmOf(l) * 1000)} µm</span>
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="What the coats close">
        <h2 className="text-xl">What stays open</h2>
        {against.length === 0 ? (
          <p className="text-soft">No flat-bottomed groove, gap under 5 mm or slot found. Letters and V-grooves are not checked.</p>
        ) : (
          <Sideways label="Details under the paint film">
            <table className="plain w-full">
              <thead>
                <tr>
                  <th>Detail</th>
                  <th>Printed</th>
                  <th>After paint</th>
                  <th>Room for</th>
                </tr>
              </thead>
              <tbody>
                {against.map((a) => (
                  <tr key={a.detail.name}>
                    <td>{a.detail.name}</td>
                    <td className="whitespace-nowrap">
                      {formatMm(a.detail.widthMm)}
                      {a.detail.depthMm !== null ? ` × ${formatMm(a.detail.depthMm)}` : ""}
                    </td>
                    <td className="whitespace-nowrap">
                      <GapDrawing widthMm={a.detail.widthMm} leftMm={a.leftMm} />
                      {formatMm(a.leftMm)}
                    </td>
                    <td className={a.verdict === "open" ? "" : "note-act"}>
                      {a.verdict === "open" ? "" : `▲ ${a.verdict}: `}
                      {a.says}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        )}
      </section>
    </div>
  );
}

/** A gap with the film on both sides of it, to one scale. */
const GapDrawing = ({ widthMm, leftMm }: { widthMm: number; leftMm: number }) => {
  const px = 40 / Math.max(widthMm, 0.01);
  const film = ((widthMm - leftMm) / 2) * px;
  return (
    <svg width="52" height="16" className="mr-2 inline-block align-middle" aria-hidden="true">
      <path d="M6 0v14H46V0" fill="none" stroke="var(--ink)" strokeWidth="1.2" />
      <rect x="6" y="0" width={Math.min(20, film)} height="14" fill="url(#hatch-setting)" />
      <rect x={46 - Math.min(20, film)} y="0" width={Math.min(20, film)} height="14" fill="url(#hatch-setting)" />
    </svg>
  );
};

function Papers({ part }: { part: Part }) {
  const project = useProject();
  const printer = printerAtHand(part, project.scene);
  const list = surfacesOf(part, project.scene).filter((k) => k.sight === "seen" && !k.laid.looksDown);
  // Where nothing of it is known, a usual step stands to begin with.
  const worst = list.reduce((most, k) => Math.max(most, k.laid.largestMm), 0) || 0.1;
  const [stepMm, setStep] = useState<number | null>(null);
  const [finish, setFinish] = useState<SandFinish>("primer");
  const [bare, setBare] = useState(true);
  const [mine, setMine] = useState(true);
  const grades = conditionsOf(project).grades;
  const areaMm2 = list.reduce((sum, k) => sum + k.laid.areaMm2, 0) * part.copies;
  const filament = printer?.process === "fdm";
  const last = bare && filament ? BARE_LAST : finish;
  const papers = gritLadder(stepMm ?? worst, last, {
    areaMm2,
    waterproof: !(bare && filament),
    ...(mine && grades ? { among: grades } : {}),
  });
  return (
    <Section title="Papers from the defect to the finish">
      <div className="flex flex-wrap items-end gap-3">
        <ParsedField
          className="w-32"
          label="Defect height"
          text={formatMm(stepMm ?? worst)}
          parse={parseMmIn({ least: 0.001, most: 5 })}
          readAs={readAsMm}
          onCommit={(mm) => setStep(mm)}
        />
        <Choice
          className="w-64"
          label="Finish wanted"
          value={finish}
          onChange={(f: SandFinish) => setFinish(f)}
          options={(Object.keys(SAND_FINISHES) as SandFinish[]).map((value) => ({
            value,
            label: `${SAND_FINISHES[value].words}, P${SAND_FINISHES[value].last}`,
          }))}
        />
        <Choice
          className="w-56"
          label="On"
          value={bare ? "bare" : "filler"}
          onChange={(v: string) => setBare(v === "bare")}
          options={[
            { value: "bare", label: filament ? "bare filament" : "bare resin" },
            { value: "filler", label: "filler or primer" },
          ]}
        />
        {grades && (
          <Choice
            className="w-48"
            label="From"
            value={mine ? "mine" : "all"}
            onChange={(v: string) => setMine(v === "mine")}
            options={[
              { value: "mine", label: "papers on the shelf" },
              { value: "all", label: "all grades" },
            ]}
          />
        )}
      </div>
      {papers.length === 0 ? (
        <p className="note-act mt-2">▲ The papers on your shelf do not cover this range. Choose from all grades.</p>
      ) : (
        <Ladder papers={papers} stepMm={stepMm ?? worst} />
      )}
      {tooBig(papers).map(([a, b]) => (
        <p key={a} className="note-act">
          ▲ From P{a} to P{b} is more than twice as fine: scratches from P{a} will remain. Add a grade in between.
        </p>
      ))}
      {bare && filament && (
        <p className="text-soft">
          Sand bare filament to P{BARE_LAST} at most, and dry: filler hides the rest, and water creeps into the print.
        </p>
      )}
      <p className="text-soft">
        {papers.length > 0 &&
          `For ${formatArea(areaMm2)} of visible surface: ${papers.map((p) => `P${p.grade} ${sheetsText(p.sheets)}`).join(", ")}. `}
        <Why
          of="Papers"
          reasons={{
            formula:
              "first: grain at most 1.3 × the defect; then the finest that is at most twice as fine; last: set by the finish. Scratches: 0.3 × grain",
            inputs: papers.map((p) => ({
              name: `P${p.grade}`,
              value: `grain ${GRAIN_UM[p.grade]} µm, leaves ${Math.round(p.scratchMm * 1000)} µm`,
            })),
            assumptions: [
              { text: "Mean grain sizes.", kind: "published", source: "FEPA 43-1/-2, ISO 6344" },
              { text: "Scratch depth, step between grades, life of a sheet.", kind: "practice" },
            ],
          }}
        />
      </p>
      <p className="text-setting-ink">
        △ {CAUTIONS["sanding-dust"].text} {CARE_FIRST}
      </p>
    </Section>
  );
}

/** The ladder drawn: grain downwards by its logarithm, one rung a paper. */
function Ladder({ papers, stepMm }: { papers: ReturnType<typeof gritLadder>; stepMm: number }) {
  const top = Math.max(stepMm * 1000, ...papers.map((p) => GRAIN_UM[p.grade])) * 1.15;
  const least = Math.min(...papers.map((p) => p.scratchMm * 1000)) * 0.8;
  return (
    <>
      <Chart
        className="mt-2"
        label={`Papers ${papers.map((p) => `P${p.grade}`).join(", ")}, the last leaves ${Math.round(papers[papers.length - 1].scratchMm * 1000)} micrometres`}
        height={172}
        margin={{ left: 110, right: 0, top: 14, bottom: 22 }}
      >
        {(plot) => {
          const y = scaleLog([top, least], [plot.top, plot.base]);
          const each = (plot.right - plot.left - 20) / Math.max(1, papers.length);
          return (
            <>
              <line x1={plot.left} x2={plot.right} y1={y(stepMm * 1000)} y2={y(stepMm * 1000)} stroke="var(--act)" strokeDasharray="5 4" />
              <text x="0" y={y(stepMm * 1000) + 5} fontSize="14.5" fill="var(--act)">
                defect {Math.round(stepMm * 1000)} µm
              </text>
              {papers.map((p, i) => {
                const x = plot.left + 10 + i * each;
                const w = Math.min(each - 14, 120);
                const a = y(GRAIN_UM[p.grade]),
                  b = y(p.scratchMm * 1000);
                return (
                  <g key={p.grade}>
                    <rect x={x} y={a} width={w} height={Math.max(2, b - a)} fill="url(#hatch-brush)" stroke="var(--ink)" />
                    <text x={x} y={a - 4} fontSize="14.5" fontWeight="600" fill="var(--ink)">
                      P{p.grade} {p.wet ? "wet" : "dry"}
                    </text>
                    <text x={x} y={Math.min(168, b + 16)} fontSize="14" fill="var(--soft)">
                      leaves {Math.round(p.scratchMm * 1000)} µm
                    </text>
                  </g>
                );
              })}
            </>
          );
        }}
      </Chart>
      <p className="text-sm text-soft">Each bar runs from the grain size (top) to the scratches it leaves (bottom). Lower is finer.</p>
    </>
  );
}

function AfterSanding({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const sanded = new Set(
    hidesIn(part.work)
      .filter((h) => ["sand", "fill-and-sand", "surfacer", "heat"].includes(h.school))
      .map((h) => h.surfaceId),
  );
  const list = surfacesOf(part, project.scene).filter((k) => k.said && sanded.has(k.said.id));
  if (list.length === 0) return null;
  const grooves = list.filter((k) => k.found.groove);
  const lastHide = lastOf(part.work, "hide");
  const washed = benchWorkIn(part.work.slice(lastHide + 1)).some((w) => w.task === "wash");
  return (
    <Section title="After sanding">
      <ul>
        {grooves.map((k) => (
          <li key={k.number} className="border-b border-rule py-1">
            <span className="font-semibold">{k.name}:</span> recut {((k.found.groove!.lengthMm * part.factor) / 10).toFixed(0)} cm of
            grooves, {formatMm(k.found.groove!.widthMm * part.factor)} wide, with a scriber or a razor saw.
          </li>
        ))}
        {grooves.length === 0 && (
          <li className="py-1 text-soft">No flat-bottomed groove found on the sanded surfaces, so nothing to recut.</li>
        )}
        <li className="flex flex-wrap items-center justify-between gap-2 py-1">
          <span>
            {washed
              ? "Washing off dust before glue and paint is in the plan."
              : "Dust spoils glue and paint. Wash it off with water and blow it dry."}
          </span>
          {!washed && (
            <button
              className="btn"
              onClick={() =>
                void run("work.add", {
                  partId: part.id,
                  at: lastHide + 1,
                  items: [{ id: newId(), kind: "bench", task: "wash", rounds: 1, mostAnEvening: null }],
                })
              }
            >
              Add to plan
            </button>
          )}
        </li>
      </ul>
    </Section>
  );
}
