/** Where a piece will live and what it must pass on the way: shelf, table, box, door, car boot. Exact box in box. */
import { formatMm } from "../units";

export type HomeKind = "shelf" | "table" | "box" | "door" | "car boot";
export const HOME_KINDS: HomeKind[] = ["shelf", "table", "box", "door", "car boot"];

export interface Home {
  id: string;
  name: string;
  kind: HomeKind;
  /** Width, depth and clear height; a door has no depth to speak of and a table no height: 0 means without limit. */
  sizeMm: [number, number, number];
}

/** A way the piece can be: open, folded, taken apart. Sizes in model mm. */
export interface Configuration {
  name: string;
  sizeMm: [number, number, number];
}

/** A hand's room on each side, mm in all: things must go in and come out. Common practice, no source. */
export const CLEARANCE_MM: Record<HomeKind, number> = { shelf: 10, table: 0, box: 10, door: 40, "car boot": 30 };

export interface HomeVerdict {
  home: Home;
  configuration: string;
  fits: boolean;
  /** Least that it is over by in the best way round, mm; 0 when it fits. */
  overMm: number;
  message: string;
}

/** Boxes and boots take a piece lying on any side; on a shelf or a table it stands. */
const MAY_LIE: Record<HomeKind, boolean> = { shelf: false, table: false, box: true, door: true, "car boot": true };

const PERMUTATIONS: [number, number, number][] = [
  [0, 1, 2],
  [1, 0, 2],
  [0, 2, 1],
  [2, 0, 1],
  [1, 2, 0],
  [2, 1, 0],
];

function overIn(sizeMm: readonly number[], home: Home): number {
  const clear = CLEARANCE_MM[home.kind];
  const room = home.sizeMm.map((v) => (v === 0 ? Infinity : v - clear));
  if (home.kind === "door") {
    // Carried through with its longest side ahead: the other two must pass.
    const [a, b] = [...sizeMm].sort((x, y) => x - y);
    const [w, h] = [room[0], room[2]];
    return Math.max(0, Math.min(Math.max(a - w, b - h), Math.max(b - w, a - h)));
  }
  const ways = MAY_LIE[home.kind] ? PERMUTATIONS : PERMUTATIONS.slice(0, 2);
  return Math.max(0, Math.min(...ways.map((p) => Math.max(...p.map((from, to) => sizeMm[from] - room[to])))));
}

/** Every configuration in every home. */
export function checkHomes(configurations: readonly Configuration[], homes: readonly Home[]): HomeVerdict[] {
  return homes.flatMap((home) =>
    configurations.map(({ name, sizeMm }) => {
      const overMm = overIn(sizeMm, home);
      const fits = overMm === 0;
      const way = name ? `${name}: ` : "";
      return {
        home,
        configuration: name,
        fits,
        overMm,
        message: fits
          ? `${way}${home.kind === "door" ? "goes through" : "fits"} ${home.name}`
          : `${way}${home.kind === "door" ? "does not go through" : "does not fit"} ${home.name}: ${formatMm(overMm)} too long in the best orientation`,
      };
    }),
  );
}
