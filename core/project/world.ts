/** A scene as derived values read it, and the rows of it that they ask for one by one. */
import { define, ofOne, sameList, type Scope } from "../derive";
import { countedOf, recordsByPart } from "./recordsOf";
import type { Paint, Part, Project, StepRecord } from "./types";

/** What one scene says and what is known of its parts. */
export const SCENE: Scope<Pick<Project, "scene">> = {
  name: "scene",
  shape: { scene: {}, habits: { air: {} } },
  of: ({ scene }) => scene.id,
};

const byId = ofOne(<T extends { id: string }>(rows: readonly T[]): ReadonlyMap<string, T> => new Map(rows.map((r) => [r.id, r]))) as <
  T extends { id: string },
>(
  rows: readonly T[],
) => ReadonlyMap<string, T>;

type With<K extends keyof Project> = Pick<Project, "scene" | K>;
const scopeOf = <K extends keyof Project>(): Scope<With<K>> => SCENE as unknown as Scope<With<K>>;

/** A part by its id. */
export const partNamed = define<With<"parts">, [string], Part | undefined>({
  name: "part",
  scope: scopeOf<"parts">(),
  read: ({ parts }, id) => byId(parts).get(id),
});

/** A paint by its id. */
export const paintNamed = define<With<"paints">, [string], Paint | undefined>({
  name: "paint",
  scope: scopeOf<"paints">(),
  read: ({ paints }, id) => byId(paints).get(id),
});

/** Records that say something of a part, in their order. */
export const recordsOfPart = define<With<"records">, [string], readonly StepRecord[]>({
  name: "records of a part",
  scope: scopeOf<"records">(),
  read: ({ records }, partId) => recordsByPart(records).get(partId) ?? [],
  same: sameList,
});

/** Good and failed pieces of a part that its records count. */
export const countedOfPart = (project: With<"records">, partId: string): { good: number; failed: number } =>
  recordsOfPart(project, partId).reduce(
    (sum, r) => {
      const { good, failed } = countedOf(r, partId);
      return { good: sum.good + good, failed: sum.failed + failed };
    },
    { good: 0, failed: 0 },
  );
