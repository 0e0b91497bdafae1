/** The scheme: what is painted tonight, the tray of pieces by recipe, and what they look like after each step. */
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { inPotWords, METHODS } from "~core/coat";
import { mixesWith } from "~core/paint";
import { levelsOf, paintNeeds, potGoes, quickerWay, schemeOf, statesOf, type Scheme, type SchemeRow, type Tonight } from "~core/plan";
import { choicesOf, saidMaterials, type Part, type Project } from "~core/project";
import { FINISH_ORDER } from "~core/recipe";
import { sprayCaution } from "~core/stations/kinds";
import { realMaterial } from "~core/subject";
import { formatDuration } from "~core/units";
import { Page } from "~app/shared/Page";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";
import { useTonight } from "~app/shared/tonightModel";
import { Choice } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { IconButton } from "~app/ui/iconButton";
import { Key, useKey } from "~app/ui/keys";
import { PaintLeaves } from "../PaintLeaves";
import { potFor } from "../pot/Amounts";
import { LEAST_ML, usePotDraft } from "../pot/draft";
import type { Facing } from "./Elevation";
import { LayRecipe } from "./LayRecipe";
import { RecipeEditor } from "./RecipeEditor";
import { States } from "./States";
import { Tray } from "./Tray";

export default function SchemePage() {
  const project = useProject();
  const { model } = useTonight();
  const scheme = useMemo(() => schemeOf(project, model), [project, model]);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [laying, setLaying] = useState(false);
  const [openId, setOpenId] = useState<string | null>(null);
  const row = scheme.rows.find((r) => r.recipe.id === openId) ?? scheme.rows.at(0);
  const pick = (ids: readonly string[], on?: boolean): void =>
    setPicked((now) => {
      const next = new Set(now);
      for (const id of ids)
        if (on ?? !now.has(id)) next.add(id);
        else next.delete(id);
      return next;
    });
  // What was deleted in another window is picked no more.
  const parts = useMemo(() => project.parts.filter((p) => picked.has(p.id)), [project.parts, picked]);
  useKey("Enter", "Lay a recipe on what is picked", "Paint", () => setLaying(true), parts.length > 0 && !laying);
  const short = useMemo(() => paintNeeds(project, model.states).filter((n) => n.needMl > n.stockMl), [project, model]);
  const pieces = scheme.rows.reduce((n, r) => n + r.pieces.reduce((m, p) => m + p.part.copies, 0), 0);
  return (
    <Page
      title="Paint"
      sub="the scheme"
      cells={[
        { label: "pieces with a recipe", value: pieces },
        { label: "table-ready", value: formatDuration(toTableS(scheme, model)) },
        {
          label: "paint",
          value: short.length > 0 ? <span className="note-act">▲ {short.length} short</span> : "enough",
        },
      ]}
    >
      <PaintLeaves />
      <Sentence scheme={scheme} />
      {short.slice(0, 3).map((n) => (
        <p key={n.paintId} className="note-act">
          ▲ {n.name} will not reach {n.parts.length === 1 ? n.parts[0].name : `all ${n.parts.length} parts`}:{" "}
          {inPotWords(n.paint, n.needMl - n.stockMl)} short.
        </p>
      ))}
      {project.parts.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Add parts, and this page lays one recipe on many of them, says what is next on all, and shows what they look like after each step.
        </p>
      ) : (
        <>
          <h2 className="mb-1 mt-3 text-xl">
            The tray
            <span className="ml-3 font-sans text-base font-normal text-soft">
              tap pieces, or all of a row; filled is done, hatched is drying
            </span>
          </h2>
          <Tray {...scheme} openId={row?.recipe.id ?? null} onOpen={setOpenId} picked={picked} onPick={pick} />
          {laying && parts.length > 0 ? (
            <LayRecipe
              parts={parts}
              onDone={() => {
                setLaying(false);
                setPicked(new Set());
              }}
            />
          ) : (
            <div className="mt-2 flex flex-wrap items-center gap-3">
              <button className="btn" disabled={parts.length === 0} onClick={() => setLaying(true)}>
                {parts.length === 0
                  ? "Pick pieces to lay a recipe on"
                  : `Lay a recipe on ${parts.length === 1 ? parts[0].name : `${parts.length} parts`}`}{" "}
                {parts.length > 0 && <Key k="↵" />}
              </button>
              <PickBy project={project} scheme={scheme} onPick={(ids) => pick(ids, true)} />
              {parts.length > 0 && (
                <button className="btn-text" onClick={() => setPicked(new Set())}>
                  clear
                </button>
              )}
            </div>
          )}
          <OnNoPiece project={project} scheme={scheme} />
          {row && <Strip key={row.recipe.id} row={row} picked={picked} />}
        </>
      )}
    </Page>
  );
}

/** Hands until every piece that has a recipe is table-ready. */
const toTableS = ({ rows }: Scheme, { states }: Tonight): number =>
  rows.reduce((sum, { recipe, pieces }) => {
    const table = new Set(recipe.steps.filter((s) => s.finish === "table").map((s) => s.id));
    const open = pieces.flatMap((p) =>
      [...p.at].flatMap(([id, at]) =>
        table.has(id) && at.stage === "open" ? at.steps.filter((s) => !["done", "setting"].includes(states.get(s.key)?.kind ?? "")) : [],
      ),
    );
    return sum + open.reduce((s, step) => s + step.handsOnS, 0);
  }, 0);

const namesOf = (parts: readonly Part[]): string =>
  parts.length === 1 ? parts[0].name : parts.length === 2 ? `${parts[0].name} and ${parts[1].name}` : `${parts.length} parts`;

function Sentence({ scheme }: { scheme: Scheme }) {
  const project = useProject();
  const others = useOthers();
  const { run } = useActions();
  const row = scheme.rows.find((r) => r.next?.offered);
  if (scheme.rows.length === 0)
    return (
      <p className="mt-3 text-lg font-semibold">No piece has a recipe yet. Pick pieces in the tray and lay one on all of them at once.</p>
    );
  if (!row?.next) {
    const waits = scheme.rows.find((r) => r.next);
    return (
      <p className="mt-3 text-lg font-semibold">
        {waits ? `Nothing to paint by recipe now. ${waits.recipe.name}: ${waits.waits.why}.` : "Every piece with a recipe is done."}
      </p>
    );
  }
  const { next } = row;
  const on = `${next.pieces > next.parts.length ? `${next.pieces} pieces: ` : ""}${namesOf(next.parts)}`;
  const caution = sprayCaution(next.step.wants.family, next.step.method).at(0);
  return (
    <>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <p className="text-lg font-semibold">
          Tonight: {next.pot} on {on}, {next.ml >= 0.05 && `${inPotWords(next.paint, next.ml)}, `}
          {formatDuration(next.handsS)}, one set-up.{" "}
          {next.step.finish === "table" &&
            (next.toTable === 0 ? "Table-ready then." : `Table-ready after ${next.toTable === 1 ? "one" : next.toTable} more.`)}
        </p>
        <button
          className="btn"
          onClick={() => void run("session.start", { title: next.pot, steps: next.steps.map((s) => startOf(s, project, others)) })}
        >
          Start it
        </button>
      </div>
      {caution && (
        <p className="text-setting-ink">
          △ {CAUTIONS[caution].short}. {CARE_FIRST}
        </p>
      )}
    </>
  );
}

/** Picks many at once: a group, a tag, a real material, or all that have no paint yet. */
function PickBy({ project, scheme, onPick }: { project: Project; scheme: Scheme; onPick: (ids: string[]) => void }) {
  const { parts } = project;
  const idsOf = (is: (p: Part) => boolean): string[] => parts.filter(is).map((p) => p.id);
  const groups = [...new Set(parts.flatMap((p) => p.group || []))];
  const tags = [...new Set(parts.flatMap((p) => p.tags))];
  const materials = [...new Set(parts.flatMap(saidMaterials))];
  const ways = new Map<string, { label: string; ids: string[] }>([
    ...groups.map((g) => [`group ${g}`, { label: `group: ${g}`, ids: idsOf((p) => p.group === g) }] as const),
    ...tags.map((t) => [`tag ${t}`, { label: `tag: ${t}`, ids: idsOf((p) => p.tags.includes(t)) }] as const),
    ...materials.map(
      (m) =>
        [
          `material ${m}`,
          { label: `real material: ${realMaterial(m)?.name ?? m}`, ids: idsOf((p) => saidMaterials(p).includes(m)) },
        ] as const,
    ),
    ["none", { label: "all without paint", ids: scheme.none.map((p) => p.id) }],
    ["all", { label: "every part", ids: idsOf(() => true) }],
  ]);
  return (
    <Choice
      className="w-56"
      label="Pick many"
      hideLabel
      value=""
      onChange={(way: string) => onPick(ways.get(way)?.ids ?? [])}
      options={[
        { value: "", label: "pick a group, a tag …" },
        ...[...ways].map(([value, { label, ids }]) => ({ value, label: `${label} (${ids.length})` })),
      ]}
    />
  );
}

/** Recipes of the list that lie on no piece of this scene. */
function OnNoPiece({ project, scheme }: { project: Project; scheme: Scheme }) {
  const { run } = useActions();
  const used = new Set(scheme.rows.map((r) => r.recipe.id));
  const idle = project.scene.recipes.filter((r) => !used.has(r.id));
  if (idle.length === 0) return null;
  return (
    <Fold label={`${idle.length} ${idle.length === 1 ? "recipe" : "recipes"} of your list on no piece of this scene`}>
      <ul className="flex flex-wrap gap-x-5">
        {idle.map((r) => (
          <li key={r.id} className="flex items-center">
            {r.name}
            <IconButton label={`Remove ${r.name} from the list`} onClick={() => void run("list.drop", { list: "recipes", keys: [r.id] })}>
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

function Strip({ row, picked }: { row: SchemeRow; picked: ReadonlySet<string> }) {
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
  const levels = levelsOf(
    recipe,
    row.pieces.map((p) => p.part),
  ).filter((l) => FINISH_ORDER.includes(l.finish));
  const now = facts.at(at);
  const quicker =
    now && now.step.role !== "bare"
      ? quickerWay(
          now.step,
          row.pieces.map((p) => p.part),
        )
      : null;
  const coats = `/s/${project.scene.id}/paint/coats?part=${piece.part.id}`;
  const mix = (): void => {
    if (!now) return;
    const go = potGoes(project, model.states).find((g) => g.lays.some((l) => l.stepId === now.step.id && l.itemId === piece.item.id));
    setPot((was) => ({
      // What is in the glass already stays there.
      ...(was.parts.length === 0 && go?.paintId && { parts: [{ paintId: go.paintId, drops: 1 }] }),
      ...(go ? potFor(go) : { wanted: now.pot.hex, ml: Math.max(LEAST_ML, Math.round(now.ml * 100) / 100), seen: null, go: null }),
    }));
    void navigate(`/s/${project.scene.id}/paint/pot`);
  };
  useKey("ArrowRight", "Next step", "Paint", () => onStep(at + 1));
  useKey("ArrowLeft", "Step before", "Paint", () => onStep(at - 1));
  useKey("r", "Turn the elevation", "Paint", () => setFacing((f) => (f === "front" ? "side" : "front")));
  const isMixed = now !== undefined && mixesWith(now.pot.family).length > 0;
  useKey("m", "Mix what the step takes", "Paint", mix, isMixed);
  useKey("c", "Cores of the piece", "Paint", () => void navigate(coats));
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
      />
      {quicker && (
        <p>
          {METHODS[now!.step.method].word[0].toUpperCase() + METHODS[now!.step.method].word.slice(1)} it takes {formatDuration(now!.handsS)}
          ; {METHODS[quicker.method].word} {formatDuration(quicker.workS)}, and {formatDuration(quicker.setUpS)} to set up.
        </p>
      )}
      {now?.clash && (
        <p className="note-act max-w-prose">
          ▲ {now.clash.over} over {now.clash.under.toLowerCase()}: {now.clash.why} {now.clash.remedy}{" "}
          <Link className="btn-text inline-flex items-center" to={coats}>
            Open the core
          </Link>
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <button className="btn btn-solid" onClick={mix} disabled={!isMixed}>
          Mix it <Key k="m" />
        </button>
        <Link className="btn" to={coats}>
          Cores: raised, recess, foot <Key k="c" />
        </Link>
        <button className="btn" onClick={() => setFacing((f) => (f === "front" ? "side" : "front"))}>
          {facing === "front" ? "From the side" : "From the front"} <Key k="r" />
        </button>
        <p className="text-sm text-soft">
          ← → step through. What a step touches is hatched. Colours are calculated from the swatches: the dried dab wins.
        </p>
      </div>
      <RecipeEditor recipe={recipe} at={at} pieces={pieces} onStep={onStep} />
    </section>
  );
}
