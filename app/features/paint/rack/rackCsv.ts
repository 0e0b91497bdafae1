/** The rack as CSV, out and in: one row a pot. */
import Papa from "papaparse";
import { comesInPots, FAMILIES, type CoatFamily } from "~core/coat";
import { namedPot } from "~core/paint";
import { LIMITS, type Paint } from "~core/project";
import { fail, ok, type Result } from "~core/units";
import { safeCells, unsafeCell } from "~app/shared/files/exports";
import { newId } from "~app/shared/scene";

const SHEENS = ["matt", "satin", "gloss"] as const;

export const csvOfRack = (paints: readonly Paint[]): string =>
  Papa.unparse(
    paints.map((p) =>
      safeCells({
        name: p.name,
        type: p.family,
        colour: p.hex,
        sheen: p.sheen,
        left_ml: p.stockMl,
        full_ml: p.wholeMl ?? "",
        can_covers_cm2: p.can?.cm2 ?? "",
        can_full_g: p.can?.fullG ?? "",
        can_empty_g: p.can?.emptyG ?? "",
        drops_per_ml: p.dropsPerMl ?? "",
        hides: p.hides ?? "",
        place: p.place ?? "",
        lot: p.lot ?? "",
      }),
    ),
    { newline: "\r\n" },
  );

/** A number with a point or a comma; null for an empty cell. */
function numberIn(cell: string, { least, most }: { least: number; most: number }): number | null | undefined {
  const text = cell.trim().replace(",", ".");
  if (text === "") return null;
  const n = Number(text);
  return Number.isFinite(n) && n >= least && n <= most ? n : undefined;
}

/**
 * Reads a rack. Only a name must be there: what is missing is guessed from it. Pots of a name that is on the rack already are left as they are.
 * @returns the new pots and how many were known; problem `rack.cell` with the row and the column, and nothing is taken then
 */
export function rackOfCsv(text: string, rack: readonly Paint[]): Result<{ fresh: Paint[]; known: number }> {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  if (!meta.fields?.includes("name"))
    return fail(
      "rack.header",
      "The first row must name the columns, and one of them must be called name. Write a rack to CSV to see them all.",
    );
  const fresh: Paint[] = [];
  let known = 0;
  for (const [i, row] of data.entries()) {
    const cell = (key: string): string => unsafeCell((row[key] ?? "").trim());
    const bad = (column: string, what: string): Result<never> =>
      fail("rack.cell", `${column} must be ${what}, not “${cell(column)}”.`, `row ${i + 2}`);
    const named = namedPot(cell("name"));
    if (!named || cell("name").length > LIMITS.name) return bad("name", `a name of at most ${LIMITS.name} letters`);
    const name = cell("name");
    const same = (p: Paint): boolean => p.name.toLowerCase() === name.toLowerCase();
    if (rack.some(same) || fresh.some(same)) {
      known++;
      continue;
    }
    const type = cell("type").toLowerCase();
    if (type !== "" && !(Object.hasOwn(FAMILIES, type) && comesInPots(type as CoatFamily)))
      return bad("type", "a type that the rack knows");
    const hex = cell("colour").toLowerCase();
    if (hex !== "" && !/^#[0-9a-f]{6}$/.test(hex)) return bad("colour", "six digits such as #8a6b48");
    const sheen = cell("sheen").toLowerCase();
    if (sheen !== "" && !SHEENS.includes(sheen as Paint["sheen"])) return bad("sheen", "matt, satin or gloss");
    const left = numberIn(cell("left_ml"), LIMITS.stockMl);
    if (left === undefined) return bad("left_ml", "a number of millilitres");
    const whole = numberIn(cell("full_ml"), LIMITS.stockMl);
    if (whole === undefined) return bad("full_ml", "a number of millilitres");
    const cm2 = numberIn(cell("can_covers_cm2"), LIMITS.canCm2);
    if (cm2 === undefined) return bad("can_covers_cm2", "an area in cm²");
    const [fullG, emptyG] = [numberIn(cell("can_full_g"), LIMITS.massG), numberIn(cell("can_empty_g"), LIMITS.massG)];
    if (fullG === undefined) return bad("can_full_g", "a weight in grams");
    if (emptyG === undefined) return bad("can_empty_g", "a weight in grams");
    const drops = numberIn(cell("drops_per_ml"), LIMITS.dropsPerMl);
    if (drops === undefined) return bad("drops_per_ml", `a number from ${LIMITS.dropsPerMl.least} to ${LIMITS.dropsPerMl.most}`);
    const hides = cell("hides").toLowerCase();
    if (hides !== "" && hides !== "well" && hides !== "badly") return bad("hides", "well or badly");
    for (const column of ["place", "lot"])
      if (cell(column).length > LIMITS.shortText) return bad(column, `at most ${LIMITS.shortText} letters`);
    fresh.push({
      id: newId(),
      name,
      family: (type || named.family) as CoatFamily,
      hex: hex || named.hex,
      sheen: (sheen || named.sheen) as Paint["sheen"],
      stockMl: left ?? whole ?? named.stockMl ?? 20,
      ...(whole !== null && { wholeMl: whole }),
      ...(cm2 !== null && { can: { cm2, fullG, emptyG } }),
      ...(drops !== null && { dropsPerMl: drops }),
      ...(hides !== "" && { hides }),
      ...(cell("place") && { place: cell("place") }),
      ...(cell("lot") && { lot: cell("lot") }),
    });
  }
  return ok({ fresh, known });
}
