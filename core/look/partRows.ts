/** One row a part for the table: everything that is sorted, filtered or shown, worked out once for a project. */
import { trackOf, type Track } from "../plan";
import { alikeParts, optionAtHand, partRealMm, partSizeMm, type Part, type Project } from "../project";

/** Said on the part's own leaf, but no reason to act. */
export const HARMLESS = new Set(["mesh.degenerate", "mesh.groups-kept"]);

export interface TableRow {
  part: Part;
  id: string;
  name: string;
  group: string;
  tags: string;
  longestMm: number;
  size: [number, number, number];
  realHeightMm: number;
  track: Track;
  printer: string;
  /** Machine time of all copies, s. */
  hoursS: number | null;
  costMinor: number | null;
  currency: string;
  /** Findings of its mesh. */
  faults: number;
  /** Wants to be on the placement map: has a right way round, or is easily mixed up. */
  mapped: boolean;
  /** All that a filter looks at, in lower case. */
  haystack: string;
}

export function partRows(project: Project, now: number): TableRow[] {
  const alike = alikeParts(project.parts);
  return project.parts.map((part) => {
    const size = partSizeMm(part);
    const best = optionAtHand(part, project.scene);
    const printer = best ? best.printer.name : part.source.kind === "scratch" ? `by hand, ${part.source.material}` : "calculating";
    return {
      part,
      id: part.id,
      name: part.name,
      group: part.group,
      tags: part.tags.join(", "),
      longestMm: Math.max(...size),
      size,
      realHeightMm: partRealMm(part, project.scene)[2],
      track: trackOf(part, project, now),
      printer,
      hoursS: best?.job.timeS.value ?? null,
      costMinor: best?.job.costMinor.value ?? null,
      currency: best?.job.currency ?? "",
      faults: part.source.kind === "mesh" ? part.source.noted.filter((w) => !HARMLESS.has(w.code)).length : 0,
      mapped: part.placedByMap || alike.has(part.id),
      haystack: [part.name, part.group, ...part.tags, printer, part.licence, part.source.kind === "mesh" ? part.source.fileName : ""]
        .join(" ")
        .toLowerCase(),
    };
  });
}

/** Every word must be found somewhere in the row. */
export const matches = (row: TableRow, filter: string): boolean =>
  filter
    .toLowerCase()
    .split(/\s+/)
    .every((word) => row.haystack.includes(word));
