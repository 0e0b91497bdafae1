/** A recipe for what is picked: what each would take, which pots are missing, and what becomes of coats that are there. Enter lays it. */
import { useMemo, useState } from "react";
import { mattersAt, potsInstead } from "~core/paint";
import { prospectOf, recipeOfCoats, type Prospect } from "~core/plan";
import { inPotWords } from "~core/coat";
import { choicesOf, type Paint, type Part } from "~core/project";
import { placeWords, STARTERS, type Recipe, type RecipeStep } from "~core/recipe";
import { coatsIn } from "~core/stations/kinds";
import { FINISHES } from "~core/subject";
import { formatDuration } from "~core/units";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";

interface Candidate {
  recipe: Recipe;
  /** It is no row yet: it becomes one when it is laid. */
  fresh: boolean;
}

/** Pots that are as good as what a recipe wants are taken without a question. */
const withPots = (recipe: Recipe, paints: readonly Paint[], chosen: ReadonlyMap<string, string>): Recipe => ({
  ...recipe,
  steps: recipe.steps.map((s) => {
    const said = chosen.get(s.id);
    if (said !== undefined) return { ...s, paintId: said || null };
    if (s.paintId !== null || s.role === "bare") return s;
    const [best] = potsInstead(s.wants, paints);
    return best?.asWanted ? { ...s, paintId: best.paint.id } : s;
  }),
});

const NO_POTS: ReadonlyMap<string, string> = new Map();

export function LayRecipe({ parts, onDone }: { parts: readonly Part[]; onDone: () => void }) {
  const project = useProject();
  const { run } = useActions();
  const { scene, paints } = project;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [pots, setPots] = useState<ReadonlyMap<string, ReadonlyMap<string, string>>>(new Map());
  const [ownGo, setOwnGo] = useState(true);
  const [busy, setBusy] = useState(false);
  const ownCoats = parts.reduce((n, p) => n + coatsIn(p.work).length, 0);
  const candidates = useMemo((): Candidate[] => {
    const names = new Set(scene.recipes.map((r) => r.name));
    const like = parts.find((p) => coatsIn(p.work).length > 1);
    return [
      ...scene.recipes.map((recipe) => ({ recipe, fresh: false })),
      ...(like ? [{ recipe: recipeOfCoats(like, { paints }, `as-${like.id}`), fresh: true }] : []),
      ...STARTERS.filter((r) => !names.has(r.name)).map((recipe) => ({ recipe, fresh: true })),
    ];
  }, [scene.recipes, parts, paints]);
  const at = Math.max(
    0,
    candidates.findIndex((c) => c.recipe.id === chosenId),
  );
  const candidate = candidates[at];
  const potted = useMemo(
    () => candidates.map((c) => (c.fresh ? withPots(c.recipe, paints, pots.get(c.recipe.id) ?? NO_POTS) : c.recipe)),
    [candidates, paints, pots],
  );
  const finish = parts[0] ? choicesOf(parts[0], scene).finish : scene.finish;
  const prospects = useMemo(() => potted.map((r) => prospectOf(r, parts, project, finish)), [potted, parts, project, finish]);
  const lay = async (): Promise<void> => {
    if (busy) return;
    setBusy(true);
    const recipe = potted[at];
    // What is taken up in the demo names its pots: it stays there.
    const row = candidate.fresh ? { ...recipe, id: newId(), ...(scene.demo && { demo: true }) } : recipe;
    const done = await run("recipe.lay", {
      ...(candidate.fresh ? { recipe: row } : {}),
      recipeId: row.id,
      lays: parts.map((p) => ({ partId: p.id, itemId: newId() })),
      ownCoats: ownGo ? "go" : "stay",
    });
    setBusy(false);
    if (done.ok) onDone();
  };
  useKey("Enter", "Lay the recipe on what is picked", "Paint", () => void lay(), !busy);
  const pieces = parts.reduce((n, p) => n + p.copies, 0);
  return (
    <section aria-label="Lay a recipe" className="mt-3 border-2 border-ink p-3">
      <h2 className="text-xl">
        A recipe for {pieces} {pieces === 1 ? "piece" : "pieces"}
        <span className="ml-3 font-sans text-base font-normal text-soft">
          {parts
            .slice(0, 4)
            .map((p) => p.name)
            .join(", ")}
          {parts.length > 4 && ` and ${parts.length - 4} more`}
        </span>
      </h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void lay();
        }}
      >
        <div className="mt-2 max-h-[19rem] overflow-y-auto border border-rule" role="radiogroup" aria-label="Recipe">
          {candidates.map((c, i) => (
            <RecipeLine
              key={c.recipe.id}
              recipe={c.recipe}
              fresh={c.fresh}
              prospect={prospects[i]}
              chosen={i === at}
              first={i === 0}
              onChoose={() => setChosenId(c.recipe.id)}
            />
          ))}
        </div>
        <MissingPots
          recipe={candidate.recipe}
          potted={potted[at]}
          onChoose={(stepId, paintId) => {
            // A recipe of the list gets its pot at once, and keeps it.
            if (!candidate.fresh)
              void run("list.set", { list: "recipe.steps", of: candidate.recipe.id, key: stepId, change: { paintId: paintId || null } });
            else setPots((now) => new Map(now).set(candidate.recipe.id, new Map(now.get(candidate.recipe.id)).set(stepId, paintId)));
          }}
        />
        {ownCoats > 0 && (
          <label className="mt-2 flex min-h-[44px] items-center gap-2">
            <input type="checkbox" className="h-6 w-6" checked={ownGo} onChange={(e) => setOwnGo(e.target.checked)} />
            In place of the {ownCoats} {ownCoats === 1 ? "coat" : "coats"} they have now. Coats that are begun stay.
          </label>
        )}
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <button className="btn btn-solid" disabled={busy}>
            Lay {candidate.recipe.name} on {pieces === 1 ? "it" : `all ${pieces}`} <Key k="↵" />
          </button>
          <button type="button" className="btn" onClick={onDone}>
            Cancel
          </button>
          <p className="text-sm text-soft">
            Taken to the finish of {parts.length === 1 ? "the part" : "the first part"}: {FINISHES.find((f) => f.id === finish)!.label}.
            Steps, shares and starters are common practice, no source.
          </p>
        </div>
      </form>
    </section>
  );
}

function RecipeLine({
  recipe,
  fresh,
  prospect: { levels, short, unpotted, warning },
  chosen,
  first,
  onChoose,
}: {
  recipe: Recipe;
  fresh: boolean;
  prospect: Prospect;
  chosen: boolean;
  first: boolean;
  onChoose: () => void;
}) {
  return (
    <label
      className={`grid min-h-[44px] cursor-pointer grid-cols-[1.6rem_1fr_auto] items-center gap-x-2 border-b border-rule px-2 py-1 last:border-b-0 ${chosen ? "bg-board" : ""}`}
    >
      <input type="radio" name="recipe" className="h-5 w-5" autoFocus={first} checked={chosen} onChange={onChoose} />
      <span>
        <span className="font-semibold">{recipe.name}</span>{" "}
        <span className="text-soft">
          {recipe.school}
          {fresh ? `${recipe.school && ", "}not on your list yet` : ""}
        </span>
        {short.length > 0 && (
          <span className="note-act block text-sm">
            ▲ {short.map((s) => `${s.paint.name} ${inPotWords(s.paint, s.ml)} short`).join(", ")}
          </span>
        )}
        {warning && <span className="note-act block text-sm">▲ {warning}</span>}
        {unpotted.length > 0 && chosen && (
          <span className="block text-sm text-soft">
            {unpotted.length} {unpotted.length === 1 ? "step has" : "steps have"} no pot yet
          </span>
        )}
      </span>
      <span className="whitespace-nowrap text-right text-sm">
        {levels
          .filter((l) => l.lastId !== null)
          .map((l) => `${FINISHES.find((f) => f.id === l.finish)!.label} ${formatDuration(l.handsS)}`)
          .join(" · ")}
      </span>
    </label>
  );
}

/** Pots that are not on the rack as they are wanted: what there is instead, what is lost by it, and whether that matters. */
function MissingPots({
  recipe,
  potted,
  onChoose,
}: {
  recipe: Recipe;
  potted: Recipe;
  onChoose: (stepId: string, paintId: string) => void;
}) {
  const { paints } = useProject();
  const asked = recipe.steps
    .map((step, i) => ({ step, now: potted.steps[i].paintId, found: potsInstead(step.wants, paints) }))
    .filter(({ step, now, found }) => step.paintId === null && step.role !== "bare" && (now === null || !found[0]?.asWanted));
  if (asked.length === 0) return null;
  return (
    <div className="mt-2">
      <p className="font-semibold">Not on the rack as it is wanted</p>
      <ul>
        {asked.map(({ step, now, found }) => (
          <li key={step.id} className="grid items-center gap-x-3 border-b border-rule py-1 tab:grid-cols-[1fr_18rem]">
            <p>
              <Chip hex={step.wants.hex} /> <span className="font-semibold">{step.wants.name}</span>{" "}
              <span className="text-soft">
                ({step.wants.family}), {placeWords(step)}.{" "}
                {found[0] ? mattersAt(step, recipe.steps) : `The rack has no ${step.wants.family}.`}
              </span>
              {found[0] && (
                <Lost
                  step={step}
                  lost={(found.find((f) => f.paint.id === now) ?? found[0]).lost}
                  name={(found.find((f) => f.paint.id === now) ?? found[0]).paint.name}
                  taken={now !== null}
                />
              )}
            </p>
            <Choice
              label={`Pot for ${step.wants.name}, ${placeWords(step)}`}
              hideLabel
              value={now ?? ""}
              onChange={(id) => onChoose(step.id, id)}
              options={[{ value: "", label: "none yet" }, ...found.slice(0, 12).map((f) => ({ value: f.paint.id, label: f.paint.name }))]}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}

const Lost = ({ lost, name, taken }: { step: RecipeStep; lost: string; name: string; taken: boolean }) => (
  <span className="block text-sm text-soft">
    {taken ? "Taken" : "Nearest"}: {name}, {lost || "as wanted"}.
  </span>
);

const Chip = ({ hex }: { hex: string }) => (
  <span className="inline-block h-4 w-4 border border-ink align-[-0.2em]" style={{ background: hex }} aria-hidden="true" />
);
