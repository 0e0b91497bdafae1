/** The shelf: every pot and supply with what is left, what the plan still takes, when it runs dry and for what, and whether it will do. */
import type { OnShelf } from "../evening";
import { chanceToLast, countsTell, OF_PRINTS, orderBy, type StockLine } from "../ledger";
import { itemOf, printRecordOf, type Tonight } from "../plan";
import { isMissing, stockOf, SUPPLY_KINDS, usableOf, type Paint, type Project, type Supply } from "../project";
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
  /** The chance that it lasts for all of them, 0 to 1; null where nothing is needed, or where it is not found. */
  chance: number | null;
  /** The first step for which too little is left, or for which it must be found, and when the plan begins it; null where it lasts. */
  dry: { step: Step; at: number } | null;
  /** The last day to order it, ms; null where it lasts. */
  order: number | null;
  /** It is not found: since when, and where it was used last; null where it is at its place. */
  missing: { since: number; used: StockLine | null } | null;
  /** Its lines, the last first. */
  lines: readonly StockLine[];
}

/** Days that a parcel takes as a rule, and days on which shops send. Common practice, no source. */
export const PARCEL_DAYS = 4;
const SHOP_DAYS = [1, 2, 3, 4, 5];

/** A pot that will do with this chance is no matter. */
export const SURE = 0.9;

/** "lasts 7 times in 10". */
export const chanceWords = (chance: number): string => {
  const n = Math.round(chance * 10);
  return n >= 10 ? "lasts" : n <= 0 ? "will not last" : `lasts ${n} ${n === 1 ? "time" : "times"} in 10`;
};

const kindWords = (item: Paint | Supply): string => ("stockMl" in item ? item.family : SUPPLY_KINDS[item.kind].label.toLowerCase());

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

/**
 * The chance that something of the shelf lasts for what is taken of it; null where nothing is. What counts told of this hand is heeded.
 * @param lines of this thing, in any order
 */
export function chanceFor(item: Paint | Supply, takes: readonly number[], lines: readonly StockLine[]): number | null {
  if (!takes.some((t) => t > 0)) return null;
  const { level } = stockOf(item);
  const ofPrints = "kind" in item && (item.kind === "spool" || item.kind === "bottle");
  return chanceToLast(level, takes, countsTell(item.began ?? level, lines), ofPrints ? OF_PRINTS : undefined);
}

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
    const { level, whole, unit } = stockOf(item);
    const own = takes.get(item.id) ?? [];
    const needs = own.reduce((sum, t) => sum + t.amount, 0);
    const lines = project.lines.filter((l) => l.itemId === item.id).sort((a, b) => b.at - a.at);
    let left = usableOf(item);
    const dry = own.find((t) => (left -= t.amount) < -1e-6);
    return {
      item,
      name: item.name,
      kind: kindWords(item),
      unit,
      level,
      whole,
      place: item.place ?? "",
      needs,
      chance: isMissing(item)
        ? null
        : chanceFor(
            item,
            own.map((t) => t.amount),
            lines,
          ),
      missing: item.missingSince == null ? null : { since: item.missingSince, used: lines.find((l) => l.kind === "took") ?? null },
      dry: dry ? { step: dry.step, at: dry.at } : null,
      order: dry ? orderBy(dry.at, PARCEL_DAYS, SHOP_DAYS) : null,
      lines,
    };
  });
  const when = (r: ShelfRow): number => r.dry?.at ?? Infinity;
  return rows.sort((a, b) => when(a) - when(b) || (a.chance ?? 2) - (b.chance ?? 2) || Number(b.needs > 0) - Number(a.needs > 0));
}
