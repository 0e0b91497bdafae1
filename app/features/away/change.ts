import type { CarriedRow } from "~store/awayRows";

/** Changes what is carried, and shows it. */
export type Change = (change: (row: CarriedRow) => CarriedRow) => Promise<void>;
