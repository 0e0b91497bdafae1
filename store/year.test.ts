/** A year of one person's evenings, written down in a line each: the books close, figures get better, and after a pause the first thing is said. */
import "fake-indexeddb/auto";
import { expect, it } from "vitest";
import { bare } from "../tests/bundleKit";
import { coat, projectOf, sizePart } from "../tests/sampleProject";
import { readEvening, slipOf } from "../core/evening";
import { bookOfItem } from "../core/ledger";
import { knewOf, moneySums, resumeOf } from "../core/look";
import { eveningsSeen, sharesOf, tonight, type Step } from "../core/plan";
import { joinProject } from "../core/results";
import { seededRandom } from "../core/units";
import { InchHollowDatabase } from "./database";
import { loadProject, storeOwn } from "./projects";
import { runCommand } from "./run";

const DAY = 86_400_000;
const START = Date.UTC(2025, 0, 6, 20, 0);
const KINDS = [
  { method: "brush", itemId: "brown", ml: 1.2, factor: 1.6 },
  { method: "dry brush", itemId: "stone", ml: 0.4, factor: 0.8 },
  { method: "wash", itemId: "wash", ml: 2.1, factor: 1.2 },
] as const;

it("is entered in a line an evening, and the books close on it", { timeout: 120_000 }, async () => {
  const db = new InchHollowDatabase("year");
  const part = sizePart("c", { kind: "scratch", sizeMm: [60, 60, 60], material: "wood" }, [coat("next", "matt", "brush")]);
  const project = projectOf([part]);
  const paints = project.paints.map((p) => ({ ...p, stockMl: 300, wholeMl: 300, price: { minor: 1500, currency: "EUR" } }));
  await storeOwn(db, bare({ ...project, paints }));
  const random = seededRandom(2025);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const [signs, evenings] = [[] as number[], [] as number[]];
  let [planned, n] = [0, 0];
  for (let day = 0; day < 200; day++) {
    planned++;
    // One evening in five falls out.
    if (random() < 0.2) continue;
    const now = START + day * DAY;
    const rows = KINDS.map((k, g) => ({ title: k.method, keys: [0, 1, 2].map((i) => `c/${day}-${g}/${i}`) }));
    const slip = slipOf(rows, (key) => `Piece ${key.at(-1)}`);
    const minutes = KINDS.map((k) => Math.max(1, Math.round(3 * 10 * k.factor * Math.exp(0.15 * normal()))));
    const low = day % 25 === 24 ? ", wash 40 ml" : "";
    const line = `a1-3 ${minutes[0]}, b ${minutes[1]}, c ${minutes[2]}${low}`;
    const shelf = paints.map((p) => ({ id: p.id, name: p.name, unit: "ml", level: 300, whole: 300 }));
    const { readings, faults } = readEvening(line, slip, shelf);
    expect(faults).toEqual([]);
    signs.push(line.length);
    const written = readings.flatMap((r) => {
      if (!("keys" in r)) return [];
      const kind = KINDS[rows.findIndex((x) => x.title === r.go.title)];
      const shares = sharesOf(
        r.keys.map(() => ({ handsOnS: 600 }) as Step),
        r.tookS!,
      );
      return r.keys.map((stepKey, i) => {
        const recordId = `r${n++}`;
        const step = {
          recordId,
          partId: "c",
          stepKey,
          title: kind.method,
          time: "hands" as const,
          plannedS: 600,
          waitS: 0,
          rests: { kind: "coat", method: kind.method, paint: kind.itemId, paintId: kind.itemId },
          takes: [{ itemId: kind.itemId, amount: kind.ml }],
        };
        return { recordId, step, result: "good" as const, good: 0, failed: 0, saidS: shares[i] };
      });
    });
    const lines = readings.flatMap((r) =>
      r.kind === "stock" ? [{ id: `line${day}`, at: now, kind: "counted" as const, itemId: r.itemId, amount: r.level }] : [],
    );
    const done = await runCommand(db, "s", "evening.write", { written, lines, lessons: [] }, now);
    expect(done.ok).toBe(true);
    evenings.push(now);
  }
  // Under a minute an evening: some thirty signs.
  expect(Math.max(...signs)).toBeLessThan(45);
  const year = joinProject((await loadProject(db, "s"))!, () => undefined);
  expect(year.records).toHaveLength(evenings.length * 9);
  // Every pot closes to the unit, the money to the cent.
  for (const p of year.paints) {
    const own = year.lines.filter((l) => l.itemId === p.id);
    const { came, used, thrown, unexplained, level } = bookOfItem(300, own);
    expect(used.good + used.failed + used.trial + thrown + unexplained + level).toBeCloseTo(came, 4);
    expect(p.stockMl).toBe(level);
  }
  const [shop] = moneySums(year).shop;
  expect(shop.fates.reduce((sum, f) => sum + f.minor, 0)).toBe(1500 * paints.length);
  // Figures are nearer than the tables' were, kind by kind.
  const [hands] = knewOf(year);
  expect(hands.then!.factor).toBeGreaterThan(1.15);
  expect(hands.now!.factor).toBeLessThan(1 + 0.6 * (hands.then!.factor - 1));
  for (const { method, factor } of KINDS) expect(year.pace.of[method].factor / factor).toBeCloseTo(1, 1);
  const end = evenings.at(-1)! + 3_600_000;
  const seen = eveningsSeen(year.records, year.scene.evenings, year.scene.timeZone, end);
  expect(seen.happened / seen.planned).toBeGreaterThan(0.7);
  expect(seen.happened / seen.planned).toBeLessThan(0.9);
  expect(planned).toBe(200);
  // Opened after 330 days it says what to do first.
  const later = evenings.at(-1)! + 330 * DAY;
  const card = resumeOf(year, tonight(year, later, 60), later)!;
  expect(card.days).toBe(330);
  expect(card.lines.find((l) => l.label === "First thing")!.text).toMatch(/Water matt.*\d+ min$/);
  db.close();
});
