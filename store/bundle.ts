/**
 * The project bundle: a zip with `scene.json`, the meshes as they were read and the pictures, named by their content hash.
 * Reading is bounded: only known names are inflated, and no more than `MOST_BYTES` in all.
 */
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from "fflate";
import { fail, ok, type Result } from "../core/measure";
import { contentHash, meshHashes, pictureHashes, upgradeProject, type MeshBlobs, type Project } from "../core/project";
import { projectSchema } from "./schemas";

/** Version 1 knew no pictures, subjects or walls; it is still read. */
export const BUNDLE_VERSION = 2;
const FORMAT = "inch-hollow";
const MOST_BYTES = 1 << 30;
const PICTURE_NAME = /^photos\/([0-9a-f]{64})\.jpg$/;
const MESH_NAME = /^meshes\/([0-9a-f]{64})\.stl$/;
// A fixed date, so that the same project gives the same bytes.
const MTIME = new Date(2026, 0, 1);

export interface Bundle {
  project: Project;
  meshes: MeshBlobs;
  pictures: MeshBlobs;
}

/** Rows in one fixed order, so that the same project gives the same bytes however it was stored. */
export function inOrder(project: Project): Project {
  const byId = <T extends { id: string }>(rows: readonly T[]): T[] => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  return {
    ...project,
    parts: [...project.parts].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1)),
    paints: byId(project.paints),
    procedures: byId(project.procedures),
    records: [...project.records].sort((a, b) => a.startedAt - b.startedAt || (a.id < b.id ? -1 : 1)),
  };
}

export function writeBundle({ project: given, meshes, pictures }: Bundle): Uint8Array {
  const project = inOrder(given);
  const files: Zippable = {
    "scene.json": [strToU8(JSON.stringify({ format: FORMAT, version: BUNDLE_VERSION, project }, null, 1)), { level: 6, mtime: MTIME }],
  };
  for (const hash of meshHashes(project)) {
    const bytes = meshes.get(hash);
    if (bytes) files[`meshes/${hash}.stl`] = [bytes, { level: 6, mtime: MTIME }];
  }
  for (const hash of pictureHashes(project)) {
    const bytes = pictures.get(hash);
    if (bytes) files[`photos/${hash}.jpg`] = [bytes, { level: 0, mtime: MTIME }];
  }
  return zipSync(files);
}

/** Reads and checks a bundle. Nothing is stored here: the caller stores all of it or none. */
export async function readBundle(bytes: Uint8Array): Promise<Result<Bundle>> {
  if (bytes.length < 4 || bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    return fail("bundle.not-zip", "This is not a project bundle. A bundle ends in .inchhollow and comes from Files → Save the scene.");
  let total = 0;
  let tooBig = false;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: (f) => {
        if (f.name !== "scene.json" && !MESH_NAME.test(f.name) && !PICTURE_NAME.test(f.name)) return false;
        total += f.originalSize;
        if (total > MOST_BYTES) tooBig = true;
        return !tooBig;
      },
    });
  } catch {
    return fail("bundle.damaged", "The bundle is damaged and cannot be unpacked. Copy it again from where it came from.");
  }
  if (tooBig) return fail("bundle.too-big", "The bundle unpacks to more than a gigabyte. That cannot be a scene of this program.");
  const sceneFile = files["scene.json"];
  if (!sceneFile) return fail("bundle.no-scene", "The zip holds no scene.json: it is not a project bundle.");
  let polluted = false;
  let data: unknown;
  try {
    data = JSON.parse(strFromU8(sceneFile), (key, value: unknown) => {
      if (key === "__proto__" || key === "constructor" || key === "prototype") polluted = true;
      return value;
    });
  } catch {
    return fail("bundle.json", "The scene in the bundle is cut short or damaged.", "scene.json");
  }
  if (polluted)
    return fail("bundle.keys", 'The scene holds names that no scene has ("__proto__" or the like). It was not stored.', "scene.json");
  const head = data as { format?: unknown; version?: unknown; project?: unknown } | null;
  if (typeof head !== "object" || head === null || head.format !== FORMAT)
    return fail("bundle.format", "The zip holds a scene.json of some other program.", "scene.json");
  if (typeof head.version !== "number" || head.version > BUNDLE_VERSION)
    return fail(
      "bundle.newer",
      `The bundle is of version ${String(head.version)}; this program reads up to ${BUNDLE_VERSION}. Bring the program up to date first.`,
      "scene.json",
    );
  const stored =
    head.version < BUNDLE_VERSION && typeof head.project === "object" && head.project !== null
      ? upgradeProject(head.project as Record<string, unknown>)
      : head.project;
  const checked = projectSchema.required().validate(stored, { convert: false, abortEarly: true });
  if (checked.error)
    return fail(
      "bundle.shape",
      `The scene has something of the wrong kind: ${checked.error.message}. It was not stored.`,
      checked.error.details[0]?.path.join("."),
    );
  const project = checked.value as Project;
  const meshes: MeshBlobs = new Map();
  for (const hash of meshHashes(project)) {
    const mesh = files[`meshes/${hash}.stl`];
    if (!mesh)
      return fail(
        "bundle.mesh-missing",
        "A part's mesh is not in the bundle. Save the scene again where it came from.",
        `meshes/${hash}.stl`,
      );
    if ((await contentHash(mesh)) !== hash)
      return fail("bundle.mesh-damaged", "A mesh in the bundle is not what it was when it was saved.", `meshes/${hash}.stl`);
    meshes.set(hash, mesh);
  }
  // A picture that is missing is only missed where it hangs; one that is not what its name says is left out.
  const pictures: MeshBlobs = new Map();
  for (const hash of pictureHashes(project)) {
    const picture = files[`photos/${hash}.jpg`];
    if (picture && (await contentHash(picture)) === hash) pictures.set(hash, picture);
  }
  return ok({ project, meshes, pictures });
}
