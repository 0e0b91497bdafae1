/** Cards of what was kept beside mixes: a print's settings, a finish, a lesson. */
import { METHODS } from "~core/coat";
import { recipeSheets } from "~core/look";
import type { Part, StepRecord } from "~core/project";
import { placeWords, type Recipe } from "~core/recipe";
import { recipesIn } from "~core/stations/kinds";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useProject } from "~app/shared/scene";
import { sayProblem } from "~app/ui/sayProblem";

type Leave = { onLeave: (path: string) => void };

export function SettingsCard({ record, onLeave }: { record: StepRecord } & Leave) {
  const { material, profile } = record.print!;
  const temperatures = "nozzleC" in profile ? `, ${String(profile.nozzleC)} °C` : "";
  return (
    <>
      <p>
        Layers {profile.layerMm} mm{temperatures}
        {material && `, ${material}`}
        {record.good + record.failed > 0 && `; ${record.good} good, ${record.failed} failed`}.
      </p>
      <button className="btn mt-2" onClick={() => onLeave("print/all/prints")}>
        Its settings then and now
      </button>
    </>
  );
}

export function FinishCard({ recipe, part, onLeave }: { recipe: Recipe; part: Part | undefined } & Leave) {
  const { run } = useActions();
  const { habits } = useProject();
  const lies = part !== undefined && recipesIn(part.work).some((w) => w.recipeId === recipe.id);
  const onPaper = async (): Promise<void> => {
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    const pages = recipeSheets(recipe, { paper: paperOf(habits.paper) });
    download(fileName(recipe.name, "pdf"), await drawingsToPdf(pages, recipe.name), "application/pdf");
  };
  const lay = async (of: Part): Promise<void> => {
    const done = await run("recipe.lay", { recipeId: recipe.id, lays: [{ partId: of.id, itemId: newId() }], ownCoats: "stay" });
    if (done.ok) onLeave(`paint?part=${of.id}`);
    else sayProblem(done.problem);
  };
  return (
    <>
      <ol className="list-decimal pl-5">
        {recipe.steps.map((s) => (
          <li key={s.id}>
            {s.wants.name}, {METHODS[s.method].word}: {placeWords(s)}
          </li>
        ))}
      </ol>
      <div className="mt-2 flex flex-wrap gap-2">
        {part && (
          <button className="btn btn-solid" disabled={lies} onClick={() => void lay(part)}>
            {lies ? `It is on ${part.name} already` : `Lay it on ${part.name}`}
          </button>
        )}
        <button className="btn" onClick={() => onLeave(part ? `paint?part=${part.id}` : "paint")}>
          See the scheme
        </button>
        <button className="btn" onClick={() => void onPaper()}>
          Card on paper
        </button>
      </div>
    </>
  );
}

export const LessonCard = ({ onLeave }: Leave) => (
  <button className="btn mt-2" onClick={() => onLeave("workshop")}>
    All lessons
  </button>
);
