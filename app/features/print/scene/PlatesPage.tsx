/** Plates: everything still to print laid out by its true outlines; each can be moved by hand, printed as a sheet, and written as 3MF. */
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { format } from "date-fns";
import { toast } from "sonner";
import {
  begunPlates,
  platesAhead,
  layOutPrinters,
  piecesToLay,
  plateWords,
  likelyShift,
  shifted,
  tonight,
  WORTH_SHIFTING_S,
  type Shift,
  sumOfPlate,
  toPrint,
  type ToPrint,
} from "~core/plan";
import { bedOf, footingOnPlate, type Plate, type Printer, type PrinterNote } from "~core/print";
import type { Project } from "~core/project";
import { formatDuration, formatMass } from "~core/units";
import { printedOn, printsIn } from "~core/stations/kinds";
import { runJob } from "~workers/client";
import { desk } from "~app/data/results.client";
import { Page, Section } from "~app/shared/Page";
import { useActions, useLoadedAt, useOthers, useProject } from "~app/shared/scene";
import { Key, useKey } from "~app/ui/keys";
import { useWidth } from "~app/ui/useWidth";
import { PlateBench } from "./PlateBench";
import { PlateDrawing } from "./PlateDrawing";
import { downloadPlateSheets, writePlate } from "./plateFiles";
import { SceneLeaves } from "./SceneLeaves";
import { requestOfWanted, seen, useFootprints } from "./useFootprints";
import { sayProblem } from "~app/ui/sayProblem";

/** All plates at one scale: so many millimetres of plate share the page's width. */
const MOST_SCALE = 1.15;

/** So many plates of a printer are drawn at first, and so many more each time. */
const AT_ONCE = 24;

export default function PlatesPage() {
  const project = useProject();
  const { scene, records } = project;
  const ahead = useMemo(() => platesAhead(project), [project]);
  const plates = useMemo(() => ahead.map((p) => p.plate), [ahead]);
  const footprint = useFootprints(plates, project);
  const [openId, setOpen] = useState<string | null>(null);
  const open = plates.find((p) => p.id === openId) ?? null;
  const [drawn, setDrawn] = useState(AT_ONCE);
  const lay = useLayOut(project, plates);
  const running = begunPlates(records);
  const begun = (p: Plate): boolean => running.has(p.id);
  const keep = useMemo(() => new Set(plates.filter((p) => p.byHand).map((p) => p.id)), [plates]);
  const sooner = useSooner(project, plates, keep, lay.busy);
  const still = useMemo(() => toPrint(project, new Set(plates.map((p) => p.id))), [project, plates]);
  const missing = still.pieces.reduce((n, p) => n + p.count - p.spares, 0);
  useKey("o", "Lay out remaining prints", "Print", () => void lay.run(keep), !lay.busy);
  const pieces = plates.reduce((n, p) => n + p.pieces.length, 0);
  return (
    <Page
      title="Print"
      sub="the plates"
      cells={[
        { label: "plates", value: plates.length },
        { label: "pieces placed", value: pieces },
        { label: "not placed yet", value: missing },
      ]}
    >
      <SceneLeaves />
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <button className="btn btn-solid" disabled={lay.busy} onClick={() => void lay.run(keep)}>
          Lay out remaining prints <Key k="o" />
        </button>
        {keep.size > 0 && (
          <button className="btn" disabled={lay.busy} onClick={() => void lay.run(new Set())}>
            Lay out everything again, including pieces moved by hand
          </button>
        )}
        {plates.length > 0 && (
          <button className="btn" onClick={() => void downloadPlateSheets(project, footprint)}>
            Plate sheets as PDF
          </button>
        )}
        {lay.busy && (
          <>
            <span role="status">{lay.status}</span>
            <button className="btn" onClick={lay.cancel}>
              Stop
            </button>
          </>
        )}
      </div>
      <Told notes={lay.notes} left={still.left} missing={missing} names={missingWords(still.pieces)} none={plates.length === 0} />
      {sooner && <ShiftOffer sooner={sooner} plates={plates} keep={keep} />}
      {open && (
        <PlateBench
          key={open.id}
          plate={open}
          plates={plates.filter((p) => !begun(p))}
          locked={begun(open)}
          footprint={footprint}
          onClose={() => {
            setOpen(null);
            document.getElementById("sheet")?.focus({ preventScroll: true });
          }}
          onOpen={setOpen}
        />
      )}
      {scene.printers.map((printer) => {
        const own = ahead.filter((p) => p.plate.printerId === printer.id);
        if (own.length === 0) return null;
        const sums = own.map((p) => sumOfPlate(p.plate, project));
        const timeS = sums.reduce((n, s) => n + (s?.timeS.value ?? 0), 0),
          massG = sums.reduce((n, s) => n + (s?.massG.value ?? 0), 0);
        return (
          <Section
            key={printer.id}
            title={printer.name}
            aside={
              <span className="text-soft">
                {own.length} plate{own.length === 1 ? "" : "s"}, {formatDuration(timeS)}, {formatMass(massG)}
              </span>
            }
          >
            <Row>
              {(width) => {
                const scale = Math.min(MOST_SCALE, (width - 24) / Math.max(...scene.printers.map((p) => p.bedMm[0])));
                return own
                  .slice(0, drawn)
                  .map(({ plate, nth }, i) => (
                    <PlateItem
                      key={plate.id}
                      plate={plate}
                      nth={nth}
                      sum={sums[i]}
                      printer={printer}
                      footprint={footprint}
                      scale={scale}
                      begun={begun(plate)}
                      open={plate.id === openId}
                      onOpen={setOpen}
                    />
                  ));
              }}
            </Row>
            {own.length > drawn && (
              <button className="btn mt-3" onClick={() => setDrawn(drawn + AT_ONCE)}>
                {Math.min(AT_ONCE, own.length - drawn)} more of {own.length - drawn}
                <span className="sr-only"> plates of {printer.name}</span>
              </button>
            )}
          </Section>
        );
      })}
    </Page>
  );
}

/** One plate as it is laid out; pressed, it is opened. */
const PlateItem = memo(function PlateItem({
  plate,
  nth,
  sum,
  printer,
  footprint,
  scale,
  begun,
  open,
  onOpen,
}: {
  plate: Plate;
  nth: number;
  sum: ReturnType<typeof sumOfPlate>;
  printer: Printer;
  footprint: ReturnType<typeof useFootprints>;
  scale: number;
  begun: boolean;
  open: boolean;
  onOpen: (plateId: string | null) => void;
}) {
  const project = useProject();
  const bed = bedOf(printer);
  return (
    <li className="min-w-0" style={{ width: Math.max(bed.widthMm * scale + 4, 150) }}>
      <button
        className={`block w-full border-2 p-0 text-left ${open ? "border-act" : "border-transparent hover:border-rule"}`}
        onClick={() => onOpen(open ? null : plate.id)}
        aria-expanded={open}
        aria-label={`Plate ${nth} of ${printer.name}: ${plateWords(plate, project.parts, 9)}`}
      >
        <svg
          width={bed.widthMm * scale + 2}
          height={bed.depthMm * scale + 2}
          viewBox={`-1 -1 ${bed.widthMm * scale + 2} ${bed.depthMm * scale + 2}`}
          aria-hidden="true"
        >
          <PlateDrawing plate={plate} printer={printer} footprint={footprint} scale={scale} />
        </svg>
      </button>
      <p className="mt-1 font-semibold">
        {nth}. {plateWords(plate, project.parts)}
      </p>
      <p className="text-soft">
        {sum ? `${formatDuration(sum.timeS.value)}, ${formatMass(sum.massG.value)}` : "calculating"}
        {begun && ", on the printer"}
        {plate.byHand && !begun && ", moved by hand"}
      </p>
      {notesOf(plate, project, footprint).map((n) => (
        <p key={n} className="text-setting-ink">
          △ {n}
        </p>
      ))}
      <button className="btn-text" onClick={() => void writePlate(plate, nth, project)}>
        3MF
        <span className="sr-only">
          {" "}
          of plate {nth} of {printer.name}
        </span>
      </button>
    </li>
  );
});

function Row({ children }: { children: (width: number) => React.ReactNode }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={ref}>
      <ul className="flex flex-wrap gap-x-5 gap-y-4">{width > 0 && children(width)}</ul>
    </div>
  );
}

/** What is worth knowing of a plate before it is started. */
function notesOf(plate: Plate, project: Project, footprint: ReturnType<typeof useFootprints>): string[] {
  const printer = project.scene.printers.find((p) => p.id === plate.printerId)!;
  const out = new Set<string>();
  for (const piece of plate.pieces) {
    const own = footprint(plate, piece);
    const footing = own && footingOnPlate(own, printer.process);
    if (footing === "long edge") out.add("a long edge may lift: add a brim");
    if (footing === "tall on a small base") out.add("tall on a small base: print it with similar pieces");
    if (project.parts.find((p) => p.id === piece.partId)?.batch)
      out.add(`batch ${project.parts.find((p) => p.id === piece.partId)!.batch}: one spool for all`);
  }
  return [...out];
}

/** Pieces that are on no plate, by name: "Quay clip ×3, Crate". */
function missingWords(pieces: readonly ToPrint[]): string {
  const counts = new Map<string, number>();
  for (const { part, count, spares } of pieces) if (count > spares) counts.set(part.name, (counts.get(part.name) ?? 0) + count - spares);
  return [...counts].map(([name, n]) => (n > 1 ? `${name} ×${n}` : name)).join(", ");
}

/** What laying out found, and what is on no plate, with why. */
function Told({
  notes,
  left,
  missing,
  names,
  none,
}: {
  notes: PrinterNote[];
  left: { name: string; why: string }[];
  missing: number;
  names: string;
  none: boolean;
}) {
  const project = useProject();
  const nameOf = (id: string): string => project.parts.find((p) => p.id === id)?.name ?? "a deleted part";
  const lines = notes.flatMap((n) => {
    const printer = project.scene.printers.find((p) => p.id === n.printerId)?.name ?? "a deleted printer";
    return [
      `${printer}: ${n.plates} plate${n.plates === 1 ? "" : "s"}${n.plates > n.least ? `; ${n.least} is the minimum by area` : ", the minimum by area"}.`,
      ...(n.spareWanted > 0 ? [`${n.spares} of ${n.spareWanted} spares fit as well.`] : []),
      ...n.left.map((l) => `${nameOf(l.partId)}: ${l.pieces} do not fit on ${printer} with its margins and blocked areas.`),
    ];
  });
  return (
    <>
      {none && missing > 0 && (
        <p className="mt-3 max-w-prose text-soft">
          {missing} pieces are not on a plate. Laying them out puts matching pieces on as few plates as possible, with spares and connectors
          in the gaps: two quay walls and a crane share a plate of the small printer, twenty crates and a spare fill one of resin.
        </p>
      )}
      {none && missing === 0 && <p className="mt-3 text-soft">Nothing left to print in this scene.</p>}
      {!none && missing > 0 && (
        <p className="note-act mt-3">
          ▲ {missing} piece{missing === 1 ? " is" : "s are"} not on a plate yet: {names}.
        </p>
      )}
      {(lines.length > 0 || left.length > 0) && (
        <ul className="mt-2">
          {lines.map((l) => (
            <li key={l}>{l}</li>
          ))}
          {left.map((l) => (
            <li key={l.name} className="text-setting-ink">
              △ {l.name} {l.why}.
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** Lays out what is still to print in a worker. @returns null when it was stopped */
async function layOutOf(
  project: Project,
  plates: readonly Plate[],
  keep: ReadonlySet<string>,
  signal: AbortSignal,
  said: (status: string) => void,
) {
  said("calculating outlines");
  const { pieces } = toPrint(project, keep);
  const footprints = new Map<ToPrint, Awaited<ReturnType<typeof footprintOf>>>();
  const without = new Set<string>();
  for (const [i, piece] of pieces.entries()) {
    if (signal.aborted) return null;
    said(`calculating outlines: ${i + 1} of ${pieces.length}`);
    const own = await footprintOf(piece);
    if (own) footprints.set(piece, own);
    else without.add(piece.part.name);
  }
  const wanted = piecesToLay(pieces, (p) => footprints.get(p));
  const firstOrder = Math.max(0, ...plates.map((p) => p.order + 1));
  const done = await runJob(
    "layOut",
    { printers: layOutPrinters(project.scene.printers), wanted, firstOrder },
    { signal, onProgress: (share, phase) => said(`${phase}: ${Math.round(share * 100)} %`) },
  );
  return done.ok ? { ...done, value: { ...done.value, without } } : done;
}

/** What stands in the way of plates that are laid anew. */
const instead = (plates: readonly Plate[], keep: ReadonlySet<string>) => ({
  drop: plates.filter((p) => !keep.has(p.id)).map((p) => p.id),
  seen: plates.map((p) => p.id),
});

/** Laying out in a worker, with progress and a way to stop. */
function useLayOut(project: Project, plates: readonly Plate[]) {
  const { run } = useActions();
  const [busy, setBusy] = useState(false);
  const [status, setStatus] = useState("");
  const [notes, setNotes] = useState<PrinterNote[]>([]);
  const stop = useRef<AbortController | null>(null);
  const go = async (keep: ReadonlySet<string>): Promise<void> => {
    const ending = new AbortController();
    stop.current = ending;
    setBusy(true);
    const done = await layOutOf(project, plates, keep, ending.signal, setStatus);
    setBusy(false);
    if (!done) return;
    if (!done.ok) {
      if (done.problem.code !== "cancelled") sayProblem(done.problem);
      return;
    }
    const stored = await run("plates.lay", { plates: done.value.plates, ...instead(plates, keep) });
    if (!stored.ok) return void sayProblem(stored.problem);
    setNotes(done.value.notes);
    const { without } = done.value;
    if (without.size > 0) toast.error(`No outline could be made for ${[...without].join(", ")}, so it is not on a plate.`);
  };
  return { run: go, busy, status, notes, cancel: () => stop.current?.abort() };
}

async function footprintOf(piece: ToPrint) {
  const answer = await desk.get(requestOfWanted(piece));
  return answer.ok ? seen(answer.value, piece.mirrored) : undefined;
}

interface Sooner {
  shift: Shift;
  plates: Plate[];
  /** When the last machine ends as it is laid out now, and as it would be. */
  now: number;
  then: number;
}

/** When the last plate of the open scene has run, by the plan; null where one of them finds no time. */
function lastRun(project: Project, others: readonly Project[], at: number): number | null {
  const { schedule, steps, states } = tonight(project, at, 0, true, others);
  const machines = steps.filter((s) => s.machineS > 0 && states.get(s.key)?.kind !== "done" && states.get(s.key)?.kind !== "running");
  const ends = new Map(schedule.slots.map((s) => [s.key, s.machine?.to]));
  return machines.reduce(
    (last: number | null, s) => (last === null || ends.get(s.key) === undefined ? null : Math.max(last, ends.get(s.key)!)),
    0,
  );
}

/** One part that another machine would bring in sooner: laid out and planned before it is said, and the press does just that. */
function useSooner(project: Project, plates: readonly Plate[], keep: ReadonlySet<string>, busy: boolean): Sooner | null {
  const others = useOthers();
  const at = useLoadedAt();
  const [found, setFound] = useState<{ of: Project; sooner: Sooner | null } | null>(null);
  useEffect(() => {
    const shift = busy || plates.length === 0 ? null : likelyShift(project);
    if (!shift) return;
    const stop = new AbortController();
    const then = shifted(project, shift);
    void layOutOf(then, plates, keep, stop.signal, () => undefined).then((done) => {
      if (!done?.ok || done.value.without.size > 0 || stop.signal.aborted) return;
      const kept = project.scene.plates.filter((p) => keep.has(p.id) || !plates.some((q) => q.id === p.id));
      const scene = { ...then.scene, plates: [...kept, ...done.value.plates] };
      const [ends, would] = [lastRun(project, others, at), lastRun({ ...then, scene }, others, at)];
      const pays = ends !== null && would !== null && ends - would >= WORTH_SHIFTING_S * 1000;
      setFound({ of: project, sooner: pays ? { shift, plates: done.value.plates, now: ends, then: would } : null });
    });
    return () => stop.abort();
  }, [project, others, plates, keep, busy, at]);
  return found?.of === project ? found.sooner : null;
}

function ShiftOffer({ sooner, plates, keep }: { sooner: Sooner; plates: readonly Plate[]; keep: ReadonlySet<string> }) {
  const { run } = useActions();
  const { part, from, to } = sooner.shift;
  const go = async (): Promise<void> => {
    const item = printsIn(part.work)[0];
    const done = await run("list.set", { list: "part.work", of: part.id, key: item.id, change: printedOn(to) });
    const laid = done.ok ? await run("plates.lay", { plates: sooner.plates, ...instead(plates, keep) }) : done;
    if (!laid.ok) sayProblem(laid.problem);
  };
  return (
    <p className="mt-2">
      {part.name} on {to.name} instead of {from.name}: the last plate ends {format(sooner.then, "EEE d MMM HH:mm")} instead of{" "}
      {format(sooner.now, "EEE d MMM HH:mm")}, with plates laid out again and planned into your evenings.{" "}
      <button className="btn-text" onClick={() => void go()}>
        lay it out this way
      </button>
    </p>
  );
}
