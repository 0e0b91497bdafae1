/**
 * Every field of a project at its own extremes. They are found by trying, not read off the schema: the least and the most that the judgement
 * of a whole project lets pass.
 */
import type { ProjectRows } from "../core/project";
import { faultsOf, rowProblem, type ProjectTable } from "../store/check";

export type Path = (string | number)[];

const NUMBERS = [
  0, 1e-9, 1e-6, 1e-4, 0.001, 0.01, 0.04, 0.1, 0.2, 0.3, 0.5, 0.6, 1, 2, 2.6, 5, 6, 10, 19, 20, 25, 30, 40, 50, 100, 160, 200, 250, 300,
  400, 500, 600, 1000, 1500, 2000, 2600, 4999, 5000, 10_000, 20_000, 36_000, 50_000, 100_000, 1e6, 1e7, 31_622_400, 1e8, 999_999_999, 1e9,
  1e10, 1e12, 7_258_118_400_000, 9e14,
];
const LENGTHS = [5000, 4000, 1000, 600, 400, 300, 200, 120, 100, 64, 60, 40, 20, 10, 3, 1, 0];

/** Fields that name something: another text would name nothing. */
const NAMING = /(^|\.)(id|sceneId|partId|paintId|printerId|procedureId|toPartId|within|hash|stepKey|format|code|key)$/;

const get = (root: unknown, path: Path): unknown => path.reduce((x: unknown, k) => (x as Record<string | number, unknown>)[k], root);
export function set<T>(root: T, path: Path, value: unknown): T {
  const copy = structuredClone(root);
  (get(copy, path.slice(0, -1)) as Record<string | number, unknown>)[path[path.length - 1]] = value;
  return copy;
}

/** Every number and every free text of a project. */
export function leaves(x: unknown, at: Path = []): Path[] {
  if (typeof x === "number" || (typeof x === "string" && !NAMING.test(at.join(".")))) return [at];
  if (typeof x !== "object" || x === null) return [];
  return Object.entries(x).flatMap(([k, y]) => leaves(y, [...at, Array.isArray(x) ? Number(k) : k]));
}

/** Does its row stand as it is with this in it? */
function fits(project: ProjectRows, path: Path, value: unknown): boolean {
  // Rows of the workshop lie one deeper; the scene and the habits are rows by themselves.
  const depth = path[0] === "workshop" ? 1 : 0;
  const table = path[depth] as ProjectTable;
  const row = depth + (table === "scene" || table === "habits" ? 1 : 2);
  return rowProblem(table, set(get(project, path.slice(0, row)) as object, path.slice(row), value)) === null;
}

/**
 * What a field may be at the least, or at the most: what is allowed lies in one stretch round what it is now, so it is halved.
 * @returns undefined for a text of which only some words are allowed
 */
export function extreme(project: ProjectRows, path: Path, which: "least" | "most"): unknown {
  const now = get(project, path);
  const ladder: unknown[] =
    typeof now === "number"
      ? which === "least"
        ? [...NUMBERS, ...NUMBERS.filter((n) => n > 0).map((n) => -n)].filter((n) => n <= now).sort((a, b) => b - a)
        : NUMBERS.filter((n) => n >= now)
      : (which === "least" ? LENGTHS.filter((n) => n <= 1) : [...LENGTHS].reverse().filter((n) => n > 0)).map((n) => "W".repeat(n));
  let low = -1,
    high = ladder.length;
  while (high - low > 1) {
    const half = (low + high) >> 1;
    if (fits(project, path, ladder[half])) low = half;
    else high = half;
  }
  const value = ladder[low];
  return low >= 0 && faultsOf(set(project, path, value)).length === 0 ? value : undefined;
}

/** A project with every field under `prefix` at its extreme, as far as they go together. */
export function allExtreme(project: ProjectRows, which: "least" | "most", wanted: (path: string) => boolean = () => true): ProjectRows {
  let out = project;
  for (const path of leaves(project)) {
    if (!wanted(path.join("."))) continue;
    const value = extreme(out, path, which);
    if (value !== undefined) out = set(out, path, value);
  }
  return out;
}
