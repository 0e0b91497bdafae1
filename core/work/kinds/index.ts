/** The list of kinds. A new one is its own file and a line here. */
import type { WorkBase, WorkKind } from "../kind";
import { bench } from "./bench";
import { coat } from "./coat";
import { glue } from "./glue";
import { ground } from "./ground";
import { hide } from "./hide";
import { own } from "./own";
import { print } from "./print";
import { seam } from "./seam";

const ALL = { print, hide, seam, coat, glue, ground, bench, own };

type ItemOf<K> = K extends WorkKind<infer I> ? I : never;

/** A piece of work on a part, of any kind. */
export type WorkItem = ItemOf<(typeof ALL)[keyof typeof ALL]>;
export type WorkKindName = WorkItem["kind"];

/** Every kind, in the order in which they are offered. */
export const WORK_KINDS = Object.values(ALL) as unknown as readonly (WorkKind<WorkBase> & { kind: WorkKindName })[];

const byName = new Map<string, WorkKind<WorkBase>>(WORK_KINDS.map((k) => [k.kind, k]));

/** The kind of a piece of work: everything that is asked of it is asked here. */
export function kindOf(item: WorkBase): WorkKind<WorkBase> {
  const kind = byName.get(item.kind);
  if (!kind) throw new Error(`kindOf: no kind of work ${item.kind}`);
  return kind;
}

/** Is this work of a kind that is known? */
export const isWork = (item: unknown): item is WorkItem =>
  typeof item === "object" && item !== null && "kind" in item && byName.has(item.kind as string);

/** Those of one kind, in their order. */
export const workOf = <N extends WorkKindName>(work: readonly WorkItem[], kind: N): Extract<WorkItem, { kind: N }>[] =>
  work.filter((w): w is Extract<WorkItem, { kind: N }> => w.kind === kind);

/** Where the last of one kind stands in the order of work; −1 for none. */
export const lastOf = (work: readonly WorkItem[], kind: WorkKindName): number => work.findLastIndex((w) => w.kind === kind);

/** May a piece of work go side by side with one that stands before it? */
export const mayGoBeside = (item: WorkBase, earlier: WorkBase): boolean =>
  item.kind === earlier.kind && kindOf(item).beside?.(item, earlier) === true;
