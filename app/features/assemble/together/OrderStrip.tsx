/** In this order: one lane a part, your own time filled by its state, what sets or dries after it hatched. */
import { orderStrip, type StripBox } from "~core/look";
import type { Part } from "~core/project";
import { formatDuration } from "~core/units";
import { useTonight } from "~app/shared/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { Sideways } from "~app/ui/sideways";

const COLUMN = 176,
  LANE = 78,
  BOX = 24;
/** Longest own time and wait that are drawn, px. */
const OWN_MOST = 70,
  WAIT_MOST = 80;
/** A box grows with the root of its time: minutes and days on one strip. */
const own = (s: number): number => Math.min(OWN_MOST, 12 + Math.sqrt(s / 60) * 5);
const wait = (s: number): number => (s < 60 ? 0 : Math.min(WAIT_MOST, 8 + Math.sqrt(s / 3600) * 12));

export function OrderStrip({ parts }: { parts: readonly Part[] }) {
  const { model } = useTonight();
  const boxes = orderStrip(
    parts.map((p) => p.id),
    model,
  );
  const lanes = parts.filter((p) => boxes.some((b) => b.partId === p.id));
  if (boxes.length === 0) return <p className="text-soft">No work planned for these parts besides printing.</p>;
  const columns = Math.max(...boxes.map((b) => b.column)) + 1;
  const laneOf = new Map(lanes.map((p, i) => [p.id, i]));
  const at = new Map(boxes.map((b) => [b.key, b]));
  const x = (b: StripBox): number => 6 + b.column * COLUMN;
  const y = (b: StripBox): number => 21 + laneOf.get(b.partId)! * LANE;
  const end = (b: StripBox): number => x(b) + own(b.handsOnS) + wait(b.waitS);
  return (
    <Sideways label="Order of the steps">
      <svg width={columns * COLUMN + 20} height={lanes.length * LANE + 10} role="group" aria-label="Order of the steps">
        {boxes.flatMap((b) =>
          b.after.flatMap((key) => {
            const a = at.get(key);
            if (!a) return [];
            const [x0, y0, x1, y1] = [end(a), y(a) + BOX / 2, x(b), y(b) + BOX / 2];
            return [<path key={`${key} ${b.key}`} d={`M${x0} ${y0}H${x1 - 12}V${y1}H${x1}`} fill="none" stroke="var(--soft)" />];
          }),
        )}
        {boxes.map((b) => (
          <g key={b.key}>
            <rect
              x={x(b)}
              y={y(b)}
              width={own(b.handsOnS)}
              height={BOX}
              fill={b.state === "done" || b.state === "setting" ? "var(--ink)" : "var(--paper)"}
              stroke={b.state === "open" ? "var(--ink)" : "var(--soft)"}
              strokeWidth={b.state === "open" ? 2 : 1.2}
            />
            {wait(b.waitS) > 0 && (
              <rect
                x={x(b) + own(b.handsOnS)}
                y={y(b)}
                width={wait(b.waitS)}
                height={BOX}
                fill={hatchFill("setting")}
                stroke="var(--soft)"
              />
            )}
            <text x={x(b)} y={y(b) + BOX + 13} fontSize="12" fontWeight={b.state === "open" ? 700 : 500} fill="var(--ink)">
              <title>{b.title}</title>
              {short(b.title)}
            </text>
            <text x={x(b)} y={y(b) + BOX + 26} fontSize="11" fill="var(--soft)">
              {b.steps > 1 ? `${b.steps} steps, ` : ""}
              {formatDuration(b.handsOnS)}
              {b.waitS >= 60 ? `, then ${formatDuration(b.waitS)}` : ""}
            </text>
          </g>
        ))}
        {lanes.map((p) => (
          <text key={p.id} x={6} y={15 + laneOf.get(p.id)! * LANE} fontSize="11" fill="var(--soft)">
            {p.name}
          </text>
        ))}
      </svg>
    </Sideways>
  );
}

/** As much of a title as stands over one column. */
const short = (title: string): string => (title.length > 27 ? `${title.slice(0, 26)}…` : title);
