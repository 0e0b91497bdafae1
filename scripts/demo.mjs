/** `npm run demo`: installs what is missing, builds, starts the server with the demo scene, prints the address. */
import { spawn } from "node:child_process";
import path from "node:path";
import { build, install, root } from "./setup.mjs";

install();
await build();
const server = spawn(process.execPath, [path.join(root, "server/serve.mjs")], { cwd: root, stdio: ["ignore", "inherit", "inherit"] });
console.log("  Stop it with Ctrl C. The demo starts afresh with Scenes → Reset the demo.");
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
