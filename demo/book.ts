/** The demo's stock book: what its past prints and coats took, and what was bought, counted and thrown away. All of it made up. */
import type { CoatFamily } from "../core/coat";
import type { StockLine } from "../core/ledger";
import { takenBy, type Paint, type StepRecord, type Supply } from "../core/project";
import { DEMO_ID, DEMO_NOW } from "./identity";

const DAY = 86_400_000;

/** What a pot of a kind holds and costs, in cents. */
const POTS: Partial<Record<CoatFamily, { ml: number; minor: number }>> = {
  "water acrylic": { ml: 60, minor: 420 },
  "water primer": { ml: 250, minor: 1190 },
  "water varnish": { ml: 120, minor: 790 },
  "water wash": { ml: 30, minor: 390 },
  "enamel wash": { ml: 35, minor: 450 },
  pigment: { ml: 40, minor: 480 },
};

/** Pots and cans with what they cost; what is kept from a mix has no price. */
const priced = (p: Paint): Paint => {
  const pot = p.can ? { ml: 400, minor: 1090 } : POTS[p.family];
  if (!pot || p.mix) return p;
  const ml = Math.max(pot.ml, p.stockMl);
  return { ...p, wholeMl: p.wholeMl ?? ml, price: { minor: Math.round((pot.minor * ml) / pot.ml), currency: "EUR" } };
};

const bought = (id: string, itemId: string, days: number, amount: number, minor: number): StockLine => ({
  id,
  at: DEMO_NOW - days * DAY,
  kind: "bought",
  itemId,
  amount,
  price: { minor, currency: "EUR" },
});

/** What was said beside the records. */
const SAID: StockLine[] = [
  bought("second-bottle", "grey-resin", 16, 500, 1590),
  bought("more-lime", "lime-white", 9, 60, 420),
  { id: "weighed", at: DEMO_NOW - 2 * DAY, kind: "corrected", itemId: "grey-spool", amount: -6, note: "weighed" },
  { id: "dried-up", at: DEMO_NOW - 20 * DAY, kind: "thrown", itemId: "white", amount: 40, note: "dried up in the old bottle" },
];

/** Lines of the book, and the shelf with what each thing began with, so that what is left is what the demo says. */
export function bookOf(
  records: readonly StepRecord[],
  paints: readonly Paint[],
  supplies: readonly Supply[],
): { lines: StockLine[]; paints: Paint[]; supplies: Supply[] } {
  const known = new Set([...paints, ...supplies].map((x) => x.id));
  const taken = records
    .filter((r) => r.finishedAt !== null)
    .flatMap((r) =>
      takenBy(r, 0).flatMap(({ take, outcome }, i): StockLine[] =>
        known.has(take.itemId) && take.amount > 0
          ? [
              {
                id: `${r.id}-${i}`,
                at: r.finishedAt!,
                kind: "took",
                itemId: take.itemId,
                amount: Math.round(take.amount * 1000) / 1000,
                outcome,
                recordId: r.id,
                sceneId: DEMO_ID,
                partId: r.partId,
              },
            ]
          : [],
      ),
    );
  const lines = [...taken, ...SAID.filter((l) => known.has(l.itemId))];
  /** Before all lines, for what is left after them. */
  const began = (id: string, level: number): number => {
    const change = lines
      .filter((l) => l.itemId === id)
      .reduce((sum, l) => sum + (l.kind === "bought" || l.kind === "corrected" ? l.amount : -l.amount), 0);
    return Math.max(0, Math.round((level - change) * 1000) / 1000);
  };
  return {
    lines,
    paints: paints.map((p) => ({ ...priced(p), stockMl: began(p.id, p.stockMl) })),
    supplies: supplies.map((s) => ({ ...s, stock: began(s.id, s.stock) })),
  };
}
