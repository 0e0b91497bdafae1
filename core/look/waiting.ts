/** What waits at each station, in a few words, from the one model of tonight. */
import { clashesIn, coatChecks, goodCount, type Tonight } from "../plan";
import type { Project } from "../project";
import { formatRatio } from "../scale";

const LOW_ML = 10;

/** The stations, and the workshop. */
export type Place = "tonight" | "scale" | "parts" | "print" | "surface" | "paint" | "assemble" | "ground" | "log" | "workshop";

/** @param checkOf the coats of a part, as checked at their dates */
export function waitingAt(project: Project, t: Tonight, checkOf = coatChecks(project, t)): Record<Place, string> {
  const open = (station: string): number =>
    t.steps.filter((s) => s.station === station && ["open", "in hand"].includes(t.states.get(s.key)!.kind)).length;
  const needed = project.parts.reduce((n, p) => n + p.copies, 0);
  const good = project.parts.reduce((n, p) => n + Math.min(p.copies, goodCount(p, project.records)), 0);
  const running = t.clocks.filter((c) => c.kind === "running").length;
  const clashes = project.parts.reduce((n, p) => n + clashesIn(checkOf(p).check), 0);
  const words = (n: number, word: string): string => (n > 0 ? `${n.toLocaleString("en")} ${word}` : "");
  // A pot with less than this is bought before the evening it is needed. Common practice, no source.
  // A pot that was mixed is meant to be used up.
  const low = project.paints.filter((p) => p.stockMl < LOW_ML && !p.mix).length;
  const fits = t.sessions.filter((g) => g.fits).length;
  return {
    tonight: words(fits, "to do"),
    scale: formatRatio(project.scene.scale.ratio),
    parts: needed ? `${good.toLocaleString("en")} of ${needed.toLocaleString("en")}` : "",
    print: running ? `${running} running` : words(open("print"), "open"),
    surface: words(open("surface"), "open"),
    paint: clashes ? words(clashes, clashes === 1 ? "clash" : "clashes") : words(open("paint"), "open"),
    assemble: words(open("assemble"), "open"),
    ground: words(open("ground"), "open"),
    workshop: low > 0 ? words(low, low === 1 ? "paint low" : "paints low") : "",
    log: words(project.records.filter((r) => r.finishedAt !== null).length, "kept"),
  };
}
