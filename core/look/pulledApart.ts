/**
 * Parts that are joined, pulled apart in front view at one scale: what stands on something above it, what moves or is clipped beside it. In
 * pixels of a drawing that is given; nobody has to say where anything stands.
 */
import { HOLDS, isOfCopies, type Joint } from "../joint";

interface Piece {
  id: string;
  /** Width and height of its front view, mm. */
  wideMm: number;
  highMm: number;
}

export interface PlacedPiece {
  id: string;
  /** Of its lower left corner, px; y downwards. */
  x: number;
  y: number;
  wide: number;
  high: number;
  /** Another copy is drawn beside it, to which it is joined. */
  twice: boolean;
}

export interface Link {
  jointId: string;
  /** From 1, in the order of the joints. */
  n: number;
  from: [number, number];
  to: [number, number];
}

export interface PulledApart {
  pieces: PlacedPiece[];
  links: Link[];
  high: number;
  /** Pixels to the millimetre. */
  scale: number;
}

/** Between pieces, and between rows, px: room for a number. */
const BESIDE = 46,
  BETWEEN = 40;

/** The parts that hang together with one, over any joints that name parts. */
export function groupAround(partId: string, joints: readonly Joint[]): string[] {
  const group = [partId];
  for (let i = 0; i < group.length; i++)
    for (const j of joints) {
      if (j.b.kind !== "part") continue;
      const other = j.a === group[i] ? j.b.partId : j.b.partId === group[i] ? j.a : null;
      if (other !== null && !group.includes(other)) group.push(other);
    }
  return group;
}

/** How high above the lowest each stands: one more than what it is joined to, unless it moves in it or is clipped to it. */
function levelsOf(pieces: readonly Piece[], joints: readonly Joint[]): Map<string, number> {
  const level = new Map(pieces.map((p) => [p.id, 0]));
  // No chain of joints is longer than there are pieces; a ring stops there.
  for (let round = 0; round < pieces.length; round++) {
    let moved = false;
    for (const { a, b, how } of joints) {
      if (b.kind !== "part" || a === b.partId || !level.has(a) || !level.has(b.partId)) continue;
      const wanted = level.get(b.partId)! + (HOLDS[how] === "moves" || how === "clipped" ? 0 : 1);
      if (level.get(a)! >= wanted || wanted >= pieces.length) continue;
      level.set(a, wanted);
      moved = true;
    }
    if (!moved) break;
  }
  return level;
}

/** @param wide, high of the drawing, px; it is as high as it has to be, up to that */
export function pulledApart(pieces: readonly Piece[], joints: readonly Joint[], wide: number, high: number): PulledApart {
  const level = levelsOf(pieces, joints);
  const twice = new Set(joints.filter(isOfCopies).map((j) => j.a));
  const count = Math.max(0, ...level.values()) + 1;
  const rows = Array.from({ length: count }, (_, l) => pieces.filter((p) => level.get(p.id) === l));
  const shownOf = (p: Piece): number => (twice.has(p.id) ? 2 : 1);
  const widthMm = (row: readonly Piece[]): number => row.reduce((sum, p) => sum + shownOf(p) * p.wideMm, 0);
  const gaps = (row: readonly Piece[]): number => (row.reduce((n, p) => n + shownOf(p), 0) - 1) * BESIDE;
  const highMm = rows.reduce((sum, row) => sum + Math.max(0, ...row.map((p) => p.highMm)), 0);
  const scale = Math.max(
    0.01,
    Math.min(
      (high - (count - 1) * BETWEEN) / Math.max(highMm, 1e-6),
      ...rows.map((row) => (wide - gaps(row)) / Math.max(widthMm(row), 1e-6)),
    ),
  );
  const placed: PlacedPiece[] = [];
  const centre = new Map<string, number>();
  let foot = highMm * scale + (count - 1) * BETWEEN;
  const total = foot;
  rows.forEach((row, l) => {
    // Over what they stand on, so that lines do not cross more than they must.
    const under = (p: Piece): number =>
      l === 0
        ? 0
        : Math.min(Infinity, ...joints.flatMap((j) => (j.a === p.id && j.b.kind === "part" ? (centre.get(j.b.partId) ?? []) : [])));
    const sorted = row.map((p, i) => ({ p, i, x: under(p) })).sort((x, y) => (x.x === y.x ? x.i - y.i : x.x - y.x));
    let x = Math.max(0, (wide - widthMm(row) * scale - gaps(row)) / 2);
    for (const { p } of sorted) {
      const w = p.wideMm * scale;
      placed.push({ id: p.id, x, y: foot, wide: w, high: p.highMm * scale, twice: twice.has(p.id) });
      centre.set(p.id, x + w / 2);
      x += (w + BESIDE) * shownOf(p);
    }
    foot -= Math.max(0, ...row.map((p) => p.highMm)) * scale + BETWEEN;
  });
  return { pieces: placed, links: linksOf(placed, joints), high: total, scale };
}

function linksOf(placed: readonly PlacedPiece[], joints: readonly Joint[]): Link[] {
  const at = new Map(placed.map((p) => [p.id, p]));
  const between = new Map<string, number>();
  return joints.flatMap(({ id, a, b }, i): Link[] => {
    const p = at.get(a),
      q = b.kind === "part" ? at.get(b.partId) : undefined;
    if (!p) return [];
    const link = (from: [number, number], to: [number, number]): Link[] => [{ jointId: id, n: i + 1, from, to }];
    const middle = (s: PlacedPiece): number => s.x + s.wide / 2;
    // To the board, the ground or something else: down from its foot.
    if (!q) return b.kind === "part" ? [] : link([middle(p), p.y], [middle(p), p.y + BETWEEN * 0.7]);
    if (p === q) return link([p.x + p.wide, p.y - p.high / 2], [p.x + p.wide + BESIDE, p.y - p.high / 2]);
    // Several joints of the same two stand beside each other.
    const pair = [p.id, q.id].sort().join(" ");
    const nth = between.get(pair) ?? 0;
    between.set(pair, nth + 1);
    const aside = nth * 28;
    if (p.y === q.y) {
      const [l, r] = p.x < q.x ? [p, q] : [q, p];
      const y = Math.max(l.y - l.high / 2, r.y - r.high / 2) - aside;
      const end = l.x + l.wide + (l.twice ? l.wide + BESIDE : 0);
      return link([end, y], [r.x, y]);
    }
    const [upper, lower] = p.y < q.y ? [p, q] : [q, p];
    const x = Math.min(Math.max(middle(upper), lower.x + 6), lower.x + lower.wide - 6) + aside;
    return link([middle(upper) + aside, upper.y], [x, lower.y - lower.high]);
  });
}
