/** A scene of any earlier version as this one stores it: the same frozen steps for bundles as for the browser's rows. */
import { partTo2, sceneTo2 } from "./2";
import { partTo4, workshopTo4 } from "./4";
import { partTo5 } from "./5";
import { isStored, rowsIn, type Stored } from "./stored";

/** @param version of the bundle: those of versions 2 and 3 differ in what is beside the scene, not in its rows */
export function projectFrom(version: number, stored: Stored): Stored {
  if (!isStored(stored.scene)) return stored;
  const to5 = (p: unknown): unknown => (isStored(p) ? partTo5(p) : p);
  if (version === 4) return { ...stored, parts: Array.isArray(stored.parts) ? stored.parts.map(to5) : stored.parts };
  const scene = version < 2 ? sceneTo2(stored.scene) : stored.scene;
  const parts = Array.isArray(stored.parts)
    ? stored.parts.map((p: unknown) =>
        isStored(p) && isStored(p.source) ? partTo4(version < 2 ? partTo2(p) : p, rowsIn(stored.parts)) : p,
      )
    : [];
  const { workshop, projects } = workshopTo4([{ ...stored, scene, parts }]);
  const [project] = projects;
  return { ...project, parts: Array.isArray(project.parts) ? project.parts.map(to5) : project.parts, workshop };
}
