/** A short hash of a text, 32 bits: tells texts apart, and is no secret. FNV-1a [published: Fowler, Noll & Vo]. */
export function hash32(text: string): number {
  let hash = 0x811c9dc5;
  for (const c of text) hash = Math.imul(hash ^ c.codePointAt(0)!, 0x01000193) >>> 0;
  return hash;
}
