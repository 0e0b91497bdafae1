/** A part's order of work: one list that steps, coats and the evenings all follow. Any kind of step may stand anywhere. */
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { formatDuration, parseDuration } from "~core/measure";
import { METHODS, type CoatFamily, FAMILIES } from "~core/coat";
import { GLUES } from "~core/joint";
import { GROUND_RECIPES } from "~core/ground";
import type { Part, Project, WorkItem } from "~core/project";
import { SCHOOLS } from "~core/surface";
import { newId, useActions } from "~app/features/frame/scene";
import { useTonight } from "~app/features/frame/tonightModel";
import { Dialog } from "~app/ui/dialog";
import { Choice, ParsedField, parseName } from "~app/ui/field";

export function describeItem(item: WorkItem, project: Project): { title: string; detail: string } {
  switch (item.kind) {
    case "print":
      return {
        title: `Print on ${project.scene.printers.find((p) => p.id === item.printerId)?.name ?? "a printer that is gone"}`,
        detail: item.typed ? `yours: ${item.typed.text}` : "",
      };
    case "hide":
      return { title: SCHOOLS.find((s) => s.id === item.school)?.name ?? item.school, detail: item.surface };
    case "coat": {
      const paint = project.paints.find((p) => p.id === item.paintId);
      return {
        title: paint?.name ?? "a paint that is gone",
        detail: `${METHODS[item.method].word}${item.coats > 1 ? `, ${item.coats} coats` : ""}`,
      };
    }
    case "glue":
      return { title: `Glue to ${item.to}`, detail: GLUES.find((g) => g.id === item.glueId)?.name ?? "" };
    case "ground":
      return {
        title: GROUND_RECIPES.find((r) => r.id === item.recipeId)?.name ?? "Groundwork",
        detail: `${(item.areaMm2 / 100).toFixed(0)} cm², ${item.depthMm} mm deep`,
      };
    case "own":
      return { title: item.title, detail: "your own step" };
  }
}

export function WorkList({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const { model } = useTonight();
  const [adding, setAdding] = useState<number | null>(null);
  return (
    <div>
      {part.work.length === 0 && (
        <p className="text-soft">
          Nothing planned yet. “Plan this part” proposes an order: print, hide what shows, prime, paint, seal. Each can be changed, moved or
          dropped.
        </p>
      )}
      <ol>
        {part.work.map((item, i) => {
          const { title, detail } = describeItem(item, project);
          const steps = model.steps.filter((s) => s.partId === part.id && s.itemId === item.id);
          const hands = steps.reduce((n, s) => n + s.handsOnS, 0),
            machine = steps.reduce((n, s) => n + s.machineS, 0),
            wait = steps.reduce((n, s) => n + s.waitS, 0);
          const done = steps.length > 0 && steps.every((s) => ["done", "setting"].includes(model.states.get(s.key)!.kind));
          return (
            <li
              key={item.id}
              className="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-center gap-x-2 border-b border-rule desk:grid-cols-[2rem_minmax(0,1fr)_19rem_auto]"
            >
              <span className="font-slab text-lg">{i + 1}</span>
              <span className="min-w-0 py-1">
                <span className={`font-semibold ${done ? "line-through decoration-1" : ""}`}>{title}</span>{" "}
                <span className="text-soft">
                  {detail}
                  {done ? " (done)" : ""}
                </span>
              </span>
              <span className="text-soft max-desk:col-span-3 max-desk:row-start-2 max-desk:pl-10">
                {[
                  hands > 0 && `${formatDuration(hands)} yours`,
                  machine > 0 && `${formatDuration(machine)} machine`,
                  wait > 0 && `${formatDuration(wait)} waiting`,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
              <span className="flex">
                <IconButton
                  label={`Move ${title} up`}
                  disabled={i === 0}
                  onClick={() => run("work.move", { partId: part.id, itemId: item.id, to: i - 1 })}
                >
                  <ArrowUp size={18} />
                </IconButton>
                <IconButton
                  label={`Move ${title} down`}
                  disabled={i === part.work.length - 1}
                  onClick={() => run("work.move", { partId: part.id, itemId: item.id, to: i + 1 })}
                >
                  <ArrowDown size={18} />
                </IconButton>
                <IconButton label={`Remove ${title}`} onClick={() => run("work.remove", { partId: part.id, itemId: item.id })}>
                  <X size={18} />
                </IconButton>
              </span>
            </li>
          );
        })}
      </ol>
      <button className="btn mt-3" onClick={() => setAdding(part.work.length)}>
        Add a step
      </button>
      {adding !== null && <AddStep part={part} project={project} at={adding} onClose={() => setAdding(null)} />}
    </div>
  );
}

export function IconButton({
  label,
  children,
  ...rest
}: { label: string; children: React.ReactNode } & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      {...rest}
      aria-label={label}
      title={label}
      className="inline-flex min-h-[44px] min-w-[44px] items-center justify-center hover:bg-board disabled:text-rule"
    >
      {children}
    </button>
  );
}

function AddStep({ part, project, at, onClose }: { part: Part; project: Project; at: number; onClose: () => void }) {
  const { run } = useActions();
  const [where, setWhere] = useState(String(at));
  const [title, setTitle] = useState("");
  const [hands, setHands] = useState(1500);
  const [wait, setWait] = useState(0);
  const [family, setFamily] = useState<CoatFamily | "none">("none");
  const [keep, setKeep] = useState(true);
  const [wrong, setWrong] = useState<string | null>(null);
  const add = (item: WorkItem): void => {
    void run("work.add", { partId: part.id, items: [item], at: Number(where) }).then((done) =>
      done.ok ? onClose() : setWrong(done.problem.message),
    );
  };
  const addOwn = (): void => {
    const name = parseName(title);
    if (!name.ok) return setWrong(name.problem.message);
    const procedureId = keep ? newId() : null;
    const own = { title: name.value, handsOnS: hands, waitS: wait, family: family === "none" ? null : family };
    // The kept procedure goes first, so that undo takes the step back before it.
    if (procedureId) run("procedure.keep", { procedure: { id: procedureId, ...own } });
    add({ id: newId(), kind: "own", ...own, procedureId });
  };
  const firstPaint = project.paints[0];
  const others = project.parts.filter((p) => p.id !== part.id);
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`A step for ${part.name}`} wide>
      <Choice
        label="Where it stands"
        value={where}
        onChange={setWhere}
        options={[
          { value: "0", label: "first of all" },
          ...part.work.map((w, i) => ({ value: String(i + 1), label: `after ${i + 1}, ${describeItem(w, project).title}` })),
        ]}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        {firstPaint && (
          <button className="btn" onClick={() => add({ id: newId(), kind: "coat", paintId: firstPaint.id, method: "brush", coats: 1 })}>
            A coat
          </button>
        )}
        <button
          className="btn"
          onClick={() =>
            add({
              id: newId(),
              kind: "glue",
              glueId: "instant-gel",
              to: others[0]?.name ?? "Base",
              toMaterial: "filament print",
              gapMm: 0.1,
              load: false,
            })
          }
        >
          A joint
        </button>
        <button
          className="btn"
          onClick={() => add({ id: newId(), kind: "ground", recipeId: GROUND_RECIPES[0].id, areaMm2: 10000, depthMm: 2 })}
        >
          Groundwork
        </button>
        {project.scene.printers[0] && part.source.kind !== "scratch" && !part.work.some((w) => w.kind === "print") && (
          <button
            className="btn"
            onClick={() =>
              add({ id: newId(), kind: "print", printerId: project.scene.printers[0].id, up: part.prints[0]?.up ?? "+z", typed: null })
            }
          >
            Printing
          </button>
        )}
      </div>
      {project.procedures.length > 0 && (
        <section className="mt-4">
          <h3 className="text-lg">My usual way</h3>
          {project.procedures.map((p) => (
            <div key={p.id} className="flex items-center justify-between gap-3 border-b border-rule">
              <button
                className="min-h-[48px] flex-1 text-left hover:bg-board"
                onClick={() =>
                  add({
                    id: newId(),
                    kind: "own",
                    title: p.title,
                    handsOnS: p.handsOnS,
                    waitS: p.waitS,
                    family: p.family,
                    procedureId: p.id,
                  })
                }
              >
                <span className="font-semibold">{p.title}</span>{" "}
                <span className="text-soft">
                  {formatDuration(p.handsOnS)}
                  {p.waitS > 0 && `, wait ${formatDuration(p.waitS)}`}
                </span>
              </button>
              <IconButton label={`Forget ${p.title}`} onClick={() => run("procedure.delete", { procedureId: p.id })}>
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
          <label className="label block" htmlFor="own-title">
            What you do
          </label>
          <input
            id="own-title"
            className="field"
            value={title}
            onChange={(e) => {
              setTitle(e.target.value);
              setWrong(null);
            }}
            placeholder="My usual thick base coat"
            aria-invalid={wrong !== null}
          />
          {wrong && (
            <p role="alert" className="text-act">
              {wrong}
            </p>
          )}
        </div>
        <ParsedField label="Your time" text={formatDuration(hands)} parse={parseDuration} readAs={formatDuration} onCommit={setHands} />
        <ParsedField
          label="Wait afterwards"
          text={wait === 0 ? "none" : formatDuration(wait)}
          placeholder="overnight"
          parse={(t) => (/^none$/i.test(t.trim()) ? { ok: true, value: 0 } : parseDuration(t))}
          readAs={(s) => (s === 0 ? "none" : formatDuration(s))}
          onCommit={setWait}
        />
        <Choice
          label="What it lays down"
          value={family}
          onChange={setFamily}
          options={[
            { value: "none", label: "nothing" },
            ...(Object.keys(FAMILIES) as CoatFamily[]).filter((f) => !FAMILIES[f].ground).map((f) => ({ value: f, label: f })),
          ]}
        />
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input type="checkbox" className="h-6 w-6" checked={keep} onChange={(e) => setKeep(e.target.checked)} />
          keep it for other parts
        </label>
        <button className="btn btn-solid tab:col-span-2" type="submit">
          Add my step
        </button>
      </form>
    </Dialog>
  );
}
