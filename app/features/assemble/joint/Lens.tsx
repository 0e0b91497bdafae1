/** Two faces under a lens, true to scale across: the print, each film, the room between, and how surely there is some. */
import type { FitAfterPaint } from "~core/plan";
import { formatMm } from "~core/units";
import { useWidth } from "~app/ui/useWidth";

const HIGH = 150;
const FACE_PX = 50;
/** So many standard deviations of the room reach into each face. */
const TAILS = 1.5;
/** Samples of the curve. */
const SAMPLES = 80;

export function Lens({ fit: { asked, a, b, joint, painted, masked: bare }, masked }: { fit: FitAfterPaint; masked: boolean }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const films = masked ? [0, 0] : [asked.filmsMm.at(0) ?? 0, asked.filmsMm.at(1) ?? 0];
  const sd = Math.hypot(asked.biasSpreadMm, asked.spreadMm);
  const room = (masked ? bare : painted).roomMm;
  // Both films and the room between them fill the lens; where they bite, they overlap in it.
  const seenMm = films[0] + films[1] + Math.max(room, 0) || 0.1;
  const px = (Math.max(320, width) - 2 * FACE_PX) / (seenMm + 2 * TAILS * sd);
  const facePx = FACE_PX + TAILS * sd * px;
  const left = facePx,
    x0 = left + films[0] * px;
  const x1 = x0 + room * px;
  const across = (mm: number): number => x0 + mm * px;
  const curve = Array.from({ length: SAMPLES + 1 }, (_, i) => {
    const mm = room + sd * (-3 + (6 * i) / SAMPLES);
    return `${across(mm).toFixed(1)} ${(HIGH - 24 - 76 * Math.exp(-((mm - room) ** 2) / (2 * sd * sd || 1))).toFixed(1)}`;
  });
  // So many letters of a name stand on a face.
  const letters = Math.floor((facePx - 12) / 7);
  const needX = across(asked.needMm);
  return (
    <div ref={ref} className="mt-3 max-w-[60rem]">
      <svg
        width="100%"
        height={HIGH + 22}
        role="img"
        aria-label={`${a.name} and ${b.name}: ${formatMm(asked.nominalMm)} as drawn, ${room > 0 ? `${formatMm(room)} left` : "nothing left"} a side, ${formatMm(asked.needMm)} needed`}
      >
        <rect x={0} y={6} width={left} height={HIGH - 30} fill="var(--board)" stroke="var(--ink)" />
        <rect x={left} y={6} width={films[0] * px} height={HIGH - 30} fill="var(--real)" opacity="0.55" />
        <rect x={x1} y={6} width={films[1] * px} height={HIGH - 30} fill="var(--real)" opacity="0.55" />
        <rect x={x1 + films[1] * px} y={6} width={facePx} height={HIGH - 30} fill="var(--board)" stroke="var(--ink)" />
        {room < 0 && <rect x={x1} y={6} width={-room * px} height={HIGH - 30} fill="var(--act)" opacity="0.35" />}
        {sd > 0 && <path d={`M${curve.join("L")}`} fill="none" stroke="var(--ink)" strokeWidth="1.4" />}
        <path d={`M${needX} 2V${HIGH - 18}`} stroke="var(--act)" strokeWidth="1.4" strokeDasharray="5 3" />
        <text x={8} y={24} fontSize="13" fill="var(--ink)">
          {a.name.slice(0, letters)}
        </text>
        <text x={x1 + films[1] * px + 6} y={24} fontSize="13" fill="var(--ink)">
          {b.name.slice(0, letters)}
        </text>
        <text x={needX + 4} y={HIGH - 8} fontSize="12" fill="var(--act)">
          needs {formatMm(asked.needMm)}
        </text>
        <text x={left} y={HIGH + 14} fontSize="12" fill="var(--soft)">
          {films[0] + films[1] > 0 ? `films ${formatMm(films[0])} and ${formatMm(films[1])}; ` : masked ? "masked; " : ""}
          {room > 0 ? `${formatMm(room)} left of ${formatMm(asked.nominalMm)}` : `${formatMm(-room)} too much`} a side
          {joint.paint === "after" ? ", painted once it is together" : ""}
        </text>
      </svg>
    </div>
  );
}
