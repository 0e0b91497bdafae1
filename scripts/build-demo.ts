/** Builds the demo scene's bundle into public/, where the application finds it at its first start. */
import { mkdirSync, writeFileSync } from "node:fs";
import { buildDemo } from "../demo/scene";
import { contentHash } from "../core/project";
import { rowsOf } from "../core/results";
import { asFiles, carried, writeBundle } from "../store/bundle";

async function main(): Promise<void> {
  const { project, meshes, pictures, results } = await buildDemo(contentHash);
  const written = await writeBundle({
    project: rowsOf(project),
    meshes: asFiles(meshes),
    pictures: asFiles(pictures),
    results: carried(results),
  });
  if (!written.ok) throw new Error(written.problem.message);
  const { file, missing, aside } = written.value;
  if (missing.length || aside.length) throw new Error(`The demo is not whole: ${JSON.stringify([missing, aside])}`);
  mkdirSync("public", { recursive: true });
  writeFileSync("public/demo.inchhollow", new Uint8Array(await file.arrayBuffer()));
}

void main();
