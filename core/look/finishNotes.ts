/** What the finish asks of the print now: walls for heat and sanding, clear panes, faces that meet, small parts; and relief that will not come out. */
import { FACE_KINDS } from "../print";
import { caseOf, joinsOf, narrowGaps, optionAtHand, partSizeMm, shellMmOf, surfacesOf, type Part, type Project } from "../project";
import { holdsFloor } from "../scale";
import { bearingMm, bears, schoolById } from "../surface";
import { formatMm, formatShare } from "../units";
import { hidesIn } from "../stations/kinds";

export interface FinishNote {
  act: boolean;
  bold: string;
  plain: string;
}

/** Depth that a groove needs to survive primer, mm, by process. Common practice, no source. */
const GROOVE_DEPTH_MM = { fdm: 0.4, resin: 0.2 } as const;
/** Parts this small are held by their supports while they are painted, mm. Common practice, no source. */
const HANDLE_MM = 25;

export function finishNotes(part: Part, project: Project): FinishNote[] {
  const option = optionAtHand(part, project.scene);
  if (!option) return [];
  const { printer } = option;
  const out: FinishNote[] = [];
  const known = surfacesOf(part, project.scene);
  for (const hide of hidesIn(part.work)) {
    const school = schoolById(hide.school);
    const k = known.find((s) => s.said?.id === hide.surfaceId);
    if (!school || school.wallMm === 0) continue;
    // Its surface may not be found yet: then the printer's own walls are all that is known.
    const c = (k && caseOf(k, part, project)) ?? { wall: null, factor: part.factor, shellMm: shellMmOf(printer) };
    const name = k?.name ?? "surface";
    const want = school.wallMm,
      has = bearingMm(c);
    out.push({
      act: !bears(c, school),
      bold: bears(c, school) ? `The wall of its ${name} is thick enough` : `${school.name} needs a wall of ${formatMm(want)}`,
      plain: bears(c, school)
        ? `it has ${formatMm(Math.min(has, 99))}`
        : c.shellMm < want && printer.process === "fdm"
          ? `${printer.wallLines} lines make ${formatMm(c.shellMm)}: print ${Math.ceil(want / printer.lineWidthMm - 1e-9)} lines`
          : `its ${name} has ${formatMm(has)}: choose another method there, or thicken the wall now`,
    });
  }
  if (part.surfaces.some((m) => m.material === "glass"))
    out.push({
      act: false,
      bold: "Panes: clear resin or cut sheet",
      plain:
        "a body printed in clear resin keeps its panes if you leave them unsanded and gloss them at the end; sheet cut to a template is clearer and goes in after the last matt coat",
    });
  const mating = part.faces.filter((f) => f.kind === "mating").length;
  if (mating > 0)
    out.push({
      act: false,
      bold: `No supports on what ${FACE_KINDS.mating}`,
      plain: "nubs there stop the joint closing: see “Orientation”",
    });
  if (part.faces.some((f) => f.kind === "covered"))
    out.push({ act: false, bold: "Covered faces may be rough", plain: "put supports and the layer seam there; they are not sanded" });
  if (printer.process === "resin" && Math.max(...partSizeMm(part)) < HANDLE_MM && part.copies > 0)
    out.push({
      act: false,
      bold: "Keep the supports on",
      plain: `under ${HANDLE_MM} mm they serve as a handle for priming and painting`,
    });
  if (joinsOf(part, project.scene) === "moves")
    out.push({
      act: false,
      bold: "It moves: leave the bearing bare",
      plain: "holes print undersize in filament and paint closes them further; add half a millimetre now",
    });
  out.push(...reliefNotes(part, project));
  return out;
}

/** Relief narrower than the process and the primer hold, with what to draw instead. */
function reliefNotes(part: Part, project: Project): FinishNote[] {
  const processes = [...new Set(project.scene.printers.map((p) => p.process))];
  return processes.flatMap((process): FinishNote[] => {
    const gaps = narrowGaps(part, process);
    if (!gaps || holdsFloor(gaps.narrowestMm, gaps.floorMm) || gaps.share <= 0) return [];
    const word = process === "fdm" ? "filament" : "resin";
    const smooth = gaps.narrowestMm < gaps.floorMm / 2;
    return [
      {
        act: true,
        bold: smooth ? `On ${word} some relief comes out smooth` : `On ${word} some relief drowns in primer`,
        plain: `grooves down to ${formatMm(gaps.narrowestMm)} on ${formatShare(gaps.share)} of the surface checked: model them ${formatMm(gaps.floorMm)} wide and ${formatMm(GROOVE_DEPTH_MM[process])} deep; depth was not measured`,
      },
    ];
  });
}
