/** Three questions for somebody who has not printed much: what for, how big, beside whom. */
import type { Process } from "../scale";

export type UseFor = "table" | "shelf" | "panel" | "board";
export const USES: Record<UseFor, string> = {
  table: "games: it is handled",
  shelf: "display: it is looked at",
  panel: "a thin flat piece: window, door, panel",
  board: "ground and walls of a board",
};

export interface Advice {
  process: Process;
  wayUp: string;
  layerMm: number;
  wallLines: number;
  infill: number;
  reasons: string[];
}

/** Figures this tall or smaller are small. */
const SMALL_FIGURE_MM = 20;

/** Common practice throughout, no source. @param figureMm height of who stands beside it */
export function advise(use: UseFor, longestMm: number, figureMm: number): Advice {
  const reasons: string[] = [];
  const tiny = longestMm < 40;
  const fine = figureMm < SMALL_FIGURE_MM;
  let process: Process = "fdm";
  if (use === "panel") {
    process = longestMm < 120 ? "resin" : "fdm";
    reasons.push(
      process === "resin"
        ? "thin flat pieces come out square and fine in resin, and release easily from a flexible plate"
        : "too long for most resin plates",
    );
  } else if (tiny && use !== "table") {
    process = "resin";
    reasons.push("under 4 cm, detail is finer than filament can print");
  } else if (tiny) {
    process = "resin";
    reasons.push("under 4 cm, detail is finer than filament can print; use a tough resin because it is handled");
  } else if (use === "shelf" && longestMm < 100) {
    process = "resin";
    reasons.push("small, and seen from close up");
  } else
    reasons.push(
      use === "table"
        ? "filament withstands knocks and costs least for large, plain pieces"
        : "large and plain: filament is cheap and tough",
    );
  const layerMm = process === "resin" ? 0.05 : use === "shelf" || fine ? 0.1 : use === "board" && !fine ? 0.2 : 0.15;
  reasons.push(
    process === "resin"
      ? "0.05 mm is what most resins are tuned for"
      : layerMm === 0.2
        ? "0.2 mm is usual for terrain"
        : layerMm === 0.1
          ? "0.1 mm, so that slopes show less up close"
          : "0.15 mm: half way between quick and fine",
  );
  const wallLines = process === "resin" ? 0 : use === "table" ? 4 : use === "panel" ? 2 : 3;
  if (process === "fdm")
    reasons.push(
      wallLines === 4
        ? "four walls carry more than infill does"
        : wallLines === 3
          ? "three walls leave enough to sand"
          : "a panel is nearly all wall",
    );
  const infill = process === "resin" ? 1 : use === "table" && longestMm < 80 ? 0.2 : 0.1;
  if (process === "resin" && longestMm > 60) reasons.push("hollow it: solid resin is expensive and heavy");
  else if (process === "fdm") reasons.push(`${infill * 100} % inside is usual${infill > 0.1 ? " for small pieces in the hand" : ""}`);
  const wayUp =
    use === "panel"
      ? "flat on the plate"
      : process === "resin"
        ? "tilted about 30° on supports, visible side facing away from them"
        : "upright; a gently sloping roof separately, on edge";
  return { process, wayUp, layerMm, wallLines, infill, reasons };
}
