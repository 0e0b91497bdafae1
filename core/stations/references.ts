/** What work names, and what goes when something that it names goes. */
import type { SceneRow } from "../project";
import { partsOfJoint } from "../joint";
import { groundFault } from "../ground";
import { type Reference } from "../work";
import { kindOf, loosened, type WorkItem } from "./kinds";
import { otherScene, Refused, type Edit } from "./command";

/** Tables whose rows a step of work may name. */
export const NAMED_TABLES = ["parts", "paints", "printers", "procedures", "recipes"] as const satisfies readonly Reference["table"][];
export type NamedTable = (typeof NAMED_TABLES)[number];

const NAMED: Record<Reference["table"], { code: string; message: string }> = {
  paints: { code: "paint.gone", message: "That paint is no longer on the rack. It may have been taken off in another window." },
  recipes: { code: "recipe.gone", message: "That recipe no longer exists. It may have been deleted in another window." },
  procedures: { code: "procedure.gone", message: "That saved step no longer exists." },
  printers: { code: "printer.gone", message: "That printer is no longer here." },
  parts: { code: "part.gone", message: "The part it is joined to is no longer here. It may have been deleted in another window." },
};

/** What steps of work refer to must be there. */
export async function checkReferences(e: Edit<NamedTable>, items: readonly WorkItem[]): Promise<void> {
  for (const w of items)
    for (const { table, id } of kindOf(w).refers(w)) {
      if (!(await e.get(table, id))) throw new Refused(NAMED[table].code, NAMED[table].message);
    }
}

const refersTo = (w: WorkItem, table: Reference["table"], id: string): boolean =>
  kindOf(w)
    .refers(w)
    .some((r) => r.table === table && r.id === id);

/** What the workshop loses, no part of any scene may still need. */
export async function refuseUsed(e: Edit<"parts" | "scenes">, table: Reference["table"], id: string, why: string): Promise<void> {
  const used = (await e.ofAllScenes("parts")).find((p) => p.work.some((w) => refersTo(w, table, id)));
  if (!used) return;
  const scene = await otherScene(e, used.sceneId);
  throw new Refused(
    `${table.slice(0, -1)}.used`,
    `${used.name}${scene === null ? "" : ` of the scene ${scene || "that was deleted"}`} ${why}.`,
  );
}

/** Work that may do without what goes no longer names it. */
export async function loosenWork(e: Edit<"parts">, table: Reference["table"], id: string): Promise<void> {
  for (const part of await (table === "parts" ? e.all("parts") : e.ofAllScenes("parts")))
    if (part.work.some((w) => refersTo(w, table, id)))
      await e.put("parts", { ...part, work: part.work.map((w) => loosened(w, (t, x) => t !== table || x !== id)) });
}

/** Every occurrence of a name in the scene's lists must lead somewhere. */
export async function checkItemReferences(e: Edit<"parts">, scene: SceneRow): Promise<void> {
  const dimensions = new Set(scene.dimensions.map((d) => d.id));
  for (const d of [...scene.dimensions, ...scene.references]) {
    if (d.partId !== null && !(await e.get("parts", d.partId))) throw new Refused("part.gone", "That part is no longer here.");
    if ("within" in d && d.within !== null && !dimensions.has(d.within))
      throw new Refused("item.gone", "That dimension is no longer here.");
  }
  const fault = groundFault(scene, new Set((await e.all("parts")).map((p) => p.id)));
  if (fault) throw new Refused("item.gone", `${fault.says} It may have been deleted in another window.`);
  for (const j of scene.joints)
    for (const partId of partsOfJoint(j))
      if (!(await e.get("parts", partId))) throw new Refused("part.gone", "That part is no longer here.");
}
