/**
 * Joins corners that coincide exactly (bit-equal Float32 coordinates; −0 and +0 count as equal), by open addressing.
 * Linear in the number of corners; allocates one table and the result.
 */
import type { Mesh } from "../mesh";

export function weld(corners: Float32Array): Mesh {
  const count = corners.length / 3;
  const indices = new Uint32Array(count);
  let size = 1024;
  while (size < count * 0.5) size *= 2; // a closed mesh has a sixth as many vertices as corners: a third of the table
  const mask = size - 1;
  let table = new Int32Array(size).fill(-1);
  let tableMask = mask;
  let unique = new Float32Array(Math.max(3, Math.ceil(count / 4) * 3));
  const bits = new Int32Array(corners.buffer, corners.byteOffset, corners.length);
  let uniqueBits = new Int32Array(unique.buffer);
  let found = 0;
  for (let i = 0; i < count; i++) {
    const at = i * 3;
    // Files mostly walk from neighbour to neighbour: the triangle before often has the corner, and lies in the cache.
    const before = i - (i % 3) - 3;
    if (before >= 0) {
      const x = bits[at],
        y = bits[at + 1],
        z = bits[at + 2];
      let b = before * 3;
      if (bits[b] === x && bits[b + 1] === y && bits[b + 2] === z) {
        indices[i] = indices[before];
        continue;
      }
      b += 3;
      if (bits[b] === x && bits[b + 1] === y && bits[b + 2] === z) {
        indices[i] = indices[before + 1];
        continue;
      }
      b += 3;
      if (bits[b] === x && bits[b + 1] === y && bits[b + 2] === z) {
        indices[i] = indices[before + 2];
        continue;
      }
    }
    // Adding zero turns −0 into +0 before the bits are compared.
    let a = bits[at],
      b = bits[at + 1],
      c = bits[at + 2];
    if (a === -2147483648) a = 0;
    if (b === -2147483648) b = 0;
    if (c === -2147483648) c = 0;
    let h = Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b) ^ Math.imul(c, 0xc2b2ae35);
    h ^= h >>> 15;
    h = Math.imul(h, 0x2c1b3c6d);
    h ^= h >>> 13;
    let slot = h & tableMask;
    for (;;) {
      const v = table[slot];
      if (v < 0) {
        if (found * 3 + 3 > unique.length) {
          const bigger = new Float32Array(unique.length * 2);
          bigger.set(unique);
          unique = bigger;
          uniqueBits = new Int32Array(unique.buffer);
        }
        uniqueBits[found * 3] = a;
        uniqueBits[found * 3 + 1] = b;
        uniqueBits[found * 3 + 2] = c;
        table[slot] = found;
        indices[i] = found++;
        break;
      }
      const u = v * 3;
      if (uniqueBits[u] === a && uniqueBits[u + 1] === b && uniqueBits[u + 2] === c) {
        indices[i] = v;
        break;
      }
      slot = (slot + 1) & tableMask;
    }
    if (found * 2 > tableMask) {
      // A soup that shares few corners: double the table and put the vertices in again.
      tableMask = tableMask * 2 + 1;
      table = new Int32Array(tableMask + 1).fill(-1);
      for (let v = 0; v < found; v++) {
        let g =
          Math.imul(uniqueBits[v * 3], 0x9e3779b1) ^
          Math.imul(uniqueBits[v * 3 + 1], 0x85ebca6b) ^
          Math.imul(uniqueBits[v * 3 + 2], 0xc2b2ae35);
        g ^= g >>> 15;
        g = Math.imul(g, 0x2c1b3c6d);
        g ^= g >>> 13;
        let s = g & tableMask;
        while (table[s] >= 0) s = (s + 1) & tableMask;
        table[s] = v;
      }
    }
  }
  return { positions: unique.slice(0, found * 3), indices };
}
