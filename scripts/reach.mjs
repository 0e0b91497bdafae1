/**
 * What the source of each kind of result reaches, as one hash: bundled with everything that it does not use left out, without comments
 * and layout. `npm run versions` writes the hashes down; core/results/versions.test.ts says which of them are others than those.
 */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "esbuild";

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const folder = path.join(root, "core/results/compute");
export const WRITTEN = path.join(root, "core/results/versions.json");
/** Not a kind of its own. */
const SHARED = new Set(["index.ts", "reader.ts", "shapes.ts"]);

/** @returns by kind, a hash of what its source reaches, libraries by name only */
export async function reaches() {
  const kinds = readdirSync(folder)
    .filter((f) => f.endsWith(".ts") && !SHARED.has(f))
    .map((f) => f.slice(0, -3));
  const out = {};
  for (const kind of kinds) {
    const bundled = await build({
      stdin: {
        contents: `export { ${kind} } from "./${kind}"; export { Reader } from "./reader";`,
        resolveDir: folder,
        loader: "ts",
      },
      bundle: true,
      write: false,
      format: "esm",
      minify: true,
      packages: "external",
      legalComments: "none",
      logLevel: "silent",
      // What a module does while it is loaded is to make its tables: left out where nothing of it is used.
      plugins: [
        {
          name: "no-effects",
          setup: (b) =>
            b.onResolve({ filter: /^\./ }, async (args) => {
              if (args.pluginData) return undefined;
              // It keeps values, and makes none.
              if (/\/derive$/.test(args.path)) return { path: args.path, external: true };
              const { importer, namespace, resolveDir, kind: how } = args;
              const found = await b.resolve(args.path, { importer, namespace, resolveDir, kind: how, pluginData: true });
              return { ...found, sideEffects: false };
            }),
        },
      ],
    });
    out[kind] = createHash("sha256").update(bundled.outputFiles[0].text).digest("hex").slice(0, 16);
  }
  return out;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { RESULT_VERSIONS } = await import("../core/results/kinds.ts");
  const hashes = await reaches();
  const now = Object.fromEntries(Object.entries(hashes).map(([kind, source]) => [kind, { version: RESULT_VERSIONS[kind], source }]));
  const before = JSON.parse(readFileSync(WRITTEN, "utf8").trim() || "{}");
  for (const kind of Object.keys(now))
    if (before[kind] && before[kind].source !== now[kind].source)
      console.log(
        `${kind}: ${before[kind].version === now[kind].version ? `the same figures, version ${now[kind].version}` : `version ${now[kind].version}`}`,
      );
  writeFileSync(WRITTEN, `${JSON.stringify(now, null, 2)}\n`);
}
