/** Pictures and drawings of the real thing, and which faces of it they show. What none shows has to be invented, and is marked so. */
export const FACES = ["front", "back", "left", "right", "top", "inside", "close-up", "colour"] as const;
export type Face = (typeof FACES)[number];
/** Faces whose lack means that something is invented; close-ups and colours only help. */
const SIDES: readonly Face[] = ["front", "back", "left", "right", "top", "inside"];

export interface Reference {
  id: string;
  /** Content hash of the picture. */
  hash: string;
  kind: "photo" | "drawing";
  title: string;
  source: string;
  shows: Face[];
  /** Part it shows; null for the whole scene. */
  partId: string | null;
}

export interface Coverage {
  face: Face;
  /** Pictures that show it. */
  count: number;
  invented: boolean;
}

/** Which faces of a part (or, for null, of the whole) are shown by how many pictures. Pictures of the whole count for every part. */
export function coverage(references: readonly Reference[], partId: string | null): Coverage[] {
  const mine = references.filter((r) => r.partId === null || r.partId === partId);
  return FACES.map((face) => {
    const count = mine.filter((r) => r.shows.includes(face)).length;
    return { face, count, invented: count === 0 && SIDES.includes(face) };
  });
}

/** Faces that nobody can check: "back and inside are invented". Empty without any picture, since then nothing is claimed. */
export function inventedFaces(references: readonly Reference[], partId: string | null): Face[] {
  const table = coverage(references, partId);
  return table.every((c) => c.count === 0) ? [] : table.filter((c) => c.invented).map((c) => c.face);
}
