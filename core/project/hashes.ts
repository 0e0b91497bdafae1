/** The files that a scene names, by their content hash. */
import type { ProjectRows, SaidSource, StepRecord } from "./types";

/** Pictures of an entry of the log, those of its print too. */
export const photosOf = (r: Pick<StepRecord, "photos" | "print">): string[] => [...(r.photos ?? []), ...(r.print?.photos ?? [])];

/** Hashes of every picture that a project names. */
export const pictureHashes = (project: ProjectRows): string[] => [
  ...new Set([
    ...project.scene.references.map((r) => r.hash),
    ...project.parts.flatMap((p) => [...p.pictures, ...p.surfaces.flatMap((s) => s.photos.map((f) => f.hash))]),
    ...project.records.flatMap(photosOf),
  ]),
];

/** Hashes of every sound that a project names. */
export const soundHashes = (project: Pick<ProjectRows, "records">): string[] => [
  ...new Set(project.records.flatMap((r) => r.sounds ?? [])),
];

const hashOf = (source: SaidSource): string[] => (source.kind === "mesh" ? [source.hash] : []);

/** Hashes of every mesh that a project names, earlier versions of its parts too. */
export const meshHashes = (project: Pick<ProjectRows, "parts">): string[] => [
  ...new Set(project.parts.flatMap((p) => [...hashOf(p.source), ...p.versions.flatMap((v) => hashOf(v.source))])),
];
