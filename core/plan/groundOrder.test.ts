/** Ground on the plan: zones in one sitting, layers one over the other, pours a day apart, dust on when firm. */
import { describe, expect, it } from "vitest";
import { methodById, rectangle, type GroundLayer, type GroundZone } from "../ground";
import type { Part, WorkItem } from "../project";
import { coat, projectOf, sizePart } from "../../tests/sampleProject";
import { placeOfLayer, stepsOfPart } from "./index";

const zone = (id: string, x: number): GroundZone => ({
  id,
  boardId: "b",
  name: id,
  is: "earth",
  outlineMm: rectangle(100, 100, x, 0),
  levelMm: 0,
  slopeDeg: 35,
  ballMm: 0,
});
const layer = (id: string, zoneId: string, methodId: GroundLayer["methodId"], depthMm = 2): GroundLayer => ({
  id,
  zoneId,
  methodId,
  depthMm,
  by: "volume",
});
const work = (id: string): WorkItem => ({ id: `w-${id}`, kind: "layer", layerId: id });
const board = (items: WorkItem[]): Part => ({
  ...sizePart("board", { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" }),
  work: items,
});
const stepsOf = (items: WorkItem[], layers: GroundLayer[]) => {
  const part = board(items);
  return stepsOfPart(part, projectOf([part], [], { zones: [zone("a", 0), zone("b", 100)], layers }));
};

describe("layers of ground as work", () => {
  it("two zones wait for nothing of each other; two layers of one zone do", () => {
    const layers = [layer("one", "a", "paste"), layer("two", "b", "sand-and-grit"), layer("three", "b", "paste")];
    const [one, two, three] = stepsOf([work("one"), work("two"), work("three")], layers);
    expect(one.after).toEqual([]);
    expect(two.after).toEqual([]);
    expect(three.after).toContain(two.key);
  });
  it("a pour deeper than its product bears comes in several, a day between them", () => {
    const steps = stepsOf([work("w")], [layer("w", "a", "two-part", 20)]);
    expect(steps).toHaveLength(3);
    expect(steps.map((s) => s.title)).toEqual([1, 2, 3].map((n) => expect.stringContaining(`pour ${n} of 3`)));
    expect(steps[0].waitS).toBe(24 * 3600);
    expect(steps[1].after).toEqual([steps[0].key]);
  });
  it("what comes over it says how long it waits: paint until it is dry, nothing until it is hard, and never before it is firm", () => {
    const sand = methodById("sand-and-grit")!;
    const layers = [layer("s", "a", "sand-and-grit")];
    expect(stepsOf([work("s"), coat("c", "primer")], layers)[0].waitS).toBeGreaterThanOrEqual(sand.firmS);
    expect(stepsOf([work("s")], layers)[0].waitS).toBe(sand.hardS);
  });
  it("ground goes before the first paint, what grows and what is poured after it", () => {
    const items: WorkItem[] = [work("x"), coat("c", "primer"), coat("d", "primer")];
    expect(placeOfLayer(items, methodById("cement")!)).toBe(1);
    expect(placeOfLayer(items, methodById("fibres")!)).toBe(3);
    expect(placeOfLayer([], methodById("two-part")!)).toBe(0);
  });
  it("a layer that is gone lays nothing and plans nothing", () => {
    expect(stepsOf([work("nowhere")], [])).toEqual([]);
  });
});
