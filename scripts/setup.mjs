/** What the commands share: installing what is missing, building what is stale. Runs on Node and npm alone. */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";

export const root = path.resolve(import.meta.dirname, "..");
const cache = path.join(root, ".cache");

/** Runs a command with its output shown; returns its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  return done.status ?? 1;
}

/** The framework hands its bundler an option under its old name: a warning that says nothing of this program. */
const NOT_OURS = /The `envFile` option is deprecated/;

/** As run, but what the framework says of itself is left out. What is left is shown when the command has ended. */
export function runQuietly(command, args) {
  const done = spawnSync(command, args, { cwd: root, stdio: ["inherit", "pipe", "pipe"], encoding: "utf8" });
  for (const [text, stream] of [
    [done.stdout, process.stdout],
    [done.stderr, process.stderr],
  ]) {
    const left = text.split("\n").filter((line) => !NOT_OURS.test(line));
    if (left.some((line) => line.trim())) stream.write(left.join("\n"));
  }
  return done.status ?? 1;
}

const bin = (name) => path.join(root, "node_modules", ".bin", name);
export const runBin = (name, args, options) => run(bin(name), args, options);

function stampIs(name, value) {
  const file = path.join(cache, name);
  return existsSync(file) && readFileSync(file, "utf8") === value;
}

function stamp(name, value) {
  mkdirSync(cache, { recursive: true });
  writeFileSync(path.join(cache, name), value);
}

/** `npm ci` when the lock file is not the one that was installed last. */
export function install() {
  const lock = createHash("sha256")
    .update(readFileSync(path.join(root, "package-lock.json")))
    .digest("hex");
  if (existsSync(path.join(root, "node_modules")) && stampIs("installed", lock)) return;
  console.log("Installing packages…");
  // Development packages too, whatever NODE_ENV says: the build and the tests need them.
  if (run("npm", ["ci", "--include=dev", "--no-audit", "--no-fund"]) !== 0)
    throw new Error("npm ci failed. Is the npm registry within reach?");
  stamp("installed", lock);
}

const SOURCES = [
  "app",
  "core",
  "demo",
  "store",
  "workers",
  "public",
  "scripts",
  "server",
  "package-lock.json",
  "vite.config.ts",
  "react-router.config.ts",
  "tsconfig.json",
];

function sourceHash() {
  const hash = createHash("sha256");
  const walk = (at) => {
    const full = path.join(root, at);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) for (const name of readdirSync(full).sort()) walk(path.join(at, name));
    else if (!at.endsWith(".inchhollow")) hash.update(at).update(readFileSync(full));
  };
  SOURCES.forEach(walk);
  return hash.digest("hex");
}

/** Builds the demo scene and the application when a source has changed since the last build. */
export async function build() {
  const now = sourceHash();
  if (
    existsSync(path.join(root, "build/server/index.js")) &&
    existsSync(path.join(root, "build/client/demo.inchhollow")) &&
    stampIs("built", now)
  )
    return;
  console.log("Building…");
  if (runBin("tsx", ["scripts/build-demo.ts"]) !== 0) throw new Error("The demo scene could not be built.");
  if (runQuietly(bin("react-router"), ["build", "--logLevel", "error"]) !== 0) throw new Error("The application could not be built.");
  const { buildOffline } = await import("./offline.mjs");
  await buildOffline(root);
  stamp("built", now);
}

export const CHROMIUM = "/usr/bin/chromium";

/** Debian's Chromium, for the browser tests and the pictures. */
export function browser() {
  if (existsSync(CHROMIUM)) return;
  console.log("Installing Chromium from Debian's packages…");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (args) =>
    run([...sudo, "apt-get"][0], [...sudo.slice(1), ...(sudo.length ? ["apt-get"] : []), ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  if (apt(["update"]) !== 0 || apt(["install", "-y", "--no-install-recommends", "chromium"]) !== 0)
    throw new Error("Chromium could not be installed. Install Debian's package chromium and run the tests again.");
}
