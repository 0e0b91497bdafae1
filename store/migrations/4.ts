/**
 * Version 3 to 4: rows hold only what was said. What was computed of a part (its report, its walls, what printers say) is left out; it is
 * reckoned anew. Frozen: it imports nothing of the living program.
 */
import { isStored, rowsIn, type Stored } from "./stored";

const MOST_WARNINGS = 50;

/** What the reader of the file had warned of stays: it is not found again in the mesh that is kept. */
function sourceTo4(source: unknown): unknown {
  if (!isStored(source) || source.kind !== "mesh") return source;
  const { report, outsideMm2: _outside, walls: _walls, ...said } = source;
  const warnings = isStored(report) ? rowsIn(report.warnings) : [];
  return { ...said, warnings: warnings.filter((w) => !String(w.code).startsWith("mesh.")).slice(0, MOST_WARNINGS) };
}

/** Sides that point up, as the rotations that bring them there: quaternions x, y, z, w. */
const H = 0.7071067811865476;
const TURNS: Record<string, number[] | undefined> = {
  "+z": [0, 0, 0, 1],
  "-z": [1, 0, 0, 0],
  "+x": [0, -H, 0, H],
  "-x": [0, H, 0, H],
  "+y": [H, 0, 0, H],
  "-y": [-H, 0, 0, H],
};

/** A print says how the part is turned, not which side is up. A joint named the other part by its name: a rename lost it. Now it names its id, and words only where there is no such part. */
function workTo4(work: unknown, partId: unknown, parts: readonly Stored[]): unknown {
  if (!Array.isArray(work)) return work;
  return work.map((w: unknown) => {
    if (!isStored(w)) return w;
    if (w.kind === "print" && "up" in w) {
      const { up, ...said } = w;
      return { ...said, turn: TURNS[String(up)] ?? TURNS["+z"] };
    }
    if (w.kind !== "glue" || "toPartId" in w) return w;
    const target = parts.find((p) => p.name === w.to && p.id !== partId);
    return { ...w, toPartId: target ? target.id : null };
  });
}

/** @param parts of the same scene, in their order */
export function partTo4(stored: Stored, parts: readonly Stored[]): Stored {
  const { prints: _prints, ...said } = stored;
  const versions = Array.isArray(stored.versions)
    ? stored.versions.map((v: unknown) => (isStored(v) ? { ...v, source: sourceTo4(v.source) } : v))
    : stored.versions;
  return { joins: "fixed", ...said, source: sourceTo4(stored.source), versions, work: workTo4(stored.work, stored.id, parts) };
}

/** The workshop of version 4, with nothing in it. */
export interface Workshop4 {
  printers: Stored[];
  paints: Stored[];
  procedures: Stored[];
  things: Stored[];
  supplies: Stored[];
  lessons: Stored[];
  habits: Stored;
}

const HABITS = {
  id: "workshop",
  evenings: [],
  timeZone: "UTC",
  air: { airC: 20, rh: 50 },
  currency: "EUR",
  viewingDistanceMm: 1000,
  paper: "local",
  backupAt: null,
};

/** Work names its printer, paint and kept step by these fields. */
const REFERENCES = { printers: "printerId", paints: "paintId", procedures: "procedureId" } as const;

const without = (row: Stored, ...fields: string[]): Stored => Object.fromEntries(Object.entries(row).filter(([k]) => !fields.includes(k)));
const sameRow = (a: Stored, b: Stored): boolean => {
  const plain = (r: Stored): string => JSON.stringify(Object.entries(without(r, "demo")).sort(([x], [y]) => (x < y ? -1 : 1)));
  return plain(a) === plain(b);
};

const SAFE_ID = /^[A-Za-z0-9_-]{1,64}$/;

/** An id that no row of the list has. */
function freeId(id: string, taken: ReadonlySet<unknown>): string {
  for (let n = 2; ; n++) {
    const next = `${id.slice(0, 56)}-${n}`;
    if (!taken.has(next)) return next;
  }
}

/**
 * Printers, rack, kept steps, known things and evenings of every scene become one workshop. Rows that are the same are one; of two that
 * differ under one id the later gets an id of its own, and its scene's work names that.
 * @param projects scenes of version 3 with their lists, those that count most first
 */
export function workshopTo4(projects: readonly Stored[]): { workshop: Workshop4; projects: Stored[] } {
  const workshop: Workshop4 = { printers: [], paints: [], procedures: [], things: [], supplies: [], lessons: [], habits: { ...HABITS } };
  let habitsSaid = false;
  const out = projects.map((project): Stored => {
    const scene = isStored(project.scene) ? project.scene : {};
    const demo = scene.demo === true ? { demo: true } : {};
    const lists = { printers: rowsIn(scene.printers), paints: rowsIn(project.paints), procedures: rowsIn(project.procedures) };
    const renamed: Record<keyof typeof REFERENCES, Map<unknown, string>> = {
      printers: new Map(),
      paints: new Map(),
      procedures: new Map(),
    };
    for (const table of ["printers", "paints", "procedures"] as const)
      for (const given of lists[table]) {
        const row: Stored = { ...without(given, "sceneId"), ...(table === "printers" ? {} : demo) };
        // Older programs took any text for an id; every scene that names it must go on naming the same.
        const safe = SAFE_ID.test(String(row.id))
          ? row.id
          : String(row.id)
              .replace(/[^A-Za-z0-9_-]/g, "-")
              .slice(0, 56) || "row";
        const alike = workshop[table].find((r) => sameRow({ ...r, id: row.id }, row));
        const taken = new Set(workshop[table].map((r) => r.id));
        const id = alike ? alike.id : taken.has(safe) ? freeId(String(safe), taken) : safe;
        if (id !== row.id) renamed[table].set(row.id, String(id));
        if (!alike) workshop[table].push({ ...row, id });
      }
    for (const thing of rowsIn(scene.ownThings))
      if (!workshop.things.some((t) => t.name === thing.name)) workshop.things.push({ ...thing, ...demo });
    if (!habitsSaid && Array.isArray(scene.evenings)) {
      habitsSaid = true;
      workshop.habits = { ...workshop.habits, evenings: scene.evenings, timeZone: scene.timeZone };
    }
    const work = (w: unknown): unknown => {
      if (!isStored(w)) return w;
      const next = { ...w };
      for (const table of ["printers", "paints", "procedures"] as const) {
        const field = REFERENCES[table];
        const to = renamed[table].get(w[field]);
        if (to) next[field] = to;
      }
      return next;
    };
    return {
      ...without(project, "paints", "procedures"),
      scene: { rank: 0, rests: false, ...without(scene, "printers", "evenings", "timeZone", "ownThings") },
      parts: Array.isArray(project.parts)
        ? project.parts.map((p: unknown) => (isStored(p) && Array.isArray(p.work) ? { ...p, work: p.work.map(work) } : p))
        : project.parts,
    };
  });
  return { workshop, projects: out };
}
