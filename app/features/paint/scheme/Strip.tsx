/** The strip of one recipe: what its pieces look like after each step, with the way to the pot, the cores and the recipe itself. */
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { METHODS } from "~core/coat";
import { notDrawn, previewCoats, printedLayers } from "~core/look";
import { mixesWith, type PreviewView } from "~core/paint";
import { levelsOf, potGoes, quickerWay, statesOf, type SchemeRow } from "~core/plan";
import { choicesOf } from "~core/project";
import { FINISH_ORDER } from "~core/recipe";
import { formatDuration } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Key, useKey } from "~app/ui/keys";
import { LEAST_ML, potFor, usePotDraft } from "~app/shared/potDraft";
import { Closer } from "./Closer";
import { CopiesDiffer } from "./CopiesDiffer";
import { DRAWN, type Facing } from "./Elevation";
import { RecipeEditor } from "./RecipeEditor";
import { GROUND, States } from "./States";
import { usePreview } from "./usePreview";

const view = (turnDeg: number): PreviewView => ({
  widthPx: 2 * DRAWN.width,
  heightPx: 2 * DRAWN.height,
  turnDeg,
  tiltDeg: 20,
  zoom: 1,
  centre: [0.5, 0.5],
});
/** Twice as fine as it is drawn. A piece shows most of itself over a corner. */
const SMALL: Record<Facing, PreviewView> = { front: view(30), side: view(120) };

export function Strip({ row, picked }: { row: SchemeRow; picked: ReadonlySet<string> }) {
  const project = useProject();
  const { model } = useTonight();
  const navigate = useNavigate();
  const { run } = useActions();
  const [, setPot] = usePotDraft(project.scene.id);
  const { recipe } = row;
  const first = recipe.steps.findIndex((s) => s.id === row.next?.step.id);
  const [stood, setStood] = useState<string | null>(null);
  const [facing, setFacing] = useState<Facing>("front");
  const found = recipe.steps.findIndex((s) => s.id === stood);
  const at = found >= 0 ? found : Math.max(0, first);
  const onStep = (i: number): void => setStood(recipe.steps[Math.min(recipe.steps.length - 1, Math.max(0, i))]?.id ?? null);
  const pickedHere = row.pieces.filter((p) => picked.has(p.part.id));
  const pieces = pickedHere.length > 0 ? pickedHere : row.pieces;
  // The piece that is furthest behind stands for the row.
  const left = (p: SchemeRow["pieces"][number]): number => [...p.at.values()].filter((s) => s.stage === "open").length;
  const piece = [...pieces].sort((a, b) => left(b) - left(a))[0];
  const facts = useMemo(() => statesOf(row, piece, project, model), [row, piece, project, model]);
  const coats = useMemo(() => previewCoats(facts, piece.part, project), [facts, piece.part, project]);
  const layers = useMemo(() => printedLayers(piece.part, project), [piece.part, project]);
  const preview = usePreview(piece.part, GROUND, coats, layers, SMALL[facing]);
  const [near, setNear] = useState(false);
  const levels = levelsOf(
    recipe,
    row.pieces.map((p) => p.part),
    project.pace,
  ).filter((l) => FINISH_ORDER.includes(l.finish));
  const now = facts.at(at);
  const quicker =
    now && now.step.role !== "bare"
      ? quickerWay(
          now.step,
          row.pieces.map((p) => p.part),
        )
      : null;
  const cores = `/s/${project.scene.id}/paint/coats?part=${piece.part.id}`;
  const mix = (): void => {
    if (!now) return;
    const go = potGoes(project, model.states).find((g) => g.lays.some((l) => l.partId === piece.part.id && l.stepId === now.step.id));
    setPot((was) => ({
      // What is in the glass already stays there.
      ...(was.parts.length === 0 && go?.paintId && { parts: [{ paintId: go.paintId, drops: 1 }] }),
      ...(go ? potFor(go) : { wanted: now.pot.hex, ml: Math.max(LEAST_ML, Math.round(now.ml * 100) / 100), seen: null, go: null }),
    }));
    void navigate(`/s/${project.scene.id}/paint/pot`);
  };
  useKey("ArrowRight", "Next step", "Paint", () => onStep(at + 1));
  useKey("ArrowLeft", "Step before", "Paint", () => onStep(at - 1));
  useKey("v", "Large picture", "Paint", () => setNear((n) => !n));
  useKey("r", "Turn the elevation", "Paint", () => setFacing((f) => (f === "front" ? "side" : "front")));
  const isMixed = now !== undefined && mixesWith(now.pot.family).length > 0;
  useKey("m", "Mix what the step takes", "Paint", mix, isMixed);
  useKey("c", "Cores of the piece", "Paint", () => void navigate(cores));
  return (
    <section aria-label={recipe.name} className="mt-4 border-t-[1.5px] border-ink pt-2">
      <h2 className="text-xl">
        {recipe.name}: what it looks like after each step{" "}
        <span className="ml-2 font-sans text-base font-normal text-soft">
          drawn on {piece.part.name}; the gap to the next is how long it dries
        </span>
      </h2>
      {recipe.steps.length === 0 && <p className="text-soft">The recipe has no steps yet.</p>}
      <States
        facts={facts}
        piece={piece}
        levels={levels}
        at={at}
        onStep={onStep}
        finish={choicesOf(piece.part, project.scene).finish}
        onFinish={(finish) => void run("parts.set", { partIds: pieces.map((p) => p.part.id), differs: { finish } })}
        facing={facing}
        pictures={preview.state === "ready" ? preview.pictures : null}
      />
      {preview.state === "measuring" && (
        <p className="text-sm text-soft" role="status">
          Measuring the mesh, so that the states can be drawn on it… {Math.round(preview.share * 100)} %
        </p>
      )}
      {preview.state === "none" && preview.problem && <p className="note-act text-sm">▲ Drawn as a sign: {preview.problem}</p>}
      {near && now && (
        <Closer
          part={piece.part}
          ground={GROUND}
          coats={coats}
          layers={layers}
          at={at}
          name={now.step.role === "bare" ? "what is left bare" : now.pot.name}
          unknown={notDrawn(facts, coats)}
        />
      )}
      {quicker && (
        <p>
          {METHODS[now!.step.method].word[0].toUpperCase() + METHODS[now!.step.method].word.slice(1)} it takes {formatDuration(now!.handsS)}
          ; {METHODS[quicker.method].word} {formatDuration(quicker.workS)}, and {formatDuration(quicker.setUpS)} to set up.
        </p>
      )}
      {now?.clash && (
        <p className="note-act max-w-prose">
          ▲ {now.clash.over} over {now.clash.under.toLowerCase()}: {now.clash.why} {now.clash.remedy}{" "}
          <Link className="btn-text inline-flex items-center" to={cores}>
            Open the core
          </Link>
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <button className="btn btn-solid" onClick={mix} disabled={!isMixed}>
          Mix it <Key k="m" />
        </button>
        <Link className="btn" to={cores}>
          Cores: raised, recess, foot <Key k="c" />
        </Link>
        <button className="btn" onClick={() => setFacing((f) => (f === "front" ? "side" : "front"))}>
          {facing === "front" ? "From the side" : "From the front"} <Key k="r" />
        </button>
        <button className="btn" aria-pressed={near} onClick={() => setNear((n) => !n)}>
          {near ? "Close the large picture" : "Large picture"} <Key k="v" />
        </button>
        <p className="text-sm text-soft">
          ← → step through. What a step touches is hatched. Colours are calculated from the swatches: the dried dab wins.
        </p>
      </div>
      <CopiesDiffer recipe={recipe} part={piece.part} />
      <RecipeEditor recipe={recipe} at={at} pieces={pieces} onStep={onStep} />
    </section>
  );
}
