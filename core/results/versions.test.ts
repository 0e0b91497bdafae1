/** No method is changed without its version: kept results would go on showing the old figure. */
import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { reaches, WRITTEN } from "../../scripts/reach.mjs";
import { RESULT_VERSIONS } from "./kinds";

it("every kind whose source has changed has another version, or was said to give the same figures (npm run versions)", async () => {
  const written = JSON.parse(readFileSync(WRITTEN, "utf8")) as Record<string, { version: number; source: string }>;
  const now = await reaches();
  expect(Object.keys(now).sort()).toEqual(Object.keys(RESULT_VERSIONS).sort());
  const changed = Object.entries(now).flatMap(([kind, source]) => {
    const version = RESULT_VERSIONS[kind as keyof typeof RESULT_VERSIONS];
    const before = written[kind] as { version: number; source: string } | undefined;
    if (before?.source === source && before.version === version) return [];
    return before?.version === version
      ? [
          `${kind}: the source that it reaches changed and its version (${version}) did not. Raise it, or run "npm run versions" where it gives the same.`,
        ]
      : [`${kind}: it is version ${version} now. Run "npm run versions" to write that down.`];
  });
  expect(changed).toEqual([]);
}, 120_000);
