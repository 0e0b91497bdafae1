import type { Part } from "./types";

/** Names the geometry of a part at its size: what results are kept under. */
export function geometryKey(part: Part): string {
  const s = part.source;
  return s.kind === "mesh" ? `${s.hash} ${s.unit} ${part.factor}` : `${s.sizeMm.join("×")} ${s.kind === "typed" && s.shell} ${part.factor}`;
}
