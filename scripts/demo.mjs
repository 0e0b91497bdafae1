/** `npm run demo`: installs what is missing, builds, starts the server with the demo scene, prints the address. */
import { spawn } from "node:child_process";
import path from "node:path";
import { build, install, root } from "./setup.mjs";

install();
build();
const port = process.env.PORT || "4500";
const host = process.env.HOST || "127.0.0.1";
const server = spawn(process.execPath, [path.join(root, "node_modules/@react-router/serve/bin.js"), "build/server/index.js"], {
  cwd: root,
  stdio: ["ignore", "pipe", "inherit"],
  env: { ...process.env, PORT: port, HOST: host, NODE_ENV: "production" },
});
let told = false;
server.stdout.on("data", (data) => {
  if (told || !String(data).includes("http")) return;
  told = true;
  console.log(
    `\n  Inch Hollow is at http://${host === "0.0.0.0" ? "localhost" : host}:${port}\n  Stop it with Ctrl C. The demo starts afresh with Scenes → Reset the demo.\n`,
  );
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
