/** The slip of the day: made from the plan when it is first asked for, and the same letters until the next day or until it is made anew. */
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { slipOf, type SlipGo, type SlipRow } from "~core/evening";
import { goKeyOf, stepsOfAll, type Step, type Tonight } from "~core/plan";
import { keep, kept } from "~app/data/kept";
import { useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";

const KEPT = "slip";
/** As many as there are letters for. */
const MOST_ROWS = 12;

interface KeptSlip {
  day: string;
  sceneId: string;
  rows: SlipRow[];
}

/** What is in hand and what is offered, by goes, in the order of the plan. */
function rowsNow(model: Tonight): SlipRow[] {
  const goes = new Map<string, { title: string; keys: string[] }>();
  const add = (step: Step, title: string): void => {
    const key = goKeyOf(step);
    const go = goes.get(key) ?? { title, keys: [] };
    goes.set(key, go);
    if (!go.keys.includes(step.key)) go.keys.push(step.key);
  };
  for (const c of model.clocks) if (c.kind === "in hand") add(c.step, c.step.session?.title ?? c.step.title);
  for (const o of model.offers) if (o.step.machineS === 0) add(o.step, o.step.session?.title ?? o.step.title);
  return [...goes.values()].slice(0, MOST_ROWS);
}

function keptSlip(day: string, sceneId: string): KeptSlip | null {
  try {
    const slip = JSON.parse(kept(KEPT) ?? "null") as KeptSlip | null;
    return slip && slip.day === day && slip.sceneId === sceneId && Array.isArray(slip.rows) ? slip : null;
  } catch {
    return null;
  }
}

/** Makes a slip and keeps it; null where there is nothing to put on it. */
function makeSlip(day: string, sceneId: string, model: Tonight): KeptSlip | null {
  const rows = rowsNow(model);
  if (rows.length === 0) return null;
  keep(KEPT, JSON.stringify({ day, sceneId, rows }));
  return { day, sceneId, rows };
}

export function useSlip(): { slip: SlipGo[]; steps: ReadonlyMap<string, Step>; anew: () => void } {
  const { scene } = useProject();
  const { model } = useTonight();
  const day = format(model.now, "yyyy-MM-dd");
  const [made, setMade] = useState<KeptSlip | null>(() => keptSlip(day, scene.id) ?? makeSlip(day, scene.id, model));
  const rows = useMemo(() => (made?.day === day && made.sceneId === scene.id ? made.rows : rowsNow(model)), [made, day, scene.id, model]);
  const steps = useMemo(() => new Map(stepsOfAll(model).map((s) => [s.key, s])), [model]);
  const slip = useMemo(
    () =>
      slipOf(rows, (key) => {
        const step = steps.get(key);
        return step?.partName;
      }),
    [rows, steps],
  );
  return {
    slip,
    steps,
    /** Keeps the letters from now on: what is done drops out of the plan, and not off the slip. */
    anew: () => setMade(makeSlip(day, scene.id, model)),
  };
}
