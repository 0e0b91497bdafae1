/**
 * An evening in one line: "a1-7 38m, a8 again, b 25, primer low, !thin the second coat". Letters are those of the slip; every entry is read
 * by itself, and what cannot be read is refused with its place. Nothing is guessed silently: each reading says in words what it will do.
 */
import { formatDuration, parseDuration, parseNumber, spacedNumber } from "../units";

/** A go on the slip: its letter, and its pieces in the order of their numbers. */
export interface SlipGo {
  letter: string;
  title: string;
  pieces: readonly { key: string; name: string }[];
}

/** A pot or supply that may be said to run low. */
export interface OnShelf {
  id: string;
  name: string;
  unit: string;
  level: number;
  whole: number | null;
}

export type Reading =
  | { kind: "done" | "again"; go: SlipGo; keys: readonly string[]; tookS: number | null; words: string }
  | { kind: "stock"; itemId: string; level: number; words: string }
  | { kind: "lesson"; title: string; go: SlipGo | null; words: string };

/** What cannot be read, from its first sign to behind its last. */
interface EveningFault {
  from: number;
  to: number;
  message: string;
}

export interface EveningRead {
  readings: Reading[];
  faults: EveningFault[];
}

/** A pot that is low holds about so much of what it held when full. Common practice, no source. */
const LOW = 0.1;

interface Entry {
  text: string;
  from: number;
}

/** Entries lie between commas, semicolons and line ends; a comma between two digits belongs to them; what begins with "!" goes to the end of its line. */
function entriesOf(text: string): Entry[] {
  const out: Entry[] = [];
  const pattern = /\s*(![^\n]*|(?:(?<=\d),(?=\d)|[^,;\n!])+)/y;
  let at = 0;
  while (at < text.length) {
    pattern.lastIndex = at;
    const m = pattern.exec(text);
    if (!m) {
      at++;
      continue;
    }
    const from = at + m[0].length - m[1].length;
    const said = m[1].trimEnd();
    if (said) out.push({ text: said, from });
    at += m[0].length;
  }
  return out;
}

/** "1-7+9" as numbers in order; null where it is none. */
function numbersOf(text: string): number[] | null {
  const out = new Set<number>();
  for (const part of text.split(/[+,]/)) {
    const m = /^(\d{1,4})(?:-(\d{1,4}))?$/.exec(part);
    if (!m) return null;
    const [from, to] = [Number(m[1]), Number(m[2] ?? m[1])];
    if (from < 1 || to < from) return null;
    for (let n = from; n <= to; n++) out.add(n);
  }
  return [...out].sort((a, b) => a - b);
}

const AGAIN = /^(again|redo|failed)\b\s*/i;
const names = (list: readonly string[]): string =>
  list.length <= 3 ? list.join(", ") : `${list.slice(0, 2).join(", ")} and ${list.length - 2} more`;

/** @param slip the goes by their letters @param shelf what can run low */
export function readEvening(text: string, slip: readonly SlipGo[], shelf: readonly OnShelf[]): EveningRead {
  const readings: Reading[] = [];
  const faults: EveningFault[] = [];
  const said = new Map<string, string>();
  let last: SlipGo | null = null;
  for (const entry of entriesOf(text)) {
    const refuse = (message: string): void =>
      void faults.push({ from: entry.from, to: entry.from + entry.text.length, message: `Place ${entry.from + 1}: ${message}` });
    if (entry.text.startsWith("!")) {
      const title = entry.text.slice(1).trim();
      if (title) readings.push({ kind: "lesson", title, go: last, words: `Lesson${last ? ` for ${last.title}` : ""}: ${title}` });
      else refuse("write the lesson behind the “!”.");
      continue;
    }
    const m = /^([a-z])(?:([\d][\d+,-]*))?(?:\s+(.*))?$/i.exec(entry.text);
    if (m) {
      const go = slip.find((g) => g.letter === m[1].toLowerCase());
      const read = go ? readGo(go, m[2], m[3] ?? "", said) : `there is no letter “${m[1]}” on the slip.`;
      if (typeof read === "string") refuse(read);
      else {
        last = go!;
        for (const key of read.keys) said.set(key, entry.text);
        readings.push(read);
      }
      continue;
    }
    const read = readStock(entry.text, shelf);
    if (typeof read === "string") refuse(read);
    else readings.push(read);
  }
  return { readings, faults };
}

function readGo(
  go: SlipGo,
  which: string | undefined,
  rest: string,
  said: ReadonlyMap<string, string>,
): Extract<Reading, { keys: unknown }> | string {
  const numbers = which === undefined ? go.pieces.map((_, i) => i + 1) : numbersOf(which);
  if (!numbers) return `“${which}” is no number of a piece. Write 3, 1-7 or 1+4.`;
  const beyond = numbers.find((n) => n > go.pieces.length);
  if (beyond !== undefined) return `${go.letter} has ${go.pieces.length === 1 ? "1 piece" : `${go.pieces.length} pieces`}, not ${beyond}.`;
  // All of a go that was said in part means the rest of it.
  const pieces = numbers.map((n) => go.pieces[n - 1]).filter((p) => which !== undefined || !said.has(p.key));
  const twice = pieces.find((p) => said.has(p.key));
  if (twice) return `${twice.name} is said twice, here and in “${said.get(twice.key)}”.`;
  if (pieces.length === 0) return `every piece of ${go.letter} is said already.`;
  const again = AGAIN.exec(rest);
  const time = again ? rest.slice(again[0].length) : rest;
  const took = time ? parseDuration(time) : null;
  if (took && !took.ok) return `“${time}” is not a time. Try 38m or 1h20.`;
  const tookS = took ? took.value : null;
  const of = pieces.length === go.pieces.length && pieces.length > 1 ? `all ${pieces.length}` : names(pieces.map((p) => p.name));
  const shared = pieces.length > 1 ? ", shared out" : "";
  const minutes = tookS === null ? "no time said" : `${formatDuration(tookS)}${shared}`;
  return {
    kind: again ? "again" : "done",
    go,
    keys: pieces.map((p) => p.key),
    tookS,
    words: `${go.title}, ${of}: ${again ? "to be done again" : "done"}, ${minutes}`,
  };
}

/** "primer low", "tar empty", "slate 40 ml": so much was seen. */
function readStock(text: string, shelf: readonly OnShelf[]): Extract<Reading, { kind: "stock" }> | string {
  const m = /^(.*\S)\s+(low|empty|out|gone|(\d+(?:[.,]\d+)?)\s*([a-z]*))$/i.exec(text);
  if (!m) return `“${text}” is neither a letter of the slip nor a pot with how much is left. Try “primer low” or “primer 40 ml”.`;
  const sought = m[1].toLowerCase().split(/\s+/);
  const found = shelf.filter((s) =>
    sought.every((w) =>
      s.name
        .toLowerCase()
        .split(/[\s,]+/)
        .some((x) => x.startsWith(w)),
    ),
  );
  const exact = found.filter((s) => s.name.toLowerCase() === m[1].toLowerCase());
  const of = exact.length === 1 ? exact : found;
  if (of.length === 0) return `nothing on the shelf is called “${m[1]}”.`;
  if (of.length > 1) return `“${m[1]}” may be ${names(of.map((s) => s.name))}. Write more of its name.`;
  const [item] = of;
  if (m[3] !== undefined) {
    const unit = m[4].toLowerCase();
    if (unit && unit !== item.unit) return `${item.name} is counted in ${item.unit}, not in ${unit}.`;
    const level = parseNumber(m[3], { least: 0, most: 1e6 });
    if (!level.ok) return level.problem.message;
    return { kind: "stock", itemId: item.id, level: level.value, words: `${item.name}: ${spacedNumber(level.value)} ${item.unit} left` };
  }
  if (m[2].toLowerCase() !== "low") return { kind: "stock", itemId: item.id, level: 0, words: `${item.name}: empty` };
  const level = Math.round(Math.min(item.level, (item.whole ?? item.level) * LOW) * 10) / 10;
  return { kind: "stock", itemId: item.id, level, words: `${item.name}: low, taken as ${spacedNumber(level)} ${item.unit} left` };
}

/** Letters of a slip, in the order of the goes; those that look like figures are left out. */
export const SLIP_LETTERS = [..."abcdefghjkmnpqrstuvwxyz"];
