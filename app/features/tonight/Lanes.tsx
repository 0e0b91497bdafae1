/** Time as lanes: machines solid, setting hatched, waiting for a person dashed, the person outlined, sleep shaded, now one line. */
import { scaleTime, timeFormat, timeHour } from "d3";
import type { Step, Tonight } from "~core/plan";
import { takesTwo } from "~core/work";
import type { Project } from "~core/project";
import { useMoment } from "~app/shared/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { useWidth } from "~app/ui/useWidth";
import { useProject } from "~app/shared/scene";

interface Bar {
  key: string;
  from: number;
  to: number;
  title: string;
  detail: string;
  kind: "machine" | "planned machine" | "setting" | "hands";
}

interface Lane {
  name: string;
  bars: Bar[];
}

const HOUR = 3600000;
const clock = timeFormat("%H:%M");
const ROW = 46;
const SHOWN_HOURS = 14;

/** The part, and its scene where that is another one. */
const nameIn = ({ partName, scene }: Step): string => (scene ? `${partName}, ${scene.name}` : partName);

/** The bars of each lane between two moments, all read from the one model. */
export function lanesOf(model: Tonight, project: Project, from: number, to: number): Lane[] {
  const inView = (b: Bar): boolean => b.to > from && b.from < to;
  const machines = project.scene.printers.map((printer): Lane => ({
    name: printer.name,
    bars: model.schedule.slots
      .flatMap((s): Bar[] =>
        s.machine && s.step.printerId === printer.id
          ? [
              {
                key: s.key,
                ...s.machine,
                title: nameIn(s.step),
                detail: `${s.hands.length ? "from" : "ends"} ${clock(new Date(s.hands.length ? s.machine.from : s.machine.to))}`,
                kind: s.hands.length ? "planned machine" : "machine",
              },
            ]
          : [],
      )
      .filter(inView),
  }));
  const setting: Bar[] = model.schedule.slots
    .flatMap((s): Bar[] =>
      s.setting && s.hands.length === 0
        ? [{ key: s.key, ...s.setting, title: nameIn(s.step), detail: `until ${clock(new Date(s.setting.to))}`, kind: "setting" }]
        : [],
    )
    .filter(inView);
  const hands: Bar[] = model.schedule.slots
    .flatMap((s) =>
      s.hands.flatMap((h, i): Bar[] => {
        const bar = { key: `${s.key} ${i}`, ...h, title: nameIn(s.step), detail: s.step.title, kind: "hands" as const };
        return takesTwo(s.step) ? [bar, { ...bar, key: `${bar.key} too` }] : [bar];
      }),
    )
    .filter(inView);
  return [
    ...machines,
    ...inRows(setting)
      .slice(0, 3)
      .map((bars, i): Lane => ({ name: i === 0 ? "Setting" : "", bars })),
    ...inRows(hands).map((bars, i): Lane => ({ name: i === 0 ? "You" : "Helper", bars })),
  ];
}

/** Things at the same time share a lane in rows; one row at least. */
function inRows(bars: Bar[]): Bar[][] {
  const rows: Bar[][] = [[]];
  for (const b of bars.sort((a, c) => a.from - c.from)) {
    const row = rows.find((r) => r.length === 0 || r.at(-1)!.to <= b.from);
    if (row) row.push(b);
    else rows.push([b]);
  }
  return rows;
}

export function Lanes({ model }: { model: Tonight }) {
  const project = useProject();
  const [ref, width] = useWidth<HTMLDivElement>();
  const now = useMoment();
  const from = model.now - 3 * HOUR,
    to = from + SHOWN_HOURS * HOUR;
  const lanes = lanesOf(model, project, from, to);
  const left = width < 600 ? 74 : 124;
  const x = scaleTime([new Date(from), new Date(to)], [left, Math.max(left + 10, width - 6)]);
  const at = (ms: number): number => x(new Date(Math.min(to, Math.max(from, ms))));
  const hours = timeHour.range(new Date(from), new Date(to)).filter((_, i) => width >= 600 || i % 2 === 0);
  const height = 26 + lanes.length * ROW + 4;
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={lanes
            .map((l) => `${l.name || "also setting"}: ${l.bars.map((b) => `${b.title} ${b.detail}`).join("; ") || "free"}`)
            .join(". ")}
        >
          {model.nights.map(
            (n) =>
              n.to > from &&
              n.from < to && (
                <g key={n.from}>
                  <rect x={at(n.from)} y="22" width={Math.max(0, at(n.to) - at(n.from))} height={height - 22} fill="var(--board)" />
                  {at(n.to) - at(n.from) > 150 && (
                    <text x={at(n.from) + 6} y={height - 8} fontSize="13.5" fill="var(--soft)">
                      asleep: no plate changes
                    </text>
                  )}
                </g>
              ),
          )}
          {hours.map((h) => (
            <g key={h.getTime()}>
              <line x1={x(h)} x2={x(h)} y1="8" y2={height} stroke="var(--rule)" />
              <text x={x(h) + 4} y="17" fontSize="13" fill="var(--soft)">
                {timeFormat("%H")(h)}
              </text>
            </g>
          ))}
          {lanes.map((lane, i) => (
            <g key={i}>
              <text x="0" y={26 + i * ROW + 25} fontSize="14.5" fontWeight="500" fill="var(--ink)">
                {lane.name}
              </text>
              {lane.bars.map((b) => (
                <LaneBar key={b.key} bar={b} x0={at(b.from)} x1={at(b.to)} y={26 + i * ROW + 4} />
              ))}
            </g>
          ))}
          <line x1={at(now)} x2={at(now)} y1="0" y2={height} stroke="var(--act)" strokeWidth="2" />
        </svg>
      )}
    </div>
  );
}

function LaneBar({ bar, x0, x1, y }: { bar: Bar; x0: number; x1: number; y: number }) {
  const w = Math.max(2, x1 - x0),
    h = ROW - 9;
  const fits = (text: string): boolean => text.length * 7 + 14 < w;
  const ink = bar.kind === "machine" ? "var(--paper)" : "var(--ink)";
  return (
    <g>
      <title>{`${bar.title}: ${bar.detail}`}</title>
      {bar.kind === "setting" && <rect x={x0} y={y} width={w} height={h} fill={hatchFill("setting")} />}
      <rect
        x={x0}
        y={y}
        width={w}
        height={h}
        fill={bar.kind === "machine" ? "var(--ink)" : bar.kind === "hands" ? "var(--paper)" : "none"}
        stroke={bar.kind === "hands" ? "var(--act)" : "var(--ink)"}
        strokeWidth="1.3"
        strokeDasharray={bar.kind === "planned machine" ? "4 3" : undefined}
      />
      {fits(bar.title) && (
        <text
          x={x0 + 6}
          y={y + 15}
          fontSize="13.5"
          fontWeight="600"
          fill={ink}
          stroke={bar.kind === "setting" ? "var(--paper)" : "none"}
          strokeWidth="4"
          paintOrder="stroke"
        >
          {bar.title}
        </text>
      )}
      {fits(bar.title) && fits(bar.detail) && (
        <text
          x={x0 + 6}
          y={y + 31}
          fontSize="13"
          fill={ink}
          stroke={bar.kind === "setting" ? "var(--paper)" : "none"}
          strokeWidth="4"
          paintOrder="stroke"
        >
          {bar.detail}
        </text>
      )}
    </g>
  );
}
