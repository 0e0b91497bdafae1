/** `inch ledger`: levels and money of things, as sums over what was bought, used, counted and thrown away. */
import Joi from "joi";
import { bookOfItem, FATES, OUTCOMES, spentOn, type Fate, type LineKind, type Outcome, type StockLine } from "../core/ledger";
import { fail, ok, tidy, type Result } from "../core/units";
import { checked } from "./json";

const HOLDS =
  '{"lines":[{"kind":"bought"|"took"|"counted"|"thrown","item","amount","unit","price","currency","outcome","at","struck"}]}, a count with "amount" for what it corrects, or "level" and "at" for what was seen';

const SAID_KINDS = ["bought", "took", "counted", "thrown"] as const;

const schema = Joi.object({
  lines: Joi.array()
    .min(1)
    .max(100_000)
    .required()
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...SAID_KINDS)
          .required(),
        item: Joi.string().min(1).max(200).required(),
        amount: Joi.number().less(1e9).greater(-1e9),
        level: Joi.number().min(0).less(1e9),
        unit: Joi.string().max(20),
        price: Joi.number().min(0).max(1e9).when("kind", { is: "bought", otherwise: Joi.forbidden() }),
        currency: Joi.string().length(3).uppercase(),
        outcome: Joi.string().valid(...Object.keys(OUTCOMES)),
        at: Joi.string().isoDate(),
        struck: Joi.boolean(),
      }).unknown(true),
    ),
}).unknown(true);

interface Asked {
  kind: (typeof SAID_KINDS)[number];
  item: string;
  amount?: number;
  level?: number;
  unit?: string;
  price?: number;
  currency?: string;
  outcome?: Outcome;
  at?: string;
  struck?: boolean;
}

/** Units of one thing are brought to the first of their kind. */
const UNITS: Record<string, { of: string; one: number }> = {
  mg: { of: "g", one: 0.001 },
  g: { of: "g", one: 1 },
  kg: { of: "g", one: 1000 },
  ml: { of: "ml", one: 1 },
  cl: { of: "ml", one: 10 },
  l: { of: "ml", one: 1000 },
};

/** Digits after the point of a currency, by ISO 4217 as the platform knows it. */
const digitsOf = (currency: string): number =>
  new Intl.NumberFormat("en", { style: "currency", currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** Levels, what is unexplained, and money by what became of it, in each currency. */
export function ledger(bytes: Uint8Array): Result<unknown> {
  const file = checked<{ lines: Asked[] }>(new TextDecoder().decode(bytes), schema, "ledger.shape", HOLDS);
  if (!file.ok) return file;
  const items = new Map<string, { unit: string; shown: string; one: number; lines: StockLine[] }>();
  for (const [i, line] of file.value.lines.entries()) {
    const where = `lines.${i}`;
    const unit = UNITS[line.unit ?? ""] ?? { of: line.unit ?? "", one: 1 };
    const own = items.get(line.item) ?? { unit: unit.of, shown: line.unit ?? "", one: unit.one, lines: [] };
    items.set(line.item, own);
    if (own.unit !== unit.of)
      return fail(
        "ledger.unit",
        `“${line.item}” is counted in ${own.unit || "pieces"}, this line in ${unit.of || "pieces"}.`,
        `${where}.unit`,
      );
    const read = amountOf(line, where);
    if (!read.ok) return read;
    if (line.price !== undefined && !line.currency)
      return fail("ledger.currency", "A price needs its currency, such as EUR.", `${where}.currency`);
    if (line.struck) continue;
    own.lines.push({
      id: String(i).padStart(6, "0"),
      at: line.at ? Date.parse(line.at) : 0,
      kind: read.value.kind,
      itemId: line.item,
      amount: read.value.amount * unit.one,
      outcome: line.outcome,
      price: line.price === undefined ? null : { minor: Math.round(line.price * 10 ** digitsOf(line.currency!)), currency: line.currency! },
    });
  }
  const sums = new Map<string, Map<Fate, number>>();
  const books = [...items].map(([item, { shown, one, lines }]) => {
    for (const { currency, fate, minor } of spentOn({ itemId: item, opening: 0, openingPrice: null, lines })) {
      const of = sums.get(currency) ?? new Map<Fate, number>();
      sums.set(currency, of.set(fate, (of.get(fate) ?? 0) + minor));
    }
    const { level, unexplained, came, used, thrown, overdrawn } = bookOfItem(0, lines);
    // In the unit of its first line, as it was said.
    const said = (n: number): number => tidy(n / one);
    const figures = { level, unexplained, came, ...used, thrown, ...(overdrawn > 0 ? { overdrawn } : {}) };
    return {
      item,
      unit: shown,
      ...Object.fromEntries(Object.entries(figures).map(([k, n]) => [k, said(n)])),
      ...(overdrawn > 0
        ? { why: `${said(overdrawn)}${shown && ` ${shown}`} more was used than was known to be there: kept as a correction.` }
        : {}),
    };
  });
  return ok({ items: books, money: Object.fromEntries([...sums].map(([currency, of]) => [currency, moneyOf(currency, of)])) });
}

function amountOf({ kind, amount, level, at }: Asked, where: string): Result<{ kind: LineKind; amount: number }> {
  if (kind === "counted" && level !== undefined)
    return at
      ? ok({ kind: "counted", amount: level })
      : fail("ledger.when", "What was seen at a count needs its day: add “at”, or say the correction as “amount”.", `${where}.at`);
  if (amount === undefined) return fail("ledger.amount", "This line needs an amount.", `${where}.amount`);
  if (kind === "counted") return ok({ kind: "corrected", amount });
  return amount >= 0 ? ok({ kind, amount }) : fail("ledger.amount", "An amount cannot be below zero here.", `${where}.amount`);
}

function moneyOf(currency: string, of: ReadonlyMap<Fate, number>): Record<Fate | "total", number> {
  const one = 10 ** digitsOf(currency);
  const fates = Object.keys(FATES) as Fate[];
  const total = fates.reduce((sum, f) => sum + (of.get(f) ?? 0), 0);
  return { ...(Object.fromEntries(fates.map((f) => [f, (of.get(f) ?? 0) / one])) as Record<Fate, number>), total: total / one };
}
