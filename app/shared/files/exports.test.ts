import ICAL from "ical.js";
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
  it("has a row a part, with counts, sizes and its printer", () => {
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
  // Cells that a spreadsheet takes for a formula begin with = + - @, tab or a line end (OWASP, CSV Injection).
  it.each(["\t=1", " =1", "\r=1", "\n@x"])("not behind blanks either: %j", (name) => {
    expect(partsCsv(projectOf([{ ...brick, name }]), 0)).toContain(`'${name}`);
  });
  it("every cell of text is held to that, the scale and the currency too", () => {
    const scale = { ...projectOf([]).scene.scale, kind: "railway" as const, railway: "=cmd()" };
    const printers = projectOf([]).scene.printers.map((p) => ({ ...p, currency: "=1+" }));
    const facts = brick.prints.map((f) => ({ ...f, one: { ...f.one, currency: "=1+" } }));
    const project = projectOf([{ ...brick, prints: facts, tags: ["@a"], group: "-g", licence: "+l", notes: "=n" }], [], {
      scale,
      printers,
    });
    const [row] = rows(partsCsv(project, 0));
    for (const [column, cell] of Object.entries(row)) if (!/^-?[\d.]*$/.test(cell)) expect(cell, column).not.toMatch(/^\s*[=+\-@]/);
  });
  it("begins with a byte order mark when that is wanted", () => {
    expect(partsCsv(projectOf([brick]), 0).charCodeAt(0)).not.toBe(0xfeff);
    expect(partsCsv(projectOf([brick]), 0, true).charCodeAt(0)).toBe(0xfeff);
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
  // RFC 5545, 3.1: lines of at most 75 octets, folded between characters; 3.3.11: commas, semicolons, backslashes and line ends escaped.
  it("folds by octets and escapes what is typed", () => {
    const name = "Mühle, groß; \\ weiß\n水車小屋の壁と屋根と煙突と窓と扉と橋と柵と門と庭と井戸と舟と樽と箱と籠と梯子";
    const project = projectOf([{ ...brick, name }], [], { name: "Bach; Mühle, 1" });
    const ics = eveningsIcs(tonight(project, THURSDAY, 60), project.scene.name);
    if (!ics.ok) throw new Error(ics.problem.message);
    const lines = ics.value.split("\r\n");
    expect(Math.max(...lines.map((l) => Buffer.byteLength(l)))).toBeLessThanOrEqual(75);
    const unfolded = ics.value.replace(/\r\n[ \t]/g, "");
    expect(unfolded).not.toContain("\ufffd");
    const summary = /^SUMMARY:(.*)$/m.exec(unfolded)![1].replace(/\r$/, "");
    expect(summary.replace(/\\n/g, "\n").replace(/\\([,;\\])/g, "$1")).toMatch(
      new RegExp(`^${name.replace(/[\\.*+?^$()[\]{}|]/g, "\\$&")}: `),
    );
    expect(summary).toContain("Mühle\\, groß\\; \\\\ weiß\\n水車");
    expect(/^X-WR-CALNAME:(.*)$/m.exec(unfolded)![1]).toContain("Bach\\; Mühle\\, 1");
  });
  // Read by another parser of RFC 5545, over the night on which clocks change.
  it("rings once before each evening, and when what runs or sets is over, right over a clock change", () => {
    const NOW = Date.parse("2026-10-24T17:00:00Z");
    const wet = record("brick", "brick/c/0", { startedAt: NOW - 3_600_000, finishedAt: NOW - 600_000, waitS: 12 * 3600, result: "good" });
    const project = projectOf(
      [{ ...brick, work: [coat("c", "brown", "brush"), coat("d", "wash", "wash"), coat("e", "matt", "brush")] }],
      [wet],
    );
    const model = tonight(project, NOW, 60);
    const ics = eveningsIcs(model, project.scene.name);
    if (!ics.ok) throw new Error(ics.problem.message);
    const events = new ICAL.Component(ICAL.parse(ics.value) as unknown[]).getAllSubcomponents("vevent");
    const over = events.find((e) => String(e.getFirstPropertyValue("summary")).endsWith("has set"))!;
    // Twelve hours later, an hour earlier on the clock.
    expect(new ICAL.Event(over).startDate.toJSDate().toISOString()).toBe("2026-10-25T04:50:00.000Z");
    expect(over.getFirstSubcomponent("valarm")!.getFirstPropertyValue("action")).toBe("DISPLAY");
    expect(over.getFirstPropertyValue("transp")).toBe("TRANSPARENT");
    const evenings = events.filter((e) => e !== over);
    const rung = evenings.filter((e) => e.getFirstSubcomponent("valarm"));
    const days = new Set(evenings.map((e) => new ICAL.Event(e).startDate.toString().slice(0, 10)));
    expect(rung.length).toBe(days.size);
    expect(rung.length).toBeGreaterThan(0);
    expect(String(rung[0].getFirstSubcomponent("valarm")!.getFirstPropertyValue("trigger"))).toBe("-PT15M");
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
