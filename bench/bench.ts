/** `npm run bench [-- --json] [-- --only NAME]`: measured ratios against general-purpose libraries. Rows are never tests. */
import { parseArgs } from "node:util";
import { measureAfterEdit } from "./afterEdit";
import { measureBook } from "./book";
import { measureInBrowser } from "./browser";
import { BOOK_ROWS, BROWSER_ROWS, PAGE_ROWS, ROWS } from "./rows";
import { measure, type Measured } from "./side";

type AnyRow = (typeof ROWS)[number] | (typeof BROWSER_ROWS)[number] | (typeof PAGE_ROWS)[number] | (typeof BOOK_ROWS)[number];

function measured(row: AnyRow): Promise<Measured> {
  if ("page" in row) return measureInBrowser(row);
  if ("parts" in row) return measureAfterEdit(row);
  return "records" in row ? measureBook(row) : measure(row);
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { json: { type: "boolean" }, only: { type: "string" } } });
  const all = [...ROWS, ...BROWSER_ROWS, ...PAGE_ROWS, ...BOOK_ROWS];
  const rows = all.filter((r) => !values.only || r.name === values.only);
  if (rows.length === 0) throw new Error(`There is no row "${values.only}". Rows: ${all.map((r) => r.name).join(", ")}.`);
  const done: Measured[] = [];
  for (const row of rows) {
    if (!values.json) console.log(`${row.name}: ${row.work}`);
    let m: Measured;
    try {
      m = await measured(row);
    } catch (error) {
      // The others are measured all the same.
      console.error(`${row.name}: ${error instanceof Error ? error.message : String(error)}`);
      process.exitCode = 2;
      continue;
    }
    done.push(m);
    if (!values.json)
      console.log(
        `  ours ${m.oursMs} ms, ${m.peer} ${m.peerMs} ms: ratio ${m.ratio}, goal ${m.goal} ${m.met ? "met" : "MISSED"}; grows ${m.growth.map((g) => `${g.size.toLocaleString("en")}: ${g.ms} ms`).join(", ")}; peak ${m.peakMb} MB`,
      );
  }
  if (values.json) console.log(JSON.stringify(done));
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 2;
});
