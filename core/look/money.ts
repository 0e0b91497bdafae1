/** What a scene cost: receipts shared out over what became of them, by material, part and plate; tools that are kept stand apart. */
import { machineHour, partOfPrice, spentOn, summed, type Entered, type Fate, type Spent } from "../ledger";
import { goodCount } from "../plan";
import { stockOf, takenS, type Paint, type Part, type Project, type Supply } from "../project";
import { kindOf } from "../stations/kinds";
import type { Printer } from "../print";

/** A thing of the workshop as the ledger sees it. */
function entered(item: Paint | Supply, project: Pick<Project, "lines">): Entered {
  const { level, whole } = stockOf(item);
  const opening = item.began ?? level;
  return {
    itemId: item.id,
    opening,
    openingPrice: opening > 0 ? partOfPrice(item.price, whole, opening) : null,
    lines: project.lines.filter((l) => l.itemId === item.id),
  };
}

/** What a bar of money is made of. */
const MATERIALS = ["filament", "resin", "paint", "ground", "glue", "filler", "paper", "files", "trials", "lost"] as const;
export type MoneyOf = (typeof MATERIALS)[number];

const OF_KIND: Partial<Record<Supply["kind"], MoneyOf>> = {
  spool: "filament",
  bottle: "resin",
  ground: "ground",
  glue: "glue",
  filler: "filler",
  abrasive: "paper",
};

/** "Plate 2, Large filament". */
function plateName(id: string, { scene }: Pick<Project, "scene">): string {
  const plate = scene.plates.find((p) => p.id === id);
  const printer = plate && scene.printers.find((p) => p.id === plate.printerId);
  return plate ? `Plate ${plate.order + 1}, ${printer?.name ?? "a printer that is gone"}` : "a plate that was deleted";
}

interface PartMoney {
  /** Null for what is of no part that is here. */
  partId: string | null;
  name: string;
  good: number;
  failed: number;
  trial: number;
  /** Hours of printers whose cost was said, beside the receipts. */
  machineMinor: number;
  /** What a good piece must bring so that it loses nothing, by what was used up to now; null where none is there yet. */
  each: number | null;
}

export interface SceneMoney {
  currency: string;
  total: number;
  /** By material; trials apart, failed work and what was thrown away is lost. In the order of the bar, minor units. */
  bar: { of: MoneyOf; minor: number }[];
  /** The last of them for what is of no part that is here any more: they sum to the total. */
  parts: PartMoney[];
  plates: { id: string; name: string; minor: number }[];
}

interface ShopMoney {
  currency: string;
  total: number;
  fates: { fate: Fate; minor: number }[];
  /** Bought once and kept. */
  kept: number;
}

export interface MoneySums {
  scene: SceneMoney[];
  /** Over everything of the workshop, all scenes. */
  shop: ShopMoney[];
  /** Names of what has no price. */
  unpriced: string[];
}

const FATES_IN_ORDER: Fate[] = ["good", "failed", "trial", "thrown", "unexplained", "left"];

/** What one part cost, or what is of none that is here; nothing where it cost nothing. */
function partMoney(
  part: Part | null,
  at: {
    own: readonly Spent[];
    paid: readonly { partId: string; minor: number }[];
    currency: string;
    machines: ReadonlyMap<string, number>;
    project: Pick<Project, "parts" | "records" | "habits">;
  },
): PartMoney[] {
  const { parts, records, habits } = at.project;
  const isOf = (id: string | undefined): boolean => (part ? id === part.id : !parts.some((p) => p.id === id));
  const own = at.own.filter((s) => isOf(s.line?.partId));
  const of = (...fates: Fate[]): number => own.reduce((sum, s) => sum + (fates.includes(s.fate) ? s.minor : 0), 0);
  const file = part ? at.paid.reduce((sum, f) => sum + (f.partId === part.id ? f.minor : 0), 0) : 0;
  const machineMinor = part && at.currency === habits.currency ? Math.round(at.machines.get(part.id) ?? 0) : 0;
  const sum = own.reduce((n, s) => n + s.minor, 0) + file + machineMinor;
  if (sum === 0) return [];
  // What is not printed counts as there: its copies are worked on together.
  const pieces = part ? (part.work.some((w) => kindOf(w).makesPieces) ? goodCount(part, records) : part.copies) : 0;
  const name = part?.name ?? "of no part that is here";
  const figures = { good: of("good") + file, failed: of("failed", "thrown"), trial: of("trial") };
  return [{ partId: part?.id ?? null, name, ...figures, machineMinor, each: pieces > 0 ? sum / pieces : null }];
}

/** What an hour of a printer costs, minor units; null where price and life were not said. */
export function machineHourMinor({ machine }: Pick<Printer, "machine">): number | null {
  const { priceMinor, residualMinor = 0, lifeH, watts = 0, perKWhMinor = 0, partsMinor, partsLifeH } = machine ?? {};
  if (priceMinor === undefined || lifeH === undefined) return null;
  return machineHour({
    price: priceMinor,
    residual: Math.min(priceMinor, residualMinor),
    lifeH,
    kW: watts / 1000,
    perKWh: perKWhMinor,
    parts: partsMinor !== undefined && partsLifeH !== undefined ? [{ price: partsMinor, lifeH: partsLifeH }] : [],
  });
}

/** Hours of machines for each part, at their cost; a plate of several parts by their pieces. */
function machineCosts({ records, scene }: Pick<Project, "records" | "scene">): Map<string, number> {
  const out = new Map<string, number>();
  for (const r of records) {
    const printer = r.print && scene.printers.find((p) => p.id === r.print!.printerId);
    const hour = printer ? machineHourMinor(printer) : null;
    if (hour === null || r.finishedAt === null) continue;
    const cost = (hour * (takenS(r) ?? r.plannedS)) / 3600;
    const on = r.print!.pieces.length > 0 ? r.print!.pieces : [{ partId: r.partId, pieces: 1 }];
    const all = on.reduce((n, p) => n + p.pieces, 0);
    for (const p of on) out.set(p.partId, (out.get(p.partId) ?? 0) + (cost * p.pieces) / Math.max(1, all));
  }
  return out;
}

/** Everything in its own currency; every list adds up to its total. */
export function moneySums(project: Project): MoneySums {
  const { scene, parts, paints, supplies } = project;
  const machines = machineCosts(project);
  const runDown = [...paints.filter((p) => !p.mix), ...supplies.filter((s) => s.kind !== "tool" && s.kind !== "bath")];
  const ofItem = new Map<string, MoneyOf>(runDown.map((i) => [i.id, "stockMl" in i ? "paint" : (OF_KIND[i.kind] ?? "paint")]));
  // What was taken off the shelf still cost what it cost: its lines say so.
  const onShelf = new Set<string>([...paints, ...supplies].map((i) => i.id));
  const gone = new Map<string, typeof project.lines>();
  // What is made up for the demo costs nobody anything elsewhere.
  for (const l of project.lines)
    if (!onShelf.has(l.itemId) && (!l.demo || scene.demo)) gone.set(l.itemId, [...(gone.get(l.itemId) ?? []), l]);
  for (const [id, lines] of gone)
    ofItem.set(id, lines.map((l) => l.was && (OF_KIND[l.was as Supply["kind"]] ?? null)).find(Boolean) || "paint");
  const spent = [
    ...runDown.flatMap((item) => spentOn(entered(item, project))),
    ...[...gone].flatMap(([itemId, lines]) => spentOn({ itemId, opening: 0, openingPrice: null, lines })),
  ];
  const files = parts.flatMap((p) => (p.fileCost ? [{ partId: p.id, ...p.fileCost }] : []));
  const tools = supplies.filter((s) => s.kind === "tool" && s.price);
  const currencies = [...new Set([...spent, ...files, ...tools.map((t) => t.price!)].map((s) => s.currency))].sort();
  const here = spent.filter((s) => s.line?.sceneId === scene.id);
  return {
    scene: currencies.flatMap((currency) => {
      const own = here.filter((s) => s.currency === currency);
      const paid = files.filter((f) => f.currency === currency);
      const fileMinor = paid.reduce((sum, f) => sum + f.minor, 0);
      const total = own.reduce((sum, s) => sum + s.minor, 0) + fileMinor;
      if (total === 0) return [];
      const sums = new Map(
        summed(own, (s) => (s.fate === "trial" ? "trials" : s.fate === "good" ? ofItem.get(s.itemId)! : "lost")).map((x) => [
          x.name,
          x.minor,
        ]),
      );
      sums.set("files", fileMinor);
      return [
        {
          currency,
          total,
          bar: MATERIALS.map((of) => ({ of, minor: sums.get(of) ?? 0 })).filter((b) => b.minor > 0),
          parts: [...parts, null].flatMap((p) => partMoney(p, { own, paid, currency, machines, project })),
          plates: summed(own, (s) => s.line?.plateId ?? null).map(({ name: id, minor }) => ({ id, minor, name: plateName(id, project) })),
        },
      ];
    }),
    shop: currencies.map((currency) => {
      const own = spent.filter((s) => s.currency === currency);
      const of = new Map(summed(own, (s) => s.fate).map((x) => [x.name, x.minor]));
      return {
        currency,
        total: own.reduce((sum, s) => sum + s.minor, 0),
        fates: FATES_IN_ORDER.map((fate) => ({ fate, minor: of.get(fate) ?? 0 })).filter((f) => f.minor > 0),
        kept: tools.reduce((sum, t) => sum + (t.price!.currency === currency ? t.price!.minor * t.stock : 0), 0),
      };
    }),
    unpriced: runDown
      .filter((i) => project.lines.some((l) => l.itemId === i.id && l.kind === "took") && !spent.some((s) => s.itemId === i.id))
      .map((i) => i.name),
  };
}
