/**
 * Cuts a mesh into closed contours, layer by layer.
 *
 * A vertex is "above" a plane when z ≥ plane, so every cut triangle has exactly two cut edges and no special cases
 * remain. The contour is walked from triangle to triangle across shared edges (never by nearest point): the edge that
 * rises from below to above is where it leaves. Counter-clockwise round material, seen from above; holes run clockwise.
 *
 * Work is linear in the number of cut triangles over all layers; triangles are put in order of their first layer by a
 * counting sort and held in an active list. Inner loops allocate nothing.
 */
import { throwIfCancelled, type OnProgress } from "../units";
import { boundsOf, type Mesh, type Topology } from "../mesh";
import { layerMiddles, roundingMm } from "./layers";

/** Closed contours, counter-clockwise round material. */
export interface Contours {
  /** x, y of all points, mm. */
  points: Float64Array;
  /** End of each contour in points (not numbers): contour i runs from ends[i-1] to ends[i]. */
  ends: Uint32Array;
}

/** Contours of one layer. The views are reused: copy what must outlive the call. */
export interface LayerContours extends Contours {
  contours: number;
}

export interface Slicing {
  layerMm: number;
  /** Height of each cut above the file's own zero, mm. */
  z: Float64Array;
  areaMm2: Float64Array;
  perimeterMm: Float64Array;
  /** Contours per layer. */
  contours: Uint32Array;
  /** Contours that did not close, over all layers: the mesh is open there. */
  openContours: number;
}

export interface SliceOptions {
  /** Called once a layer, in order from the bottom. */
  onLayer?: (layer: number, contours: LayerContours) => void;
  onProgress?: OnProgress;
  signal?: AbortSignal;
}

/** Slices a mesh (mm, z up) at the middle of each layer. */
export function sliceMesh(mesh: Mesh, topology: Topology, layerMm: number, options: SliceOptions = {}): Slicing {
  const bounds = boundsOf(mesh.positions);
  const z = layerMiddles(bounds.min[2], bounds.size[2], layerMm, roundingMm(bounds.min[2], bounds.max[2]));
  return sliceAt(mesh, topology, z, layerMm, options);
}

function sliceAt(mesh: Mesh, topology: Topology, z: Float64Array, layerMm: number, { onLayer, onProgress, signal }: SliceOptions): Slicing {
  const { positions, indices } = mesh;
  const { opposite, degenerate } = topology;
  const layers = z.length;
  const triangles = indices.length / 3;

  // First and last plane of each triangle, then a counting sort by the first.
  const first = new Int32Array(triangles);
  const last = new Int32Array(triangles);
  const startOf = new Uint32Array(layers + 2);
  const z0 = layers > 0 ? z[0] : 0;
  for (let t = 0; t < triangles; t++) {
    const za = positions[indices[t * 3] * 3 + 2],
      zb = positions[indices[t * 3 + 1] * 3 + 2],
      zc = positions[indices[t * 3 + 2] * 3 + 2];
    const low = Math.min(za, zb, zc),
      high = Math.max(za, zb, zc);
    // Smallest k with z[k] > low, largest k with z[k] <= high: guessed from the even spacing, then put right.
    let a = Math.min(layers, Math.max(0, Math.floor((low - z0) / layerMm) + 1));
    while (a > 0 && z[a - 1] > low) a--;
    while (a < layers && z[a] <= low) a++;
    let b = Math.min(layers - 1, Math.floor((high - z0) / layerMm));
    if (b < -1) b = -1;
    while (b + 1 < layers && z[b + 1] <= high) b++;
    while (b >= 0 && z[b] > high) b--;
    first[t] = a;
    last[t] = degenerate[t] ? -1 : b;
    if (last[t] >= a) startOf[a + 1]++;
  }
  for (let k = 0; k < layers; k++) startOf[k + 1] += startOf[k];
  const order = new Int32Array(startOf[layers]);
  const fill = startOf.slice(0, layers);
  for (let t = 0; t < triangles; t++) if (last[t] >= first[t]) order[fill[first[t]]++] = t;

  const areaMm2 = new Float64Array(layers);
  const perimeterMm = new Float64Array(layers);
  const contours = new Uint32Array(layers);
  let openContours = 0;

  const heights = new Float32Array(positions.length / 3);
  for (let v = 0; v < heights.length; v++) heights[v] = positions[v * 3 + 2];
  const seen = new Int32Array(triangles).fill(-1);
  const active = new Int32Array(order.length);
  let activeCount = 0;
  let points = new Float64Array(4096);
  let ends = new Uint32Array(256);
  const mayBeOpen = topology.boundaryEdges > 0 || topology.nonManifoldEdges > 0 || topology.degenerateTriangles > 0;

  for (let k = 0; k < layers; k++) {
    const plane = z[k];
    let kept = 0;
    for (let i = 0; i < activeCount; i++) {
      const t = active[i];
      if (last[t] >= k) active[kept++] = t;
    }
    activeCount = kept;
    for (let i = startOf[k]; i < startOf[k + 1]; i++) active[activeCount++] = order[i];

    // A layer has at most one point a cut triangle, and one more for each open chain.
    if (points.length < activeCount * 4) points = new Float64Array(activeCount * 6);
    let used = 0; // numbers written: two a point
    let contourCount = 0;
    let area2 = 0,
      perimeter = 0;

    // Two rounds on open meshes: chains that begin at a boundary first, then what closes.
    for (let round = mayBeOpen ? 0 : 1; round < 2; round++) {
      for (let i = 0; i < activeCount; i++) {
        const seed = active[i];
        if (seen[seed] === k) continue;
        const begin = used;
        let came = -1;
        if (round === 0) {
          came = fallingEdge(seed, plane);
          if (opposite[came] >= 0) continue;
          const a = indices[came] * 3,
            b = indices[came % 3 === 2 ? came - 2 : came + 1] * 3;
          const f = (plane - positions[a + 2]) / (positions[b + 2] - positions[a + 2]);
          points[used++] = positions[a] + f * (positions[b] - positions[a]);
          points[used++] = positions[a + 1] + f * (positions[b + 1] - positions[a + 1]);
        }
        let t = seed;
        let closed = false;
        for (;;) {
          seen[t] = k;
          // The edge that rises from below to above is the way out; on a turned triangle that is where we came in.
          const h0 = t * 3;
          const i0 = indices[h0],
            i1 = indices[h0 + 1],
            i2 = indices[h0 + 2];
          let h: number, from: number, to: number;
          if (heights[i0] >= plane) {
            if (heights[i1] >= plane || heights[i2] < plane) {
              h = h0 + 2;
              from = i2;
              to = i0;
            } else {
              h = h0 + 1;
              from = i1;
              to = i2;
            }
          } else if (heights[i1] >= plane) {
            h = h0;
            from = i0;
            to = i1;
          } else {
            h = h0 + 1;
            from = i1;
            to = i2;
          }
          if (h === came) {
            h = fallingEdge(t, plane);
            from = indices[h];
            to = indices[h % 3 === 2 ? h - 2 : h + 1];
          }
          const za = heights[from];
          const f = (plane - za) / (heights[to] - za);
          const a = from * 3,
            b = to * 3;
          const ax = positions[a],
            ay = positions[a + 1];
          points[used] = ax + f * (positions[b] - ax);
          points[used + 1] = ay + f * (positions[b + 1] - ay);
          used += 2;
          came = opposite[h];
          if (came < 0) break;
          t = (came / 3) | 0;
          if (seen[t] === k) {
            closed = t === seed;
            break;
          }
        }
        if (used - begin < 4) {
          used = begin;
          continue;
        }
        // Shoelace and length over the contour; an open one is closed by a straight line for its area only.
        let px = points[used - 2],
          py = points[used - 1];
        for (let p = begin; p < used; p += 2) {
          const x = points[p],
            y = points[p + 1];
          area2 += px * y - x * py;
          if (closed || p > begin) perimeter += Math.sqrt((x - px) * (x - px) + (y - py) * (y - py));
          px = x;
          py = y;
        }
        if (!closed) openContours++;
        if (contourCount === ends.length) {
          const bigger = new Uint32Array(ends.length * 2);
          bigger.set(ends);
          ends = bigger;
        }
        ends[contourCount++] = used / 2;
      }
    }
    areaMm2[k] = area2 / 2;
    perimeterMm[k] = perimeter;
    contours[k] = contourCount;
    onLayer?.(k, { points: points.subarray(0, used), ends: ends.subarray(0, contourCount), contours: contourCount });
    if ((k & 15) === 15) {
      throwIfCancelled(signal);
      onProgress?.((k + 1) / layers, "slicing");
    }
  }
  onProgress?.(1, "slicing");
  return { layerMm, z, areaMm2, perimeterMm, contours, openContours };

  /** The half-edge of a cut triangle that falls through the plane. */
  function fallingEdge(t: number, plane: number): number {
    for (let h = t * 3; h < t * 3 + 3; h++) {
      if (heights[indices[h]] >= plane && heights[indices[h % 3 === 2 ? h - 2 : h + 1]] < plane) return h;
    }
    throw new Error(`fallingEdge: triangle ${t} is not cut by ${plane}`);
  }
}
