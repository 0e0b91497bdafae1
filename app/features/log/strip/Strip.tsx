/** The strip of the log: days across, a lane a part; arrows go from mark to mark. */
import { format } from "date-fns";
import { useLayoutEffect, useMemo, useRef } from "react";
import { type LogStrip, type StripMark } from "~core/look";
import { photosOf, type Part } from "~core/project";
import { formatDuration } from "~core/units";
import { Picture } from "~app/shared/Picture";
import { Silhouette } from "~app/shared/Silhouette";
import { hatchFill } from "~app/ui/hatch";
import { Sideways } from "~app/ui/sideways";

const DAY = 96,
  LANE = 44,
  TOP = 26;

/** Every other day has its name where there are many. */
const dayName = (at: number): string => format(at, "EEE d MMM");

export function Strip({
  strip,
  showNow,
  parts,
  chosen,
  onChoose,
}: {
  strip: LogStrip;
  /** It ends with today. */
  showNow: boolean;
  parts: readonly Part[];
  chosen: StripMark | null;
  onChoose: (mark: StripMark) => void;
}) {
  const all = useMemo(() => strip.lanes.flatMap((l) => l.marks).sort((a, b) => a.record.startedAt - b.record.startedAt), [strip]);
  const box = useRef<HTMLDivElement>(null);
  // What was done last stands at the right: that is where one looks first.
  useLayoutEffect(() => {
    const sideways = box.current?.parentElement;
    if (sideways) sideways.scrollLeft = sideways.scrollWidth;
  }, [strip.width]);
  const go = (by: number): void => {
    const at = chosen ? all.findIndex((m) => m.record.id === chosen.record.id) : by > 0 ? -1 : all.length;
    const next = all[Math.min(all.length - 1, Math.max(0, at + by))];
    onChoose(next);
    box.current?.querySelector(`[data-record="${next.record.id}"]`)?.scrollIntoView({ block: "nearest", inline: "nearest" });
  };
  const width = strip.width * DAY + 24,
    height = TOP + strip.lanes.length * LANE + 6;
  const x = (u: number): number => u * DAY;
  return (
    <div className="flex">
      <ul className="shrink-0 max-tab:w-28 tab:w-48" style={{ paddingTop: TOP }}>
        {strip.lanes.map((l) => {
          const part = parts.find((p) => p.id === l.partId)!;
          return (
            <li key={l.partId} className="flex items-center gap-2 overflow-hidden" style={{ height: LANE }}>
              <span className="max-tab:hidden">
                <Silhouette part={part} />
              </span>
              <span className="min-w-0 leading-tight">
                <span className="block truncate font-semibold">{l.name}</span>
                {l.handsS > 0 && <span className="block text-sm text-soft">{formatDuration(l.handsS)} yours</span>}
              </span>
            </li>
          );
        })}
      </ul>
      <Sideways label="Days of the log" className="min-w-0 flex-1">
        <div
          ref={box}
          tabIndex={0}
          role="group"
          aria-label="Marks of the log: arrow keys go from one to the next"
          aria-description={chosen ? `${chosen.record.title}, ${format(chosen.record.startedAt, "EEE d MMM HH:mm")}` : undefined}
          className="w-max"
          onKeyDown={(e) => {
            if (e.key !== "ArrowRight" && e.key !== "ArrowLeft") return;
            e.preventDefault();
            go(e.key === "ArrowRight" ? 1 : -1);
          }}
        >
          <svg width={width} height={height} aria-hidden="true" className="block font-sans">
            {strip.days.map((d) => (
              <g key={d.at}>
                <path d={`M${x(d.x)} ${TOP - 6}V${height}`} stroke="var(--rule)" />
                <text x={x(d.x) + 3} y={14} fontSize="13" fill="var(--soft)">
                  {d.folded > 0 ? `${d.folded} d` : dayName(d.at)}
                </text>
              </g>
            ))}
            {showNow && <path d={`M${x(strip.now)} ${TOP - 10}V${height}`} stroke="var(--act)" strokeWidth="1.6" />}
            {strip.lanes.map((l, i) => {
              const y = TOP + i * LANE + LANE / 2;
              return (
                <g key={l.partId}>
                  <path d={`M0 ${y}H${width}`} stroke="var(--rule)" />
                  {l.marks.map((m) => (
                    <Mark key={m.record.id} mark={m} x={x} y={y} chosen={m === chosen} onChoose={onChoose} />
                  ))}
                </g>
              );
            })}
          </svg>
          <HungPictures strip={strip} marks={all} x={x} onChoose={onChoose} />
        </div>
      </Sideways>
    </div>
  );
}

/** So many pictures are shown of a day; the rest is counted. */
const OF_A_DAY = 2;

/** Pictures under the day of their step; one opens it. */
function HungPictures({
  strip,
  marks,
  x,
  onChoose,
}: {
  strip: LogStrip;
  marks: readonly StripMark[];
  x: (u: number) => number;
  onChoose: (mark: StripMark) => void;
}) {
  const days = strip.days
    .filter((d) => d.folded === 0)
    .map((day) => ({
      day,
      shown: marks
        .filter((m) => m.x0 >= day.x && m.x0 < day.x + day.width)
        .flatMap((mark) => photosOf(mark.record).map((hash) => ({ mark, hash }))),
    }))
    .filter((d) => d.shown.length > 0);
  if (days.length === 0) return null;
  return (
    <div className="relative h-16" role="group" aria-label="Pictures of the days">
      {days.map(({ day, shown }) => (
        <div key={day.at} className="absolute top-1 flex gap-0.5" style={{ left: x(day.x) + 2, width: x(day.width) - 4 }}>
          {shown.slice(0, OF_A_DAY).map(({ mark, hash }, i) => (
            <button
              key={hash}
              className="relative min-w-0 flex-1 border border-rule"
              onClick={() => onChoose(mark)}
              aria-label={`Picture of ${mark.record.title}, ${dayName(day.at)}`}
            >
              <Picture hash={hash} alt="" className="h-12 w-full" />
              {i === OF_A_DAY - 1 && shown.length > OF_A_DAY && (
                <span className="absolute bottom-0 right-0 bg-paper px-1 text-sm">+{shown.length - OF_A_DAY}</span>
              )}
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}

function Mark({
  mark,
  x,
  y,
  chosen,
  onChoose,
}: {
  mark: StripMark;
  x: (u: number) => number;
  y: number;
  chosen: boolean;
  onChoose: (m: StripMark) => void;
}) {
  const { record, x0, x1, sets, wrong } = mark;
  const machine = record.time === "machine";
  const wide = Math.max(5, x(x1) - x(x0));
  return (
    <g data-record={record.id} className="cursor-pointer" onClick={() => onChoose(mark)}>
      <rect x={x(x0) - 3} y={y - LANE / 2 + 2} width={wide + 6} height={LANE - 4} fill="transparent" />
      {sets !== null && (
        <rect x={x(x1)} y={y - 6} width={x(sets) - x(x1)} height="12" fill={hatchFill("setting")} stroke="var(--setting)" />
      )}
      <rect
        x={x(x0)}
        y={y - 8}
        width={wide}
        height="16"
        fill={machine ? "var(--ink)" : "var(--paper)"}
        stroke={chosen ? "var(--act)" : "var(--ink)"}
        strokeWidth={chosen ? 3 : 1.4}
      />
      {wrong && (
        <path d={`M${x(x1) + 3} ${y - 6}l11 12m0 -12l-11 12`} stroke="var(--act)" strokeWidth="2.4" fill="none">
          <title>went wrong</title>
        </path>
      )}
      {(photosOf(record).length > 0 || record.sounds) && <circle cx={x(x0) + wide / 2} cy={y + 14} r="3.4" fill="var(--ink)" />}
    </g>
  );
}
