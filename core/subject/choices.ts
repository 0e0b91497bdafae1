/** What a scene chooses once and a part may choose otherwise: fidelity, handling, finish. Common practice, no source. */
export type Fidelity = "replica" | "inspired" | "simplified";
export type Handling = "shelf" | "sometimes" | "weekly";
export type Finish = "table" | "good" | "display";

interface Choice<T extends string> {
  id: T;
  label: string;
  /** What follows from it. */
  means: string;
}

export const FIDELITIES: Choice<Fidelity>[] = [
  {
    id: "replica",
    label: "a replica",
    means: "sizes must match the dimension sheet within 2 %, faces without a picture are marked as invented",
  },
  { id: "inspired", label: "inspired by the real thing", means: "sizes must match the dimension sheet within 8 %" },
  {
    id: "simplified",
    label: "simplified",
    means: "sizes must match the dimension sheet within 20 %, details too small to print are left out",
  },
];

/** How far a part may be off its dimension sheet before it is said, as a share. */
export const FIDELITY_LIMIT: Record<Fidelity, number> = { replica: 0.02, inspired: 0.08, simplified: 0.2 };

export const HANDLINGS: Choice<Handling>[] = [
  { id: "shelf", label: "stands on a shelf", means: "walls at the process minimum, one coat of matt varnish" },
  { id: "sometimes", label: "is handled now and then", means: "walls 20 % above the minimum, one coat of matt varnish" },
  { id: "weekly", label: "is played with every week", means: "walls 50 % above the minimum, two coats of matt varnish, tough resin" },
];

/** What the thinnest wall must be, as a multiple of what the process holds; and coats of varnish at the end. */
export const HANDLING_RULES: Record<Handling, { wall: number; varnishCoats: number }> = {
  shelf: { wall: 1, varnishCoats: 1 },
  sometimes: { wall: 1.2, varnishCoats: 1 },
  weekly: { wall: 1.5, varnishCoats: 2 },
};

export const FINISHES: Choice<Finish>[] = [
  { id: "table", label: "table-ready", means: "base coat, dry brush, done: stop when it looks right from a metre" },
  { id: "good", label: "good", means: "plus washes, highlights, a clean base edge" },
  { id: "display", label: "for display", means: "plus sanding, glazes, weathering in stages" },
];
