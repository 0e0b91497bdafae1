/** The scheme: what is painted tonight, the tray of pieces by recipe, and what they look like after each step. */
import { useMemo, useState } from "react";
import { inPotWords } from "~core/coat";
import { paintNeeds, schemeOf, type Scheme, type Tonight } from "~core/plan";
import { formatDuration } from "~core/units";
import { Page } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Key, useKey } from "~app/ui/keys";
import { PaintLeaves } from "../PaintLeaves";
import { LayRecipe } from "./LayRecipe";
import { OnNoPiece, PickBy } from "./Picking";
import { Sentence } from "./Sentence";
import { Strip } from "./Strip";
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
