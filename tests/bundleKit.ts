/** Bundles taken apart and put together again, by another zip library than the one under test. */
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { contentHash, type Project, type ProjectRows } from "../core/project";
import { rowsOf, withNamedOnly } from "../core/results";
import { asFiles, readBundle, writeBundle, type Bundle, type Read, type Written } from "../store/bundle";
import type { Result } from "../core/units";

export type Files = Record<string, Uint8Array>;

export interface SceneDocument {
  format: unknown;
  version: unknown;
  project: Record<string, unknown> & { scene: Record<string, unknown>; parts: Record<string, unknown>[] };
}

export const blobOf = (bytes: Uint8Array): Blob => new Blob([bytes as Uint8Array<ArrayBuffer>]);
export const bytesOf = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());

export async function written(bundle: Bundle): Promise<Written> {
  const done = await writeBundle(bundle);
  if (!done.ok) throw new Error(done.problem.message);
  return done.value;
}

export const packed = async (bundle: Bundle): Promise<Uint8Array> => bytesOf((await written(bundle)).file);
export const read = (bytes: Uint8Array): Promise<Result<Read>> => readBundle(blobOf(bytes));
export const unpacked = async (bundle: Bundle): Promise<Files> => unzipSync(await packed(bundle));

/** A bundle of these files. `sign`: the manifest is made to fit what the scene now is, as a forger would. */
export async function repacked(files: Files, sign = true): Promise<Uint8Array> {
  if (!sign || !files["manifest.json"] || !files["scene.json"]) return zipSync(files);
  const manifest = JSON.parse(strFromU8(files["manifest.json"])) as { scene: object };
  manifest.scene = { sha256: await contentHash(files["scene.json"]), bytes: files["scene.json"].length };
  return zipSync({ ...files, "manifest.json": strToU8(JSON.stringify(manifest)) });
}

const documentOf = (files: Files): SceneDocument => JSON.parse(strFromU8(files["scene.json"])) as SceneDocument;

/** The bundle with its scene changed, and signed anew. */
export async function tampered(bundle: Bundle, change: (doc: SceneDocument) => void): Promise<Uint8Array> {
  const files = await unpacked(bundle);
  const doc = documentOf(files);
  change(doc);
  return repacked({ ...files, "scene.json": strToU8(JSON.stringify(doc)) });
}

/** A bundle without files. */
/** A scene as it is stored, whichever of the two was given. */
export const stored = (project: Project | ProjectRows): ProjectRows => ("unread" in project ? rowsOf(project) : project);

export const bare = (project: Project | ProjectRows): Bundle => ({ project: stored(project), meshes: new Map(), pictures: new Map() });
export const withBytes = (project: Project | ProjectRows, meshes: Map<string, Uint8Array>): Bundle => ({
  project: stored(project),
  meshes: asFiles(meshes),
  pictures: new Map(),
});

/** What a scene's file carries of the workshop. */
export const namedOnly = withNamedOnly;
