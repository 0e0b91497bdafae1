/** `inch`: the headless command over the same core. One JSON document on standard output; problems exit with 2. */
import { parseArgs } from "node:util";
import type { Problem } from "../core/units";
import { run } from "./verbs";

const USAGE =
  "inch inspect FILE | estimate FILE --process fdm|resin | orient FILE --process fdm|resin | gcode FILE | coats FILE | mix --target #RRGGBB --paints FILE | pot FILE | fit FILE | hold FILE | board FILE | bank FILE | ledger FILE | schedule FILE | plan BUNDLE | convert 'TEXT'   (always with --json)";

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    strict: true,
    options: {
      json: { type: "boolean" },
      unit: { type: "string" },
      scale: { type: "string" },
      layer: { type: "string" },
      up: { type: "string" },
      turn: { type: "string" },
      distance: { type: "string" },
      target: { type: "string" },
      paints: { type: "string" },
      "max-drops": { type: "string" },
      process: { type: "string" },
      printer: { type: "string" },
      copies: { type: "string" },
      "printer-file": { type: "string" },
      from: { type: "string" },
      deadline: { type: "string" },
    },
  });
  const [verb, file] = positionals;
  const result = await run(verb ?? "", file, values);
  if (result.ok) console.log(JSON.stringify(result.value));
  else report(result.problem);
}

function report(problem: Problem): void {
  const { code, message, where = null, readings } = problem;
  const error = {
    code,
    message,
    where,
    ...(readings && {
      readings: readings.map((r) => ({ [code.startsWith("length.") ? "mm" : "value"]: r.value, readAs: r.readAs, text: r.text })),
    }),
  };
  console.log(JSON.stringify({ error }));
  process.exitCode = 2;
}

main().catch((e: unknown) => {
  const message = e instanceof Error ? e.message : String(e);
  report({ code: "usage", message: `${message} Usage: ${USAGE}` });
});
