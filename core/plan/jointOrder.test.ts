/** What joints demand across parts, and what contradicts it. The facts are common practice, no source. */
import { describe, expect, it } from "vitest";
import { coat, print, projectOf, sizePart } from "../../tests/sampleProject";
import type { Joint } from "../joint";
import { newJoint, type Part, type Project, type WorkItem } from "../project";
import { contradictions, stepsOfProject } from ".";

const to = (partId: string): Joint["b"] => ({ kind: "part", partId });
const joint = (id: string, a: string, b: string, more: Partial<Joint> = {}): Joint => ({
  ...newJoint(id, a, to(b)),
  glueId: "instant-gel",
  ...more,
});
const glue = (jointId: string): WorkItem => ({ id: `glue-${jointId}`, kind: "glue", jointId });
const bench = (task: "drill" | "dry-fit" | "file"): WorkItem => ({ id: task, kind: "bench", task, rounds: 1, mostAnEvening: null });
const part = (id: string, work: WorkItem[]): Part => sizePart(id, { kind: "typed", sizeMm: [40, 4, 40], shell: false }, [print(), ...work]);
const foam = (id: string, work: WorkItem[]): Part => sizePart(id, { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" }, work);
const scene = (parts: Part[], joints: Joint[]): Project => projectOf(parts, [], { joints });

/** Does one step wait for the other, over any number of steps between? */
function waits(project: Project, later: string, earlier: string): boolean {
  const steps = new Map(stepsOfProject(project).map((s) => [s.key, s]));
  const [from, until] = [later, earlier].map((begin) => [...steps.keys()].find((k) => k.startsWith(begin)));
  if (!from || !until) throw new Error(`no step ${later} or ${earlier} in ${[...steps.keys()].join(", ")}`);
  const open = [from],
    seen = new Set(open);
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const key of steps.get(at)?.after ?? []) {
      if (key === until) return true;
      if (!seen.has(key)) {
        seen.add(key);
        open.push(key);
      }
    }
  return false;
}

describe("the order over all parts", () => {
  it("painted as one piece: the paint of the other part waits for the gluing too; its primer does not", () => {
    const project = scene(
      [part("a", [glue("j"), coat("ca", "brown")]), part("b", [coat("pb", "primer"), coat("cb", "brown")])],
      [joint("j", "a", "b")],
    );
    expect(waits(project, "b/cb", "a/glue-j")).toBe(true);
    expect(waits(project, "b/pb", "a/glue-j")).toBe(false);
    expect(contradictions(project)).toEqual([]);
  });
  it("painted before: the gluing waits for the paint of both", () => {
    const project = scene(
      [part("a", [coat("ca", "brown"), glue("j")]), part("b", [coat("cb", "brown")])],
      [joint("j", "a", "b", { paint: "before" })],
    );
    expect(waits(project, "a/glue-j", "b/cb")).toBe(true);
  });
  it("runs over several joints: what is one piece is glued as a whole before any of it is painted", () => {
    const project = scene(
      [part("a", [glue("j")]), part("b", [glue("k")]), part("c", [coat("cc", "brown")])],
      [joint("j", "a", "b"), joint("k", "b", "c")],
    );
    expect(waits(project, "c/cc", "a/glue-j")).toBe(true);
  });
  it("what goes inside is glued in and painted before the shell is closed", () => {
    const project = scene(
      [part("cell", [coat("cc", "brown"), glue("in")]), part("shell", []), part("lid", [glue("shut")])],
      [
        joint("in", "cell", "shell", { reach: "inside", paint: "before" }),
        joint("shut", "lid", "shell", { reach: "closes", paint: "before" }),
      ],
    );
    expect(waits(project, "lid/glue-shut", "cell/glue-in")).toBe(true);
    expect(waits(project, "lid/glue-shut", "cell/cc")).toBe(true);
  });
  it("foam is sealed before anything is glued on it, and ground that covers the seam comes after", () => {
    const seal: WorkItem = { id: "seal", kind: "own", title: "Seal it", handsOnS: 60, waitS: 60, family: "white glue", procedureId: null };
    const project = scene(
      [
        part("post", [glue("j")]),
        foam("base", [seal, { id: "mud", kind: "ground", recipeId: "sand-and-grit", areaMm2: 4600, depthMm: 2 }]),
      ],
      [joint("j", "post", "base", { sight: "covered", glueId: "epoxy-5" })],
    );
    expect(waits(project, "post/glue-j", "base/seal")).toBe(true);
    expect(waits(project, "base/mud", "post/glue-j")).toBe(true);
  });
  it("a coat seals foam too; ground alone does not, and is no contradiction", () => {
    const mud: WorkItem = { id: "mud", kind: "ground", recipeId: "sand-and-grit", areaMm2: 4600, depthMm: 2 };
    const stands = (work: WorkItem[]): Project =>
      scene([part("post", [glue("j")]), foam("base", work)], [joint("j", "post", "base", { sight: "covered", glueId: "epoxy-5" })]);
    expect(waits(stands([coat("pb", "primer"), mud]), "post/glue-j", "base/pb")).toBe(true);
    expect(waits(stands([mud]), "base/mud", "post/glue-j")).toBe(true);
    expect(contradictions(stands([mud]))).toEqual([]);
  });
  it("holes are drilled before paint, what moves is tried before the varnish, a seam is filled once it is there", () => {
    const project = scene(
      [
        part("a", [bench("dry-fit"), glue("pin"), coat("ca", "brown")]),
        part("b", [bench("drill"), { id: "s", kind: "seam", jointId: "pin", filler: "putty" }, coat("cb", "brown"), coat("vb", "matt")]),
      ],
      [joint("pin", "a", "b", { how: "pinned", widthMm: 0.3 }), joint("moves", "a", "b", { how: "slides" })],
    );
    expect(waits(project, "a/ca", "b/drill")).toBe(true);
    expect(waits(project, "b/s", "a/glue-pin")).toBe(true);
    expect(waits(project, "b/vb", "a/dry-fit")).toBe(true);
  });
  it("a contradiction is named as a circle with the demand that costs least to drop; the plan still has every step, each once", () => {
    const parts = [part("a", [coat("ca", "brown"), glue("j")]), part("b", [coat("cb", "brown")])];
    const project = scene(parts, [joint("j", "a", "b")]);
    const [circle] = contradictions(project);
    expect(circle.drop).toMatchObject({ rule: "together", from: "a/glue-j/0", to: "a/ca/0" });
    expect(circle.edges.map((e) => e.rule).sort()).toEqual(["listed", "together"]);
    // The order of work stands, and what does not contradict it is kept.
    expect(waits(project, "a/glue-j", "a/ca")).toBe(true);
    expect(waits(project, "b/cb", "a/glue-j")).toBe(true);
    expect(new Set(stepsOfProject(project).map((s) => s.key)).size).toBe(stepsOfProject(project).length);
  });
  it("is the same whichever side is named first, in whatever order parts and joints come", () => {
    const parts = [
      part("a", [glue("j"), coat("ca", "brown")]),
      part("b", [glue("k"), coat("cb", "brown")]),
      part("c", [coat("cc", "brown")]),
    ];
    const joints = [joint("j", "a", "b"), joint("k", "b", "c")];
    const after = (p: Project): object =>
      Object.fromEntries(
        stepsOfProject(p)
          .map((s) => [s.key, [...s.after].sort()])
          .sort(),
      );
    const turned = joints.map((j) => ({ ...j, a: j.b.kind === "part" ? j.b.partId : j.a, b: to(j.a) }));
    expect(after(scene(parts, turned))).toEqual(after(scene(parts, joints)));
    expect(after(scene([...parts].reverse(), [...joints].reverse()))).toEqual(after(scene(parts, joints)));
  });
});
