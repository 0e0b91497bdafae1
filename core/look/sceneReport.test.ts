/** The report of a scene: what stands in it, and that it stays on its paper at the extremes of every field. */
import { PDFDocument, StandardFonts, type PDFFont } from "pdf-lib";
import { beforeAll, describe, expect, it } from "vitest";
import { PAPERS } from "../drawing";
import { LIMITS, type Project } from "../project";
import { coat, HOUR, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { widthOf } from "./pen";
import { partsList, reportSheets, sceneReport } from ".";

const crate = (id: string, name: string) => ({
  ...sizePart(id, { kind: "scratch", sizeMm: [60, 40, 25], material: "wood" }, [coat("c", "brown", "brush")]),
  name,
  copies: 4,
});
const day = (at: number): string => new Date(at).toISOString().slice(0, 10);
const timed = (id: string, startedAt: number, minutes: number, more = {}) =>
  record(id, `${id}/c/0`, {
    id: `${id}${startedAt}`,
    time: "hands",
    startedAt,
    finishedAt: startedAt + minutes * 60_000,
    plannedS: 600,
    result: "good",
    ...more,
  });
const project: Project = {
  ...projectOf(
    [crate("a", "Crate"), crate("b", "Bin")],
    [
      timed("a", THURSDAY, 20),
      timed("b", THURSDAY + 48 * HOUR, 10, { result: "failed", wentWrong: "ran into the corner" }),
      record("b", "b/x/0", { id: "open", startedAt: THURSDAY + 60 * HOUR, finishedAt: null, title: "Prime" }),
    ],
  ),
  lines: [],
};
const sections = sceneReport(project, THURSDAY + 72 * HOUR, day);
const of = (title: string) => sections.find((s) => s.title.startsWith(title))!;

describe("the report", () => {
  it("adds up what was timed, by hand: 20 and 10 min of 10 planned each", () => {
    const words = of("In short").rows.flat().join(" ");
    expect(words).toContain("Own time: 30 min over 2 timed steps, planned 20 min");
    expect(words).toContain("from 2026-01-08 to 2026-01-10, 2 entries");
  });
  it("lists every part with copies and size", () => {
    const { title, rows, columns } = partsList(project, THURSDAY + 72 * HOUR);
    expect(title).toBe("Parts, 8 pieces of 2 parts");
    expect(rows.map((r) => r.slice(0, 3))).toEqual([
      ["Crate", "4", "60 × 40 × 25 mm"],
      ["Bin", "4", "60 × 40 × 25 mm"],
    ]);
    // The one coat on the crate is done; nothing of the bin, which is not printed, is.
    expect(rows.map((r) => r[4])).toEqual(["4 of 4 painted", "not begun"]);
    for (const s of sections) {
      expect(s.columns.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
      for (const r of s.rows) expect(r.length).toBe(s.columns.length);
    }
    expect(columns.map((c) => c.head)).toContain("So far");
  });
  it("tells what went wrong and what is still open", () => {
    expect(of("What went wrong").rows).toEqual([[day(THURSDAY + 48 * HOUR), "Bin", expect.any(String), "ran into the corner"]]);
    expect(of("Still open").rows[0][0]).toContain("Bin: Prime");
  });
  it("shows the latest pictures in the order in which they were taken, in frames that never leave the page or lie on words", () => {
    const hash = (i: number): string => i.toString(16).padStart(64, "0");
    const shots = Array.from({ length: 10 }, (_, k) =>
      timed("a", THURSDAY + k * HOUR, 5, {
        photos: Array.from({ length: 6 }, (_, i) => hash(k * 6 + i)),
        title: `Coat ${k} ${"x".repeat(LIMITS.title - 10)}`,
      }),
    );
    const all = sceneReport({ ...project, records: shots }, THURSDAY + 72 * HOUR, day);
    const section = all.find((s) => s.pictures)!;
    expect(section.pictures!.map((p) => p.hash)).toEqual(Array.from({ length: 48 }, (_, i) => hash(12 + i)));
    expect(section.title).toBe("Pictures, the latest 48 of 60");
    expect(section.pictures!.map((p) => p.caption.slice(0, 13))).toEqual([...section.pictures!.map((p) => p.caption.slice(0, 13))].sort());
    for (const paper of ["A4", "Letter"] as const) {
      const pages = reportSheets(all, { title: "T", date: "D", paper });
      const frames = pages.flatMap((p) => p.pictures ?? []);
      expect(frames.map((f) => f.hash)).toEqual(section.pictures!.map((p) => p.hash));
      for (const page of pages)
        for (const f of page.pictures ?? []) {
          expect([f.x >= 14, f.y >= 14, f.x + f.widthMm <= page.widthMm - 13.9, f.y + f.heightMm <= page.heightMm - 20]).toEqual([
            true,
            true,
            true,
            true,
          ]);
          // Letters stand on their line and reach up from it.
          for (const l of page.labels)
            expect(l.y < f.y - 0.2 || l.y > f.y + f.heightMm || l.x >= f.x + f.widthMm || (l.anchor === "start" && l.x < f.x - 1)).toBe(
              true,
            );
          for (const g of page.pictures!)
            if (g !== f)
              expect(g.x >= f.x + f.widthMm || f.x >= g.x + g.widthMm || g.y >= f.y + f.heightMm || f.y >= g.y + g.heightMm).toBe(true);
        }
    }
    expect(sections.some((s) => s.pictures)).toBe(false);
  });
  it("of an empty scene says that nothing is there", () => {
    const empty = sceneReport({ ...projectOf([]), lines: [] }, THURSDAY, day);
    expect(empty[0].rows.flat().join(" ")).toContain("Nothing is in the log yet.");
    expect(empty.find((s) => s.title.startsWith("Parts"))!.rows).toEqual([]);
  });
});

describe("on paper", () => {
  let font: PDFFont;
  beforeAll(async () => {
    font = await (await PDFDocument.create()).embedFont(StandardFonts.Helvetica);
  });
  const options = (paper: "A4" | "Letter") => ({ title: "Saltmarsh: report", date: "8 January 2026", paper });
  const texts = (pages: ReturnType<typeof reportSheets>) => pages.flatMap((p) => p.labels.map((l) => l.text));
  it.each(["A4", "Letter"] as const)("%s: nothing leaves the page, every row is on one, each page has its number", (paper) => {
    const long = "W".repeat(LIMITS.name);
    const many: Project = {
      ...project,
      parts: Array.from({ length: 90 }, (_, i) => ({
        ...crate(`p${i}`, i % 2 ? long : `Row ${i}`),
        group: long,
        licence: "M ".repeat(100),
      })),
    };
    const pages = reportSheets(sceneReport(many, THURSDAY, day), options(paper));
    expect(pages.length).toBeGreaterThan(3);
    const [w, h] = PAPERS[paper];
    for (const { labels, strokes } of pages) {
      for (const { x, y, text, sizeMm, anchor } of labels) {
        // The font's own published widths, as another library has them.
        if (anchor === "start") expect(x + font.widthOfTextAtSize(text, sizeMm), text).toBeLessThanOrEqual(w);
        expect(y).toBeGreaterThan(4);
        expect(y).toBeLessThan(h);
      }
      for (const { lines } of strokes) for (let i = 1; i < lines.length; i += 2) expect(lines[i]).toBeGreaterThan(0);
    }
    const all = texts(pages);
    for (let i = 0; i < 90; i += 2) expect(all.filter((t) => t === `Row ${i}`)).toHaveLength(1);
    expect(all.filter((t) => / of \d+$/.test(t)).slice(-1)[0]).toBe(`${pages.length} of ${pages.length}`);
    // No cell runs into the next one of its line.
    for (const { labels } of pages)
      for (const l of labels)
        for (const m of labels)
          if (l.anchor === "start" && m.anchor === "start" && l.y === m.y && m.x > l.x)
            expect(l.x + font.widthOfTextAtSize(l.text, l.sizeMm), l.text).toBeLessThan(m.x);
    // The heads are said again on each page that the list goes on to.
    expect(all.filter((t) => t === "Copies").length).toBeGreaterThan(1);
  });
  it("takes no letter of the page's font for narrower than it is", () => {
    const codes = Array.from({ length: 256 }, (_, i) => i).filter((i) => (i >= 32 && i < 127) || i >= 160);
    const letters = codes.map((i) => String.fromCharCode(i)).concat([..."…—–™‰œŒŠšŽžŸƒ†‡•‹›“”‘’‚„€"]);
    for (const letter of letters) expect(widthOf(letter), letter).toBeGreaterThanOrEqual(font.widthOfTextAtSize(letter, 1) - 1e-9);
  });
  it("a text that is longer than a page goes on over the next, and no word of it is lost", () => {
    const words = Array.from({ length: 3000 }, (_, i) => `w${i}`);
    const columns = [
      { head: "Day", share: 0.5 },
      { head: "What", share: 0.5 },
    ];
    const pages = reportSheets(
      [
        {
          title: "T",
          columns,
          rows: [
            ["1 May", words.join(" ")],
            ["2 May", "end"],
          ],
        },
      ],
      options("A4"),
    );
    expect(pages.length).toBeGreaterThan(2);
    for (const { labels } of pages) for (const { y } of labels) expect(y).toBeGreaterThan(4);
    const said = texts(pages)
      .flatMap((t) => t.split(" "))
      .filter((t) => /^w\d+$/.test(t));
    expect(said).toEqual(words);
  });
  it("a name of the scene that is longer than the head does not run into the date", () => {
    const [page] = reportSheets([], { ...options("Letter"), title: `${"W".repeat(LIMITS.name)}: report` });
    expect(page).toBeDefined();
    const [head, date] = page.labels;
    expect(head.x + font.widthOfTextAtSize(head.text, head.sizeMm)).toBeLessThan(date.x - font.widthOfTextAtSize(date.text, date.sizeMm));
  });
  it("cuts a word that is wider than its column, and loses no letter of it", () => {
    const word = "abcdefghij".repeat(30);
    const [page] = reportSheets(
      [
        {
          title: "T",
          columns: [
            { head: "", share: 0.2 },
            { head: "", share: 0.8 },
          ],
          rows: [[word, "x"]],
        },
      ],
      options("A4"),
    );
    expect(
      page.labels
        .filter((l) => /^[a-j]+$/.test(l.text))
        .map((l) => l.text)
        .join(""),
    ).toBe(word);
  });
});
