/** How well it knew: said against taken, as the tables would have said it and as it was planned, over the records in their order. */
import { median } from "d3";
import { fitCurve, learnedFor, paceOf, type Timed } from "../learn";
import { takenS, type Project, type StepRecord } from "../project";
import { paceKey } from "../work";

/** How far off figures were: half of them are within this factor either way. */
interface Off {
  factor: number;
  n: number;
}

export interface Knew {
  what: string;
  /** By the tables, and by what was known when it was planned; null where nothing was timed. */
  then: Off | null;
  now: Off | null;
  words: string;
}

const offOf = (logs: readonly number[]): Off | null =>
  logs.length === 0 ? null : { factor: Math.exp(median(logs, Math.abs) ?? 0), n: logs.length };

/** So few say nothing of how well anything is known. */
const LEAST = 5;
/** Of long books the last ones are gone through. */
const MOST = 400;

const ended = (records: readonly StepRecord[], time: StepRecord["time"]): StepRecord[] =>
  records
    .filter((r) => r.time === time && takenS(r) !== null && r.result !== "failed" && r.plannedS > 0)
    .sort((a, b) => a.startedAt - b.startedAt)
    .slice(-MOST);

/** Own hands: each record against the tables, and against what the records before it taught. */
function handsKnew(records: readonly StepRecord[]): Pick<Knew, "then" | "now"> {
  const before: Timed[] = [];
  const [tables, learned]: [number[], number[]] = [[], []];
  for (const r of ended(records, "hands")) {
    if (!r.rests || r.rests.said) continue;
    const tableS = r.plannedS / (typeof r.rests.pace === "number" && r.rests.pace > 0 ? r.rests.pace : 1);
    const key = paceKey(r.rests);
    const taken = takenS(r)!;
    if (!(taken > 0)) continue;
    tables.push(Math.log(taken / tableS));
    learned.push(Math.log(taken / (tableS * learnedFor(paceOf(before), key).factor)));
    before.push({ key, tableS, takenS: taken });
  }
  // What was learned is judged by the second half, when there was something to learn from.
  const half = Math.floor(tables.length / 2);
  return { then: offOf(tables.slice(half)), now: offOf(learned.slice(half)) };
}

function printsKnew(records: readonly StepRecord[], process: "fdm" | "resin"): Pick<Knew, "then" | "now"> {
  const own = ended(records, "machine").filter((r) => r.print?.profile.process === process && r.print.modelS > 0);
  const half = Math.floor(own.length / 2);
  const of = (list: readonly StepRecord[], planned: (r: StepRecord) => number): Off | null =>
    offOf(list.map((r) => Math.log(takenS(r)! / planned(r))));
  return { then: of(own.slice(half), (r) => r.print!.modelS), now: of(own.slice(half), (r) => r.plannedS) };
}

/** The kind of work that was done most often: what is left of its time at each doubling. */
function againKnew(records: readonly StepRecord[]): string {
  const kinds = new Map<string, { nth: number; s: number }[]>();
  for (const r of ended(records, "hands")) {
    if (!r.rests || r.rests.said) continue;
    const key = paceKey(r.rests);
    const own = kinds.get(key) ?? [];
    kinds.set(key, own);
    // Beside what was planned, so that larger pieces are no slower ones.
    own.push({ nth: own.length + 1, s: (takenS(r)! / r.plannedS) * (typeof r.rests.pace === "number" ? r.rests.pace : 1) });
  }
  const [most] = [...kinds].sort((a, b) => b[1].length - a[1].length);
  const curve = most && most[1].length >= LEAST ? fitCurve(most[1]) : null;
  return curve ? `${Math.round(curve.r * 100)} % at each doubling, ${most[0]}` : "still the table’s";
}

const factorWords = ({ factor }: Off): string => (factor < 1.5 ? `±${Math.round((factor - 1) * 100)} %` : `×${factor.toFixed(1)}`);
const words = ({ then, now }: Pick<Knew, "then" | "now">): string =>
  then && now && now.n >= LEAST ? `${factorWords(then)} by the tables, ${factorWords(now)} as learned` : "still the table’s";

/** What is known of each kind of figure, and how well. */
export function knewOf({ records }: Pick<Project, "records">): Knew[] {
  // What rests on too little is not drawn either.
  const of = (what: string, off: Pick<Knew, "then" | "now">): Knew =>
    off.now && off.now.n >= LEAST ? { what, ...off, words: words(off) } : { what, then: null, now: null, words: words(off) };
  const starts = records.filter((r) => r.print && r.finishedAt !== null);
  const failed = starts.filter((r) => r.result === "failed").length;
  return [
    of("your hands", handsKnew(records)),
    of("filament hours", printsKnew(records, "fdm")),
    of("resin hours", printsKnew(records, "resin")),
    { what: "the same again", then: null, now: null, words: againKnew(records) },
    { what: "drying", then: null, now: null, words: "still the table’s" },
    {
      what: "failed prints",
      then: null,
      now: null,
      words:
        starts.length < LEAST
          ? "still the table’s"
          : failed === 0
            ? `none of ${starts.length}`
            : `one in ${Math.round(starts.length / failed)} starts`,
    },
  ];
}
