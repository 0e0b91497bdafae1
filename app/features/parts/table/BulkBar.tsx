/** What can be done to all picked parts at once; each is one edit that undo takes back. */
import { useState } from "react";
import { toast } from "sonner";
import { fail, ok } from "~core/units";
import { LIMITS, type Part, type Project, type WorkItem } from "~core/project";
import { HANDLINGS } from "~core/subject";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseCount } from "~app/ui/field";
import { writeParts } from "~app/shared/writeParts";
import { ownFrom } from "~core/stations/kinds";
import { sayProblem } from "~app/ui/sayProblem";

/** What picked parts can be given: a recipe, or a saved step. */
const waysOf = (project: Project): { value: string; label: string }[] => [
  ...project.scene.recipes.map((r) => ({ value: `recipe ${r.id}`, label: `recipe: ${r.name}` })),
  ...project.procedures.map((p) => ({ value: `kept ${p.id}`, label: p.title })),
];

function keptStep(id: string, project: Project): WorkItem[] {
  const kept = project.procedures.find((p) => p.id === id);
  return kept ? [ownFrom(newId(), kept)] : [];
}

export function BulkBar({ parts, onDone }: { parts: Part[]; onDone: () => void }) {
  const project = useProject();
  const { run } = useActions();
  const [busy, setBusy] = useState(false);
  const partIds = parts.map((p) => p.id);
  const shared = <T,>(of: (p: Part) => T): T | undefined => (parts.every((p) => of(p) === of(parts[0])) ? of(parts[0]) : undefined);
  const write = async (): Promise<void> => {
    setBusy(true);
    const done = await writeParts(
      parts.map((part) => ({ part, copies: part.copies })),
      "3mf",
      parts.length === 1 ? parts[0].name : project.scene.name,
    );
    setBusy(false);
    if (done.ok) toast(`${done.value} piece${done.value === 1 ? "" : "s"} written, in millimetres`);
    else sayProblem(done.problem);
  };
  return (
    <div
      role="group"
      aria-label="All selected parts"
      className="no-print mt-2 flex flex-wrap items-end gap-2 border-[1.5px] border-ink p-2"
      data-testid="bulk"
    >
      <p className="mr-2 self-center font-semibold">
        {parts.length} part{parts.length === 1 ? "" : "s"} picked
      </p>
      <ParsedField
        className="w-36"
        label="Group"
        text={shared((p) => p.group) ?? ""}
        placeholder="several"
        parse={(t) => (t.trim().length <= 60 ? ok(t.trim()) : fail("long", "At most 60 characters."))}
        onCommit={(group) => run("parts.set", { partIds, group })}
      />
      <ParsedField
        className="w-32"
        label="Add a tag"
        text=""
        placeholder="wood"
        parse={(t) => (t.trim() && t.trim().length <= 40 ? ok(t.trim()) : fail("tag", "1 to 40 characters."))}
        onCommit={(tag) => run("parts.set", { partIds, addTags: [tag] })}
      />
      <ParsedField
        className="w-24"
        label="Copies"
        text={String(shared((p) => p.copies) ?? "")}
        placeholder="several"
        parse={parseCount(LIMITS.copies)}
        onCommit={(copies) => run("parts.set", { partIds, copies })}
      />
      <Choice
        className="w-56"
        label="Handling"
        value={shared((p) => p.differs.handling) ?? ""}
        onChange={(v: string) => {
          const handling = HANDLINGS.find((h) => h.id === v)?.id ?? null;
          void run("parts.set", { partIds, differs: { handling } });
        }}
        options={[{ value: "", label: "same as scene" }, ...HANDLINGS.map((h) => ({ value: h.id, label: h.label }))]}
      />
      <Choice
        className="w-56"
        label="Give them"
        value=""
        onChange={(from: string) => {
          const [what, id] = from.split(" ");
          if (what === "recipe")
            void run("recipe.lay", { recipeId: id, lays: partIds.map((partId) => ({ partId, itemId: newId() })), ownCoats: "stay" });
          else if (what === "kept") void run("works.add", { adds: partIds.map((partId) => ({ partId, items: keptStep(id, project) })) });
        }}
        options={[{ value: "", label: "a recipe or a saved step" }, ...waysOf(project)]}
      />
      <button className="btn" disabled={busy} onClick={() => void write()}>
        As 3MF
      </button>
      <button
        className="btn"
        onClick={() => {
          void run("parts.delete", { partIds }).then((done) => done.ok && onDone());
        }}
      >
        Remove
      </button>
      <button className="btn-text ml-auto" onClick={onDone}>
        clear selection
      </button>
    </div>
  );
}
