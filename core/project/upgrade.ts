/**
 * What scenes and parts of earlier versions lack, so that stored rows and old bundles become what the types say. Fields that are
 * there are kept, unknown ones too. Used by the database's migration, by bundles, and for what is new.
 */
import { NO_STANDARDS } from "../subject";
import type { Part, PartSource, Project, Scene } from "./types";

/** Fields of a scene that came with version 2. */
export const SCENE_DEFAULTS = {
  secondary: null,
  fidelity: "inspired",
  handling: "sometimes",
  finish: "good",
  house: NO_STANDARDS,
  homes: [],
  dimensions: [],
  references: [],
  ownThings: [],
} satisfies Partial<Scene>;

/** Fields of a part that came with version 2. */
export const PART_DEFAULTS = {
  group: "",
  tags: [],
  pictures: [],
  licence: "",
  fileCost: null,
  versions: [],
  tally: { fitted: 0, primed: 0, painted: 0, placed: 0 },
  placedByMap: false,
  variations: [],
  sightings: [],
  measures: { clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null },
  configurations: [],
  materials: [],
  differs: {},
} satisfies Partial<Part>;

/** A report of version 1 lacks these; it is made anew when the part is next looked at. */
const REPORT_DEFAULTS = { version: 1, cavities: 0, holes: 0, duplicateTriangles: 0, places: [] };

type Stored = Record<string, unknown>;

const upgradeSource = (source: Stored): Stored =>
  source.kind === "mesh" ? { walls: null, ...source, report: { ...REPORT_DEFAULTS, ...(source.report as Stored) } } : source;

export const upgradeScene = (stored: Stored): Stored => ({ ...structuredClone(SCENE_DEFAULTS), ...stored });

export const upgradePart = (stored: Stored): Stored => ({
  ...structuredClone(PART_DEFAULTS),
  ...stored,
  source: upgradeSource(stored.source as Stored),
});

/** A project of version 1 as one of version 2. The shape must have been checked to be an object with these lists. */
export function upgradeProject(stored: Stored): Stored {
  const parts = Array.isArray(stored.parts) ? stored.parts : [];
  return {
    ...stored,
    scene: typeof stored.scene === "object" && stored.scene !== null ? upgradeScene(stored.scene as Stored) : stored.scene,
    parts: parts.map((p: unknown) =>
      typeof p === "object" && p !== null && typeof (p as Stored).source === "object" && (p as Stored).source !== null
        ? upgradePart(p as Stored)
        : p,
    ),
  };
}

/** Hashes of every picture that a project names. */
export const pictureHashes = (project: Project): string[] => [
  ...new Set([...project.scene.references.map((r) => r.hash), ...project.parts.flatMap((p) => p.pictures)]),
];

const hashOf = (source: PartSource): string[] => (source.kind === "mesh" ? [source.hash] : []);

/** Hashes of every mesh that a project names, earlier versions of its parts too. */
export const meshHashes = (project: Project): string[] => [
  ...new Set(project.parts.flatMap((p) => [...hashOf(p.source), ...p.versions.flatMap((v) => hashOf(v.source))])),
];
