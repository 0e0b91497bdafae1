/**
 * How deep inside a part every place lies: the distance to its surface on a grid of voxels.
 *
 * Rays through the grid along each of the three axes cross the surface at exact places; each set of crossings gives a field of squared
 * distances by lower envelopes of parabolas, axis after axis (Felzenszwalb & Huttenlocher 2012), and the nearest of the three counts. A
 * face that one set of rays runs along is crossed squarely by another. Linear in voxels, so the cube of 1 / voxel.
 */
import { AXIS_FRAMES, boundsOf, columnsOn, type Mesh } from "../../mesh";
import { throwIfCancelled, type OnProgress } from "../../units";

export interface DepthField {
  voxelMm: number;
  /** Voxels along x, y, z. */
  size: [number, number, number];
  /** Middle of the first voxel, mm. */
  originMm: [number, number, number];
  /** Distance to the surface, mm; negative outside. x runs fastest. */
  depthMm: Float32Array;
}

/** Voxels round the part. */
const BORDER = 1;
/** More voxels than this are too much for a browser's memory. */
const MOST_VOXELS = 40_000_000;

/** The finest voxel, not finer than wanted, that a part of this size has room for. */
export function voxelFor(sizeMm: readonly number[], wantedMm: number): number {
  const count = (v: number): number => sizeMm.reduce((n, s) => n * (Math.ceil(s / v) + 2 * BORDER), 1);
  let voxel = wantedMm;
  while (count(voxel) > MOST_VOXELS) voxel *= 1.1;
  return voxel;
}

/**
 * @param mesh wound so that material lies behind each facet (printedMesh)
 * @throws when cancelled
 */
export function depthField(mesh: Mesh, voxelMm: number, onProgress?: OnProgress, signal?: AbortSignal): DepthField {
  const { min, size } = boundsOf(mesh.positions);
  const n = size.map((s) => Math.max(1, Math.ceil(s / voxelMm)) + 2 * BORDER) as [number, number, number];
  const origin = min.map((v) => v - (BORDER - 0.5) * voxelMm) as [number, number, number];
  const stride = [1, n[0], n[0] * n[1]];
  const total = n[0] * n[1] * n[2];
  const best = new Float32Array(total).fill(Infinity);
  const inside = new Uint8Array(total);
  const field = new Float32Array(total);
  for (const [axis, frame] of AXIS_FRAMES.entries()) {
    throwIfCancelled(signal);
    onProgress?.(axis / 3, "measuring depth");
    // The frame of an axis looks along it; the other two follow in order.
    const u = (axis + 1) % 3,
      v = (axis + 2) % 3;
    const { start, spans } = columnsOn(mesh, frame, origin[u], origin[v], n[u], n[v], voxelMm);
    const along = n[axis];
    const line = new Float64Array(along);
    for (let j = 0; j < n[v]; j++)
      for (let i = 0; i < n[u]; i++) {
        const from = start[j * n[u] + i],
          to = start[j * n[u] + i + 1];
        const at = i * stride[u] + j * stride[v];
        crossed(line, spans, from, to, origin[axis], voxelMm);
        for (let k = 0; k < along; k++) field[at + k * stride[axis]] = line[k];
        if (axis === 2)
          for (let s = from; s < to; s += 2) {
            const low = Math.max(0, Math.ceil((spans[s] - origin[2]) / voxelMm)),
              high = Math.min(along - 1, Math.floor((spans[s + 1] - origin[2]) / voxelMm));
            for (let k = low; k <= high; k++) inside[at + k * stride[2]] = 1;
          }
      }
    for (const other of [u, v]) {
      throwIfCancelled(signal);
      envelopes(field, n, stride, other, voxelMm);
    }
    for (let i = 0; i < total; i++) if (field[i] < best[i]) best[i] = field[i];
  }
  for (let i = 0; i < total; i++) best[i] = inside[i] ? Math.sqrt(best[i]) : -Math.sqrt(best[i]);
  onProgress?.(1, "measuring depth");
  return { voxelMm, size: n, originMm: origin, depthMm: best };
}

/** Squared distance of each voxel of a ray to the nearest place where the ray crosses the surface. */
function crossed(line: Float64Array, spans: Float64Array, from: number, to: number, origin: number, voxelMm: number): void {
  line.fill(Infinity);
  if (from === to) return;
  let s = from;
  for (let k = 0; k < line.length; k++) {
    const x = origin + k * voxelMm;
    while (s + 1 < to && Math.abs(spans[s + 1] - x) <= Math.abs(spans[s] - x)) s++;
    line[k] = (spans[s] - x) ** 2;
  }
}

/** Adds the distance along one more axis: the lower envelope of a parabola on every voxel of each line. */
function envelopes(field: Float32Array, n: readonly number[], stride: readonly number[], axis: number, voxelMm: number): void {
  const length = n[axis],
    step = stride[axis];
  const [a, b] = [0, 1, 2].filter((k) => k !== axis);
  const f = new Float64Array(length),
    from = new Float64Array(length + 1),
    root = new Int32Array(length);
  const h2 = voxelMm * voxelMm;
  for (let j = 0; j < n[b]; j++)
    for (let i = 0; i < n[a]; i++) {
      const at = i * stride[a] + j * stride[b];
      let any = false;
      for (let k = 0; k < length; k++) {
        f[k] = field[at + k * step] / h2;
        any ||= f[k] < Infinity;
      }
      if (!any) continue;
      let top = -1;
      for (let k = 0; k < length; k++) {
        if (f[k] === Infinity) continue;
        let cut = -Infinity;
        while (top >= 0) {
          const r = root[top];
          cut = (f[k] + k * k - f[r] - r * r) / (2 * (k - r));
          if (cut > from[top]) break;
          top--;
        }
        if (top < 0) cut = -Infinity;
        top++;
        root[top] = k;
        from[top] = cut;
      }
      from[top + 1] = Infinity;
      for (let k = 0, t = 0; k < length; k++) {
        while (from[t + 1] < k) t++;
        const d = k - root[t];
        field[at + k * step] = (d * d + f[root[t]]) * h2;
      }
    }
}
