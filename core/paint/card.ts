/** A pot in plain words, for a card, or for a code that any phone shows as text. */
export interface Card {
  name: string;
  /** In the order of adding. */
  parts: readonly { name: string; drops: number }[];
  /** Parts of thinner to one of paint. */
  thinning: number;
  /** What it is for: "Lime white on 7 pieces". */
  on?: string;
  ground?: string;
  came?: string;
  /** "1 Dec 2026". */
  date: string;
}

export function cardLines({ name, parts, thinning, on, ground, came, date }: Card): string[] {
  return [
    name,
    parts.map((p) => `${p.drops} ${p.drops === 1 ? "drop" : "drops"} ${p.name}`).join(" + "),
    thinning > 0 ? `thinner 1:${thinning}` : "",
    on ? `for ${on}` : "",
    ground ? `over ${ground}` : "",
    came ?? "",
    date,
  ].filter((line) => line !== "");
}
