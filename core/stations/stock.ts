/** What work that has ended takes of pots and supplies, as lines of the ledger; a record that is struck out takes its lines along. */
import { bookOfItem, partOfPrice, type StockLine } from "../ledger";
import { isMissing, stockOf, takenBy, type Paint, type StepRecord, type Supply, type Take } from "../project";
import { plateKey } from "../print";
import type { Edit } from "./command";

type OfStock = "lines" | "paints" | "supplies" | "scenes";

export const inDemo = async (e: Edit<"scenes">): Promise<boolean> => (await e.scene())?.demo === true;

/** Lines of a record are called by it, so that they are found again without going through the book. */
const lineId = (recordId: string, n: number): string => `${recordId.slice(0, 56)}-${n}`;

/**
 * Is this a thing of the workshop that this scene may take from? In the demo nothing is taken of the user's own. What was not found and is
 * used now has been found.
 */
async function takenFrom(e: Edit<OfStock>, itemId: string): Promise<{ demo?: boolean } | null> {
  const paint = await e.get("paints", itemId);
  const supply = paint ? undefined : await e.get("supplies", itemId);
  const item = paint ?? supply;
  if (!item || ((await inDemo(e)) && !item.demo)) return null;
  if (paint && isMissing(paint)) await e.put("paints", { ...paint, missingSince: null });
  if (supply && isMissing(supply)) await e.put("supplies", { ...supply, missingSince: null });
  return item;
}

/** A line of something that was used, if it is there to be used. */
export async function enterTake(
  e: Edit<OfStock>,
  { itemId, amount }: Take,
  line: Omit<StockLine, "kind" | "itemId" | "amount">,
): Promise<boolean> {
  const item = await takenFrom(e, itemId);
  if (!item || !(amount > 0)) return false;
  await e.put("lines", { ...line, kind: "took", itemId, amount, ...(item.demo && { demo: true }) });
  return true;
}

/** Takes the lines of a record out of the book. @returns whether there were any */
export async function unenter(e: Edit<"lines">, recordId: string): Promise<boolean> {
  let n = 0;
  for (; (await e.get("lines", lineId(recordId, n)))?.recordId === recordId; n++) await e.delete("lines", lineId(recordId, n));
  return n > 0;
}

/** Enters what a record that has ended took, in place of what was entered of it before. */
export async function enter(e: Edit<OfStock>, record: StepRecord, failedShare = 0): Promise<void> {
  await unenter(e, record.id);
  let n = 0;
  for (const { take, outcome } of takenBy(record, failedShare)) {
    const { id: recordId, sceneId, partId, print } = record;
    const of = { recordId, sceneId, partId, ...(print?.plateId && { plateId: print.plateId }) };
    const line = { id: lineId(recordId, n), at: record.finishedAt ?? record.startedAt, outcome, ...of };
    if (await enterTake(e, { ...take, amount: Math.round(take.amount * 1000) / 1000 }, line)) n++;
  }
}

/** The same for a record that was entered before: what was used before there was a book stays as it is. */
export async function enterAgain(e: Edit<OfStock>, record: StepRecord, failedShare = 0): Promise<void> {
  if ((await e.get("lines", lineId(record.id, 0)))?.recordId === record.id) await enter(e, record, failedShare);
}

/**
 * Something is taken off the shelf: what it began with and cost becomes a line, and what is left of it is thrown away, so that what it was used
 * for still costs what it cost. What has no lines leaves nothing behind.
 */
export async function closeBook(e: Edit<"lines">, item: Paint | Supply): Promise<void> {
  const lines = (await e.all("lines")).filter((l) => l.itemId === item.id);
  if (lines.length === 0) return;
  const { level: opening, whole } = stockOf(item);
  const was = "stockMl" in item ? "paint" : item.kind;
  const { level } = bookOfItem(opening, lines);
  const own = { itemId: item.id, was, note: item.name, ...(item.demo && { demo: true }) };
  const [first, last] = [Math.min(...lines.map((l) => l.at)), Math.max(...lines.map((l) => l.at))];
  if (opening > 0)
    await e.put("lines", {
      ...own,
      id: `${item.id.slice(0, 56)}-began`,
      at: Math.max(0, first - 1),
      kind: "bought",
      amount: opening,
      price: partOfPrice(item.price, whole, opening),
    });
  if (level > 0) await e.put("lines", { ...own, id: `${item.id.slice(0, 56)}-rest`, at: last, kind: "thrown", amount: level });
}

/** The run of the plate that a step clears. */
export async function runCleared(e: Edit<"records">, { stepKey }: StepRecord): Promise<StepRecord | undefined> {
  const [kind, plateId, step] = stepKey.split("/");
  const started = kind === "plate" && step === "clear" ? plateKey(plateId, "start") : stepKey.replace(/\/clear(\d+)$/, "/start$1");
  if (started === stepKey) return undefined;
  const runs = (await e.all("records")).filter((r) => r.stepKey === started && r.print);
  return runs.reduce((last: StepRecord | undefined, r) => (last && last.startedAt > r.startedAt ? last : r), undefined);
}

/** Of what was cleared, the share that is no good. */
export const failedShareOf = ({ good, failed }: Pick<StepRecord, "good" | "failed">): number => (failed > 0 ? failed / (good + failed) : 0);
