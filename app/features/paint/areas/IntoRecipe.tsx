/** Puts what was measured of an area into the step of a recipe that names it: its share of the area, and its border. */
import { partAreaMm2, type ColourArea, type Part } from "~core/project";
import { namesArea } from "~core/look";
import type { KeptBorder, MeasuredAreas } from "~core/paint";
import { recipesIn } from "~core/stations/kinds";
import { formatReal } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";

export function IntoRecipe({
  part,
  areas,
  measured,
  kept,
}: {
  part: Part;
  areas: readonly ColourArea[];
  measured: MeasuredAreas;
  kept: readonly KeptBorder[];
}) {
  const { scene } = useProject();
  const { run } = useActions();
  const recipe = scene.recipes.find((r) => r.id === recipesIn(part.work).at(0)?.recipeId);
  if (!recipe) return null;
  const named = areas.flatMap((area, n) => {
    const step = recipe.steps.find((s) => namesArea(s, area));
    if (!step) return [];
    const share = Math.min(1, Math.max(0.01, Math.round((100 * measured.areasMm2[n]) / partAreaMm2(part)) / 100));
    const borderMm = Math.round(kept.reduce((sum, b) => sum + (b.a === n || b.b === n ? b.mm : 0), 0));
    return [{ area, step, share, borderMm, same: step.share === share && step.borderMm === borderMm }];
  });
  return (
    <div className="mt-3">
      {named.map(({ area, step, share, borderMm, same }) => (
        <p key={area.id} className="flex flex-wrap items-center gap-3">
          {area.name}: {Math.round(share * 100)} % of the piece, {formatReal(borderMm)} of border
          {same ? (
            <span className="text-soft">as {recipe.name} has it</span>
          ) : (
            <button
              className="btn"
              onClick={() => void run("list.set", { list: "recipe.steps", of: recipe.id, key: step.id, change: { share, borderMm } })}
            >
              Use them in {recipe.name}
            </button>
          )}
        </p>
      ))}
      {named.length < areas.length && (
        <p className="text-sm text-soft">
          A step of {recipe.name} paints an area when it lies on “one surface” and names it. Then the pictures of the scheme show it too.
        </p>
      )}
    </div>
  );
}
