/** A plate from above, true to scale: the bed, what of it may be used, where nothing may stand, and the outlines of what lies on it. */
import { ringsAt, type Footprint, type LayFault } from "~core/lay";
import { bedOf, type Plate, type PlatePiece, type Printer } from "~core/print";
import { hatchFill } from "~app/ui/hatch";
import { useProject } from "~app/shared/scene";
import { ringsPath } from "~app/ui/rings";

interface PlateDrawingProps {
  plate: Plate;
  printer: Printer;
  footprint: (plate: Plate, piece: PlatePiece) => Footprint | undefined;
  /** Pixels for a millimetre. */
  scale: number;
  faults?: readonly LayFault[];
  selected?: ReadonlySet<string>;
  /** Told of a press on a piece. */
  onPiece?: (piece: PlatePiece, event: React.PointerEvent) => void;
  /** Places that a drag shows before it is over. */
  at?: ReadonlyMap<string, Pick<PlatePiece, "xMm" | "yMm" | "turnDeg">>;
}

/** Pieces that a fault names. */
const faultyPieces = (faults: readonly LayFault[]): Set<string> =>
  new Set(faults.flatMap((f) => ("pieces" in f ? f.pieces : f.kind === "unknown" ? [] : [f.piece])));

/** What a piece is called on the drawing: its part's name, cut to what its box holds. */
function label(name: string, widthPx: number, depthPx: number): string | null {
  if (depthPx < 15) return null;
  const fits = Math.floor((widthPx - 6) / 6.6);
  if (fits >= name.length) return name;
  return fits >= 8 ? `${name.slice(0, fits - 1)}…` : null;
}

export function PlateDrawing({ plate, printer, footprint, scale, faults = [], selected, onPiece, at }: PlateDrawingProps) {
  const project = useProject();
  const bed = bedOf(printer);
  const w = bed.widthMm * scale,
    h = bed.depthMm * scale;
  const x = (mm: number): number => mm * scale;
  const y = (mm: number): number => h - mm * scale;
  const bad = faultyPieces(faults);
  const { edges } = bed;
  const nameOf = (id: string): string => project.parts.find((p) => p.id === id)?.name ?? "?";
  return (
    <g>
      <rect x="0" y="0" width={w} height={h} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.8" />
      <rect
        x={x(edges.left)}
        y={y(bed.depthMm - edges.back)}
        width={Math.max(0, w - x(edges.left) - x(edges.right))}
        height={Math.max(0, h - x(edges.front) - x(edges.back))}
        fill="none"
        stroke="var(--rule)"
        strokeDasharray="4 3"
      />
      {bed.exclusions.map((e) => (
        <g key={e.id}>
          <rect
            x={x(e.xMm)}
            y={y(e.yMm + e.depthMm)}
            width={x(e.widthMm)}
            height={x(e.depthMm)}
            fill={hatchFill("lines")}
            stroke="var(--act)"
            strokeWidth="0.8"
          />
          <title>{`Keep clear: ${e.why || "set by you"}`}</title>
        </g>
      ))}
      {plate.pieces.some((p) => !footprint(plate, p)) && (
        <text x={w / 2} y={h / 2} fontSize="13" textAnchor="middle" fill="var(--soft)">
          calculating outlines
        </text>
      )}
      {/* Which side is the front: everything is turned by it. */}
      <path d={`M${w / 2 - 6} ${h - 3}l6 -7l6 7z`} fill="var(--soft)" />
      {plate.pieces.map((piece) => {
        const own = footprint(plate, piece);
        const place = { ...piece, ...at?.get(piece.id) };
        if (!own) return null;
        const rings = ringsAt(own, place);
        const xs = rings[0]?.filter((_, i) => i % 2 === 0) ?? [],
          ys = rings[0]?.filter((_, i) => i % 2 === 1) ?? [];
        const wide = (Math.max(...xs) - Math.min(...xs)) * scale,
          deep = (Math.max(...ys) - Math.min(...ys)) * scale;
        const words = label(nameOf(piece.partId), wide, deep);
        const is = selected?.has(piece.id);
        return (
          <g
            key={piece.id}
            data-piece={piece.id}
            onPointerDown={onPiece && ((e) => onPiece(piece, e))}
            className={onPiece ? "cursor-move" : undefined}
          >
            <path
              d={ringsPath(rings, x, y)}
              fillRule="evenodd"
              fill={bad.has(piece.id) ? hatchFill("lines") : is ? "var(--board)" : "var(--paper)"}
              stroke={bad.has(piece.id) ? "var(--act)" : "var(--ink)"}
              strokeWidth={is ? 2.4 : 1.3}
            />
            {words && (
              <text
                x={x(place.xMm)}
                y={y(place.yMm) + 4}
                fontSize="12.5"
                fontWeight="600"
                textAnchor="middle"
                fill="var(--ink)"
                pointerEvents="none"
              >
                {words}
              </text>
            )}
            <title>{nameOf(piece.partId)}</title>
          </g>
        );
      })}
    </g>
  );
}
