/** Edits of a printer's profile: whose word each figure is, and what it was before. */
import { type Edges } from "../../lay";
import { NOT_RECKONED_WITH, profileOf, type InDemo, type Origin, type Printer } from "../../print";
import type { Edit } from "../command";
import { inDemo } from "../stock";

/** A printer's profile in part: each field by itself, so that two windows may change two. */
export type PrinterChange = Partial<Omit<Printer, "id" | "process" | "edges">> & { edges?: Partial<Edges> } & Record<string, unknown>;

/** Changes that follow each other within so long are one edition, ms. */
const ONE_EDITION_MS = 30 * 60_000;
const EARLIER = 20;
/** What is no figure of the profile: no word of the user's about how it prints, and no edition of its own. */
const NO_EDITION: ReadonlySet<string> = new Set(NOT_RECKONED_WITH.filter((f) => f !== "fits"));

/** An edit of the profile: what was changed is the user's word from now on, and what it was before is kept. */
export function editedProfile(printer: Printer, changed: PrinterChange, now: number, from: Origin["from"] = "typed"): Printer {
  const next = profileWith(printer, changed);
  const named = Object.entries(changed).flatMap(([field, value]) =>
    typeof value === "object" && value !== null && !Array.isArray(value) ? Object.keys(value).map((k) => `${field}.${k}`) : [field],
  );
  const at = (p: Printer, path: string): string | undefined =>
    JSON.stringify(path.split(".").reduce<unknown>((x, k) => (x as Record<string, unknown> | undefined)?.[k], p));
  // What an edition that is brought back has in common with this one is nobody's new word.
  const fields = named.filter((f) => !NO_EDITION.has(f.split(".")[0]) && at(printer, f) !== at(next, f));
  if (fields.length === 0) return next;
  const origins = {
    ...printer.origins,
    ...Object.fromEntries(
      fields.map((f): [string, Origin] => [f, from === "learned" ? { from, prints: (printer.origins?.[f]?.prints ?? 0) + 1 } : { from }]),
    ),
  };
  const earlier = printer.earlier ?? [];
  const last = earlier[earlier.length - 1]?.at ?? -Infinity;
  const kept =
    now - last < ONE_EDITION_MS
      ? earlier
      : [...earlier, { at: now, note: `before ${fields.join(", ")}`.slice(0, 200), profile: profileOf(printer) }];
  return { ...next, origins, earlier: kept.slice(-EARLIER) };
}

/** A profile with some fields changed, those of its speeds and its lift one by one. What kind of printer it is stays. */
function profileWith(printer: Printer, changed: PrinterChange): Printer {
  const inner = (field: "speedMmS" | "lift" | "fits" | "machine" | "edges", from?: object): object =>
    (field in printer || from) && typeof changed[field] === "object"
      ? { [field]: { ...from, ...(printer as unknown as Record<string, object>)[field], ...(changed[field] as object) } }
      : {};
  return {
    ...printer,
    ...changed,
    ...inner("speedMmS"),
    ...inner("lift"),
    ...inner("fits", {}),
    ...inner("machine", {}),
    ...inner("edges", { left: 0, right: 0, front: 0, back: 0 }),
    id: printer.id,
    process: printer.process,
  } as Printer;
}

/** What a change of a printer means in the demo: what is on it and where it answers is said of the demo alone. */
export async function splitForDemo(
  e: Edit<"scenes">,
  printer: Printer,
  changed: Record<string, unknown>,
): Promise<{ printer: Printer; changed: Record<string, unknown> }> {
  if (!(await inDemo(e))) return { printer, changed };
  const own = Object.fromEntries(Object.entries(changed).filter(([k]) => IN_DEMO.has(k)));
  if (Object.keys(own).length === 0) return { printer, changed };
  return {
    printer: { ...printer, inDemo: { ...printer.inDemo, ...own } },
    changed: Object.fromEntries(Object.entries(changed).filter(([k]) => !IN_DEMO.has(k))),
  };
}
const IN_DEMO: ReadonlySet<string> = new Set(["loadedId", "surface", "address"] satisfies (keyof InDemo)[]);
