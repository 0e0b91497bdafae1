/** Version 6 to 7: what was said of surfaces has a row of its own, hiding names one, work at the bench may be spread over evenings, scenes say who meets whom, habits hold readings. Frozen. */
import { isStored, rowsIn, type Stored } from "./stored";

const said = (id: string, name: string, material: string): Stored => ({
  id,
  anchor: null,
  name,
  sight: "",
  material,
  brush: "",
  bristle: "stiff",
  stroke: "across",
  photos: [],
});

export const sceneTo7 = (stored: Stored): Stored => ({ meetings: [], ...stored });
export const habitsTo7 = (stored: Stored): Stored => ({ fills: [], ...stored });

/** Surfaces were known by the words that described them: each gets an id, and is found by those words. */
export function partTo7({ materials, ...stored }: Stored): Stored {
  const surfaces: Stored[] = rowsIn(stored.surfaces);
  const idOf = (name: string, material: string): string => {
    const known = surfaces.find((s) => s.name === name);
    if (known) return String(known.id);
    const id = `old-${surfaces.length + 1}`;
    surfaces.push(said(id, name, material));
    return id;
  };
  for (const m of rowsIn(materials))
    if (typeof m.surface === "string" && m.surface) idOf(m.surface, typeof m.material === "string" ? m.material : "");
  const work = Array.isArray(stored.work)
    ? stored.work.map((w: unknown) => {
        if (isStored(w) && w.kind === "bench") return { mostAnEvening: null, ...w };
        if (!isStored(w) || w.kind !== "hide" || typeof w.surfaceId === "string") return w;
        const { surface, areaMm2: _area, cuspMm: _cusp, pitchMm: _pitch, ...rest } = w;
        return { ...rest, surfaceId: idOf(typeof surface === "string" && surface ? surface : "a surface", "") };
      })
    : stored.work;
  return { ...stored, work, surfaces };
}
