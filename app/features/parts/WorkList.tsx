/** A part's order of work: one list that steps, coats and the evenings all follow. Any kind of step may stand anywhere. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type Modifier,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { ArrowDown, ArrowUp, GripVertical, Pencil, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { formatDuration } from "~core/units";
import { stepsAmong, type Step } from "~core/plan";
import type { Part, WorkItem } from "~core/project";
import { BENCH_TASKS, needsWords } from "~core/work";
import { keptOf, ownFrom, WORK_KINDS, type OwnWork } from "~core/stations/kinds";
import { newId, useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { askedOf, StepFields } from "~app/shared/StepFields";
import { beginningOf, describeItem } from "~app/shared/workItems";
import { Dialog } from "~app/ui/dialog";
import { IconButton } from "~app/ui/iconButton";
import { Choice } from "~app/ui/field";

export function WorkList({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { model } = useTonight();
  const [adding, setAdding] = useState<number | null>(null);
  const [changing, setChanging] = useState<string | null>(null);
  const changed = part.work.find((w) => w.id === changing);
  // The order as it was just let go, until the row is another than the one that was there when it was stored: a press that follows at once
  // starts from what is shown.
  const [dropped, setDropped] = useState<{ ids: string[]; storedAt: Part["work"] | null } | null>(null);
  const latest = useRef(part.work);
  useEffect(() => {
    latest.current = part.work;
  }, [part.work]);
  const shown = dropped && (dropped.storedAt === null || dropped.storedAt === part.work) ? dropped.ids : null;
  const sensors = useSensors(useSensor(PointerSensor), useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }));
  const items = shown ? [...part.work].sort((a, b) => shown.indexOf(a.id) - shown.indexOf(b.id)) : part.work;
  const ids = items.map((item) => item.id);
  const move = async (itemId: string, to: number): Promise<void> => {
    const mine = { ids: arrayMove(ids, ids.indexOf(itemId), to), storedAt: null };
    setDropped(mine);
    const done = await run("list.move", { list: "part.work", of: part.id, key: itemId, to });
    // Another move may have begun meanwhile: its order stays until it is stored too.
    setDropped((now) => (now !== mine ? now : done.ok ? { ...mine, storedAt: latest.current } : null));
  };
  const titleOf = (id: UniqueIdentifier): string => {
    const item = part.work.find((w) => w.id === id);
    return item ? describeItem(item, part, project).title : "";
  };
  const steps = stepsAmong(model.steps, part.id);
  return (
    <div>
      {part.work.length === 0 && (
        <p className="text-soft">
          No steps yet. “Plan this part” suggests an order: print, hide the lines that show, prime, paint, seal. You can change, move or
          remove any step.
        </p>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[upAndDown]}
        accessibility={{ announcements: announcementsOf(titleOf, ids), screenReaderInstructions: { draggable: HOW_TO_MOVE } }}
        onDragEnd={({ active, over }) => {
          if (over && over.id !== active.id) void move(String(active.id), ids.indexOf(String(over.id)));
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol>
            {items.map((item, i) => (
              <WorkRow
                key={item.id}
                item={item}
                at={i}
                last={i === items.length - 1}
                words={describeItem(item, part, project)}
                steps={steps.filter((s) => s.itemId === item.id)}
                isDone={(s) => ["done", "setting"].includes(model.states.get(s.key)?.kind ?? "")}
                onMove={(to) => void move(item.id, to)}
                onChange={askedOf(item).length > 0 ? () => setChanging(item.id) : null}
                onRemove={() => void run("list.drop", { list: "part.work", of: part.id, keys: [item.id] })}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <button className="btn mt-3" onClick={() => setAdding(part.work.length)}>
        Add a step
      </button>
      {changed && <ChangeStep key={changed.id} item={changed} part={part} onClose={() => setChanging(null)} />}
      {adding !== null && <AddStep part={part} at={adding} onClose={() => setAdding(null)} />}
    </div>
  );
}

const HOW_TO_MOVE = "Press space to pick it up, the arrow keys to move it, space to drop it, escape to cancel.";

/** What a screen reader says while a step is moved. */
const announcementsOf = (title: (id: UniqueIdentifier) => string, ids: readonly string[]): Announcements => {
  const place = (over: { id: UniqueIdentifier } | null): string =>
    over ? `place ${ids.indexOf(String(over.id)) + 1} of ${ids.length}` : "";
  return {
    onDragStart: ({ active }) => `${title(active.id)} picked up.`,
    onDragOver: ({ active, over }) => (over ? `${title(active.id)} would move to ${place(over)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${title(active.id)} dropped at ${place(over)}.` : `${title(active.id)} put back.`),
    onDragCancel: ({ active }) => `${title(active.id)} back where it was.`,
  };
};

/** A list is moved through in one direction only. */
const upAndDown: Modifier = ({ transform }) => ({ ...transform, x: 0 });

function WorkRow({
  item,
  at,
  last,
  words: { title, detail },
  steps,
  isDone,
  onMove,
  onChange,
  onRemove,
}: {
  item: WorkItem;
  at: number;
  last: boolean;
  words: { title: string; detail: string };
  steps: readonly Step[];
  isDone: (step: Step) => boolean;
  onMove: (to: number) => void;
  /** Null where nothing of it is said in a form. */
  onChange: (() => void) | null;
  onRemove: () => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: item.id });
  const sum = (of: (s: Step) => number): number => steps.reduce((n, s) => n + of(s), 0);
  const [hands, machine, wait] = [sum((s) => s.handsOnS), sum((s) => s.machineS), sum((s) => s.waitS)];
  const done = steps.length > 0 && steps.every(isDone);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`grid grid-cols-[44px_1.6rem_minmax(0,1fr)_auto] items-center gap-x-1 desk:grid-cols-[44px_1.6rem_minmax(0,1fr)_19rem_auto] ${
        isDragging ? "relative z-10 border-[1.5px] border-ink bg-paper" : "border-b border-rule"
      }`}
    >
      <button
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${title}`}
        title="Drag, or press space and the arrow keys"
        className="flex min-h-[44px] touch-none items-center justify-center text-soft hover:bg-board"
      >
        <GripVertical size={18} />
      </button>
      <span className="font-slab text-lg">{at + 1}</span>
      <span className="min-w-0 py-1 max-tab:col-span-2">
        <span className={`font-semibold ${done ? "line-through decoration-1" : ""}`}>{title}</span>{" "}
        <span className="text-soft">
          {detail}
          {done ? " (done)" : ""}
        </span>
      </span>
      <span className="text-soft max-desk:col-span-4 max-desk:row-start-2 max-desk:pl-[72px] max-tab:col-span-3 max-tab:pl-2">
        {[
          hands > 0 && `${formatDuration(hands)} hands-on`,
          machine > 0 && `${formatDuration(machine)} machine`,
          wait > 0 && `${formatDuration(wait)} waiting`,
        ]
          .filter(Boolean)
          .join(" · ")}
      </span>
      <span className="flex max-tab:col-start-4 max-tab:row-start-2">
        {onChange && (
          <IconButton label={`Change ${title}`} onClick={onChange}>
            <Pencil size={18} />
          </IconButton>
        )}
        <IconButton label={`Move ${title} up`} disabled={at === 0} onClick={() => onMove(at - 1)}>
          <ArrowUp size={18} />
        </IconButton>
        <IconButton label={`Move ${title} down`} disabled={last} onClick={() => onMove(at + 1)}>
          <ArrowDown size={18} />
        </IconButton>
        <IconButton label={`Remove ${title}`} onClick={onRemove}>
          <X size={18} />
        </IconButton>
      </span>
    </li>
  );
}

/** What a step of one's own begins as. */
const NEW_OWN: Omit<OwnWork, "id"> = {
  kind: "own",
  title: "",
  handsOnS: 1500,
  waitS: 0,
  family: null,
  needs: [],
  uses: [],
  procedureId: null,
};

/** One step of the order of work, whatever its kind, field by field. */
function ChangeStep({ item, part, onClose }: { item: WorkItem; part: Part; onClose: () => void }) {
  const project = useProject();
  const { run } = useActions();
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`Change: ${describeItem(item, part, project).title}`} wide>
      <StepFields
        item={item}
        partId={part.id}
        onChange={(change) => run("list.set", { list: "part.work", of: part.id, key: item.id, change })}
      />
      <button className="btn mt-4" onClick={onClose}>
        Done
      </button>
    </Dialog>
  );
}

function AddStep({ part, at, onClose }: { part: Part; at: number; onClose: () => void }) {
  const project = useProject();
  const { run } = useActions();
  const [where, setWhere] = useState(String(at));
  const [own, setOwn] = useState<OwnWork>(() => ({ ...NEW_OWN, id: newId() }));
  const [keep, setKeep] = useState(true);
  const [wrong, setWrong] = useState<string | null>(null);
  const add = (item: WorkItem): void => {
    void run("work.add", { partId: part.id, items: [item], at: Number(where) }).then((done) =>
      done.ok ? onClose() : setWrong(done.problem.message),
    );
  };
  const addOwn = (): void => {
    if (!own.title) return setWrong("Enter what you do, such as “my usual thick base coat”.");
    const procedureId = keep ? newId() : null;
    // The kept procedure goes first, so that undo takes the step back before it.
    if (procedureId) run("list.add", { list: "procedures", items: [{ id: procedureId, ...keptOf(own) }] });
    add({ ...own, procedureId });
  };
  const beginning = beginningOf(part, project);
  const offers = WORK_KINDS.flatMap(({ kind, begin }) => {
    const item = begin?.make(newId(), beginning);
    return begin && item ? [{ kind, label: begin.label, item: item as WorkItem }] : [];
  });
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`A step for ${part.name}`} wide>
      <Choice
        label="Position"
        value={where}
        onChange={setWhere}
        options={[
          { value: "0", label: "at the start" },
          ...part.work.map((w, i) => ({ value: String(i + 1), label: `after ${i + 1}, ${describeItem(w, part, project).title}` })),
        ]}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        {offers.map((o) => (
          <button key={o.kind} className="btn" onClick={() => add(o.item)}>
            {o.label}
          </button>
        ))}
        {BENCH_TASKS.map((t) => (
          <button
            key={t.id}
            className="btn"
            onClick={() => add({ id: newId(), kind: "bench", task: t.id, rounds: 1, mostAnEvening: null })}
          >
            {t.title}
          </button>
        ))}
      </div>
      {project.procedures.length > 0 && (
        <section className="mt-4">
          <h3 className="text-lg">My usual way</h3>
          {project.procedures.map((p) => (
            <div key={p.id} className="flex items-center justify-between gap-3 border-b border-rule">
              <button className="min-h-[48px] flex-1 text-left hover:bg-board" onClick={() => add(ownFrom(newId(), p))}>
                <span className="font-semibold">{p.title}</span>{" "}
                <span className="text-soft">
                  {formatDuration(p.handsOnS)}
                  {p.waitS > 0 && `, wait ${formatDuration(p.waitS)}`}
                  {needsWords(p.needs)}
                </span>
              </button>
              <IconButton label={`Forget ${p.title}`} onClick={() => run("list.drop", { list: "procedures", keys: [p.id] })}>
                <X size={18} />
              </IconButton>
            </div>
          ))}
        </section>
      )}
      <form
        className="mt-4 grid gap-3 tab:grid-cols-2"
        onSubmit={(e) => {
          e.preventDefault();
          addOwn();
        }}
      >
        <h3 className="text-lg tab:col-span-2">A step of your own</h3>
        <div className="tab:col-span-2">
          <StepFields
            item={own}
            partId={part.id}
            onChange={(change) => {
              setOwn((now) => ({ ...now, ...change }));
              setWrong(null);
            }}
          />
          {wrong && (
            <p role="alert" className="text-act">
              {wrong}
            </p>
          )}
        </div>
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input type="checkbox" className="h-6 w-6" checked={keep} onChange={(e) => setKeep(e.target.checked)} />
          save it for other parts
        </label>
        <button className="btn btn-solid tab:col-span-2" type="submit">
          Add my step
        </button>
      </form>
    </Dialog>
  );
}
