import type { PartRow, Variation } from "./types";

/** What a copy is unlike the others in: "mirrored, 90 %, open". */
export const variationWords = ({ mirrored, percent, state, extraColour }: Variation): string =>
  [mirrored ? "mirrored" : "", percent === 100 ? "" : `${percent} %`, state, extraColour].filter(Boolean).join(", ");

/** Copies of a part that are alike: those of each variation in their order, then those as the part is (null). */
export function kindsOfCopies({
  copies,
  variations,
}: Pick<PartRow, "copies" | "variations">): { variation: Variation | null; copies: number }[] {
  const out: { variation: Variation | null; copies: number }[] = [];
  let rest = copies;
  for (const variation of variations) {
    const n = Math.min(variation.copies, rest);
    if (n > 0) out.push({ variation, copies: n });
    rest -= n;
  }
  return rest > 0 ? [...out, { variation: null, copies: rest }] : out;
}
