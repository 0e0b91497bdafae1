import Papa from "papaparse";
import { beforeAll, describe, expect, it } from "vitest";
import { tonight } from "~core/plan";
import type { Part } from "~core/project";
import { block, coat, meshPart, print, projectOf, record, THURSDAY } from "../../../tests/sampleProject";
import { fileName } from "./download";
import { eveningsIcs, partsCsv } from "./exports";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print(), coat("p", "primer", "brush", 2)], { copies: 4 });
});

const rows = (csv: string): Record<string, string>[] => Papa.parse<Record<string, string>>(csv, { header: true }).data;

describe("the parts list as CSV", () => {
  it("has a row a part, with counts, sizes and the best printer", () => {
    const project = projectOf([brick], [record("brick", "brick/print/clear0", { finishedAt: 5, result: "partly", good: 3, failed: 1 })]);
    const [row] = rows(partsCsv(project, 0));
    expect(row).toMatchObject({
      name: "Brick",
      copies: "4",
      good: "3",
      failed: "1",
      x_mm: "40",
      y_mm: "30",
      z_mm: "20",
      currency: "EUR",
      scale: "28 mm figures, 1:56",
      spare: "0",
      placed: "0",
      tags: "",
    });
    expect(Number(row.real_height_m)).toBeCloseTo(1.121, 3);
    expect(Number(row.volume_cm3)).toBeCloseTo(24, 6);
  });
  // RFC 4180: quotes are doubled, commas and line ends are quoted.
  it("keeps commas, quotes and line ends in names", () => {
    const name = 'Wall, "long",\nleft';
    expect(rows(partsCsv(projectOf([{ ...brick, name }]), 0))[0].name).toBe(name);
  });
  it.each(["=1+1", "+cmd", "-2", "@sum"])("does not let %j become a formula", (name) => {
    expect(rows(partsCsv(projectOf([{ ...brick, name }]), 0))[0].name).toBe(`'${name}`);
  });
  it("is empty for a scene without parts", () => expect(partsCsv(projectOf([]), 0)).toBe(""));
});

describe("the evenings as a calendar (RFC 5545)", () => {
  it("has one event for every stretch of the person's time, in UTC", () => {
    const project = projectOf([brick]);
    const model = tonight(project, THURSDAY, 60);
    const ics = eveningsIcs(model, project.scene.name);
    if (!ics.ok) throw new Error(ics.problem.message);
    const stretches = model.schedule.slots.flatMap((s) => s.hands);
    expect(ics.value.match(/BEGIN:VEVENT/g)!.length).toBe(stretches.length);
    const first = new Date(Math.min(...stretches.map((h) => h.from))).toISOString();
    expect(ics.value).toContain(`DTSTART:${first.replace(/[-:]/g, "").slice(0, 13)}00Z`);
    expect(new Set(ics.value.match(/^UID:.*$/gm)).size).toBe(stretches.length);
    expect(ics.value.split("\r\n").every((l) => Buffer.byteLength(l) <= 75)).toBe(true);
  });
  it("says so when nothing is planned", () => {
    const project = projectOf([]);
    expect(eveningsIcs(tonight(project, THURSDAY, 60), "x")).toMatchObject({ ok: false, problem: { code: "calendar.empty" } });
  });
});

describe("names of files", () => {
  it.each([
    ["Saltmarsh Sluice", "saltmarsh-sluice.csv"],
    ["Mühle / 2", "mühle-2.csv"],
    ["../../etc", "etc.csv"],
    ["***", "scene.csv"],
  ])("%j becomes %j", (scene, want) => expect(fileName(scene, "csv")).toBe(want));
});
