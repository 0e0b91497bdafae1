/** `npm test`: doors, types, lint, nothing unused, unit tests, then browser tests against the built application. One summary line at the end. */
import { existsSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { browser, build, install, root, run, runBin, runQuietly } from "./setup.mjs";

install();
const failed = [];
const stage = async (name, act) => {
  console.log(`\n── ${name}`);
  const began = Date.now();
  let code;
  try {
    code = await act();
  } catch (error) {
    console.error(error.message);
    code = 1;
  }
  console.log(`── ${name}: ${code === 0 ? "ok" : "FAILED"}, ${Math.round((Date.now() - began) / 1000)} s`);
  if (code !== 0) failed.push(name);
  return code;
};

// Not in test-results: the browser tests empty that folder when they begin.
const unitFile = path.join(root, ".cache/unit.json");
const browserFile = path.join(root, ".cache/browser.json");
for (const file of [unitFile, browserFile]) rmSync(file, { force: true });

await stage("doors between folders", () => run("npm", ["run", "--silent", "doors"]));
await stage("types", () => runQuietly("npm", ["run", "--silent", "typecheck"]));
await stage("lint", () => runBin("eslint", ["."]) || runBin("prettier", ["--check", "--log-level", "warn", "."]));
await stage("nothing unused", () => runBin("knip", ["--no-config-hints"]));
await stage("unit tests", () => runBin("vitest", ["run", "--reporter=default", "--reporter=json", `--outputFile.json=${unitFile}`]));
const built = await stage("build", async () => {
  await build();
  return 0;
});
if (built === 0)
  await stage("browser tests", () => {
    browser();
    return runBin("playwright", ["test"]);
  });

const count = { passed: 0, failed: 0, skipped: 0 };
if (existsSync(unitFile)) {
  const r = JSON.parse(readFileSync(unitFile, "utf8"));
  count.passed += r.numPassedTests;
  count.failed += r.numFailedTests;
  count.skipped += r.numPendingTests;
}
if (existsSync(browserFile)) {
  const { stats } = JSON.parse(readFileSync(browserFile, "utf8"));
  count.passed += stats.expected;
  count.failed += stats.unexpected + stats.flaky;
  count.skipped += stats.skipped;
}
if (failed.length) console.log(`\nNot in order: ${failed.join(", ")}`);
console.log(`\n${count.passed} passed, ${count.failed} failed, ${count.skipped} skipped`);
process.exit(failed.length ? 1 : 0);
