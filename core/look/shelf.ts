/** The shelf: every pot and supply with what is left, what the plan still takes, when it runs dry and for what, and whether it will do. */
import type { OnShelf } from "../evening";
import { chanceToLast, countsTell, OF_PRINTS, orderBy, type StockLine } from "../ledger";
import { itemOf, printRecordOf, type Tonight } from "../plan";
import { SUPPLY_KINDS, type Paint, type Project, type Supply } from "../project";
import type { Step } from "../work";
import { plateTakes } from "../print";

export interface ShelfRow {
  item: Paint | Supply;
  name: string;
  kind: string;
  unit: string;
  level: number;
  /** What it held when full; null where nobody said. */
  whole: number | null;
  place: string;
  /** What steps of the plan that are still open take. */
  needs: number;
  /** The chance that it lasts for all of them, 0 to 1; null where nothing is needed. */
  chance: number | null;
  /** The first step for which too little is left, and when the plan begins it; null where it lasts. */
  dry: { step: Step; at: number } | null;
  /** The last day to order it, ms; null where it lasts. */
  order: number | null;
  /** Its lines, the last first. */
  lines: readonly StockLine[];
}

/** Days that a parcel takes as a rule, and days on which shops send. Common practice, no source. */
export const PARCEL_DAYS = 4;
const SHOP_DAYS = [1, 2, 3, 4, 5];

/** A pot that will do with this chance is no matter. */
export const SURE = 0.9;

const stockOf = (item: Paint | Supply): { level: number; whole: number | null; unit: string; kind: string; place: string } =>
  "stockMl" in item
    ? { level: item.stockMl, whole: item.wholeMl ?? null, unit: "ml", kind: item.family, place: item.place ?? "" }
    : { level: item.stock, whole: item.whole ?? null, unit: unitOf(item), kind: SUPPLY_KINDS[item.kind].label.toLowerCase(), place: "" };

const unitOf = (s: Supply): string => (SUPPLY_KINDS[s.kind].unit === "ml or g" ? "ml" : SUPPLY_KINDS[s.kind].unit);

/** All that runs down, by its name, as an evening's line may name it. */
export const onShelf = ({ paints, supplies }: Pick<Project, "paints" | "supplies">): OnShelf[] =>
  [...paints, ...supplies].filter(runsDown).map((item) => {
    const { level, whole, unit } = stockOf(item);
    return { id: item.id, name: item.name, unit, level, whole };
  });

/** What a print of the plan takes of what is loaded on its printer. */
function printTaking(step: Step, project: Project): { itemId: string; amount: number } | null {
  const print = printRecordOf(step, project);
  return print?.supplyId ? { itemId: print.supplyId, amount: plateTakes(print.profile, print.plannedMassG) } : null;
}

/** Tools and baths are not used up. */
const runsDown = (item: Paint | Supply): boolean => "stockMl" in item || (item.kind !== "tool" && item.kind !== "bath");

/** All that runs down, what runs dry first before the rest. @param model the plan, whose open steps take from the shelf in their order */
export function shelfRows(project: Project, model: Pick<Tonight, "schedule" | "states">): ShelfRow[] {
  const takes = new Map<string, { step: Step; at: number; amount: number }[]>();
  const take = (itemId: string | undefined, step: Step, at: number, amount: number): void => {
    if (itemId === undefined || !(amount > 0)) return;
    const own = takes.get(itemId);
    if (own) own.push({ step, at, amount });
    else takes.set(itemId, [{ step, at, amount }]);
  };
  const coming = model.schedule.slots.filter(
    (s) => ["open", "blocked"].includes(model.states.get(s.key)?.kind ?? "open") && s.hands.length > 0,
  );
  for (const { step, hands } of [...coming].sort((a, b) => a.hands[0].from - b.hands[0].from)) {
    for (const t of step.takes) take(itemOf(t, project), step, hands[0].from, t.amount);
    if (step.scene) continue;
    const print = printTaking(step, project);
    if (print) take(print.itemId, step, hands[0].from, print.amount);
  }
  const rows = [...project.paints, ...project.supplies].filter(runsDown).map((item): ShelfRow => {
    const { level, ...of } = stockOf(item);
    const own = takes.get(item.id) ?? [];
    const needs = own.reduce((sum, t) => sum + t.amount, 0);
    const lines = project.lines.filter((l) => l.itemId === item.id);
    let left = level;
    const dry = own.find((t) => (left -= t.amount) < -1e-6);
    const seen = countsTell(item.began ?? level, lines);
    return {
      item,
      name: item.name,
      level,
      ...of,
      needs,
      chance:
        needs > 0
          ? chanceToLast(
              level,
              own.map((t) => t.amount),
              seen,
              "kind" in item && (item.kind === "spool" || item.kind === "bottle") ? OF_PRINTS : undefined,
            )
          : null,
      dry: dry ? { step: dry.step, at: dry.at } : null,
      order: dry ? orderBy(dry.at, PARCEL_DAYS, SHOP_DAYS) : null,
      lines: [...lines].sort((a, b) => b.at - a.at),
    };
  });
  const when = (r: ShelfRow): number => r.dry?.at ?? Infinity;
  return rows.sort((a, b) => when(a) - when(b) || (a.chance ?? 2) - (b.chance ?? 2) || Number(b.needs > 0) - Number(a.needs > 0));
}
