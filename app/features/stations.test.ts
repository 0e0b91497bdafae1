/** The one list of stations and tabs: what is made from it, and what stands beside it. */
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import routes from "../routes";
import { STATIONS, tabsOf } from "./stations";

const app = path.resolve(import.meta.dirname, "..");
const all = STATIONS.flatMap((s) => [...s.tabs, ...(s.partTabs ?? [])]);

describe("stations", () => {
  it("have keys, names and addresses of their own, and a first tab each", () => {
    for (const of of [
      (s: (typeof STATIONS)[number]) => s.id,
      (s: (typeof STATIONS)[number]) => s.key,
      (s: (typeof STATIONS)[number]) => s.name,
    ])
      expect(new Set(STATIONS.map(of)).size).toBe(STATIONS.length);
    for (const { tabs, partTabs = tabs } of STATIONS)
      for (const list of [tabs, partTabs]) {
        expect(list[0].path).toBe("");
        expect(new Set(list.map((t) => t.path)).size).toBe(list.length);
        if (list.length > 1) expect(list.map((t) => t.label.length > 2)).not.toContain(false);
      }
    expect(tabsOf("print", "part").map((t) => t.path)).toEqual(["", "up", "hours", "inside", "pieces"]);
  });
  it("each tab has a page of its own, and an address", () => {
    expect(new Set(all.map((t) => t.page)).size).toBe(all.length);
    const addresses = JSON.stringify(routes);
    for (const { page } of all) {
      expect(existsSync(path.join(app, page)), page).toBe(true);
      expect(addresses).toContain(JSON.stringify(page));
    }
  });
  it("stand in the README in their order, as the frame names them", () => {
    const readme = readFileSync(path.resolve(app, "../README.md"), "utf8");
    const rows = [...readme.matchAll(/^\| \[\*\*(\w+)\*\*\]/gm)].map((m) => m[1]);
    expect(rows).toEqual(STATIONS.map((s) => s.name));
  });
});
