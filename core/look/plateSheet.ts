/** What goes to the printer on paper: a sheet for each plate, with what lies where; and the mat on which its small pieces are parked. */
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import { countsOn, platesAhead, plateWords, sumOfPlate } from "../plan";
import { boxOfRings, nest, ringsAt, type Footprint, type NestItem, type Ring } from "../lay";
import { bedOf, type Plate, type PlatePiece } from "../print";
import { joinsOf, kindsOfCopies, printFactsOf, variationWords, type Part, type Project, type Variation } from "../project";
import type { Solids } from "../slice";
import { Pen } from "./pen";
import { formatDuration, formatMass, hash32 } from "../units";

const MARGIN = 10;
/** ISO 5455, as far as a plate needs it. */
const REDUCTIONS = [1, 0.5, 0.2, 0.1, 0.05];
const LIST_WIDTH = 84;
/** Lines of the list that fit beside the plate. */
const MOST_LINES = 30;

type FootprintOf = (plate: Plate, piece: PlatePiece) => Footprint | undefined;

const nameOf = (parts: readonly Part[], id: string): string => parts.find((p) => p.id === id)?.name ?? "a deleted part";

/** A plate from above on paper, its pieces numbered, with a list of what they are. @param date as it is to be written */
export function plateSheet(plate: Plate, nth: number, project: Project, footprint: FootprintOf, paper: PaperName, date: string): Drawing {
  const [widthMm, heightMm] = PAPERS[paper];
  const printer = project.scene.printers.find((p) => p.id === plate.printerId);
  const pen = new Pen();
  pen.box("border", MARGIN, MARGIN, widthMm - 2 * MARGIN, heightMm - 2 * MARGIN);
  if (!printer) return { paper, widthMm, heightMm, reduction: 1, ...pen };
  const bed = bedOf(printer);
  const room = { w: widthMm - 2 * MARGIN - LIST_WIDTH - 12, h: heightMm - 2 * MARGIN - 34 };
  const scale = REDUCTIONS.find((s) => bed.widthMm * s <= room.w && bed.depthMm * s <= room.h) ?? REDUCTIONS.at(-1)!;
  const x0 = MARGIN + 6,
    y0 = heightMm - MARGIN - 20 - bed.depthMm * scale;
  pen.box("outline", x0, y0, bed.widthMm * scale, bed.depthMm * scale);
  const { edges } = bed;
  pen.box(
    "hidden",
    x0 + edges.left * scale,
    y0 + edges.front * scale,
    (bed.widthMm - edges.left - edges.right) * scale,
    (bed.depthMm - edges.front - edges.back) * scale,
  );
  for (const e of bed.exclusions) pen.box("hidden", x0 + e.xMm * scale, y0 + e.yMm * scale, e.widthMm * scale, e.depthMm * scale);
  plate.pieces.forEach((piece, i) => {
    const own = footprint(plate, piece);
    if (own) pen.rings(ringsAt(own, piece), x0, y0, scale);
    pen.text(String(i + 1), x0 + piece.xMm * scale, y0 + piece.yMm * scale - 1.1, 3.2, "middle");
  });
  pen.text("front", x0 + (bed.widthMm * scale) / 2, y0 - 4.5, 3, "middle", "soft");
  const sum = sumOfPlate(plate, project);
  pen.text(`${printer.name}, plate ${nth}`, x0, heightMm - MARGIN - 8, 5.5);
  pen.text(
    [project.scene.name, sum && `${formatDuration(sum.timeS.value)}, ${formatMass(sum.massG.value)}`, `1:${Math.round(1 / scale)}`, date]
      .filter(Boolean)
      .join("; "),
    x0,
    heightMm - MARGIN - 15,
    3.4,
    "start",
    "soft",
  );
  const lx = widthMm - MARGIN - LIST_WIDTH;
  let ly = heightMm - MARGIN - 22;
  const lines = [...countsOn(plate)].map(([partId, n]) => {
    const at = plate.pieces.flatMap((p, i) => (p.partId === partId ? [i + 1] : []));
    return `${at.length > 3 ? `${at[0]} … ${at.at(-1)}` : at.join(", ")}  ${nameOf(project.parts, partId)}${n > 1 ? ` ×${n}` : ""}`;
  });
  for (const line of lines.slice(0, MOST_LINES)) {
    pen.text(line, lx, ly, 3.4);
    ly -= 5;
  }
  if (lines.length > MOST_LINES) pen.text(`and ${lines.length - MOST_LINES} more`, lx, ly, 3.4);
  pen.ruler(x0, MARGIN + 6);
  return { paper, widthMm, heightMm, reduction: scale, strokes: pen.strokes, labels: pen.labels };
}

/** Pieces with no side longer than this are small: they get lost, mixed up, and are parked. Common practice, no source. */
const SMALL_MM = 60;
/** Room under each outline for its number, its name and the boxes, mm. */
const FOOT_MM = 13;
const MIN_CELL_MM = 24;

export interface MatPiece {
  part: Part;
  /** Which of the copies, from 1, and what it is unlike the others in; "" for one as the part is. */
  nth: number;
  unlike: string;
  /** It moves or comes apart at a joint. */
  comesApart: boolean;
  footprint: Footprint;
}

/** Which pieces of a scene are parked: the small ones, each copy at its own size, in the order of the scene. */
export const parked = (
  { parts, scene }: Pick<Project, "parts" | "scene">,
  footprint: (part: Part, variation: Variation | null) => Footprint | undefined,
): MatPiece[] =>
  parts.flatMap((part) => {
    if (part.source.kind === "scratch") return [];
    let nth = 0;
    return kindsOfCopies(part).flatMap(({ variation, copies }) => {
      const own = footprint(part, variation);
      const first = nth;
      nth += copies;
      if (!own || Math.max(own.widthMm, own.depthMm) > SMALL_MM) return [];
      return Array.from({ length: copies }, (_, i): MatPiece => ({
        part,
        nth: first + i + 1,
        unlike: variation ? variationWords(variation) : "",
        comesApart: joinsOf(part, scene) !== "fixed",
        footprint: own,
      }));
    });
  });

/**
 * The parking mat: the outline of every small piece at true size, numbered, front towards the reader, bare faces named, boxes to tick for
 * fit, prime and paint. Drying place, count and placement map in one. As many sheets as it takes.
 */
export function parkingMat(solids: Solids, pieces: readonly MatPiece[], sceneName: string, paper: PaperName, date: string): Drawing[] {
  const [widthMm, heightMm] = PAPERS[paper];
  // Each piece has a cell: its outline, and under it what is written.
  const cells = pieces.map((p): NestItem & { piece: MatPiece } => {
    const w = Math.max(MIN_CELL_MM, p.footprint.widthMm + 4),
      d = p.footprint.depthMm + 4 + FOOT_MM;
    const ring: Ring = [-w / 2, -d / 2, w / 2, -d / 2, w / 2, d / 2, -w / 2, d / 2];
    return {
      id: `${p.part.id} ${p.nth}`,
      apart: "",
      piece: p,
      footprint: { ...p.footprint, rings: [ring], widthMm: w, depthMm: d, areaMm2: w * d },
    };
  });
  // Alike cells are one shape.
  const shapes = new Map<string, Footprint>();
  for (const c of cells) {
    const key = `${c.footprint.widthMm} ${c.footprint.depthMm}`;
    c.footprint = shapes.get(key) ?? c.footprint;
    shapes.set(key, c.footprint);
  }
  const top = 18;
  const found = nest(
    solids,
    cells,
    {
      widthMm: widthMm - 2 * MARGIN,
      depthMm: heightMm - 2 * MARGIN - top,
      edges: { left: 2, right: 2, front: 8, back: 2 },
      spacingMm: 0,
      exclusions: [],
    },
    { inOrder: true, cellMm: 1, upright: true },
  );
  const of = new Map(cells.map((c) => [c.id, c]));
  const numbers = new Map(pieces.map((p, i) => [`${p.part.id} ${p.nth}`, i + 1]));
  const sheets = found.plates.length;
  return found.plates.map((laid, s) => {
    const pen = new Pen();
    pen.box("border", MARGIN, MARGIN, widthMm - 2 * MARGIN, heightMm - 2 * MARGIN);
    pen.text(`${sceneName}: parking mat${sheets > 1 ? `, sheet ${s + 1} of ${sheets}` : ""}`, MARGIN + 4, heightMm - MARGIN - 8, 5.5);
    pen.text(`${pieces.length} pieces at true size, front towards you, ${date}`, MARGIN + 4, heightMm - MARGIN - 14, 3.2, "start", "soft");
    pen.ruler(MARGIN + 4, MARGIN + 4);
    for (const { id, xMm, yMm } of laid) {
      const { piece, footprint } = of.get(id)!;
      const x = MARGIN + xMm,
        low = MARGIN + yMm - footprint.depthMm / 2;
      const box = boxOfRings(piece.footprint.rings);
      const y = low + FOOT_MM + 2 + (box.y1 - box.y0) / 2;
      pen.rings(piece.footprint.rings, x, y, 1);
      // The arrow at the front: this side looks at the viewer.
      pen.line("dimension", [x, low + FOOT_MM - 0.4, x - 1.6, low + FOOT_MM + 1.6, x, low + FOOT_MM - 0.4, x + 1.6, low + FOOT_MM + 1.6]);
      const left = x - footprint.widthMm / 2 + 1;
      const name = piece.part.copies > 1 ? `${piece.part.name} ${piece.nth}` : piece.part.name;
      pen.text(`${numbers.get(id)} ${short(name, footprint.widthMm)}`, left, low + 8.4, 3);
      const bare = piece.part.faces.some((f) => f.kind === "mating")
        ? "leave bare: marked faces"
        : piece.comesApart
          ? "leave bare: where it joins"
          : "";
      const small = [piece.unlike, bare].filter(Boolean).join("; ");
      if (small) pen.text(short(small, footprint.widthMm), left, low + 5.4, 2.2, "start", "soft");
      ["fit", "prime", "paint"].forEach((what, i) => {
        const bx = left + (i * (footprint.widthMm - 2)) / 3;
        pen.box("dimension", bx, low + 1, 2.6, 2.6);
        pen.text(what, bx + 3.2, low + 1.2, 2.1, "start", "soft");
      });
    }
    return { paper, widthMm, heightMm, reduction: 1, strokes: pen.strokes, labels: pen.labels };
  });
}

/** So much of a name as stands in a width of letters of three millimetres. */
const short = (name: string, widthMm: number): string => {
  const most = Math.max(3, Math.floor((widthMm - 7) / 1.55));
  return name.length > most ? `${name.slice(0, most - 1)}.` : name;
};

/** The name of a plate's file: what it is, at which scale, which revision of it, for which printer, and its hours. */
export function cardName(plate: Plate, nth: number, project: Project): string {
  const printer = project.scene.printers.find((p) => p.id === plate.printerId)?.name ?? "printer";
  const sum = sumOfPlate(plate, project);
  const hours = sum ? formatDuration(sum.timeS.value) : "";
  const ratio = `1-${Math.round(project.scene.scale.ratio)}`;
  return [plateWords(plate, project.parts, 2).replace(/×/g, "x"), ratio, `r${revisionOf(plate, project)}`, printer, `plate ${nth}`, hours]
    .filter(Boolean)
    .join(" ");
}

/**
 * A revision is as many hexadecimal digits as tell one state of a plate from another: of each piece its mesh, its size, how it is turned on
 * its printer, and where it lies.
 */
export function revisionOf(plate: Plate, { parts, scene }: Pick<Project, "parts" | "scene">): string {
  const printer = scene.printers.find((p) => p.id === plate.printerId);
  const said = plate.pieces.map((p) => {
    const part = parts.find((x) => x.id === p.partId);
    const source = part?.source.kind === "mesh" ? part.source.hash : part?.source;
    const v = part?.variations.find((x) => x.id === p.variation);
    const turn = part && printer && printFactsOf(part, printer)?.turn.map((q) => Number(q.toFixed(6)));
    return JSON.stringify([source, part?.factor.toPrecision(9), v?.percent, v?.mirrored, turn, p.xMm, p.yMm, p.turnDeg]);
  });
  return hash32(`${plate.printerId} ${said.sort().join("|")}`)
    .toString(16)
    .padStart(8, "0")
    .slice(0, 6);
}

/** What is on a card against what is planned. */
export interface CardVerdict {
  file: string;
  kind: "planned" | "stale" | "unknown";
  words: string;
}

/** @param files names as they stand on the card */
export function cardAgainst(
  files: readonly string[],
  project: Project,
  fileNameOf: (name: string) => string,
): { verdicts: CardVerdict[]; missing: string[] } {
  const planned = platesAhead(project).map(({ plate, nth }) => ({
    plate,
    name: fileNameOf(cardName(plate, nth, project)),
    revision: `r${revisionOf(plate, project)}`,
    what: fileNameOf(plateWords(plate, project.parts, 2).replace(/×/g, "x")),
  }));
  const base = (name: string): string =>
    name
      .replace(/^.*[/\\]/, "")
      .replace(/\.[^.]+$/, "")
      .toLowerCase();
  const here = new Set<string>();
  const verdicts = files.map((file): CardVerdict => {
    const name = base(file);
    // Plates that are alike in everything are told apart by their number, or else each file stands for one of them.
    const alike = planned.filter((p) => name.includes(p.revision) && name.startsWith(base(p.what)));
    const same = alike.find((p) => base(p.name) === name) ?? alike.find((p) => !here.has(p.plate.id)) ?? alike[0];
    if (alike.length > 0) {
      here.add(same.plate.id);
      return { file, kind: "planned", words: "as planned" };
    }
    const old = planned.find((p) => name.startsWith(base(p.what)));
    if (old && /-r[0-9a-f]{6}-/.test(name))
      return { file, kind: "stale", words: `out of date: the plate has changed, save it again (${old.revision})` };
    return {
      file,
      kind: "unknown",
      words: /-r[0-9a-f]{6}-/.test(name) ? "not on any planned plate: remove it before it is printed by mistake" : "not from this program",
    };
  });
  return { verdicts, missing: planned.filter((p) => !here.has(p.plate.id)).map((p) => p.name) };
}
