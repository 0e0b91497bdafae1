/** One plate at hand: pieces are dragged, or moved and turned by keys; what is wrong is told in place. */
import { useEffect, useRef, useState } from "react";
import { type Footprint, type LayFault } from "~core/lay";
import { bedOf, type Plate, type PlatePiece } from "~core/print";
import type { Project } from "~core/project";
import { plateWords } from "~core/plan";
import { formatMm } from "~core/units";
import { runJob } from "~workers/client";
import { useActions, useProject } from "~app/shared/scene";
import { Key, useKey } from "~app/ui/keys";
import { useWidth } from "~app/ui/useWidth";
import { PlateDrawing } from "./PlateDrawing";
import { sayProblem } from "~app/ui/sayProblem";

type Place = Pick<PlatePiece, "xMm" | "yMm" | "turnDeg">;

interface Props {
  plate: Plate;
  /** Plates that can still be changed. */
  plates: readonly Plate[];
  locked: boolean;
  footprint: (plate: Plate, piece: PlatePiece) => Footprint | undefined;
  onClose: () => void;
  onOpen: (plateId: string) => void;
}

const STEP = { mm: 1, shiftMm: 10, deg: 15 };

/** Faults of a plate by its true outlines, looked at in a worker whenever something has moved; null until then. */
function useFaults(plate: Plate, project: Project, footprint: Props["footprint"]): readonly LayFault[] | null {
  const [found, setFound] = useState<{ key: string; faults: readonly LayFault[] } | null>(null);
  const printer = project.scene.printers.find((p) => p.id === plate.printerId);
  const known = plate.pieces.map((p) => [p.id, footprint(plate, p)] as const).filter((e): e is [string, Footprint] => e[1] !== undefined);
  const sizes = known.map(([id, f]) => [id, f.widthMm, f.depthMm, f.areaMm2]);
  const key = JSON.stringify([plate.pieces, sizes, printer && bedOf(printer)]);
  useEffect(() => {
    if (!printer) return;
    const stop = new AbortController();
    void runJob("plateFaults", { pieces: plate.pieces, footprints: new Map(known), bed: bedOf(printer) }, { signal: stop.signal }).then(
      (done) => done.ok && setFound({ key, faults: done.value }),
    );
    return () => stop.abort();
    // The key names all that is looked at.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return found?.key === key ? found.faults : null;
}

function faultWords(fault: LayFault, name: (pieceId: string) => string): string {
  switch (fault.kind) {
    case "overlap":
      return `${name(fault.pieces[0])} and ${name(fault.pieces[1])} overlap: move one of them.`;
    case "near":
      return `${name(fault.pieces[0])} and ${name(fault.pieces[1])} are closer than the gap between pieces.`;
    case "edge":
      return `${name(fault.piece)} reaches ${formatMm(fault.beyondMm)} into the margin, where prints fail first.`;
    case "zone":
      return `${name(fault.piece)} stands in a blocked area${fault.why ? `: ${fault.why}` : ""}.`;
    case "unknown":
      return `${name(fault.piece)} is still being calculated.`;
  }
}

export function PlateBench({ plate, plates, locked, footprint, onClose, onOpen }: Props) {
  const project = useProject();
  const { run } = useActions();
  const printer = project.scene.printers.find((p) => p.id === plate.printerId)!;
  const [ref, width] = useWidth<HTMLDivElement>();
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  const [drag, setDrag] = useState<ReadonlyMap<string, Place> | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const section = useRef<HTMLElement>(null);
  const faults = useFaults(plate, project, footprint);
  const bed = bedOf(printer);
  const scale = Math.min(3, Math.max(0.5, Math.min((width - 340) / bed.widthMm, 430 / bed.depthMm)));
  const selected = new Set([...chosen].filter((id) => plate.pieces.some((p) => p.id === id)));
  const nameOf = (partId: string): string => project.parts.find((p) => p.id === partId)?.name ?? "a deleted part";
  const nth = (id: string): string => {
    const piece = plate.pieces.find((p) => p.id === id);
    if (!piece) return "a piece";
    const same = plate.pieces.filter((p) => p.partId === piece.partId);
    return same.length > 1 ? `${nameOf(piece.partId)} ${same.indexOf(piece) + 1}` : nameOf(piece.partId);
  };
  useEffect(() => {
    section.current?.focus();
    section.current?.scrollIntoView({ block: "nearest" });
  }, [plate.id]);
  const shift = async (byMm: [number, number], byDeg: number): Promise<void> => {
    if (locked || selected.size === 0) return;
    const done = await run("pieces.shift", { plateId: plate.id, pieceIds: [...selected], byMm, byDeg });
    if (!done.ok) sayProblem(done.problem);
  };
  const take = async (): Promise<void> => {
    if (locked || selected.size === 0) return;
    const done = await run("pieces.drop", { plateId: plate.id, pieceIds: [...selected] });
    if (!done.ok) sayProblem(done.problem);
  };
  const moveTo = async (other: Plate): Promise<void> => {
    const pieces = plate.pieces.filter((p) => selected.has(p.id));
    if (locked || pieces.length === 0) return;
    const done = await run("pieces.move", { plateId: plate.id, toPlateId: other.id, pieces });
    if (!done.ok) return void sayProblem(done.problem);
    onOpen(other.id);
  };
  const turn = (deg: number) => void shift([0, 0], deg);
  useKey("r", "Turn the chosen pieces by 15°", "Plate", () => turn(STEP.deg), selected.size > 0 && !locked);
  useKey("e", "Turn them back by 15°", "Plate", () => turn(-STEP.deg), selected.size > 0 && !locked);
  useKey("Delete", "Take the chosen pieces off the plate", "Plate", () => void take(), selected.size > 0 && !locked);
  useKey("Escape", "Close the plate", "Plate", onClose);
  useKey("c", "Choose the next piece", "Plate", () => {
    const at = plate.pieces.findIndex((p) => selected.has(p.id));
    const next = plate.pieces[(at + 1) % Math.max(1, plate.pieces.length)];
    if (next) choose(new Set([next.id]));
  });
  const nudge = (event: React.KeyboardEvent): void => {
    const by = event.shiftKey ? STEP.shiftMm : STEP.mm;
    const to = ({ ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] } as Record<string, [number, number]>)[
      event.key
    ] as [number, number] | undefined;
    if (!to || selected.size === 0) return;
    event.preventDefault();
    void shift(to, 0);
  };
  const grab = (piece: PlatePiece, event: React.PointerEvent): void => {
    const own = event.shiftKey ? new Set([...selected, piece.id]) : selected.has(piece.id) ? selected : new Set([piece.id]);
    choose(own);
    if (locked || !svg.current) return;
    const from = { x: event.clientX, y: event.clientY };
    const target = svg.current;
    target.setPointerCapture(event.pointerId);
    const at = (e: PointerEvent): Map<string, Place> =>
      new Map(
        plate.pieces
          .filter((p) => own.has(p.id))
          .map((p) => [
            p.id,
            {
              xMm: Math.round((p.xMm + (e.clientX - from.x) / scale) * 100) / 100,
              yMm: Math.round((p.yMm - (e.clientY - from.y) / scale) * 100) / 100,
              turnDeg: p.turnDeg,
            },
          ]),
      );
    const onMove = (e: PointerEvent): void => setDrag(at(e));
    const onEnd = (e: PointerEvent): void => {
      target.removeEventListener("pointermove", onMove);
      target.removeEventListener("pointerup", onEnd);
      target.removeEventListener("pointercancel", onEnd);
      const moved = Math.hypot(e.clientX - from.x, e.clientY - from.y) > 3 && e.type === "pointerup";
      if (!moved) return setDrag(null);
      const places = [...at(e)].map(([id, p]) => ({ id, ...p }));
      setDrag(new Map(places.map((p) => [p.id, p])));
      void run("pieces.place", { plateId: plate.id, places }).then((done) => {
        setDrag(null);
        if (!done.ok) sayProblem(done.problem);
      });
    };
    target.addEventListener("pointermove", onMove);
    target.addEventListener("pointerup", onEnd);
    target.addEventListener("pointercancel", onEnd);
  };
  const others = plates.filter((p) => p.id !== plate.id && p.printerId === plate.printerId);
  return (
    <section
      ref={section}
      tabIndex={-1}
      aria-label={`Plate of ${printer.name}`}
      className="mt-4 border-t-[1.5px] border-ink pt-3 outline-none"
      onKeyDown={nudge}
    >
      <div ref={ref} className="flex flex-wrap gap-6">
        {width > 0 && (
          <svg
            ref={svg}
            width={bed.widthMm * scale + 4}
            height={bed.depthMm * scale + 4}
            viewBox={`-2 -2 ${bed.widthMm * scale + 4} ${bed.depthMm * scale + 4}`}
            className="touch-none select-none"
            role="img"
            aria-label={`${printer.name} from above: ${plateWords(plate, project.parts, 20)}`}
          >
            <PlateDrawing
              plate={plate}
              printer={printer}
              footprint={footprint}
              scale={scale}
              faults={faults ?? undefined}
              selected={selected}
              onPiece={grab}
              at={drag ?? undefined}
            />
          </svg>
        )}
        <div className="min-w-[280px] flex-1">
          <h2 className="text-xl">{plateWords(plate, project.parts, 4)}</h2>
          {locked ? (
            <p className="text-soft">This plate is on the printer and cannot be changed.</p>
          ) : (
            <p className="text-soft">
              Drag a piece, or choose one (<Key k="c" />) and use the arrows, with Shift for a centimetre; <Key k="r" /> <Key k="e" /> turn
              it.
            </p>
          )}
          {faults === null ? (
            <p className="mt-2 text-soft">Checking gaps and margins.</p>
          ) : faults.length === 0 ? (
            <p className="mt-2">No overlaps, and every piece is inside the margin.</p>
          ) : (
            <ul className="mt-2">
              {faults.slice(0, 8).map((f, i) => (
                <li key={i} className={f.kind === "unknown" ? "text-soft" : "note-act"}>
                  {f.kind !== "unknown" && "▲ "}
                  {faultWords(f, nth)}
                </li>
              ))}
              {faults.length > 8 && <li>and {faults.length - 8} more</li>}
            </ul>
          )}
          <fieldset className="mt-2">
            <legend className="label">Pieces</legend>
            <div className="flex max-h-56 flex-col overflow-y-auto">
              {plate.pieces.map((p) => (
                <label key={p.id} className="flex min-h-[32px] items-center gap-2">
                  <input
                    type="checkbox"
                    checked={selected.has(p.id)}
                    onChange={(e) => choose(new Set(e.target.checked ? [...selected, p.id] : [...selected].filter((x) => x !== p.id)))}
                  />
                  {nth(p.id)}
                  <span className="text-soft">
                    {p.xMm.toFixed(1)}, {p.yMm.toFixed(1)} mm{p.turnDeg ? `, ${Math.round(p.turnDeg)}°` : ""}
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
          <div className="mt-2 flex flex-wrap gap-2">
            <button className="btn" disabled={locked || selected.size === 0} onClick={() => turn(90)}>
              Turn by 90°
            </button>
            <button className="btn" disabled={locked || selected.size === 0} onClick={() => void take()}>
              Take off the plate
            </button>
            {others.map((o) => (
              <button key={o.id} className="btn" disabled={locked || selected.size === 0} onClick={() => void moveTo(o)}>
                Move to the plate of {plateWords(o, project.parts, 1)}
              </button>
            ))}
            {!locked && (
              <button
                className="btn"
                onClick={() => void run("plate.drop", { plateId: plate.id }).then((d) => (d.ok ? onClose() : void sayProblem(d.problem)))}
              >
                Break up the plate
              </button>
            )}
            <button className="btn" onClick={onClose}>
              Close <Key k="Esc" />
            </button>
          </div>
        </div>
      </div>
    </section>
  );
}
