/**
 * The lanes of the printers: machines that run solid, what is planned dashed, hours asleep and of quiet shaded, the hours in which somebody
 * can change a plate along the foot, spool and bottle running down. A plate is dragged to another place of its lane or to another printer;
 * on the keyboard the arrows do the same.
 */
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import { scaleTime, timeDay, timeFormat, timeHour } from "d3";
import { toast } from "sonner";
import type { Job, Lane, Queue } from "~core/plan";
import { formatDuration } from "~core/units";
import { useActions } from "~app/shared/scene";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { Choice } from "~app/ui/field";
import { useWidth } from "~app/ui/useWidth";
import { sayProblem } from "~app/ui/sayProblem";

const HOUR = 3_600_000;
const BAR = 52;
const STOCK = 34;
const HEAD = 24;
/** A bar that can be met with a thumb, however short the print. */
const LEAST_BAR = 44;
const LEFT = 128;
const LEAST_WIDTH = 720;
/** Of an hour, where all of the queue is shown: as in a week on a desk. */
const LEAST_HOUR = 5.5;
const clock = timeFormat("%H:%M");
const dayClock = timeFormat("%a %H:%M");
const SPANS = { "20": "the next 18 hours", "72": "three days", "168": "a week", all: "all of it" } as const;
export type Span = keyof typeof SPANS;

const whyNotMoved = ({ scene }: Job): string =>
  scene
    ? `That plate belongs to ${scene.name}. Change its order there.`
    : "Only laid-out plates can be moved in the queue. Lay it out first.";

const HOW_TO_MOVE = "Use the arrow keys: left and right for position, up and down for printer.";

/** What a screen reader says while a plate is dragged. */
function announcementsOf({ lanes }: Queue): Announcements {
  const job = (id: UniqueIdentifier): string => lanes.flatMap((l) => l.jobs).find((j) => j.key === id)?.name ?? "The plate";
  const lane = (over: { id: UniqueIdentifier } | null): string =>
    lanes.find((l) => l.printer.id === over?.id)?.printer.name ?? "no printer";
  return {
    onDragStart: ({ active }) => `${job(active.id)} picked up.`,
    onDragOver: ({ active, over }) => `${job(active.id)} over ${lane(over)}.`,
    onDragEnd: ({ active, over }) => (over ? `${job(active.id)} dropped on ${lane(over)}.` : `${job(active.id)} put back.`),
    onDragCancel: ({ active }) => `${job(active.id)} back where it was.`,
  };
}

/** How much of the future is drawn. */
export function SpanChoice({ span, onChange }: { span: Span; onChange: (span: Span) => void }) {
  return (
    <Choice
      hideLabel
      className="w-44"
      label="Shown"
      value={span}
      onChange={onChange}
      options={(Object.keys(SPANS) as Span[]).map((s) => ({ value: s, label: SPANS[s] }))}
    />
  );
}

export function QueueLanes({ queue, span }: { queue: Queue; span: Span }) {
  const { run } = useActions();
  const { model } = useTonight();
  const [ref, shown] = useWidth<HTMLDivElement>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const now = useMoment();
  const from = model.now - 2 * HOUR;
  const to = span === "all" ? Math.max(from + 20 * HOUR, queue.until + HOUR) : from + Number(span) * HOUR;
  // On a phone, and where all of a long queue is shown, the lanes are wider than the page and move under the thumb: a bar stays large
  // enough to be met, and a day to be read.
  const width = shown > 0 ? Math.max(shown, LEAST_WIDTH, LEFT + ((to - from) / HOUR) * (span === "all" ? LEAST_HOUR : 0)) : 0;
  const x = scaleTime()
    .domain([from, to])
    .range([LEFT, Math.max(LEFT + 100, width - 4)]);
  const at = (ms: number): number => Math.min(width - 4, Math.max(LEFT, x(ms)));
  const rows = queue.lanes.map((lane) => ({ lane, h: BAR + (lane.loaded ? STOCK : 8) }));
  const tops = rows.map((_, i) => HEAD + rows.slice(0, i).reduce((n, r) => n + r.h, 0));
  const height = HEAD + rows.reduce((n, r) => n + r.h, 0) + 20;
  const hours =
    to - from > 60 * HOUR
      ? timeHour.every(12)!.range(new Date(from), new Date(to))
      : timeHour.every(width < 700 ? 2 : 1)!.range(new Date(from), new Date(to));

  const move = async (job: Job, lane: Lane, place: number): Promise<void> => {
    if (!job.plateId) return void toast.error(whyNotMoved(job));
    const planned = lane.jobs.filter((j) => j.kind === "planned" || j.kind === "no time").flatMap((j) => (j.plateId ? [j.plateId] : []));
    const order = planned.filter((id) => id !== job.plateId);
    order.splice(Math.max(0, Math.min(order.length, place)), 0, job.plateId);
    const before = lane.jobs.filter((j) => j.kind === "running" || j.kind === "ended").flatMap((j) => (j.plateId ? [j.plateId] : []));
    const done = await run("plates.order", { printerId: lane.printer.id, plateIds: [...before, ...order] });
    if (!done.ok) sayProblem(done.problem);
  };
  const step = async (job: Job, by: number, printerId?: string): Promise<void> => {
    if (!job.plateId) return void toast.error(whyNotMoved(job));
    const done = await run("plate.step", { plateId: job.plateId, by, ...(printerId && { printerId }) });
    if (!done.ok) sayProblem(done.problem);
  };
  const onDragEnd = ({ active, over, delta }: DragEndEvent): void => {
    const from = queue.lanes.find((l) => l.jobs.some((j) => j.key === active.id));
    const job = from?.jobs.find((j) => j.key === active.id);
    const lane = queue.lanes.find((l) => l.printer.id === over?.id);
    if (!job?.machine || !lane || !from) return;
    if (lane.printer.process !== from.printer.process)
      return void toast.error(`${lane.printer.name} uses another process. Lay the parts out for it instead.`);
    // Where its start was let go, among the starts of the others.
    const start = x(job.machine.from) + delta.x;
    const others = lane.jobs.filter((j) => j.plateId && j.key !== job.key && j.kind === "planned" && j.machine);
    void move(job, lane, others.filter((j) => x((j.machine!.from + j.machine!.to) / 2) < start).length);
  };
  const byKey = (event: React.KeyboardEvent, job: Job, lane: Lane): void => {
    const other = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined && other === undefined) return;
    event.preventDefault();
    if (by !== undefined) return void step(job, by);
    const same = queue.lanes.filter((l) => l.printer.process === lane.printer.process);
    const to = same[same.indexOf(lane) + other!] as Lane | undefined;
    if (to) void step(job, 0, to.printer.id);
  };
  const drawn = { from, to, at, top: HEAD - 4, height: height - HEAD - 12 };
  return (
    <>
      <p className="mb-1 text-soft">
        Drag a plate, or choose it and use the arrow keys: left and right for position, up and down for printer.
      </p>
      <div ref={ref} className="overflow-x-auto" style={{ scrollPaddingLeft: LEFT }}>
        <div className="relative" style={{ height, width: width || undefined }}>
          {width > 0 && (
            <DndContext
              sensors={sensors}
              onDragEnd={onDragEnd}
              // The lanes may move under the hand; the paper around them must not.
              autoScroll={{ canScroll: (element) => element === ref.current, threshold: { x: 0.08, y: 0 }, acceleration: 5 }}
              accessibility={{ announcements: announcementsOf(queue), screenReaderInstructions: { draggable: HOW_TO_MOVE } }}
            >
              <LaneNames rows={rows} tops={tops} height={height} />
              <svg width={width} height={height} className="absolute left-0 top-0" aria-hidden="true">
                <Stretches list={queue.nights} {...drawn} fill="var(--board)" />
                {queue.nights
                  .filter((n) => at(n.to) - at(n.from) > 190)
                  .slice(0, 1)
                  .map((n) => (
                    <text key={n.from} x={at(n.from) + 8} y={height - 22} fontSize="13.5" fill="var(--soft)">
                      asleep: no plate changes
                    </text>
                  ))}
                <Stretches list={queue.quiet} {...drawn} fill="url(#hatch-reckoned)" opacity={0.35} />
                <Stretches list={queue.changes} {...drawn} top={height - 15} height={5} fill="var(--act)" opacity={0.75} />
                {hours.map((h) => (
                  <g key={h.getTime()}>
                    <line x1={x(h)} x2={x(h)} y1="8" y2={height - 16} stroke="var(--rule)" />
                    {x(h) < width - 24 && (
                      <text x={x(h) + 4} y="17" fontSize="13" fill="var(--soft)">
                        {to - from > 60 * HOUR
                          ? timeDay(h).getTime() === h.getTime()
                            ? timeFormat("%a %d")(h)
                            : timeFormat("%H")(h)
                          : timeFormat("%H")(h)}
                      </text>
                    )}
                  </g>
                ))}
                {rows.map(
                  ({ lane }, i) =>
                    lane.loaded && <StockLine key={lane.printer.id} lane={lane} at={at} top={tops[i] + BAR} from={from} to={to} />,
                )}
                <line x1={at(now)} x2={at(now)} y1="0" y2={height - 16} stroke="var(--act)" strokeWidth="2" />
              </svg>
              {rows.map(({ lane }, i) => (
                <LaneRow key={lane.printer.id} lane={lane} top={tops[i]} at={at} from={from} to={to} width={width} onKey={byKey} />
              ))}
            </DndContext>
          )}
        </div>
      </div>
    </>
  );
}

/** Stretches of time as rectangles, as far as they are shown. */
function Stretches({
  list,
  from,
  to,
  at,
  top,
  ...look
}: {
  list: Queue["nights"];
  from: number;
  to: number;
  at: (ms: number) => number;
  top: number;
  height: number;
  fill: string;
  opacity?: number;
}) {
  return list
    .filter((n) => n.to > from && n.from < to)
    .map((n) => <rect key={n.from} x={at(n.from)} y={top} width={Math.max(0, at(n.to) - at(n.from))} {...look} />);
}

/** What each lane is, and what is on it. Stays where it is while the lanes move. */
function LaneNames({ rows, tops, height }: { rows: readonly { lane: Lane }[]; tops: readonly number[]; height: number }) {
  return (
    <svg width={LEFT - 4} height={height} className="sticky left-0 z-10 block bg-paper" aria-hidden="true">
      {rows.map(({ lane: { printer, loaded } }, i) => (
        <g key={printer.id}>
          <text x="0" y={tops[i] + 26} fontSize="14.5" fontWeight="600" fill="var(--ink)">
            {printer.name}
          </text>
          {loaded && (
            <>
              <text x="0" y={tops[i] + BAR + 13} fontSize="13" fill="var(--real)">
                {loaded.name.length > 18 ? `${loaded.name.slice(0, 17)}…` : loaded.name}
              </text>
              <text x="0" y={tops[i] + BAR + 28} fontSize="13" fill="var(--real)">
                {Math.round(loaded.stock)} {printer.process === "resin" ? "ml" : "g"} now
              </text>
            </>
          )}
        </g>
      ))}
      <text x="0" y={height - 9} fontSize="13.5" fontWeight="500" fill="var(--ink)">
        You are at the bench
      </text>
    </svg>
  );
}

/** What is left on spool or in bottle, to the scale of what is on now. */
function StockLine({ lane, at, top, from, to }: { lane: Lane; at: (ms: number) => number; top: number; from: number; to: number }) {
  const { loaded, runDown } = lane;
  const most = Math.max(1, loaded!.stock);
  const y = (left: number): number => top + 4 + (STOCK - 12) * (1 - Math.max(0, left) / most);
  const points = runDown.filter((p) => p.at >= from && p.at <= to);
  const d = points.map((p, i) => `${i === 0 ? "M" : "L"}${at(p.at).toFixed(1)} ${y(p.left).toFixed(1)}`).join("");
  const short = lane.jobs.find((j) => j.leftAfter !== null && j.leftAfter < 0);
  const shortX = short?.machine ? at(short.machine.from) : null;
  const words = short ? `not enough for ${short.name}` : "";
  return (
    <>
      <path d={d} fill="none" stroke="var(--real)" strokeWidth="1.6" />
      {shortX !== null && (
        <text
          x={Math.min(shortX, at(to) - words.length * 6.2)}
          y={top + 27}
          fontSize="13"
          fontWeight="600"
          fill="var(--act)"
          stroke="var(--paper)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {words}
        </text>
      )}
    </>
  );
}

function LaneRow({
  lane,
  top,
  at,
  from,
  to,
  width,
  onKey,
}: {
  lane: Lane;
  top: number;
  at: (ms: number) => number;
  from: number;
  to: number;
  width: number;
  onKey: (event: React.KeyboardEvent, job: Job, lane: Lane) => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: lane.printer.id });
  return (
    <div
      ref={setNodeRef}
      role="list"
      aria-label={`Queue of ${lane.printer.name}`}
      className={`absolute ${isOver ? "outline outline-2 outline-act" : ""}`}
      style={{ left: LEFT, top, width: width - LEFT - 4, height: BAR - 4 }}
    >
      {lane.jobs.map((job) => {
        if (!job.machine || job.machine.to < from || job.machine.from > to) return null;
        return <JobBar key={job.key} job={job} lane={lane} x0={at(job.machine.from) - LEFT} x1={at(job.machine.to) - LEFT} onKey={onKey} />;
      })}
    </div>
  );
}

function JobBar({
  job,
  lane,
  x0,
  x1,
  onKey,
}: {
  job: Job;
  lane: Lane;
  x0: number;
  x1: number;
  onKey: (event: React.KeyboardEvent, job: Job, lane: Lane) => void;
}) {
  const movable = job.kind === "planned" && job.plateId !== null && !job.scene;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: job.key, disabled: !movable });
  const w = Math.max(LEAST_BAR, x1 - x0);
  const { machine } = job;
  const words =
    job.kind === "running"
      ? `ends ${clock(new Date(machine!.to))}`
      : job.kind === "ended"
        ? "ended: clear the plate"
        : `${clock(new Date(machine!.from))} to ${clock(new Date(machine!.to))}`;
  const solid = job.kind === "running" || job.kind === "ended";
  return (
    <div role="listitem" className="contents">
      <button
        ref={setNodeRef}
        {...listeners}
        onKeyDown={(e) => movable && onKey(e, job, lane)}
        className={`absolute overflow-hidden whitespace-nowrap border-[1.3px] border-ink px-1.5 text-left leading-tight ${
          solid ? "bg-ink text-paper" : "border-dashed bg-paper text-ink"
        } ${movable ? "cursor-grab touch-none" : "cursor-default"} ${isDragging ? "z-20 opacity-80" : ""} ${job.leftAfter !== null && job.leftAfter < 0 ? "border-act" : ""}`}
        style={{
          left: x0,
          top: 4,
          width: w,
          height: BAR - 8,
          transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        }}
        title={`${job.name}: ${words}`}
        aria-label={`${job.name} on ${lane.printer.name}, ${job.kind === "planned" ? "planned" : job.kind}, ${dayClock(new Date(machine!.from))} to ${dayClock(new Date(machine!.to))}, ${formatDuration(job.step.machineS)}${movable ? ". Arrows move it" : ""}`}
      >
        {w > 46 && (
          <>
            <span className="block truncate text-[13.5px] font-semibold">{job.name}</span>
            <span className="block truncate text-[13px]">{words}</span>
          </>
        )}
      </button>
    </div>
  );
}
