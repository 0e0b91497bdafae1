/** Joints of a scene: what a new one is, what its sides are called, and what they are made of. */
import {
  HOLDS,
  isOfCopies,
  jointCount,
  otherSide,
  partsOfJoint,
  unitsOf,
  type Joint,
  type Material,
  type SeamCase,
  type Side,
} from "../joint";
import { materialOf } from "./part";
import type { Part, Project, Scene } from "./types";
import { partNamed } from "./world";

type Around = Pick<Project, "scene"> & { parts?: Project["parts"] };
const hasParts = (around: Around): around is Pick<Project, "scene" | "parts"> => around.parts !== undefined;

/** What two sides are before anything else is said of how they meet. */
export const newJoint = (id: string, a: string, b: Side): Joint => ({
  id,
  a,
  b,
  bMaterial: null,
  count: null,
  pattern: "row",
  across: 2,
  how: "glued",
  paint: "after",
  reach: "free",
  load: false,
  glueId: null,
  lengthMm: 50,
  widthMm: 0.2,
  sight: "seen",
  textured: false,
  cut: null,
  fits: [],
});

/** A joint that nobody planned: something snapped, and is glued on again. Its faces are bare and fit closely. */
export const brokenJoint = (id: string, partId: string): Joint => ({
  ...newJoint(id, partId, { kind: "words", words: "the piece that snapped off" }),
  count: 1,
  paint: "before",
  lengthMm: 10,
  widthMm: 0.05,
});

/** Parts are asked for one by one: what was not asked for does not count as read. */
export const partIn = (around: Around, id: string): Part | undefined => (hasParts(around) ? partNamed(around, id) : undefined);

/** What is taken where nobody said: the board is of foam, what is in words, or gone, a filament print. */
const UNSAID: Material = "filament print";

/** What a side is of. */
export function sideMaterial(side: Side, said: Material | null, around: Around): Material {
  if (said) return said;
  if (side.kind === "part") {
    const part = partIn(around, side.partId);
    return part ? materialOf(part, around.scene) : UNSAID;
  }
  return side.kind === "words" ? UNSAID : "foam";
}

/** The seam as fillers look at it. */
export const seamOf = (j: Joint, around: Around): SeamCase => ({
  ...j,
  a: sideMaterial({ kind: "part", partId: j.a }, null, around),
  b: sideMaterial(j.b, j.bMaterial, around),
});

/** What a side is called. */
export const sideWords = (side: Side, nameOf: (partId: string) => string | undefined): string =>
  side.kind === "part" ? (nameOf(side.partId) ?? "a part") : side.kind === "words" ? side.words : `the ${side.kind}`;

/** "Mill house and Quay wall"; "Quay wall, copies in a row" where they are its own. */
export const jointWords = (j: Joint, nameOf: (partId: string) => string | undefined): string =>
  isOfCopies(j) ? `${nameOf(j.a) ?? "a part"}, copy to copy` : `${nameOf(j.a) ?? "a part"} and ${sideWords(j.b, nameOf)}`;

/** The names that parts have, those that are not read yet too. */
export const namesIn =
  ({ parts = [], unread = [] }: Partial<Pick<Project, "parts" | "unread">>) =>
  (id: string): string | undefined =>
    [...parts, ...unread].find((p) => p.id === id)?.name;

/**
 * Parts that are one piece before paint, unit by unit. A board of foam is none of them: it is painted with its ground, not with what stands
 * on it.
 */
export const unitsOfScene = ({ scene, parts }: Pick<Project, "scene" | "parts">): string[][] => {
  const foam = new Set(parts.filter((p) => materialOf(p, scene) === "foam").map((p) => p.id));
  return unitsOf(scene.joints.filter((j) => !partsOfJoint(j).some((id) => foam.has(id))));
};

/** A joint by its id; undefined where it is gone. */
export const jointNamed = (scene: Pick<Scene, "joints">, id: string): Joint | undefined => scene.joints.find((j) => j.id === id);

/** Joints that a part is in. */
export const jointsOfPart = (scene: Pick<Scene, "joints">, partId: string): Joint[] =>
  scene.joints.filter((j) => otherSide(j, partId) !== undefined);

/** Whether any of its joints moves, or else comes apart, or whether it is glued or alone. */
export function joinsOf(part: Pick<Part, "id">, scene: Pick<Scene, "joints">): "moves" | "apart" | "fixed" {
  const holds = jointsOfPart(scene, part.id).map((j) => HOLDS[j.how]);
  return holds.includes("moves") ? "moves" : holds.includes("apart") ? "apart" : "fixed";
}

/** How many joints a row stands for in this scene. */
export const countOf = (j: Joint, parts: readonly Part[]): number => jointCount(j, (id) => parts.find((p) => p.id === id)?.copies ?? 1);
