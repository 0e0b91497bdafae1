/** Parts pulled apart, the order as a strip, and what is next: each the same however it is said. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { coat, print, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import type { Joint } from "../joint";
import { newJoint, type Part, type Project, type WorkItem } from "../project";
import { tonight } from "../plan";
import { groupAround, nextJoint, notPlanned, orderStrip, pulledApart } from ".";

const to = (partId: string): Joint["b"] => ({ kind: "part", partId });
const joint = (a: string, b: string, more: Partial<Joint> = {}): Joint => ({
  ...newJoint(`${a}-${b}`, a, to(b)),
  glueId: "instant-gel",
  ...more,
});
const piece = (id: string, wideMm = 40, highMm = 60) => ({ id, wideMm, highMm });

describe("pulled apart", () => {
  const names = ["a", "b", "c", "d", "e"];
  const made = fc.record({
    pieces: fc.array(fc.tuple(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 1, max: 500 })), { minLength: 5, maxLength: 5 }),
    joints: fc.array(
      fc.tuple(fc.nat(4), fc.nat(4), fc.constantFrom("glued" as const, "slides" as const, "clipped" as const, "loose" as const)),
      { maxLength: 8 },
    ),
  });
  it("every piece is drawn once, at one scale, inside the drawing, and none lies over another", () =>
    fc.assert(
      fc.property(made, ({ pieces, joints }) => {
        const list = pieces.map(([w, h], i) => piece(names[i], w, h));
        const drawn = pulledApart(
          list,
          joints.map(([a, b, how], i) => ({ ...joint(names[a], names[b], { how }), id: `j${i}` })),
          900,
          300,
        );
        expect(drawn.pieces.map((p) => p.id).sort()).toEqual(names);
        for (const p of drawn.pieces) {
          const of = list.find((x) => x.id === p.id)!;
          expect(p.wide).toBeCloseTo(of.wideMm * drawn.scale, 6);
          expect(p.high).toBeCloseTo(of.highMm * drawn.scale, 6);
          expect(p.y).toBeLessThanOrEqual(drawn.high + 1e-6);
          expect(p.y - p.high).toBeGreaterThanOrEqual(-1e-6);
        }
        const boxes = drawn.pieces.map((p) => [p.x, p.x + p.wide * (p.twice ? 2 : 1), p.y - p.high, p.y]);
        for (let i = 0; i < boxes.length; i++)
          for (let k = 0; k < i; k++) {
            const [l, r, t, b] = boxes[i],
              [l2, r2, t2, b2] = boxes[k];
            expect(r <= l2 + 1e-6 || r2 <= l + 1e-6 || b <= t2 + 1e-6 || b2 <= t + 1e-6).toBe(true);
          }
      }),
    ));
  it("stands what is glued on something above it, and what moves beside it; a joint of copies between two of them", () => {
    const drawn = pulledApart(
      [piece("base", 200, 20), piece("frame"), piece("paddle", 30, 40)],
      [joint("frame", "base"), joint("paddle", "frame", { how: "slides" })],
      900,
      300,
    );
    const y = Object.fromEntries(drawn.pieces.map((p) => [p.id, p.y]));
    expect(y.frame).toBeLessThan(y.base);
    expect(y.paddle).toBe(y.frame);
    expect(drawn.links.map((l) => l.n)).toEqual([1, 2]);
    const [wall] = pulledApart([piece("wall")], [joint("wall", "wall")], 900, 300).pieces;
    expect(wall.twice).toBe(true);
    // To the board: a line down from its foot.
    const [down] = pulledApart([piece("post")], [{ ...joint("post", "x"), b: { kind: "board" } }], 900, 300).links;
    expect(down.to[1]).toBeGreaterThan(down.from[1]);
  });
  it("the group is the same from whichever of its parts", () => {
    const joints = [joint("a", "b"), joint("c", "b"), joint("d", "e")];
    for (const id of ["a", "b", "c"]) expect(groupAround(id, joints).sort()).toEqual(["a", "b", "c"]);
    expect(groupAround("d", joints).sort()).toEqual(["d", "e"]);
    expect(groupAround("alone", joints)).toEqual(["alone"]);
  });
});

const glue = (jointId: string): WorkItem => ({ id: `glue-${jointId}`, kind: "glue", jointId });
const part = (id: string, work: WorkItem[]): Part => sizePart(id, { kind: "typed", sizeMm: [40, 4, 40], shell: false }, [print(), ...work]);

describe("the strip", () => {
  const project = projectOf(
    [part("a", [coat("p", "primer"), glue("a-b"), coat("c1", "brown"), coat("c2", "stone")]), part("b", [coat("cb", "brown")])],
    [],
    { joints: [joint("a", "b")] },
  );
  const model = (p: Project) => tonight(p, THURSDAY, 60);
  it("has every step but prints in one box, each box right of all that it waits for", () => {
    const boxes = orderStrip(["a", "b"], model(project));
    expect(boxes.map((x) => [x.partId, x.station, x.steps])).toEqual([
      ["a", "paint", 1],
      ["a", "assemble", 1],
      ["a", "paint", 2],
      ["b", "paint", 1],
    ]);
    const at = new Map(boxes.map((x) => [x.key, x.column]));
    for (const x of boxes) for (const k of x.after) expect(at.get(k)!).toBeLessThan(x.column);
    // The paint of the other part waits for the gluing.
    expect(boxes[3].after).toEqual([boxes[1].key]);
  });
  it("is told what is done", () => {
    const done = record("a", "a/p/0", { finishedAt: THURSDAY - 9e8, result: "good", waitS: 60 });
    const [first] = orderStrip(["a"], model({ ...project, records: [done] }));
    expect(first.state).toBe("done");
  });
});

describe("what is next", () => {
  const parts = [part("a", [glue("a-b")]), part("b", [coat("cb", "brown")]), part("c", [])];
  const project = projectOf(parts, [], { joints: [joint("a", "b"), joint("c", "b")] });
  it("names the joint and what waits for it on another part; a joint that nobody glues is said", () => {
    const next = nextJoint(project, tonight(project, THURSDAY, 60))!;
    expect(next.jointId).toBe("a-b");
    expect(next.words).toMatch(/^Next: a on b, before .* on b\.$/);
    expect(next.open).toBe(true);
    expect(notPlanned(project).map((j) => j.id)).toEqual(["c-b"]);
  });
  it("is nothing once all is glued", () => {
    const done = record("a", "a/glue-a-b/0", { finishedAt: THURSDAY - 9e8, result: "good", waitS: 60 });
    const after = { ...project, records: [done] };
    expect(nextJoint(after, tonight(after, THURSDAY, 60))).toBeNull();
  });
});
