/** A scene of any earlier version as this one stores it: the same frozen steps for bundles as for the browser's rows. */
import { partTo2, sceneTo2 } from "./2";
import { partTo4, workshopTo4 } from "./4";
import { partTo5 } from "./5";
import { habitsTo6, partTo6, sceneTo6 } from "./6";
import { habitsTo7, partTo7, sceneTo7 } from "./7";
import { habitsTo8 } from "./8";
import { isStored, rowsIn, type Stored } from "./stored";

/** @param version of the bundle: those of versions 2 and 3 differ in what is beside the scene, not in its rows */
export function projectFrom(version: number, stored: Stored): Stored {
  if (!isStored(stored.scene)) return stored;
  const to5th = version < 5 ? to5(version, stored, stored.scene) : stored;
  const to6th = version < 6 ? to6(to5th) : to5th;
  return to8(version < 7 ? to7(to6th) : to6th);
}

const each = (rows: unknown, to: (row: Stored) => Stored): unknown =>
  Array.isArray(rows) ? rows.map((r: unknown) => (isStored(r) ? to(r) : r)) : rows;

const to8 = (stored: Stored): Stored => ({
  ...stored,
  workshop: isStored(stored.workshop)
    ? { ...stored.workshop, habits: isStored(stored.workshop.habits) ? habitsTo8(stored.workshop.habits) : stored.workshop.habits }
    : stored.workshop,
});

function to5(version: number, stored: Stored, sceneRow: Stored): Stored {
  if (version === 4) return { ...stored, parts: each(stored.parts, partTo5) };
  const scene = version < 2 ? sceneTo2(sceneRow) : sceneRow;
  const parts = Array.isArray(stored.parts)
    ? stored.parts.map((p: unknown) =>
        isStored(p) && isStored(p.source) ? partTo4(version < 2 ? partTo2(p) : p, rowsIn(stored.parts)) : p,
      )
    : [];
  const { workshop, projects } = workshopTo4([{ ...stored, scene, parts }]);
  const [project] = projects;
  return { ...project, parts: each(project.parts, partTo5), workshop };
}

const to6 = (stored: Stored): Stored => ({
  ...stored,
  scene: isStored(stored.scene) ? sceneTo6(stored.scene) : stored.scene,
  parts: each(stored.parts, partTo6),
  workshop: isStored(stored.workshop)
    ? { ...stored.workshop, habits: isStored(stored.workshop.habits) ? habitsTo6(stored.workshop.habits) : stored.workshop.habits }
    : stored.workshop,
});

const to7 = (stored: Stored): Stored => ({
  ...stored,
  scene: isStored(stored.scene) ? sceneTo7(stored.scene) : stored.scene,
  parts: each(stored.parts, partTo7),
  workshop: isStored(stored.workshop)
    ? { ...stored.workshop, habits: isStored(stored.workshop.habits) ? habitsTo7(stored.workshop.habits) : stored.workshop.habits }
    : stored.workshop,
});
