import { beforeAll, describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, print, projectOf } from "../../tests/sampleProject";
import type { Part, WorkItem } from "../project";
import { judgedSurfaces, orderFaults, otherWaysForCopies } from "./index";
import { surfacesOf } from "../project";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print("large-filament")]);
});
const faults = (work: WorkItem[]) => {
  const part = { ...hiding(brick, "sand", 3), work };
  return orderFaults(part, projectOf([part]));
};
const hide: WorkItem = { id: "h", kind: "hide", school: "sand", surfaceId: "s" };
const flock: WorkItem = { id: "f", kind: "bench", task: "flock", rounds: 1, mostAnEvening: null };

describe("work on surfaces that contradicts the rest", () => {
  it("none where it comes after the print and before the paint", () => {
    expect(faults([print("large-filament"), hide, coat("p", "primer"), coat("c", "brown"), flock])).toEqual([]);
    expect(faults([print("large-filament"), coat("p", "primer"), hide, coat("c", "brown")])).toEqual([]);
  });
  it("sanding after flock, groundwork or paint is named, with where it should stand", () => {
    expect(faults([print("large-filament"), flock, hide])).toMatchObject([
      { itemId: "h", to: 1, says: expect.stringMatching(/after flock: grit/) },
    ]);
    expect(faults([print("large-filament"), coat("c", "brown"), hide])).toMatchObject([
      { to: 1, says: expect.stringMatching(/after paint/) },
    ]);
    const ground: WorkItem = { id: "g", kind: "ground", recipeId: "sand-and-grit", areaMm2: 100, depthMm: 2 };
    expect(faults([print("large-filament"), ground, coat("c", "brown"), hide])).toMatchObject([
      { to: 1, says: expect.stringMatching(/groundwork/) },
    ]);
  });
  it("before it is printed there is nothing to treat", () => expect(faults([hide, print("large-filament")])).toMatchObject([{ to: 1 }]));
  it("what touches nothing may stand anywhere", () => {
    expect(faults([print("large-filament"), coat("c", "brown"), { ...hide, school: "leave" }])).toEqual([]);
    expect(faults([print("large-filament"), coat("c", "brown"), { ...hide, school: "stipple" }])).toEqual([]);
  });
});

describe("all surfaces of a part", () => {
  it("each with a recommendation; what was chosen counts instead", () => {
    const part = { ...hiding(brick, "surfacer", 3) };
    const project = projectOf([part]);
    const list = judgedSurfaces(part, project, surfacesOf(part, project.scene));
    expect(list.length).toBe(6);
    const chosen = list.find((j) => j.said?.id === "s")!;
    expect(chosen.planned!.school).toBe("surfacer");
    expect(chosen.handsOnS).toBeGreaterThan(0);
    // The side that it stands on is seen by nobody.
    expect(list.find((j) => j.found.name === "underside")).toMatchObject({ sight: "hidden", best: { school: "leave" } });
  });
});

describe("many copies of one part", () => {
  it("other ways stand beside the cleaning only where there are many, and only those that differ", () => {
    const few = { ...brick, copies: 2 },
      many = { ...brick, copies: 30 };
    expect(otherWaysForCopies(few, projectOf([few]), 60)).toEqual([]);
    const ways = otherWaysForCopies(many, projectOf([many]), 60);
    expect(ways[0].says).toBe("30 min");
    expect(ways.some((w) => w.what.startsWith("On "))).toBe(true);
    expect(ways.some((w) => w.what.startsWith("Cut from strip"))).toBe(false);
  });
  it("a slender plain one could be cut from strip", async () => {
    const rail = {
      ...(await meshPart("rail", "Rail", (await import("../mesh")).boxMesh(60, 3, 3), [print("large-filament")])),
      copies: 12,
    };
    expect(otherWaysForCopies(rail, projectOf([rail]), 60).find((w) => w.what.startsWith("Cut from strip"))!.better).toBe(true);
  });
});
