/**
 * The project bundle: a zip with `scene.json`, the meshes as they were read, the pictures, the sounds, and `manifest.json`, which carries the
 * SHA-256 of the scene and of each file. Meshes, pictures and sounds are named by theirs.
 *
 * Files are read one by one from the Blob, never the whole; only what the scene names is unpacked, and its size is known before. CRCs
 * are checked by the zip reader (ISO/IEC 21320-1, CRC-32), contents by SHA-256 (FIPS 180-4). Writer and reader have one bound.
 */
import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { BlobReader, BlobWriter, configure, ZipReader, ZipWriter, type Entry, type FileEntry } from "@zip.js/zip.js";
import { nanoid } from "nanoid";
import { fail, ok, type OnProgress, type Problem, type Result } from "../core/units";
import {
  LIMITS,
  meshHashes,
  photosOf,
  pictureHashes,
  soundHashes,
  type MeshBlobs,
  type PartRow,
  type ProjectRows,
  type Workshop,
} from "../core/project";
import { keyOfRow, ofWorkshop } from "../core/rows";
import { meshOf, RESULT_VERSIONS, type ResultKind, type ResultRequest, type Results } from "../core/results";
import { faultsOf, mendReferences, placeOf, sift, withSafeIds, type Fault, type SetAside } from "./check";
import { projectFrom, STORED_VERSION } from "./migrations";
import { isResult } from "./resultSchemas";

// The caller is a worker already; and nothing is fetched at run time.
configure({ useWebWorkers: false });

const FORMAT = "inch-hollow";
const SCENE = "scene.json";
const MANIFEST = "manifest.json";
const RESULTS = "results.json";
export const meshName = (hash: string): string => `meshes/${hash}.stl`;
export const pictureName = (hash: string): string => `photos/${hash}.jpg`;
export const soundName = (hash: string): string => `sounds/${hash}.wav`;
/** Of sounds as they are kept. */
export const SOUND_TYPE = "audio/wav";
// A fixed date, so that the same project gives the same bytes.
export const MTIME = new Date(2026, 0, 1);

/** Files by their content hash. */
export type FileSet = Map<string, Blob>;

/** Files that code has made, as those that are stored. */
export const asFiles = (made: MeshBlobs): FileSet =>
  new Map([...made].map(([hash, bytes]) => [hash, new Blob([bytes as Uint8Array<ArrayBuffer>])]));

export interface Bundle {
  project: ProjectRows;
  meshes: FileSet;
  /** Pictures and sounds. */
  pictures: FileSet;
  /** Computed results that travel along, as an option: whoever reads them checks them and computes them anew. */
  results?: CarriedResult[];
}

/** Results as they travel. */
export const carried = (values: ReadonlyMap<ResultRequest, CarriedResult["value"]>): CarriedResult[] =>
  [...values].map(([request, value]) => ({ version: RESULT_VERSIONS[request.kind], request, value }));

/** A result with what it follows from; its key is made anew by whoever reads it. */
export interface CarriedResult {
  version: number;
  request: ResultRequest;
  value: Results[ResultKind]["value"];
}

/** A file that a scene names and that is not there, or is no longer what it was. */
export interface MissingFile {
  hash: string;
  kind: "mesh" | "picture" | "sound";
  /** What it belongs to: "the mesh of Mill house". */
  what: string;
}

export interface Work {
  onProgress?: OnProgress;
  signal?: AbortSignal;
}

interface Manifest {
  format: string;
  version: number;
  scene: { sha256: string; bytes: number };
  files: { name: string; sha256: string; bytes: number }[];
  /** Hashes the scene names that were not to be had when it was saved. */
  missing: string[];
  results?: { sha256: string };
}

/** Rows in one fixed order, so that the same project gives the same bytes however it was stored. */
export function inOrder(project: ProjectRows): ProjectRows {
  return {
    ...project,
    parts: [...project.parts].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1)),
    workshop: {
      ...project.workshop,
      ...(ofWorkshop((_, table) => {
        const key = (row: object): string => keyOfRow(table, row);
        return [...project.workshop[table]].sort((a, b) => (key(a) < key(b) ? -1 : 1));
      }) as Omit<Workshop, "habits"> as Workshop),
      habits: project.workshop.habits,
    },
    records: [...project.records].sort((a, b) => a.startedAt - b.startedAt || (a.id < b.id ? -1 : 1)),
  };
}

/** SHA-256 of a file in pieces, so that none is in memory whole. */
export async function hashOf(file: Blob, signal?: AbortSignal): Promise<string> {
  const hash = sha256.create();
  const reader = file.stream().getReader();
  for (;;) {
    signal?.throwIfAborted();
    const { done, value } = await reader.read();
    if (done) return bytesToHex(hash.digest());
    hash.update(value);
  }
}

const namesMesh = (part: PartRow, hash: string): boolean =>
  [part, ...part.versions].some(({ source: s }) => s.kind === "mesh" && s.hash === hash);

const meshWhat = (project: ProjectRows, hash: string): string =>
  `the mesh of ${project.parts.find((p) => namesMesh(p, hash))?.name ?? "a part"}`;
const pictureWhat = (project: ProjectRows, hash: string): string => {
  const part = project.parts.find((p) => p.pictures.includes(hash));
  const record = project.records.find((r) => photosOf(r).includes(hash));
  const reference = project.scene.references.find((r) => r.hash === hash);
  if (!part && record) return `a photo of “${record.title}”`;
  return part ? `a photo of ${part.name}` : `the reference ${reference?.title || "without a title"}`;
};

/** The files that a scene names, each with its place in a bundle. */
const filesNamed = (project: ProjectRows): (MissingFile & { name: string; type: string })[] => [
  ...meshHashes(project).map((hash) => ({
    hash,
    kind: "mesh" as const,
    name: meshName(hash),
    type: "model/stl",
    what: meshWhat(project, hash),
  })),
  ...pictureHashes(project).map((hash) => ({
    hash,
    kind: "picture" as const,
    name: pictureName(hash),
    type: "image/jpeg",
    what: pictureWhat(project, hash),
  })),
  ...soundHashes(project).map((hash) => ({
    hash,
    kind: "sound" as const,
    name: soundName(hash),
    type: SOUND_TYPE,
    what: `a sound at “${project.records.find((r) => r.sounds?.includes(hash))?.title ?? "a step"}”`,
  })),
];

export interface Written {
  file: Blob;
  /** What is not in the file because it was not to be had. */
  missing: MissingFile[];
  /** Rows that no program could open again: they are in the file, beside the scene, under `aside.json`. */
  aside: SetAside[];
}

/**
 * Writes a scene so that it opens again: rows that would not are put beside it, files that are not there are named.
 * Refused only when the whole is larger than any reader takes, or nothing in it is a scene.
 */
export async function writeBundle(
  { project: given, meshes, pictures, results }: Bundle,
  { onProgress, signal }: Work = {},
): Promise<Result<Written>> {
  const fit = sift(given, nanoid);
  if (!fit) return fail("bundle.unfit", "The scene cannot be read at all, so it was not saved. Save its raw rows from the bench page.");
  const project = inOrder(fit.project);
  const wanted = filesNamed(project).map((f) => ({ ...f, file: (f.kind === "mesh" ? meshes : pictures).get(f.hash) }));
  const scene = new Blob([JSON.stringify({ format: FORMAT, version: STORED_VERSION, project }, null, 1)]);
  const total = wanted.reduce((n, w) => n + (w.file?.size ?? 0), scene.size);
  if (total > LIMITS.bundleBytes || scene.size > LIMITS.sceneBytes)
    return fail(
      "bundle.too-big",
      `The scene is ${megabytes(total)}; a bundle can be at most ${megabytes(LIMITS.bundleBytes)}. Reduce large meshes, or split the scene.`,
    );
  const writer = new ZipWriter(new BlobWriter("application/zip"), {
    extendedTimestamp: false,
    lastModDate: MTIME,
    level: 6,
    dataDescriptor: true,
  });
  const missing: MissingFile[] = [];
  const files: Manifest["files"] = [];
  let done = 0;
  const add = async (name: string, file: Blob, level: number): Promise<void> => {
    const before = done;
    await writer.add(name, new BlobReader(file), {
      level,
      signal,
      onprogress: (n) => {
        onProgress?.((before + n) / total, "packing");
        return undefined;
      },
    });
    done += file.size;
  };
  await add(SCENE, scene, 6);
  for (const { hash, kind, name, what, file } of wanted) {
    // What is stored must still be what its name says: a damaged mesh is as good as none.
    if (file && (await hashOf(file, signal)) === hash) {
      await add(name, file, kind === "picture" ? 0 : 6);
      files.push({ name, sha256: hash, bytes: file.size });
    } else missing.push({ hash, kind, what });
  }
  const manifest: Manifest = {
    format: FORMAT,
    version: STORED_VERSION,
    scene: { sha256: await hashOf(scene), bytes: scene.size },
    files,
    missing: missing.map((m) => m.hash),
  };
  if (results?.length) {
    const file = new Blob([JSON.stringify(results)]);
    await add(RESULTS, file, 6);
    manifest.results = { sha256: await hashOf(file) };
  }
  await add(MANIFEST, new Blob([JSON.stringify(manifest, null, 1)]), 6);
  if (fit.aside.length) await add("aside.json", new Blob([JSON.stringify(fit.aside, null, 1)]), 6);
  return ok({ file: await writer.close(), missing, aside: fit.aside });
}

const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** Stops a file that unpacks to more than its entry says. */
class TooLong extends Error {}

/** Unpacks one entry, hashing it on the way. */
export async function unpack(
  entry: FileEntry,
  type: string,
  work: Work,
  share: (done: number) => void,
): Promise<{ file: Blob; hash: string }> {
  const hash = sha256.create();
  let size = 0;
  const seen = new TransformStream<Uint8Array, Uint8Array>({
    transform(chunk, control) {
      size += chunk.length;
      if (size > entry.uncompressedSize) throw new TooLong();
      hash.update(chunk);
      share(size);
      control.enqueue(chunk);
    },
  });
  // A Response gathers a stream into a Blob, which the browser may keep on disk.
  const [, file] = await Promise.all([
    entry.getData(seen.writable, { signal: work.signal, checkSignature: true }),
    new Response(seen.readable as ReadableStream<Uint8Array<ArrayBuffer>>, { headers: { "Content-Type": type } }).blob(),
  ]);
  return { file, hash: bytesToHex(hash.digest()) };
}

const DAMAGED = "The bundle is damaged and cannot be unpacked. Copy it again from where it came from.";

/** More results than any scene has. */
const MOST_CARRIED = 20_000;

export interface Read extends Bundle {
  /** Files that were missing already when the bundle was saved. */
  missing: MissingFile[];
  /** Parts of a scene that had been put beside it when it was saved. */
  aside: number;
}

/** Reads and checks a bundle. Nothing is stored here: the caller stores all of it or none. */
export async function readBundle(file: Blob, work: Work = {}): Promise<Result<Read>> {
  if (file.size > LIMITS.bundleBytes + (16 << 20))
    return fail("bundle.too-big", `The file is ${megabytes(file.size)}; a bundle can be at most ${megabytes(LIMITS.bundleBytes)}.`);
  const magic = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  if (magic.length < 4 || magic[0] !== 0x50 || magic[1] !== 0x4b)
    return fail("bundle.not-zip", "This is not a project bundle. A bundle ends in .inchhollow and comes from Files → Save the scene.");
  const zip = new ZipReader(new BlobReader(file), { checkOverlappingEntry: true });
  try {
    let entries: Entry[];
    try {
      entries = await zip.getEntries();
    } catch {
      return fail("bundle.damaged", DAMAGED);
    }
    return await readEntries(entries, work);
  } catch (error) {
    work.signal?.throwIfAborted();
    if (error instanceof Refusal) return { ok: false, problem: error.problem };
    return fail("bundle.damaged", DAMAGED);
  } finally {
    await zip.close().catch(() => undefined);
  }
}

class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}
const refuse = (code: string, message: string, where?: string): never => {
  throw new Refusal(fail(code, message, where).problem);
};

async function readEntries(entries: Entry[], work: Work): Promise<Result<Read>> {
  const byName = new Map<string, FileEntry>();
  for (const e of entries) {
    if (e.directory) continue;
    if (byName.has(e.filename)) refuse("bundle.twice", "The zip contains one file twice. It is damaged or was tampered with.", e.filename);
    byName.set(e.filename, e);
  }
  const sceneEntry = byName.get(SCENE) ?? refuse("bundle.no-scene", "The zip has no scene.json, so it is not a project bundle.");
  const text = async (entry: FileEntry): Promise<{ text: string; hash: string; bytes: number }> => {
    if (entry.uncompressedSize > LIMITS.sceneBytes)
      refuse(
        "bundle.too-big",
        `${entry.filename} unpacks to more than any scene needs, so it cannot come from this program.`,
        entry.filename,
      );
    const { file, hash } = await unpacked(entry);
    return { text: await file.text(), hash, bytes: file.size };
  };
  let total = 1,
    done = 0;
  const unpacked = async (entry: FileEntry, type = ""): Promise<{ file: Blob; hash: string }> => {
    try {
      const out = await unpack(entry, type, work, (n) => work.onProgress?.(Math.min(1, (done + n) / total), "unpacking"));
      done += entry.uncompressedSize;
      return out;
    } catch (error) {
      work.signal?.throwIfAborted();
      throw error instanceof Refusal ? error : new Refusal({ code: "bundle.damaged", message: DAMAGED, where: entry.filename });
    }
  };

  const scene = await text(sceneEntry);
  const { version, project: stored } = parseScene(scene.text);
  const manifest = version >= 3 ? await readManifest(byName.get(MANIFEST), text, scene) : null;

  const upgraded = version < STORED_VERSION ? mendedOld(version, stored) : stored;
  const fault = faultsOf(upgraded)[0] as Fault | undefined;
  if (fault)
    refuse(
      "bundle.shape",
      `The scene contains something that cannot be stored: ${sentence(fault)} Nothing was stored.`,
      `${SCENE}, ${placeOf(fault)}`,
    );
  const project = upgraded as ProjectRows;

  const meshes: FileSet = new Map(),
    pictures: FileSet = new Map(),
    missing: MissingFile[] = [];
  const known = new Set(manifest?.missing ?? []);
  const wanted = filesNamed(project);
  total = wanted.reduce((n, w) => n + (byName.get(w.name)?.uncompressedSize ?? 0), 1);
  done = 0;
  if (total > LIMITS.bundleBytes)
    refuse("bundle.too-big", `The bundle unpacks to ${megabytes(total)}; ${megabytes(LIMITS.bundleBytes)} is the most.`);
  for (const { hash, kind, name, type, what } of wanted) {
    const entry = byName.get(name);
    // Bundles before the third version did not say what was missing; a picture is only missed where it hangs.
    if (!entry) {
      if (!known.has(hash) && !(version < 3 && kind === "picture"))
        refuse("bundle.mesh-missing", `${capital(what)} is not in the bundle. Save the scene again where it came from.`, name);
      missing.push({ hash, kind, what });
      continue;
    }
    const read = await unpacked(entry, type);
    if (read.hash === hash) (kind === "mesh" ? meshes : pictures).set(hash, read.file);
    else if (version < 3 && kind === "picture") missing.push({ hash, kind, what });
    else refuse("bundle.mesh-damaged", `${capital(what)} has changed since it was saved.`, name);
  }
  const results = manifest?.results ? await carriedResults(byName.get(RESULTS), manifest.results.sha256, text, meshes) : [];
  return ok({ project, meshes, pictures, missing, results, aside: byName.has("aside.json") ? 1 : 0 });
}

/** Results that came along and could be shown. Anything doubtful is left out without a word: it is computed anew. */
async function carriedResults(
  entry: FileEntry | undefined,
  sha256: string,
  text: (entry: FileEntry) => Promise<{ text: string; hash: string }>,
  meshes: FileSet,
): Promise<CarriedResult[]> {
  if (!entry) return [];
  let list: unknown;
  try {
    const got = await text(entry);
    if (got.hash !== sha256) return [];
    list = JSON.parse(got.text);
  } catch {
    return [];
  }
  if (!Array.isArray(list)) return [];
  return list.slice(0, MOST_CARRIED).filter((x: unknown): x is CarriedResult => {
    if (typeof x !== "object" || x === null) return false;
    const { version, request, value } = x as Partial<CarriedResult>;
    if (typeof request !== "object" || request === null || !isResult(request.kind, request.inputs, value)) return false;
    const mesh = meshOf(request);
    return version === RESULT_VERSIONS[request.kind] && (mesh === null || meshes.has(mesh));
  });
}

const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);
const sentence = (fault: Fault): string => `${placeOf(fault)}: ${fault.message.replace(/\.$/, "")}.`;

function mendedOld(version: number, stored: unknown): unknown {
  if (typeof stored !== "object" || stored === null) return stored;
  const upgraded = projectFrom(version, stored as Record<string, unknown>) as unknown as ProjectRows;
  // Programs before the third version took any text for an id.
  return mendReferences(withSafeIds(upgraded, nanoid));
}

function parseScene(text: string): { version: number; project: unknown } {
  let polluted = false;
  let data: unknown;
  try {
    data = JSON.parse(text, (key, value: unknown) => {
      if (key === "__proto__" || key === "constructor" || key === "prototype") polluted = true;
      return value;
    });
  } catch {
    refuse("bundle.json", "The scene in the bundle is incomplete or damaged.", SCENE);
  }
  if (polluted) refuse("bundle.keys", 'The scene contains names that no scene has ("__proto__" or similar). It was not stored.', SCENE);
  const head = data as { format?: unknown; version?: unknown; project?: unknown } | null;
  if (typeof head !== "object" || head === null || head.format !== FORMAT)
    return refuse("bundle.format", "The zip has a scene.json from another program.", SCENE);
  const { version } = head;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1)
    return refuse(
      "bundle.version",
      `The bundle says its version is ${JSON.stringify(version) ?? "none"}. Versions are whole numbers from 1 up.`,
      SCENE,
    );
  if (version > STORED_VERSION)
    return refuse(
      "bundle.newer",
      `The bundle is version ${version}; this program reads up to ${STORED_VERSION}. Update the program first.`,
      SCENE,
    );
  return { version, project: head.project };
}

/** The manifest, after comparing what it says of the scene. */
async function readManifest(
  entry: FileEntry | undefined,
  text: (entry: FileEntry) => Promise<{ text: string }>,
  scene: { hash: string; bytes: number },
): Promise<Manifest> {
  if (!entry) return refuse("bundle.manifest", "The bundle has no manifest, so its contents cannot be checked.", MANIFEST);
  let m: Partial<Manifest> | null = null;
  try {
    m = JSON.parse((await text(entry)).text) as Partial<Manifest> | null;
  } catch (error) {
    if (error instanceof Refusal) throw error;
  }
  const hashes = (x: unknown): x is string[] => Array.isArray(x) && x.every((h) => typeof h === "string");
  if (typeof m !== "object" || m === null || m.format !== FORMAT || !hashes(m.missing) || typeof m.scene?.sha256 !== "string")
    return refuse("bundle.manifest", "The manifest of the bundle is damaged.", MANIFEST);
  if (m.scene.sha256 !== scene.hash) refuse("bundle.changed", "The scene in the bundle has changed since it was saved.", SCENE);
  return m as Manifest;
}
