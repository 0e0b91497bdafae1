/** In how many pieces: places that cost least, moved by hand with the section drawn, and the other ways out beside it. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { toast } from "sonner";
import { scaleLinear } from "d3";
import {
  CLEARANCE_MM,
  JOINT_KINDS,
  PAINT_FILM_MM,
  profileOf,
  timeAtSizeS,
  usableMm,
  type Axis,
  type AxisCuts,
  type JointKind,
  type Printer,
  type SectionAt,
} from "~core/print";
import { partSizeMm, printFactsOf, printOptions, type Part } from "~core/project";
import { cutsRequest, meshRequest } from "~core/results";
import { formatDuration, formatMass, formatMm, formatSpan, parseMm, readAsMm } from "~core/units";
import { formatRatio } from "~core/scale";
import { printedOn, printsIn, type WorkItem } from "~core/stations/kinds";
import { desk, meshSourceOf, useResult } from "~app/data/results.client";
import { storeWithFiles } from "~app/data/edits.client";
import { runJob } from "~workers/client";
import type { Jobs } from "~workers/protocol";
import { Page, Section } from "~app/shared/Page";
import { PrinterChoice } from "~app/shared/PrinterChoice";
import { newId, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { PrintLeaves } from "./PrintLeaves";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";
import { usePart } from "~app/shared/part";

export default function PiecesPage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  return (
    <Page
      title={part.name}
      sub="in how many pieces"
      cells={[
        { label: "scene", value: scene.name },
        {
          label: "size",
          value: `${partSizeMm(part)
            .map((v) => formatMm(v).replace(" mm", ""))
            .join(" × ")} mm`,
        },
      ]}
    >
      <PrintLeaves part={part} />
      {part.source.kind !== "mesh" || scene.printers.length === 0 ? (
        <p className="mt-4">
          {part.source.kind === "typed" ? "Only its size is known. Add the file to plan cuts." : "Made by hand, not printed."}
        </p>
      ) : (
        <Pieces part={part} />
      )}
    </Page>
  );
}

const AXIS_WORDS: Record<Axis, string> = { x: "left to right", y: "front to back", z: "bottom to top" };

type Cuts = Record<Axis, number[]>;
type Tried = Jobs["split"]["answer"] & { key: string };

function Pieces({ part }: { part: Part }) {
  const project = useProject();
  const { scene } = project;
  const smallest = [...scene.printers].filter((p) => p.process === "fdm").sort((a, b) => a.bedMm[0] - b.bedMm[0])[0] ?? scene.printers[0];
  const misfit = scene.printers.find((p) => printFactsOf(part, p)?.fits === false);
  const [printerId, choosePrinter] = useState(printsIn(part.work)[0]?.printerId ?? (misfit ?? smallest).id);
  const printer = scene.printers.find((p) => p.id === printerId) ?? smallest;
  const answer = useResult(cutsRequest(part, printer));
  const [axisSaid, setAxis] = useState<Axis | null>(null);
  const [moved, setMoved] = useState<Partial<Cuts>>({});
  const [kind, setKind] = useState<JointKind>("pegs");
  const [painted, setPainted] = useState(true);
  const [tried, setTried] = useState<Tried | null>(null);
  const [trying, setTrying] = useState<{ share: number; stop: AbortController } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const ways = answer.state === "ready" ? answer.value : [];
  const needed = ways.find((w) => w.proposed && w.proposed.length > 0);
  const axis = axisSaid ?? needed?.axis ?? "x";
  const way = ways.find((w) => w.axis === axis);
  const at = moved[axis] ?? way?.proposed?.map((k) => way.sections[k].atMm) ?? [];
  const clearanceMm = (printer.fits?.clearanceMm ?? CLEARANCE_MM[printer.process]) + (painted ? PAINT_FILM_MM : 0);
  const key = JSON.stringify([printer.id, axis, at, kind, clearanceMm]);
  const setAt = (next: number[]): void => setMoved((m) => ({ ...m, [axis]: [...next].sort((a, b) => a - b) }));
  const attempt = async (): Promise<void> => {
    const stop = new AbortController();
    setProblem(null);
    setTrying({ share: 0, stop });
    const source = await meshSourceOf(part);
    const done = source.ok
      ? await runJob(
          "split",
          { source: source.value, factor: part.factor, axis, atMm: at, kind, clearanceMm, profile: profileOf(printer) },
          { signal: stop.signal, onProgress: (share) => setTrying({ share, stop }) },
        )
      : source;
    setTrying(null);
    if (stop.signal.aborted) return;
    if (!done.ok) return setProblem(done.problem.message);
    setTried({ ...done.value, key });
  };
  const cut = async (t: Tried): Promise<void> => {
    if (part.source.kind !== "mesh") return;
    const { fileName } = part.source;
    const printed: WorkItem[] = printsIn(part.work);
    const pieces = t.pieces.map(({ hash }, i) => {
      const print: WorkItem = { id: newId(), kind: "print", ...printedOn(printer) };
      // What comes after printing stays with the first piece: the others are glued to it before.
      return {
        id: newId(),
        source: { kind: "mesh" as const, hash, fileName, unit: "mm" as const, unitReason: "Cut here, in millimetres.", warnings: [] },
        work: i === 0 ? [print, ...part.work.filter((w) => !printed.includes(w))] : [print],
      };
    });
    await desk.give(
      t.pieces.map((p, i) => ({ request: meshRequest(pieces[i].source), value: { report: p.report, outsideMm2: p.outsideMm2 } })),
    );
    const done = await storeWithFiles(
      scene.id,
      "meshes",
      t.pieces.map(({ hash, file }) => ({ hash, file })),
      "part.split",
      {
        partId: part.id,
        pieces,
        seams: t.seams.map(({ kind: k, sectionMm2, seamMm }, i) => ({
          kind: k,
          clearanceMm,
          sectionMm2,
          seamMm,
          axis,
          planeMm: at[i] / part.factor,
        })),
      },
    );
    if (!done.ok) return void sayProblem(done.problem);
    toast(`${part.name} is now ${pieces.length} parts of one family`);
    await navigate(`/s/${scene.id}/print/${pieces[0].id}/up`);
  };
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-4">
        <PrinterChoice className="w-52" label="To fit on" printers={scene.printers} value={printer.id} onChange={choosePrinter} />
        <Choice
          className="w-52"
          label="Cut along"
          value={axis}
          onChange={setAxis}
          options={(["x", "y", "z"] as const).map((a) => ({ value: a, label: AXIS_WORDS[a] }))}
        />
        <Choice
          className="w-60"
          label="Held by"
          value={kind}
          onChange={setKind}
          options={(Object.keys(JOINT_KINDS) as JointKind[]).map((k) => ({ value: k, label: JOINT_KINDS[k] }))}
        />
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" className="h-5 w-5" checked={painted} onChange={(e) => setPainted(e.target.checked)} />
          painted before it is joined
        </label>
        <p className="text-soft">clearance of {formatMm(clearanceMm)} on every side</p>
      </div>
      {answer.state === "failed" ? (
        <p className="note-act mt-3">▲ {answer.problem.message}</p>
      ) : !way ? (
        <p className="mt-3 text-soft" role="status">
          Measuring sections…
        </p>
      ) : (
        <>
          <p className="mt-3 text-lg font-semibold">{sentence(way, printer, at)}</p>
          <CutChart way={way} at={at} onMove={setAt} />
          <Sections way={way} at={at} />
          <div className="mt-3 flex flex-wrap items-end gap-3">
            {at.map((mm, i) => (
              <ParsedField
                key={i}
                className="w-36"
                label={`Cut ${i + 1}, from its start`}
                draftKey={`${axis} ${i}`}
                text={formatMm(mm - way.fromMm)}
                parse={parseMm}
                readAs={readAsMm}
                onCommit={(v) => setAt(at.map((m, j) => (j === i ? way.fromMm + v : m)))}
              />
            ))}
            <button className="btn" disabled={at.length >= 7} onClick={() => setAt([...at, (way.fromMm + way.toMm) / 2])}>
              Another cut
            </button>
            {at.length > 0 && (
              <button className="btn" onClick={() => setAt(at.slice(0, -1))}>
                One cut less
              </button>
            )}
            {moved[axis] && (
              <button className="btn-text" onClick={() => setMoved((m) => ({ ...m, [axis]: undefined }))}>
                as proposed
              </button>
            )}
            {trying ? (
              <span role="status">
                Cutting and slicing: {Math.round(trying.share * 100)} %{" "}
                <button className="btn-text" onClick={() => trying.stop.abort()}>
                  stop
                </button>
              </span>
            ) : (
              <button className="btn" disabled={at.length === 0} onClick={() => void attempt()}>
                Preview the cut
              </button>
            )}
          </div>
          {problem && <p className="note-act mt-2">▲ {problem}</p>}
          {tried && tried.key === key && <Outcome tried={tried} onCut={() => void cut(tried)} />}
          <OtherWays part={part} printer={printer} tried={tried && tried.key === key ? tried : null} way={way} at={at} />
        </>
      )}
    </>
  );
}

function sentence(way: AxisCuts, printer: Printer, at: readonly number[]): string {
  const length = way.toMm - way.fromMm;
  if (at.length === 0)
    return length <= way.roomMm
      ? `In this direction it fits ${printer.name} in one piece: ${formatMm(length)} of ${formatMm(way.roomMm)}.`
      : way.proposed === null
        ? "Cutting in this direction cannot make it fit: the other sides are too long."
        : "No cuts yet.";
  const ends = [way.fromMm, ...at, way.toMm];
  const longest = Math.max(...ends.slice(1).map((e, i) => e - ends[i]));
  return longest <= way.roomMm
    ? `${at.length + 1} pieces, the longest ${formatMm(longest)}; ${printer.name} has room for ${formatMm(way.roomMm)}.`
    : `The longest piece is ${formatMm(longest)}: ${formatMm(longest - way.roomMm)} too long for ${printer.name}.`;
}

const nearest = (way: AxisCuts, mm: number): SectionAt =>
  way.sections.reduce((a, b) => (Math.abs(b.atMm - mm) < Math.abs(a.atMm - mm) ? b : a));

/** Section along the axis: where the curve is low there is little to glue; cuts are dragged, or moved by the arrow keys. */
function CutChart({ way, at, onMove }: { way: AxisCuts; at: readonly number[]; onMove: (next: number[]) => void }) {
  const W = 1000,
    H = 150;
  const x = scaleLinear([way.fromMm, way.toMm], [0, W]);
  const most = Math.max(...way.sections.map((s) => s.areaMm2), 1e-6);
  const y = scaleLinear([0, most], [H, 8]);
  const path = way.sections.map((s, i) => `${i ? "L" : "M"}${x(s.atMm).toFixed(1)} ${y(s.areaMm2).toFixed(1)}`).join("");
  const step = (way.toMm - way.fromMm) / way.sections.length;
  return (
    <div className="mt-2">
      <svg viewBox={`-4 0 ${W + 8} ${H + 4}`} preserveAspectRatio="none" className="h-36 w-full border border-rule" aria-hidden="true">
        <path d={`${path}L${W} ${H}L0 ${H}Z`} fill="var(--board)" stroke="var(--ink)" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
        {at.map((mm, i) => (
          <line key={i} x1={x(mm)} x2={x(mm)} y1="0" y2={H} stroke="var(--act)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
        ))}
      </svg>
      {at.map((mm, i) => (
        <input
          key={i}
          type="range"
          className="mt-1 w-full"
          aria-label={`Cut ${i + 1}`}
          aria-valuetext={`${formatMm(mm - way.fromMm)} from its start, section ${Math.round(nearest(way, mm).areaMm2)} mm²`}
          min={way.fromMm + step}
          max={way.toMm - step}
          step={step / 4}
          value={mm}
          onChange={(e) => onMove(at.map((m, j) => (j === i ? Number(e.target.value) : m)))}
        />
      ))}
      <p className="text-sm text-soft">
        section along {AXIS_WORDS[way.axis]}, up to {(most / 100).toFixed(1)} cm²; a cut is judged by its section and by how much of the
        seam shows
      </p>
    </div>
  );
}

function Sections({ way, at }: { way: AxisCuts; at: readonly number[] }) {
  return (
    <div className="mt-2 flex flex-wrap gap-6">
      {at.map((mm, i) => {
        const s = nearest(way, mm);
        const { points, ends } = s.contours;
        let x0 = Infinity,
          x1 = -Infinity,
          y0 = Infinity,
          y1 = -Infinity;
        for (let p = 0; p < points.length; p += 2) {
          x0 = Math.min(x0, points[p]);
          x1 = Math.max(x1, points[p]);
          y0 = Math.min(y0, points[p + 1]);
          y1 = Math.max(y1, points[p + 1]);
        }
        let begin = 0;
        const d = ends
          .map((end) => {
            let ring = "";
            for (let p = begin; p < end; p++)
              ring += `${p === begin ? "M" : "L"}${(points[p * 2] - x0).toFixed(2)} ${(y1 - points[p * 2 + 1]).toFixed(2)}`;
            begin = end;
            return `${ring}Z`;
          })
          .join("");
        return (
          <figure key={i}>
            {points.length > 0 && (
              <svg
                viewBox={`-1 -1 ${x1 - x0 + 2} ${y1 - y0 + 2}`}
                className="h-28 max-w-[16rem]"
                role="img"
                aria-label={`Section at cut ${i + 1}`}
              >
                <path
                  d={d}
                  fill="var(--board)"
                  stroke="var(--ink)"
                  strokeWidth="1.2"
                  vectorEffect="non-scaling-stroke"
                  fillRule="evenodd"
                />
              </svg>
            )}
            <figcaption>
              cut {i + 1}: {(s.areaMm2 / 100).toFixed(1)} cm² to glue, seam of {formatMm(s.seamMm)}, {Math.round(s.seen * 100)} % of it seen
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}

function Outcome({ tried, onCut }: { tried: Tried; onCut: () => void }) {
  const total = tried.pieces.reduce((sum, p) => sum + p.facts.one.timeS.value, 0);
  return (
    <Section title="The pieces, each sliced separately">
      <Sideways label="The pieces">
        <table className="plain">
          <thead>
            <tr>
              <th>Piece</th>
              <th>Size</th>
              <th>Hours</th>
              <th>Mass</th>
              <th>Orientation</th>
            </tr>
          </thead>
          <tbody>
            {tried.pieces.map((p, i) => (
              <tr key={p.hash}>
                <td>{i + 1}</td>
                <td>{p.report.bounds.size.map((v) => formatMm(v * p.facts.factor).replace(" mm", "")).join(" × ")} mm</td>
                <td>
                  {formatDuration(p.facts.one.timeS.value)} <Why of={`piece ${i + 1}`} reasons={p.facts.one.timeS} />
                </td>
                <td>{formatMass(p.facts.one.massG.value)}</td>
                <td className={p.facts.fits ? "" : "note-act"}>{p.facts.upWhy.join("; ")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      {tried.seams.some((s) => s.plainInstead) && (
        <p className="note-act mt-1">▲ One section is too thin for this joint, so that seam is a plain one.</p>
      )}
      <p className="mt-2">
        {formatDuration(total)} together, {formatMm(tried.seams.reduce((sum, s) => sum + s.seamMm, 0))} of seam. Together the pieces make up
        the whole, less {Math.round(tried.clearanceMm3)} mm³ of clearance around the joints.
      </p>
      <button className="btn btn-solid mt-2" onClick={onCut}>
        Create these {tried.pieces.length} parts
      </button>
      <span className="ml-3 text-soft">Each piece keeps the whole part as its earlier version. Undo restores it.</span>
    </Section>
  );
}

function OtherWays({
  part,
  printer,
  tried,
  way,
  at,
}: {
  part: Part;
  printer: Printer;
  tried: Tried | null;
  way: AxisCuts;
  at: readonly number[];
}) {
  const project = useProject();
  const options = printOptions(part, project.scene);
  const size = partSizeMm(part);
  const usable = [...usableMm(printer)].sort((a, b) => b - a);
  const share = Math.min(1, ...[...size].sort((a, b) => b - a).map((s, i) => usable[i] / s));
  const { ratio } = project.scene.scale;
  const facts = printFactsOf(part, printer);
  const rows = [
    ...(tried
      ? [
          {
            what: `this cut, on ${printer.name}`,
            hours: formatDuration(tried.pieces.reduce((sum, p) => sum + p.facts.one.timeS.value, 0)),
            seam: `${formatMm(tried.seams.reduce((sum, s) => sum + s.seamMm, 0))}, ${Math.round((at.reduce((sum, mm) => sum + nearest(way, mm).seen, 0) / Math.max(1, at.length)) * 100)} % seen`,
            note: `${(Math.min(...tried.seams.map((s) => s.sectionMm2)) / 100).toFixed(1)} cm² at the weakest seam`,
          },
        ]
      : []),
    ...options.map((o) => ({
      what: `${o.facts.fits ? "one piece" : `${o.facts.pieces} pieces by its box`}, on ${o.printer.name}`,
      hours: formatDuration(o.job.timeS.value / part.copies),
      seam: o.facts.fits ? "none" : "as cut",
      note: o.facts.fits ? "full strength" : `too large by ${formatMm(Math.max(...o.facts.overMm))}`,
    })),
    ...(share < 0.999 && facts
      ? [
          {
            what: `smaller, whole, on ${printer.name}`,
            hours: formatSpan(timeAtSizeS(facts, share), formatDuration),
            seam: "none",
            note: `at ${(share * 100).toFixed(0)} %: ${formatRatio(ratio / share)} instead of ${formatRatio(ratio)}`,
          },
        ]
      : []),
  ];
  return (
    <Section title="Other options">
      <Sideways label="Other options">
        <table className="plain">
          <thead>
            <tr>
              <th>Option</th>
              <th>Hours, one copy</th>
              <th>Seam</th>
              <th>Strength and size</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.what}>
                <td>{r.what}</td>
                <td>{r.hours}</td>
                <td>{r.seam}</td>
                <td>{r.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
    </Section>
  );
}
