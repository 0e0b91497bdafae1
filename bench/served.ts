/** The built program, served for the rows that open it in a browser. */
import { spawn } from "node:child_process";
import { existsSync } from "node:fs";
import { fileURLToPath } from "node:url";

export const PORT = 4531;
const root = fileURLToPath(new URL("..", import.meta.url));

/** Starts the built program. @returns how to stop it */
export async function served(): Promise<() => void> {
  if (!existsSync(`${root}/build/server/index.js`)) throw new Error("This row needs the built program: run `npm run build` first.");
  const server = spawn("node", ["server/serve.mjs"], { cwd: root, env: { ...process.env, PORT: String(PORT) }, stdio: "pipe" });
  await new Promise<void>((resolve, reject) => {
    server.stdout.on("data", (text: Buffer) => text.toString().includes("is at") && resolve());
    server.on("exit", () => reject(new Error("The program could not be served.")));
  });
  return () => server.kill();
}
