/** What modules take: clips for the joints of a layout, spares, and adaptors where two kinds of clip meet. */
import type { Joint } from "./joint";

/** Clips that snap or are lost on a table evening. Common practice, no source. */
const SPARE_SHARE = 0.1;

/** Spares for so many clips in use: one at least. */
export const spareClips = (used: number): number => (used === 0 ? 0 : Math.max(1, Math.ceil(used * SPARE_SHARE - 1e-9)));

export interface Adaptors {
  joint: Joint;
  /** Slots of the two sides, mm. */
  slotsMm: [number, number];
  used: number;
  spare: number;
}

/**
 * Where modules meet whose slots take different clips: one adaptor for each joint.
 * @param slotOf width of the slot that a part's clips go into, mm; null where it has none or nobody measured
 * @param countOf how many joints a row stands for
 */
export const adaptorsOf = (
  joints: readonly Joint[],
  slotOf: (partId: string) => number | null,
  countOf: (joint: Joint) => number,
  toleranceMm: number,
): Adaptors[] =>
  joints.flatMap((joint) => {
    if (joint.how !== "clipped" || joint.b.kind !== "part" || joint.b.partId === joint.a) return [];
    const [a, b] = [slotOf(joint.a), slotOf(joint.b.partId)];
    if (a === null || b === null || Math.abs(a - b) <= toleranceMm) return [];
    const used = countOf(joint);
    return [{ joint, slotsMm: [a, b], used, spare: spareClips(used) }];
  });
