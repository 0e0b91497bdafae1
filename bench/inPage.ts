/** The page's side of a browser row: fetches the file once, then times ours and the peer's in turn. */

/** Both give how many corners they ended with, which must agree. */
interface PageBench {
  ours: (bytes: Uint8Array<ArrayBuffer>) => number;
  peer: (bytes: Uint8Array<ArrayBuffer>) => number;
}

export interface PageTimes {
  ours: number[];
  peer: number[];
  heapBytes: number;
}

/** Offers `window.run(rounds, withPeer)` to the driver. */
export function offer(bench: PageBench): void {
  const run = async (rounds: number, withPeer: boolean): Promise<PageTimes> => {
    const bytes = new Uint8Array(await (await fetch("/file")).arrayBuffer());
    const time = (act: () => number): { ms: number; corners: number } => {
      const began = performance.now();
      const corners = act();
      return { ms: performance.now() - began, corners };
    };
    const first = time(() => bench.ours(bytes));
    if (withPeer) {
      const second = time(() => bench.peer(bytes));
      if (second.corners !== first.corners) throw new Error(`ours has ${first.corners} corners, the peer ${second.corners}`);
    }
    const ours: number[] = [],
      peer: number[] = [];
    for (let i = 0; i < rounds; i++) {
      ours.push(time(() => bench.ours(bytes)).ms);
      if (withPeer) peer.push(time(() => bench.peer(bytes)).ms);
    }
    const memory = (performance as unknown as { memory?: { usedJSHeapSize: number } }).memory;
    return { ours, peer, heapBytes: memory?.usedJSHeapSize ?? 0 };
  };
  Object.assign(window, { run });
}
