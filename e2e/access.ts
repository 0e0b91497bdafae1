/** Rules for assistive technology (axe-core), asked of the page that is shown. */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import type axe from "axe-core";

const SOURCE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
/** Told whatever weight axe gives them. */
const TOLD = ["landmark-unique", "region", "empty-table-header"];

/**
 * What is serious or critical on the page, or within an element of it.
 * Contrast takes five times as long as all other rules together, and does not depend on the size of the window: it is asked for where colours differ.
 */
export async function accessFaults(page: Page, { within, contrast }: { within?: string; contrast: boolean }): Promise<string[]> {
  await page.evaluate(`globalThis.axe || (() => { ${SOURCE} })()`);
  const violations = await page.evaluate(
    async ({ within, contrast }) => {
      const { axe: rules } = globalThis as unknown as { axe: typeof axe };
      const found = await rules.run(within ?? document, {
        resultTypes: ["violations"],
        preload: false,
        rules: { "color-contrast": { enabled: contrast } },
      });
      return found.violations.map(({ id, impact, nodes }) => ({ id, impact, where: nodes.slice(0, 3).map((n) => n.target.join(" ")) }));
    },
    { within, contrast },
  );
  return violations
    .filter((v) => v.impact === "serious" || v.impact === "critical" || TOLD.includes(v.id))
    .map((v) => `${v.id} ${v.where.join(" | ")}`);
}
