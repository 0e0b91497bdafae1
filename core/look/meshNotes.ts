/** The findings of a mesh as notes with their places, and what its walls and gaps mean for each process the user has. */
import { formatMm, formatShare, formatVolume } from "../units";
import type { Crossings, FindingCode, MeshReport } from "../mesh";
import { narrowGaps, thinWalls, type Part, type Project } from "../project";
import { holdsFloor, justHolds, type Process } from "../scale";
import type { Note } from "./firstLook";

const n = (count: number, one: string, many = `${one}s`): string => `${count.toLocaleString("en")} ${count === 1 ? one : many}`;

const FINDINGS: { code: FindingCode; count: (r: MeshReport) => number; bold: (r: MeshReport) => string; plain: string }[] = [
  {
    code: "open",
    count: (r) => r.boundaryEdges,
    bold: (r) => (r.holes > 0 ? `${n(r.holes, "hole")}, ${n(r.boundaryEdges, "open edge")}` : n(r.boundaryEdges, "open edge")),
    plain: "size and area are right, volume and print figures are approximate; small holes can be closed",
  },
  {
    code: "non-manifold",
    count: (r) => r.nonManifoldEdges,
    bold: (r) => `${n(r.nonManifoldEdges, "edge")} with more than two facets`,
    plain: "slicers may fill or drop that area; fix it in a modelling program",
  },
  {
    code: "flipped",
    count: (r) => r.flippedTriangles,
    bold: (r) => `${n(r.flippedTriangles, "facet")} facing inwards`,
    plain: "volume is off by what they enclose; can be flipped",
  },
  {
    code: "duplicate",
    count: (r) => r.duplicateTriangles,
    bold: (r) => `${n(r.duplicateTriangles, "duplicate facet")}`,
    plain: "can be removed",
  },
  {
    code: "degenerate",
    count: (r) => r.degenerateTriangles,
    bold: (r) => `${n(r.degenerateTriangles, "facet")} with zero area`,
    plain: "usually harmless; can be removed",
  },
];

/** What can be mended by a press. */
export const mendable = (r: MeshReport): boolean =>
  r.boundaryEdges + r.flippedTriangles + r.duplicateTriangles + r.degenerateTriangles > 0 ||
  (r.insideOut ?? 0) > 0 ||
  (r.overlapMm3 ?? 0) > 0;

export function findingNotes(report: MeshReport, crossings: Crossings | null): Note[] {
  const places = (code: FindingCode): [number, number, number][] => report.places.filter((p) => p.code === code).map((p) => p.at);
  const note = (id: string, act: boolean, bold: string, plain: string, at: [number, number, number][] = []): Note => ({
    id,
    act,
    bold,
    plain,
    reasons: null,
    surface: null,
    places: at,
  });
  const out = FINDINGS.filter((f) => f.count(report) > 0).map((f) =>
    note(f.code, f.code !== "degenerate", f.bold(report), f.plain, places(f.code)),
  );
  if (report.insideOut)
    out.push(
      note(
        "inside-out",
        true,
        report.insideOut === report.shells ? "The whole surface faces inwards" : `${n(report.insideOut, "body", "bodies")} inside out`,
        "taken as solid here; other programs may drop it; can be flipped",
        places("inside-out"),
      ),
    );
  if (report.overlapMm3)
    out.push(
      note(
        "overlap",
        false,
        `Bodies overlap: ${formatVolume(report.overlapMm3)} is counted once`,
        "most slicers merge them; repairing makes them one body",
        places("overlap"),
      ),
    );
  if (report.cavities > 0)
    out.push(
      note(
        "cavities",
        true,
        n(report.cavities, "closed hollow"),
        "resin stays liquid inside unless drained: add drain holes, or fill the hollows",
        places("cavity"),
      ),
    );
  if (crossings && crossings.triangles > 0)
    out.push(
      note(
        "crossing",
        true,
        `${crossings.more ? "more than " : ""}${n(crossings.triangles, "facet")} cut through each other`,
        "bodies pushed into each other; most slicers merge them",
        crossings.places.map((p) => p.at),
      ),
    );
  if (out.length === 0)
    out.push(
      note(
        "sound",
        false,
        "Mesh is sound",
        `watertight, ${n(report.shells, "body", "bodies")}${crossings ? ", no self-intersections" : ""}`,
      ),
    );
  return out;
}

/** Less of the surface than this looks into narrow gaps by chance of the rays. */
const GAPS_WORTH_SAYING = 0.0005;

const WORD: Record<Process, string> = { fdm: "Filament", resin: "Resin" };

/** What the search for thin walls covered, in words; null when it cannot vouch for every face. */
function lookedAt(part: Part): string | null {
  const looked = part.source.kind === "mesh" ? part.source.walls?.looked : undefined;
  if (!looked?.all) return null;
  return `${looked.patches.toLocaleString("en")} ${looked.patches === 1 ? "face" : "faces"} checked; a thin spot smaller than ${formatMm(looked.missMm * part.factor)} inside a larger face could be missed`;
}

export function wallNotes(part: Part, project: Project): Note[] {
  return [...new Set(project.scene.printers.map((p) => p.process))].flatMap((process): Note[] => {
    const thin = thinWalls(part, project.scene, process);
    const gaps = narrowGaps(part, process);
    const out: Note[] = [];
    if (thin) {
      const under = !holdsFloor(thin.thinnestMm, thin.floorMm);
      const looked = lookedAt(part);
      out.push({
        id: `thin-${process}`,
        act: under,
        surface: null,
        bold: under
          ? `${WORD[process]}: ${formatShare(thin.share)} of the surface is under ${formatMm(thin.floorMm)}`
          : looked === null
            ? `${WORD[process]}: nothing under ${formatMm(thin.floorMm)} was found`
            : `${WORD[process]}: every wall ${justHolds(thin.thinnestMm, thin.floorMm) ? "just holds" : "holds"} ${formatMm(thin.floorMm)}`,
        plain: `thinnest ${formatMm(thin.thinnestMm)}${under ? `; ${(thin.floorMm / thin.thinnestMm).toFixed(1)} times as thick would be enough` : looked ? `; ${looked}` : ""}`,
        places: under ? thin.places.slice(0, 6).map((p) => p.at) : [],
        reasons: {
          formula:
            "a ray straight into the solid from points on every flat or gently curved patch, to an opposite face within 20°; the thinnest found",
          inputs: [
            { name: "thinnest, at this size", value: formatMm(thin.thinnestMm) },
            { name: "minimum for the process and handling", value: formatMm(thin.floorMm) },
          ],
          assumptions: [
            { text: "Shape diameter, with one straight ray.", kind: "published", source: "Shapira, Shamir & Cohen-Or 2008" },
            { text: "Minimum walls, thicker for parts that are handled.", kind: "practice" },
          ],
        },
      });
    }
    // Facets that face inwards look at walls as if they were gaps: first mend, then judge.
    const turned = part.source.kind === "mesh" && part.source.report.flippedTriangles > 0;
    if (gaps && !turned && !holdsFloor(gaps.narrowestMm, gaps.floorMm) && gaps.share > GAPS_WORTH_SAYING)
      out.push({
        id: `gap-${process}`,
        act: true,
        surface: null,
        bold: `${WORD[process]}: gaps down to ${formatMm(gaps.narrowestMm)}`,
        plain: `under ${formatMm(gaps.floorMm)} they fuse or fill with primer: ${formatShare(gaps.share)} of the surface looks into one`,
        places: gaps.places.slice(0, 4).map((p) => p.at),
        reasons: null,
      });
    return out;
  });
}
