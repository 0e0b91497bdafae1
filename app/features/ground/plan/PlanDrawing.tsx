/** A board from above, true to scale: zones hatched by meaning, feet solid, shadows dashed, what is wrong marked where it is. */
import { isKeepClear, type AtLine, type Board, type GroundZone, type Placed } from "~core/ground";
import { boxOfRings, type Box2 } from "~core/lay";
import type { PlanNote } from "~core/look";
import { LIMITS } from "~core/project";
import { ringsPath } from "~app/ui/rings";
import { zoneFill, ZoneHatches } from "../Hatches";

interface Props {
  board: Board;
  zones: readonly GroundZone[];
  placed: readonly Placed[];
  notes: readonly PlanNote[];
  scale: number;
  /** Left and lower margin, px. */
  margin: number;
  chosen: ReadonlySet<string>;
  zoneId: string | null;
  nameOf: (id: string) => string;
  section: AtLine;
  onPiece?: (id: string, event: React.PointerEvent) => void;
  onZone?: (id: string) => void;
  /** `added`: where a new corner begins, before that one. */
  onCorner?: (zoneId: string, corner: number, event: React.PointerEvent, added?: [number, number]) => void;
  onSection?: (event: React.PointerEvent) => void;
}

const fits = (name: string, widePx: number): string | null => {
  const room = Math.floor((widePx - 4) / 6.4);
  return room >= name.length ? name : room >= 7 ? `${name.slice(0, room - 1)}…` : null;
};

export function PlanDrawing(props: Props) {
  const { board, zones, placed, notes, scale, margin, chosen, zoneId, nameOf, section, onPiece, onZone, onCorner, onSection } = props;
  const box = boxOfRings([board.outlineMm]);
  const x = (mm: number): number => margin + (mm - box.x0) * scale;
  const y = (mm: number): number => margin + (box.y1 - mm) * scale;
  const bad = new Set(notes.flatMap((n) => (n.act ? n.ids : [])));
  // What stands higher is drawn over what it stands on.
  const pieces = [...placed].sort((a, b) => a.fromMm - b.fromMm);
  const marked = notes.filter((n) => n.act || n.ids.length > 1);
  return (
    <g>
      <ZoneHatches />
      <path d={ringsPath([board.outlineMm], x, y)} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.8" />
      {zones.map((z) => (
        <g key={z.id} onPointerDown={onZone && (() => onZone(z.id))}>
          <path
            d={ringsPath([z.outlineMm], x, y)}
            fill={zoneFill(z.is)}
            stroke={isKeepClear(z.is) ? "var(--act)" : "var(--ink)"}
            strokeWidth={z.id === zoneId ? 2 : 0.8}
            strokeDasharray={isKeepClear(z.is) ? "2 3" : undefined}
          />
          <title>{z.name}</title>
        </g>
      ))}
      {pieces.map((p) => {
        const { id } = p.standing;
        const words = fits(nameOf(id), (p.box.x1 - p.box.x0) * scale);
        const is = chosen.has(id);
        return (
          <g key={id} data-piece={id} className={onPiece && "cursor-move"} onPointerDown={onPiece && ((e) => onPiece(id, e))}>
            <path
              d={ringsPath(p.shadow, x, y)}
              fillRule="evenodd"
              fill={is ? "var(--board)" : "var(--paper)"}
              fillOpacity={is ? 0.9 : 0.55}
              stroke={bad.has(id) ? "var(--act)" : "var(--ink)"}
              strokeWidth={is ? 1.8 : 1}
              strokeDasharray="4 3"
            />
            <path
              d={ringsPath(p.foot, x, y)}
              fillRule="evenodd"
              fill={bad.has(id) ? "var(--act)" : "var(--ink)"}
              fillOpacity={p.fromMm > 1 ? 0.35 : 0.85}
              stroke="none"
            />
            {words && (p.box.y1 - p.box.y0) * scale > 13 && (
              <text
                x={x(p.standing.xMm)}
                y={y(p.standing.yMm) + 4}
                fontSize="12.5"
                fontWeight="600"
                textAnchor="middle"
                fill="var(--ink)"
                stroke="var(--paper)"
                strokeWidth="3"
                paintOrder="stroke"
                pointerEvents="none"
              >
                {words}
              </text>
            )}
            <title>{nameOf(id)}</title>
          </g>
        );
      })}
      {zones
        .filter((z) => z.id === zoneId)
        .map((z) =>
          Array.from({ length: z.outlineMm.length / 2 }, (_, i) => (
            <rect
              key={`${z.id} ${i}`}
              x={x(z.outlineMm[2 * i]) - 5}
              y={y(z.outlineMm[2 * i + 1]) - 5}
              width="10"
              height="10"
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth="1.5"
              className={onCorner && "cursor-move"}
              onPointerDown={onCorner && ((e) => onCorner(z.id, i, e))}
            />
          )),
        )}
      {onCorner &&
        zones
          .filter((z) => z.id === zoneId && z.outlineMm.length < 2 * LIMITS.corners.most)
          .map((z) =>
            middlesOf(z.outlineMm).map((at, i) => (
              <circle
                key={`${z.id} ${i}`}
                cx={x(at[0])}
                cy={y(at[1])}
                r="4"
                fill="var(--paper)"
                stroke="var(--soft)"
                strokeWidth="1.3"
                className="cursor-copy"
                onPointerDown={(e) => onCorner(z.id, i + 1, e, at)}
              >
                <title>Drag for another corner</title>
              </circle>
            )),
          )}
      <g className={onSection && "cursor-row-resize"} onPointerDown={onSection}>
        <SectionLine at={section} x={x} y={y} box={box} />
      </g>
      {marked.slice(0, 20).map((n, i) => {
        const at = { x: x(n.at[0]), y: y(n.at[1]) };
        // A mark goes below a name, not over it.
        const over = pieces.find(
          (p) => Math.abs(y(p.standing.yMm) - at.y) < 14 && Math.abs(x(p.standing.xMm) - at.x) < ((p.box.x1 - p.box.x0) * scale) / 2,
        );
        const top = (over ? y(over.standing.yMm) + 8 : at.y - 6).toFixed(1);
        return (
          <path
            key={i}
            d={`M${at.x.toFixed(1)} ${top}l6.5 11.5h-13z`}
            fill={n.act ? "var(--act)" : "var(--paper)"}
            stroke={n.act ? "var(--act)" : "var(--setting-ink)"}
            strokeWidth="1.5"
            pointerEvents="none"
          />
        );
      })}
    </g>
  );
}

/** The middle of each edge. */
const middlesOf = (ring: readonly number[]): [number, number][] =>
  Array.from({ length: ring.length / 2 }, (_, i) => [
    (ring[2 * i] + ring[(2 * i + 2) % ring.length]) / 2,
    (ring[2 * i + 1] + ring[(2 * i + 3) % ring.length]) / 2,
  ]);

function SectionLine({ at, x, y, box }: { at: AtLine; x: (mm: number) => number; y: (mm: number) => number; box: Box2 }) {
  const [x0, y0, x1, y1] =
    at.across === 0 ? [x(box.x0) - 10, y(at.mm), x(box.x1) + 10, y(at.mm)] : [x(at.mm), y(box.y0) + 10, x(at.mm), y(box.y1) - 10];
  return (
    <>
      <path d={`M${x0} ${y0}L${x1} ${y1}`} stroke="transparent" strokeWidth="16" />
      <path d={`M${x0} ${y0}L${x1} ${y1}`} stroke="var(--act)" strokeWidth="1.3" strokeDasharray="12 3 3 3" />
      {[
        [x0, y0],
        [x1, y1],
      ].map(([px, py], i) => (
        <text
          key={i}
          x={px + (at.across === 0 ? (i === 0 ? -3 : 3) : 6)}
          y={py + (at.across === 0 ? -5 : i === 0 ? 4 : 2)}
          fontSize="15"
          fontWeight="600"
          fill="var(--act)"
          textAnchor={at.across === 0 ? (i === 0 ? "end" : "start") : "start"}
        >
          A
        </text>
      ))}
    </>
  );
}
