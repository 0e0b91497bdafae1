/** Runs our work and a peer's side by side in one process, alternating, and reports medians. */

export interface Row {
  name: string;
  /** What is done, in one line. */
  work: string;
  /** Whose work it is measured against. */
  peer: string;
  /** Ours ÷ peer's; at or below it the row is met. */
  goal: number;
  /** Prepares the work of a size; returns the two ways to do it. */
  prepare: (size: number) => Promise<{ ours: () => unknown; peer: () => unknown }>;
  /** Sizes for growth; the last one is the row's own. */
  sizes: number[];
}

export interface Measured {
  name: string;
  work: string;
  peer: string;
  oursMs: number;
  peerMs: number;
  ratio: number;
  goal: number;
  met: boolean;
  growth: { size: number; ms: number }[];
  peakMb: number;
}

export const median = (n: number[]): number => [...n].sort((a, b) => a - b)[Math.floor(n.length / 2)];

/** What the work gave, so that it cannot be skipped as unused. */
let sink: unknown;

function timeMs(act: () => unknown): number {
  const began = performance.now();
  sink = act();
  return performance.now() - began;
}

/** One warm-up of each, then `rounds` of ours and the peer's in turn. */
export async function measure(row: Row, rounds = 5): Promise<Measured> {
  const growth: { size: number; ms: number }[] = [];
  let peak = 0;
  const seen = (): void => {
    peak = Math.max(peak, process.memoryUsage().rss);
  };
  let ours: number[] = [],
    peer: number[] = [];
  for (const size of row.sizes) {
    const last = size === row.sizes.at(-1);
    const { ours: a, peer: b } = await row.prepare(size);
    a();
    if (last) b();
    ours = [];
    peer = [];
    for (let i = 0; i < rounds; i++) {
      ours.push(timeMs(a));
      seen();
      if (last) peer.push(timeMs(b));
    }
    growth.push({ size, ms: Math.round(median(ours)) });
  }
  void sink;
  return summed(row, ours, peer, growth, peak);
}

/** A row's medians, ratio and whether it is met. */
export function summed(
  row: Pick<Row, "name" | "work" | "peer" | "goal">,
  ours: number[],
  peer: number[],
  growth: Measured["growth"],
  peakBytes: number,
): Measured {
  const ratio = median(ours) / median(peer);
  return {
    name: row.name,
    work: row.work,
    peer: row.peer,
    oursMs: Math.round(median(ours)),
    peerMs: Math.round(median(peer)),
    ratio: Math.round(ratio * 1000) / 1000,
    goal: row.goal,
    met: ratio <= row.goal,
    growth,
    peakMb: Math.round(peakBytes / 1048576),
  };
}
