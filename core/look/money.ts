/** What a scene cost: receipts shared out over what became of them, by material, part and plate; tools that are kept stand apart. */
import { machineHour, partOfPrice, spentOn, summed, type Entered, type Fate } from "../ledger";
import { takenS, type Paint, type Project, type Supply } from "../project";
import type { Printer } from "../print";

/** A thing of the workshop as the ledger sees it. */
function entered(item: Paint | Supply, project: Pick<Project, "lines">): Entered {
  const [level, whole] = "stockMl" in item ? [item.stockMl, item.wholeMl] : [item.stock, item.whole];
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

export interface SceneMoney {
  currency: string;
  total: number;
  /** By material; trials apart, failed work and what was thrown away is lost. In the order of the bar, minor units. */
  bar: { of: MoneyOf; minor: number }[];
  /** `machineMinor`: hours of printers whose cost was said, beside the receipts; `each`: what one piece must bring so that it loses nothing. */
  parts: { name: string; good: number; failed: number; trial: number; machineMinor: number; each: number | null }[];
  plates: { name: string; minor: number }[];
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
  const { scene, parts, paints, supplies, habits } = project;
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
          parts: parts.flatMap((p) => {
            const ofPart = own.filter((s) => s.line?.partId === p.id);
            const of = (fate: Fate): number => ofPart.reduce((sum, s) => sum + (s.fate === fate ? s.minor : 0), 0);
            const file = paid.reduce((sum, f) => sum + (f.partId === p.id ? f.minor : 0), 0);
            const sum = ofPart.reduce((n, s) => n + s.minor, 0) + file;
            const machineMinor = currency === habits.currency ? Math.round(machines.get(p.id) ?? 0) : 0;
            if (sum + machineMinor === 0) return [];
            const each = p.copies > 0 ? (sum + machineMinor) / p.copies : null;
            return [{ name: p.name, good: of("good") + file, failed: of("failed") + of("thrown"), trial: of("trial"), machineMinor, each }];
          }),
          plates: summed(own, (s) => s.line?.plateId ?? null).map((x) => ({
            ...x,
            name: plateName(x.name, project),
          })),
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
