/** A recipe's own words and steps: a change here changes every piece that it lies on. And what the picked pieces do otherwise. */
import { ArrowLeft, ArrowRight, Plus, X } from "lucide-react";
import type { Field } from "~core/field";
import { potsInstead, recoveryOf } from "~core/paint";
import type { SchemePiece } from "~core/plan";
import { LIMITS } from "~core/project";
import { NEW_STEP, placeWords, RECIPE_STEP_FIELDS, type Recipe, type RecipeStep } from "~core/recipe";
import { ok } from "~core/units";
import { FieldInput } from "~app/shared/FieldInput";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseName, parsePercentIn, parseText, readAsPercent } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { IconButton } from "~app/ui/iconButton";

export function RecipeEditor({
  recipe,
  at,
  pieces,
  onStep,
}: {
  recipe: Recipe;
  at: number;
  /** Those that are picked, or all of the row. */
  pieces: readonly SchemePiece[];
  onStep: (i: number) => void;
}) {
  const { run } = useActions();
  const step = recipe.steps.at(at);
  const add = async (): Promise<void> => {
    const like = step ?? BLANK;
    const done = await run("list.add", { list: "recipe.steps", of: recipe.id, items: [{ ...like, id: newId() }], at: at + 1 });
    if (done.ok) onStep(at + 1);
  };
  return (
    <div>
      {step && <Otherwise step={step} pieces={pieces} />}
      <Fold label={`Change the recipe, for every piece that it lies on`}>
        <div className="grid gap-3 tab:grid-cols-2">
          <ParsedField
            label="Name of the recipe"
            draftKey={`${recipe.id} name`}
            text={recipe.name}
            parse={parseName}
            onCommit={(name) => run("field.set", { of: "recipe", id: recipe.id, change: { name } })}
          />
          <ParsedField
            label="How it is gone about"
            draftKey={`${recipe.id} school`}
            text={recipe.school}
            placeholder="dark to light"
            parse={parseText(LIMITS.name)}
            onCommit={(school) => run("field.set", { of: "recipe", id: recipe.id, change: { school } })}
          />
        </div>
        {step && <StepEditor recipe={recipe} step={step} at={at} onStep={onStep} />}
        <div className="mt-3 flex flex-wrap gap-3">
          <button className="btn" onClick={() => void add()}>
            <Plus size={16} aria-hidden="true" />
            Add a step after this one
          </button>
          <button className="btn" onClick={() => void run("recipe.lift", { partIds: pieces.map((p) => p.part.id) })}>
            Take the recipe off {pieces.length === 1 ? pieces[0].part.name : `these ${pieces.length} parts`}
          </button>
        </div>
      </Fold>
    </div>
  );
}

const BLANK: RecipeStep = {
  ...NEW_STEP,
  id: "s1",
  role: "all over",
  wants: { name: "Grey primer", family: "water primer", hex: "#84898b", sheen: "matt" },
  method: "brush",
  finish: "table",
};

function StepEditor({ recipe, step, at, onStep }: { recipe: Recipe; step: RecipeStep; at: number; onStep: (i: number) => void }) {
  const project = useProject();
  const { run } = useActions();
  const set = (change: Partial<RecipeStep>) => run("list.set", { list: "recipe.steps", of: recipe.id, key: step.id, change });
  const move = async (to: number): Promise<void> => {
    const done = await run("list.move", { list: "recipe.steps", of: recipe.id, key: step.id, to });
    if (done.ok) onStep(to);
  };
  return (
    <fieldset className="mt-3 border border-rule p-3">
      <legend className="px-1 font-semibold">
        Step {at + 1} of {recipe.steps.length}
      </legend>
      <div className="grid gap-3 tab:grid-cols-2 desk:grid-cols-3">
        <Choice
          label="Pot"
          value={step.paintId ?? ""}
          onChange={(id) => void set({ paintId: id || null })}
          options={[
            { value: "", label: `none yet (wants ${step.wants.name})` },
            ...project.paints.map((p) => ({ value: p.id, label: p.name })),
          ]}
        />
        <ParsedField
          label="Share of the area, %"
          draftKey={`${step.id} share`}
          text={step.share === null ? "as usual for the place" : String(Math.round(step.share * 1000) / 10)}
          parse={(t) => (/^\s*(as.*)?$/i.test(t) ? ok(null) : parsePercentIn({ least: 0.1, most: 100 })(t))}
          readAs={(v) => (v === null ? "as usual for the place" : readAsPercent(v))}
          onCommit={(percent) => set({ share: percent === null ? null : percent / 100 })}
        />
        {(Object.entries(RECIPE_STEP_FIELDS) as [keyof RecipeStep, Field][]).map(([key, field]) => (
          <FieldInput
            key={key}
            name={`${step.id} ${key}`}
            field={field}
            value={step[key]}
            onChange={(value) => set({ [key]: value } as Partial<RecipeStep>)}
          />
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <IconButton label="Earlier" disabled={at === 0} onClick={() => void move(at - 1)}>
          <ArrowLeft size={18} />
        </IconButton>
        <IconButton label="Later" disabled={at === recipe.steps.length - 1} onClick={() => void move(at + 1)}>
          <ArrowRight size={18} />
        </IconButton>
        <IconButton
          label="Remove this step"
          onClick={() => {
            onStep(Math.max(0, at - 1));
            void run("list.drop", { list: "recipe.steps", of: recipe.id, keys: [step.id] });
          }}
        >
          <X size={18} />
        </IconButton>
      </div>
    </fieldset>
  );
}

/** What the pieces at hand do otherwise at this step. */
function Otherwise({ step, pieces }: { step: RecipeStep; pieces: readonly SchemePiece[] }) {
  const { paints } = useProject();
  const { run } = useActions();
  if (pieces.length === 0 || step.role === "bare") return null;
  const partIds = pieces.map((p) => p.part.id);
  const differs = pieces.map((p) => p.item.differs.find((d) => d.stepId === step.id));
  const skips = differs.every((d) => d?.skip);
  const pot = differs.every((d) => d?.paintId === differs[0]?.paintId) ? (differs[0]?.paintId ?? "") : "";
  const who = pieces.length === 1 ? pieces[0].part.name : `${pieces.length} parts`;
  const usual = paints.find((p) => p.id === step.paintId)?.name ?? step.wants.name;
  return (
    <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
      <label className="flex min-h-[44px] items-center gap-2">
        <input
          type="checkbox"
          className="h-6 w-6"
          checked={skips}
          onChange={(e) => void run("recipe.differ", { partIds, stepId: step.id, skip: e.target.checked })}
        />
        Leave this step out on {who}
      </label>
      <Choice
        className="w-64"
        label={`Another pot on ${who}`}
        value={pot}
        onChange={(id) => void run("recipe.differ", { partIds, stepId: step.id, paintId: id || null })}
        options={[
          { value: "", label: `as the recipe: ${usual}` },
          ...potsInstead(step.wants, paints).map(({ paint }) => ({ value: paint.id, label: paint.name })),
        ]}
      />
      <p className="max-w-prose pb-1 text-soft">
        {[placeWords(step), step.brush, step.judgeAfterMin && `judge it after ${step.judgeAfterMin} min`].filter(Boolean).join("; ")}
        {(step.ifTooMuch || recoveryOf(step.method)) && `. If it is too much: ${step.ifTooMuch || recoveryOf(step.method)}`}
      </p>
    </div>
  );
}
