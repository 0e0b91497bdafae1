/** Builds the demo scene's bundle into public/, where the application finds it at its first start. */
import { mkdirSync, writeFileSync } from "node:fs";
import { buildDemo } from "../demo/scene";
import { contentHash } from "../core/project";
import { writeBundle } from "../store/bundle";

async function main(): Promise<void> {
  const demo = await buildDemo(contentHash);
  mkdirSync("public", { recursive: true });
  writeFileSync("public/demo.inchhollow", writeBundle(demo));
}

void main();
