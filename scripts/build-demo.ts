/** Builds the demo scene's bundle into public/, where the application finds it at its first start. */
import { mkdirSync, writeFileSync } from "node:fs";
import { buildDemo } from "../demo/scene";
import { contentHash } from "../core/project";
import { asFiles, writeBundle } from "../store/bundle";

async function main(): Promise<void> {
  const { project, meshes, pictures } = await buildDemo(contentHash);
  const written = await writeBundle({ project, meshes: asFiles(meshes), pictures: asFiles(pictures) });
  if (!written.ok) throw new Error(written.problem.message);
  const { file, missing, aside } = written.value;
  if (missing.length || aside.length) throw new Error(`The demo is not whole: ${JSON.stringify([missing, aside])}`);
  mkdirSync("public", { recursive: true });
  writeFileSync("public/demo.inchhollow", new Uint8Array(await file.arrayBuffer()));
}

void main();
