/** Pots before a go: what is not found, what may not last, and the can for the last coat; and where the shelf says a lost pot was used. */
import { describe, expect, it } from "vitest";
import { tonight } from "../plan";
import { isAtHand, type Paint, type Project } from "../project";
import { coat, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { potsAtGo, shelfRows } from ".";

const crates = (more: Partial<Paint>, work = [coat("c", "brown", "brush")]): Project => {
  const part = { ...sizePart("a", { kind: "scratch", sizeMm: [60, 60, 60], material: "wood" }), copies: 6, work };
  const project = projectOf([part]);
  return { ...project, lines: [], paints: project.paints.map((p) => (p.id === "brown" ? { ...p, ...more } : p)) };
};
const wordsOf = (project: Project) => {
  const { sessions, steps } = tonight(project, THURSDAY, 180);
  return sessions.flatMap((go) => potsAtGo(go, project, steps));
};

describe("the pots of a go", () => {
  it("says nothing of a pot that is full and there", () => expect(wordsOf(crates({ stockMl: 60 }))).toEqual([]));
  it("says that a pot is not found, and where it stands; how much is in it does not matter then", () => {
    for (const stockMl of [0.1, 60])
      expect(wordsOf(crates({ stockMl, missingSince: THURSDAY, place: "drawer" }))).toEqual([
        { kind: "missing", itemId: "brown", name: "Brown", place: "drawer" },
      ]);
  });
  it("says that a pot may not last", () => {
    const [word] = wordsOf(crates({ stockMl: 2.2 }));
    expect(word).toMatchObject({ kind: "unsure", name: "Brown" });
  });
  it("asks for a fresh can where a nearly empty one would lay the last coat, and not for the first of two", () => {
    const can = { can: { cm2: 10_000, fullG: null, emptyG: null }, wholeMl: 400 };
    expect(wordsOf(crates({ ...can, stockMl: 390 }, [coat("c", "brown", "spray")]))).toEqual([]);
    expect(wordsOf(crates({ ...can, stockMl: 70 }, [coat("c", "brown", "spray")]))).toEqual([
      { kind: "fresh can", itemId: "brown", name: "Brown" },
    ]);
    const two = wordsOf(crates({ ...can, stockMl: 70 }, [coat("c", "brown", "spray"), coat("d", "stone", "brush")]));
    expect(two.filter((w) => w.kind === "fresh can")).toEqual([]);
  });
});

describe("not found is not used up", () => {
  const lost = crates({ stockMl: 60, missingSince: THURSDAY - 9e7, place: "drawer" });
  const rowOf = (p: Project) => shelfRows(p, tonight(p, THURSDAY, 180)).find((r) => r.item.id === "brown")!;
  it("keeps its level, is wanted at the first step that takes of it, and nothing is said of how long it lasts", () => {
    expect(rowOf(lost)).toMatchObject({ level: 60, chance: null, missing: { used: null }, dry: { step: { partId: "a" } } });
    expect(rowOf(crates({ stockMl: 60 }))).toMatchObject({ missing: null, dry: null });
  });
  it("says where it was used last", () => {
    const took = (id: string, at: number) => ({ id, at, kind: "took" as const, itemId: "brown", amount: 1, partId: "a" });
    const counted = { id: "z", at: THURSDAY, kind: "counted" as const, itemId: "brown", amount: 60 };
    for (const lines of [
      [took("x", 5), took("y", 9), counted],
      [counted, took("y", 9), took("x", 5)],
    ])
      expect(rowOf({ ...lost, lines }).missing?.used?.id).toBe("y");
  });
  it("is the same for a tool: one that is not found is not at hand", () => {
    const airbrush = { id: "t", kind: "tool" as const, name: "Airbrush", what: "airbrush", stock: 1, price: null };
    expect(isAtHand([airbrush], "tool", "airbrush")).toBe(true);
    expect(isAtHand([{ ...airbrush, missingSince: THURSDAY }], "tool", "airbrush")).toBe(false);
  });
  it("does not ask for what is done", () => {
    const done = { ...lost, records: [record("a", "a/c/0", { startedAt: THURSDAY - 9e7, finishedAt: THURSDAY - 8e7, result: "good" })] };
    expect(rowOf(done).dry).toBeNull();
  });
});
