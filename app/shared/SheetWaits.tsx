import type { Note } from "~core/look";
import type { Part, Scene } from "~core/project";
import { figureHeightMm } from "~core/scale";
import type { HatchKind } from "~app/ui/hatch";
import { Progress } from "~app/ui/progress";
import { SheetDrawing } from "./SheetDrawing";
import type { SheetState } from "./useSheet";

/** Until the sheet is drawn: the silhouettes at the same places, with how far it is. */
export function SheetWaits({ state, part, scene }: { state: SheetState; part?: Part; scene?: Scene }) {
  if (state.problem)
    return (
      <p role="alert" className="mt-6 note-act">
        ▲ {state.problem}
      </p>
    );
  const progress = (
    <>
      <p className="text-soft">Drawing the sheet…</p>
      <Progress className="mt-2 w-64" share={state.progress} label="Drawing the sheet" />
    </>
  );
  if (!state.outline || !part || !scene) return <div className="mt-6 h-[300px]">{progress}</div>;
  return (
    <SheetDrawing
      sheet={state.outline}
      ratio={scene.scale.ratio}
      figureMm={figureHeightMm(scene.scale)}
      hatched={NO_HATCH}
      notes={NO_NOTES}
      name={part.name}
      beside={progress}
    />
  );
}

const NO_HATCH = new Map<number, HatchKind>();
const NO_NOTES: Note[] = [];
