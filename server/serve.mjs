/** `node server/serve.mjs`: serves the built program (BUILD_DIR, else build) at HOST (the loopback address unless it is said) and PORT. */
import path from "node:path";

// Before anything of the build is loaded, which chooses by it.
process.env.NODE_ENV ??= "production";
const { createApp } = await import("./app.mjs");
const root = path.resolve(import.meta.dirname, "..");
const host = process.env.HOST || "127.0.0.1";
const port = Number(process.env.PORT || 4500);
const built = path.resolve(root, process.env.BUILD_DIR || "build");
const build = await import(path.join(built, "server/index.js"));
const server = createApp(build, path.join(built, "client"), { host }).listen(port, host, (error) => {
  if (error) {
    console.error(error.code === "EADDRINUSE" ? `Port ${port} is taken. Set PORT to another.` : error.message);
    process.exit(1);
  }
  const shown = host === "0.0.0.0" || host === "::" ? "localhost" : host.includes(":") ? `[${host}]` : host;
  console.log(`\n  Inch Hollow is at http://${shown}:${server.address().port}`);
  if (!["127.0.0.1", "::1", "localhost"].includes(host))
    console.log(
      "  From another machine, over plain HTTP, a browser gives no secure context: everything works there as long as this server runs,\n" +
        "  but not without it (no service worker), the browser promises no lasting storage, and undo cannot tell which window made a change.",
    );
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.close(() => process.exit(0)) && server.closeAllConnections());
