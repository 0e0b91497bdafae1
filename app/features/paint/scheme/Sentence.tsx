/** What is painted next, on how many pieces and for how long, in a sentence; it is begun from here. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { coatCare, inPotWords } from "~core/coat";
import type { Scheme } from "~core/plan";
import type { Part } from "~core/project";
import { formatDuration } from "~core/units";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";

const namesOf = (parts: readonly Part[]): string =>
  parts.length === 1 ? parts[0].name : parts.length === 2 ? `${parts[0].name} and ${parts[1].name}` : `${parts.length} parts`;

export function Sentence({ scheme }: { scheme: Scheme }) {
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
  const { cautions } = coatCare(next.paint?.family ?? next.step.wants.family, next.step.method);
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
      {cautions.length > 0 && (
        <p className="text-setting-ink">
          △ {cautions.map((c) => CAUTIONS[c].short).join(", ")}. {CARE_FIRST}
        </p>
      )}
    </>
  );
}
