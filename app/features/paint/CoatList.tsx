/** The coats of a part, decals and masks among them, in their order: what each is, how it is laid, and what it takes. */
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import type { Field } from "~core/field";
import { coatCare, inPotWords, levelWords, METHODS } from "~core/coat";
import { pottedCoats, surroundingsOfPart } from "~core/plan";
import { layerMl } from "~core/surface";
import { placeWords } from "~core/recipe";
import { LIMITS, partAreaMm2, usableOf, type Part, type WorkItem } from "~core/project";
import {
  coatsIn,
  filmOfCoat,
  howLaid,
  isRecipe,
  kindOf,
  masksIn,
  POT_METHODS,
  recipesIn,
  stepsOnPiece,
  type CoatWork,
  type MaskWork,
  type RecipeWork,
  type WorkKindName,
} from "~core/stations/kinds";
import { formatMillilitres, type Result } from "~core/units";
import { FieldInput } from "~app/shared/FieldInput";
import { useActions, useProject } from "~app/shared/scene";
import { StepFields } from "~app/shared/StepFields";
import { beginWork, describeItem } from "~app/shared/workItems";
import { Choice, parseCount, ParsedField } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { MixAgain } from "./pot/MixAgain";

export function CoatList({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const laid = new Map<string, CoatWork | MaskWork | RecipeWork>(
    [...coatsIn(part.work), ...masksIn(part.work), ...recipesIn(part.work)].map((w) => [w.id, w]),
  );
  const inOrder = part.work.flatMap((w) => laid.get(w.id) ?? []);
  const remove = (id: string): void => void run("list.drop", { list: "part.work", of: part.id, keys: [id] });
  const add = (kind: WorkKindName): void => {
    const item = beginWork(kind, part, project);
    if (item) void run("work.add", { partId: part.id, at: part.work.length, items: [item] });
  };
  return (
    <div>
      {inOrder.length === 0 && <p className="text-soft">No coats yet.</p>}
      <ul>
        {inOrder.map((w) =>
          isRecipe(w) ? (
            <RecipeRows key={w.id} part={part} item={w} onRemove={() => remove(w.id)} />
          ) : "paintId" in w ? (
            <CoatRow key={w.id} part={part} coat={w} onRemove={() => remove(w.id)} />
          ) : (
            <MaskRow key={w.id} part={part} mask={w} onRemove={() => remove(w.id)} />
          ),
        )}
      </ul>
      <div className="mt-3 flex flex-wrap gap-3">
        {project.paints[0] && (
          <button className="btn" onClick={() => add("coat")}>
            <Plus size={16} aria-hidden="true" />
            Add a coat
          </button>
        )}
        <button className="btn" onClick={() => add("mask")}>
          <Plus size={16} aria-hidden="true" />
          Add a decal or a mask
        </button>
      </div>
    </div>
  );
}

function CoatRow({ part, coat, onRemove }: { part: Part; coat: CoatWork; onRemove: () => void }) {
  const project = useProject();
  const { run } = useActions();
  const [open, setOpen] = useState(false);
  const paint = project.paints.find((p) => p.id === coat.paintId);
  const film = filmOfCoat(coat, paint);
  const ml = film ? layerMl(film, partAreaMm2(part) * part.copies) : null;
  const cautions = paint ? coatCare(paint.family, coat.method).cautions : [];
  const set = (change: Partial<CoatWork>): Promise<Result<unknown>> =>
    run("list.set", { list: "part.work", of: part.id, key: coat.id, change });
  const { thinning, wet, crackle } = kindOf(coat).fields as Record<"thinning" | "wet" | "crackle", Field>;
  const laid = howLaid(coat);
  return (
    <li className="grid grid-cols-[1.6rem_1fr_auto] items-center gap-2 border-b border-rule py-1 tab:grid-cols-[1.6rem_1fr_10rem_6rem_auto]">
      <span className="h-6 w-6 border border-ink" style={{ background: paint?.hex }} aria-hidden="true" />
      <Choice
        label="Paint"
        hideLabel
        value={coat.paintId}
        onChange={(paintId) => void set({ paintId })}
        options={project.paints.map((p) => ({ value: p.id, label: `${p.name} (${p.family})` }))}
      />
      <Choice
        className="max-tab:col-span-2 max-tab:col-start-2"
        label="Method"
        hideLabel
        value={coat.method}
        onChange={(method) => void set({ method })}
        options={POT_METHODS}
      />
      <ParsedField
        className="max-tab:col-start-2"
        label={`Coats of ${paint?.name ?? "a paint"}`}
        draftKey={coat.id}
        hideLabel
        text={`${coat.coats} ${coat.coats === 1 ? "coat" : "coats"}`}
        parse={(t) => parseCount(LIMITS.coats)(t.replace(/\s*coats?\s*$/, ""))}
        onCommit={(n) => set({ coats: n })}
      />
      <IconButton label={`Remove ${paint?.name ?? "coat"}`} onClick={onRemove}>
        <X size={18} />
      </IconButton>
      <span className="col-[2/-1] text-sm text-soft">
        {paint && ml !== null && (
          <span className={ml.potMl > usableOf(paint) ? "note-act" : ""}>
            {ml.potMl > usableOf(paint) && "▲ "}about {inPotWords(paint, ml.potMl)}
            {paint.can ? "" : " from the pot"}
            {ml.thinnerMl > 0 && ` and ${formatMillilitres(ml.thinnerMl)} of thinner`}, {levelWords(paint)} on the rack
            {" · "}
          </span>
        )}
        <MixAgain paint={paint} />
        <button
          className="btn-text"
          aria-expanded={open}
          aria-label={`How ${paint?.name ?? "the paint"} is laid: ${laid || "as it comes"}`}
          onClick={() => setOpen(!open)}
        >
          {laid || "as it comes"}
        </button>
      </span>
      {open && (
        <div className="col-[2/-1] grid gap-3 pb-2 tab:grid-cols-2">
          <FieldInput
            name={`${coat.id} thinning`}
            field={thinning}
            value={coat.thinning}
            onChange={(v) => set({ thinning: v as number })}
          />
          <FieldInput name={`${coat.id} wet`} field={wet} value={coat.wet} onChange={(v) => set({ wet: v as boolean })} />
          <FieldInput name={`${coat.id} crackle`} field={crackle} value={coat.crackle} onChange={(v) => set({ crackle: v as boolean })} />
        </div>
      )}
      {cautions.length > 0 && (
        <span className="col-span-full text-setting-ink">
          △ {cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
        </span>
      )}
    </li>
  );
}

/** The steps of a recipe, as they are on this part. They are changed in the scheme. */
function RecipeRows({ part, item, onRemove }: { part: Part; item: RecipeWork; onRemove: () => void }) {
  const project = useProject();
  const recipe = project.scene.recipes.find((r) => r.id === item.recipeId);
  const steps = new Map(stepsOnPiece(item, surroundingsOfPart(part, project)).map((s) => [s.step.id, s]));
  const coats = pottedCoats(part, project).filter((c) => c.itemId === item.id);
  return (
    <li className="border-b border-rule py-1">
      <div className="flex items-center justify-between gap-2">
        <p>
          <span className="font-semibold">{recipe?.name ?? "a deleted recipe"}</span>{" "}
          <span className="text-soft">
            a recipe{recipe?.school && `, ${recipe.school}`}.{" "}
            <Link className="btn-text inline-flex items-center" to={`/s/${project.scene.id}/paint`}>
              Change it in the scheme
            </Link>
          </span>
        </p>
        <IconButton label={`Take ${recipe?.name ?? "the recipe"} off`} onClick={onRemove}>
          <X size={18} />
        </IconButton>
      </div>
      <ul>
        {coats.map((c) => {
          const { step, pot } = steps.get(c.stepId!)!;
          const paint = project.paints.find((p) => p.id === c.paintId);
          const short = paint !== undefined && c.ml.potMl > usableOf(paint);
          return (
            <li key={step.id} className="grid grid-cols-[1.6rem_1fr] items-center gap-2 py-0.5 tab:grid-cols-[1.6rem_14rem_1fr]">
              <span className="h-6 w-6 border border-ink" style={{ background: pot.hex }} aria-hidden="true" />
              <span className="font-semibold">{c.name}</span>
              <span className={`text-sm max-tab:col-start-2 ${short ? "note-act" : "text-soft"}`}>
                {short && "▲ "}
                {placeWords(step)}, {METHODS[step.method].word}
                {step.coats > 1 && `, ${step.coats} coats`}, about {inPotWords(paint, c.ml.potMl)}
                {paint ? `; ${levelWords(paint)} on the rack` : ", no pot chosen"} <MixAgain paint={paint} />
              </span>
            </li>
          );
        })}
      </ul>
    </li>
  );
}

function MaskRow({ part, mask, onRemove }: { part: Part; mask: MaskWork; onRemove: () => void }) {
  const project = useProject();
  const { run } = useActions();
  const item: WorkItem = mask;
  const { title } = describeItem(item, part, project);
  return (
    <li className="grid grid-cols-[1.6rem_1fr_auto] items-end gap-2 border-b border-rule py-1">
      <span className="h-6 w-6 self-center border border-dashed border-ink" aria-hidden="true" />
      <StepFields
        item={item}
        partId={part.id}
        onChange={(change) => run("list.set", { list: "part.work", of: part.id, key: mask.id, change })}
      />
      <IconButton label={`Remove ${title}`} onClick={onRemove}>
        <X size={18} />
      </IconButton>
    </li>
  );
}
