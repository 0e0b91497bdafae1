/**
 * An order that respects what must come before what, and the contradictions where there is none. Topological order after Kahn (1962), circles
 * as strongly connected components after Tarjan (1972); each is named as a shortest circle through the edge that costs least to drop.
 * O(V log V + E), and so much again for each circle.
 */
export interface OrderEdge<R extends string = string> {
  from: string;
  to: string;
  rule: R;
  cost: number;
}

interface Circle<E extends OrderEdge = OrderEdge> {
  /** Edges one after the other; the last ends where the first begins. */
  edges: E[];
  /** The one that costs least to drop. */
  drop: E;
}

export interface Ordered<E extends OrderEdge = OrderEdge> {
  /** Every node once, each after all that it must come after; as given where nothing is said. */
  order: string[];
  /** Contradictions, the cheapest to undo first; without what they drop there is the order above. */
  circles: Circle<E>[];
  /** Edges that the order respects. */
  kept: E[];
}

/** @param nodes in the order that is wanted where nothing else is said; edges to others are left out */
export function orderOf<E extends OrderEdge>(nodes: readonly string[], edges: readonly E[]): Ordered<E> {
  const index = new Map(nodes.map((n, i) => [n, i]));
  const from = new Int32Array(edges.length),
    to = new Int32Array(edges.length);
  const known = new Uint8Array(edges.length);
  edges.forEach((e, i) => {
    const [f, t] = [index.get(e.from), index.get(e.to)];
    if (f === undefined || t === undefined) return;
    known[i] = 1;
    from[i] = f;
    to[i] = t;
  });
  const circles: Circle<E>[] = [];
  for (;;) {
    const { order, stuck } = sorted(nodes.length, from, to, known);
    if (stuck.length === 0) return { order: order.map((i) => nodes[i]), circles, kept: edges.filter((_, i) => known[i] === 1) };
    const component = componentsOf(nodes.length, from, to, known);
    // Each component has at least one circle: the cheapest edge of each goes, and what is left is looked at again.
    const cheapest = new Map<number, number>();
    for (let i = 0; i < edges.length; i++) {
      if (!known[i] || component[from[i]] !== component[to[i]]) continue;
      const best = cheapest.get(component[from[i]]);
      if (best === undefined || edges[i].cost < edges[best].cost) cheapest.set(component[from[i]], i);
    }
    for (const i of cheapest.values()) {
      const path = pathBack(i, from, to, known, component);
      circles.push({ edges: path.map((k) => edges[k]), drop: edges[i] });
      known[i] = 0;
    }
  }
}

/** Out-edges of each node: where its part of the list begins, and the list. */
function outEdges(n: number, from: Int32Array, known: Uint8Array): { at: Int32Array; list: Int32Array } {
  const at = new Int32Array(n + 1);
  for (let i = 0; i < from.length; i++) if (known[i]) at[from[i] + 1]++;
  for (let v = 0; v < n; v++) at[v + 1] += at[v];
  const fill = at.slice(0, n);
  const list = new Int32Array(at[n]);
  for (let i = 0; i < from.length; i++) if (known[i]) list[fill[from[i]]++] = i;
  return { at, list };
}

/** Kahn: of all that is free, the first as given goes first. */
function sorted(n: number, from: Int32Array, to: Int32Array, known: Uint8Array): { order: number[]; stuck: number[] } {
  const waits = new Int32Array(n);
  for (let i = 0; i < to.length; i++) if (known[i]) waits[to[i]]++;
  const { at, list } = outEdges(n, from, known);
  const free = new FirstFirst(n);
  for (let v = 0; v < n; v++) if (waits[v] === 0) free.add(v);
  const order: number[] = [];
  while (free.size > 0) {
    const v = free.take();
    order.push(v);
    for (let k = at[v]; k < at[v + 1]; k++) if (--waits[to[list[k]]] === 0) free.add(to[list[k]]);
  }
  const done = new Uint8Array(n);
  for (const v of order) done[v] = 1;
  const stuck: number[] = [];
  if (order.length < n) for (let v = 0; v < n; v++) if (!done[v]) stuck.push(v);
  return { order, stuck };
}

/** Small numbers, the smallest taken first: a binary heap. */
class FirstFirst {
  size = 0;
  private readonly heap: Int32Array;
  constructor(most: number) {
    this.heap = new Int32Array(most);
  }
  add(v: number): void {
    let i = this.size++;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (this.heap[up] <= v) break;
      this.heap[i] = this.heap[up];
      i = up;
    }
    this.heap[i] = v;
  }
  take(): number {
    const first = this.heap[0];
    const v = this.heap[--this.size];
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= this.size) break;
      if (down + 1 < this.size && this.heap[down + 1] < this.heap[down]) down++;
      if (this.heap[down] >= v) break;
      this.heap[i] = this.heap[down];
      i = down;
    }
    this.heap[i] = v;
    return first;
  }
}

/** Tarjan, without recursion: the number of each node's strongly connected component. */
function componentsOf(n: number, from: Int32Array, to: Int32Array, known: Uint8Array): Int32Array {
  const { at, list } = outEdges(n, from, known);
  const component = new Int32Array(n).fill(-1),
    seen = new Int32Array(n).fill(-1),
    low = new Int32Array(n),
    next = at.slice(0, n);
  const open: number[] = [];
  let count = 0,
    components = 0;
  for (let root = 0; root < n; root++) {
    if (seen[root] >= 0) continue;
    const path = [root];
    while (path.length > 0) {
      const v = path[path.length - 1];
      if (seen[v] < 0) {
        seen[v] = low[v] = count++;
        open.push(v);
      }
      if (next[v] < at[v + 1]) {
        const w = to[list[next[v]++]];
        if (seen[w] < 0) path.push(w);
        else if (component[w] < 0) low[v] = Math.min(low[v], seen[w]);
        continue;
      }
      path.pop();
      if (path.length > 0) low[path[path.length - 1]] = Math.min(low[path[path.length - 1]], low[v]);
      if (low[v] !== seen[v]) continue;
      for (let w = open.pop()!; ; w = open.pop()!) {
        component[w] = components;
        if (w === v) break;
      }
      components++;
    }
  }
  return component;
}

/** The shortest circle through an edge, inside its component: the edge first, then the way back. */
function pathBack(edge: number, from: Int32Array, to: Int32Array, known: Uint8Array, component: Int32Array): number[] {
  if (from[edge] === to[edge]) return [edge];
  const inside: number[][] = [];
  for (let i = 0; i < from.length; i++)
    if (known[i] && component[from[i]] === component[from[edge]] && component[to[i]] === component[from[edge]])
      (inside[from[i]] ??= []).push(i);
  const by = new Map<number, number>([[to[edge], -1]]);
  const queue = [to[edge]];
  for (let q = 0; q < queue.length && !by.has(from[edge]); q++)
    for (const i of inside[queue[q]] ?? [])
      if (!by.has(to[i])) {
        by.set(to[i], i);
        queue.push(to[i]);
      }
  const back: number[] = [];
  for (let v = from[edge]; v !== to[edge]; v = from[by.get(v)!]) back.unshift(by.get(v)!);
  return [edge, ...back];
}
