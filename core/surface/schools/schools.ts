/**
 * Schools of hiding what printing left, named by what they do. Each says where it does not apply and why, and what it would take where it
 * does. Conditions and figures are common practice without a source; a user's own readings
 * replace what coats fill.
 */
import type { CautionId } from "../../care";
import { DEW_MARGIN_C, dewPointC } from "../../coat";
import { formatMm } from "../../units";
import { BRUSH_FINDS_MM } from "../steps";
import { grooveOf, needsNothing, openMm, plainFaces, targetMm, type SurfaceCase } from "./case";
import { MOST_ROUNDS, reachOf, Treatment, type SchoolStage } from "./treatment";

export type SchoolId =
  | "leave"
  | "stipple"
  | "thick-coat"
  | "face-by-face"
  | "sand"
  | "fill-and-sand"
  | "surfacer"
  | "uv-resin"
  | "heat"
  | "reprint"
  | "texture"
  | "texture-spray";

export interface SchoolPlan {
  school: SchoolId;
  name: string;
  stages: SchoolStage[];
  rounds: number;
  /** Waits of six hours and more. */
  nights: number;
  leavesMm: number;
  /** Between what it lies, by how sure the filling is. */
  low: number;
  high: number;
  /** Share of the surface that still shows when it is done. */
  stillSeen: number;
  handsOnS: number;
  waitS: number;
  machineS: number;
  filmMm: number;
  wetMl: number;
  usedMl: number;
  papers: { grade: number; sheets: number }[];
  cautions: CautionId[];
  /** What it costs or cannot do, in sentences. */
  notes: string[];
  /** Detail that it takes. */
  costs: string[];
}

export interface School {
  id: SchoolId;
  name: string;
  says: string;
  /** On what it is done: on the print itself, over the primer, or as paint over the base coat. */
  done: "bare" | "primed" | "with paint";
  /** Wall that it wants behind the surface, mm; 0 for none. Common practice, no source. */
  wallMm: number;
  /** Why not here whatever its wall, in a clause; null where it applies. Asked through `whyNot`. */
  unfit: (c: SurfaceCase) => string | null;
  treat: (c: SurfaceCase, t: Treatment, notes: string[]) => void;
}

/** A stick is about so wide: what is narrower cannot be sanded flat, mm. */
const STICK_MM = 5;
/** Heat wants a face of this. */
const HEAT_AREA_MM2 = 2000;
/** A groove shallower than this does not survive sanding, mm. */
const SHALLOW_MM = 0.2;
/** Paint hides no terraces wider than this, mm: they are shapes. */
const SHAPE_MM = 1.2;
/** From so many plain faces on it is done face by face. */
const MANY_FACES = 6;
const FACE = { setUpS: 5 * 60, perFaceS: 6, perCm2S: 1 };
/** What a quick flame leaves of a step. */
const HEAT_LEAVES = 0.25;

const mm = formatMm;

/** Why nothing can be sprayed, in a clause. */
const sprayUnfit = ({ noSprayPlace, damp }: SurfaceCase): string | null => {
  if (noSprayPlace) return "no spray place is listed in the Workshop";
  return damp
    ? `the air is ${Math.round(damp.airC)} °C at ${Math.round(damp.rh)} %, dew point ${Math.round(dewPointC(damp))} °C: ${DEW_MARGIN_C} °C margin needed`
    : null;
};

/** Not sandable, and why. */
function noPaper(c: SurfaceCase): string | null {
  const open = openMm(c);
  const groove = grooveOf(c);
  if (plainFaces(c) >= MANY_FACES && open < STICK_MM) return `its faces are ${mm(open)} wide: too small for a sanding stick`;
  if (open < STICK_MM) return `only ${mm(open)} wide: no tool lies flat on it`;
  if (!c.laid.surface.flat && Math.sqrt(c.laid.areaMm2) < 12) return "small and round: sanding would leave flats";
  if (groove && groove.depthMm < SHALLOW_MM) return `its grooves are ${mm(groove.depthMm)} deep: sanding would remove them`;
  if (reachOf(c) < 0.4) return "most of it is inner corners";
  return null;
}

export const SCHOOLS: School[] = [
  {
    id: "leave",
    name: "Leave it",
    says: "Not seen from where it will stand, or it will be covered.",
    done: "bare",
    wallMm: 0,
    unfit: () => null,
    treat: (c, _t, notes) => {
      if (!needsNothing(c) && c.laid.cuspMm > BRUSH_FINDS_MM)
        notes.push("Dry brushing across the lines picks them out. Brush along them, or use a wash instead.");
    },
  },
  {
    id: "stipple",
    name: "Stipple, no dry brush",
    says: "Paint that hides the lines: stippled with torn foam in two or three tones, or airbrushed matt.",
    done: "with paint",
    wallMm: 0,
    unfit: (c) =>
      c.gloss
        ? "gloss shows every line"
        : c.smooth && (!c.material || c.material.roughness === "smooth")
          ? "it should be smooth"
          : c.laid.pitchMm > SHAPE_MM
            ? `terraces ${mm(c.laid.pitchMm)} wide show as shapes: paint cannot hide them`
            : c.laid.cuspMm > 0.2
              ? `steps of ${mm(c.laid.cuspMm)} cast their own shadows`
              : null,
    treat: (_c, t, notes) => {
      t.work("Stipple in two or three tones instead of dry brushing", 4 * 60, 1.2, { waitS: 30 * 60 });
      notes.push("The lines stay but their pattern is broken up. Dry brushing later brings them back.");
    },
  },
  {
    id: "thick-coat",
    name: "Thick base coat",
    says: "Heavy paint with matt medium, brushed into the lines. Quick, for terrain.",
    done: "bare",
    wallMm: 0,
    unfit: (c) => (c.process === "resin" && (grooveOf(c)?.widthMm ?? 1) < 0.5 ? `it fills grooves of ${mm(grooveOf(c)!.widthMm)}` : null),
    treat: (c, t, notes) => {
      t.coat("thick-paint");
      if (t.left > targetMm(c) && c.laid.pitchMm <= 1) t.coat("thick-paint");
      if (c.laid.pitchMm > 1)
        notes.push(
          `Steps ${c.laid.pitchMm.toFixed(1)} mm apart never level out under paint. Sand with a block, print thinner layers, or cover with texture.`,
        );
    },
  },
  {
    id: "face-by-face",
    name: "Thick paint, face by face",
    says: "Thick, cheap paint on each brick, plank or panel. Sharpens the edges and keeps the joints open.",
    done: "bare",
    wallMm: 0,
    unfit: (c) =>
      plainFaces(c) < MANY_FACES ? "it has no separate faces" : openMm(c) < 0.6 ? `faces of ${mm(openMm(c))}: too small for a brush` : null,
    treat: (c, t, notes) => {
      const n = plainFaces(c) * c.copies;
      t.coat("thick-paint");
      const stage = t.stages[t.stages.length - 1];
      stage.title = `Thick paint on each of ${n} faces, joints left open`;
      stage.setUpS = FACE.setUpS;
      stage.handsOnS = FACE.setUpS + n * FACE.perFaceS + ((c.areaMm2 * c.copies) / 100) * FACE.perCm2S;
      notes.push(`${Math.round(c.laid.ridges)} ridges on every face, however deep the joints.`);
    },
  },
  {
    id: "sand",
    name: "Sanding only",
    says: "Sand open faces with a block or stick. Nothing is added; corners and detail are untouched.",
    done: "bare",
    wallMm: 0.8,
    unfit: noPaper,
    treat: (c, t, notes) => {
      t.sand(c.gloss ? "gloss" : c.smooth ? 400 : 240);
      while (t.look()) t.sand(c.gloss ? "gloss" : c.smooth ? 400 : 240);
      const reach = reachOf(c);
      if (reach < 0.97) notes.push(`Reaches about ${Math.round(reach * 100)} % of it: a 2 mm strip along inner corners remains.`);
      if (c.process === "fdm")
        notes.push("Sand dry: water creeps into bare filament. The surface stays slightly fuzzy until it is primed.");
    },
  },
  {
    id: "fill-and-sand",
    name: "Filler primer and sanding",
    says: "Sprayed filler, sanded back, repeated where needed. Smooth, but takes days.",
    done: "bare",
    wallMm: 1.2,
    unfit: (c) => sprayUnfit(c) ?? noPaper(c),
    treat: (c, t, notes) => {
      if (t.left > 0.08 && c.process === "fdm") t.sand("primer");
      do t.coat("filler").sand(c.gloss ? "gloss" : "primer");
      while (t.look());
      if (c.smooth && !c.noAirbrush) t.finish("filler-thin");
      notes.push("Sanding reaches only open, flat areas. Grooves and corners are untouched.");
    },
  },
  {
    id: "surfacer",
    name: "Brushed surfacer and spot putty",
    says: "Thick surfacer by brush, coarse sanding, a thin coat to show up faults, putty on what remains. Three short days.",
    done: "bare",
    wallMm: 1.2,
    unfit: (c) => noPaper(c) ?? ((grooveOf(c)?.widthMm ?? 1) < 0.3 ? `it fills grooves of ${mm(grooveOf(c)!.widthMm)}` : null),
    treat: (_c, t) => {
      t.coat("surfacer").sand("primer");
      while (t.look()) t.coat("surfacer").sand("primer");
    },
  },
  {
    id: "uv-resin",
    name: "Brushed UV resin",
    says: "A skin of printing resin cured under the lamp: hard, smooth and self-levelling. For stubborn lines on curves.",
    done: "bare",
    wallMm: 0,
    unfit: (c) => {
      const groove = grooveOf(c);
      if (groove && groove.widthMm < 1) return `it fills grooves of ${mm(groove.widthMm)}`;
      if (plainFaces(c) >= MANY_FACES && openMm(c) < STICK_MM) return "it fills the joints between small faces";
      return null;
    },
    treat: (c, t, notes) => {
      if (c.process === "fdm") t.coat(c.noSprayPlace ? "primer-brush" : "primer");
      t.coat("uv-resin");
      while (t.look()) t.coat("uv-resin");
      notes.push("Prime again over it. Check with a fingernail that it is not tacky before painting.");
    },
  },
  {
    id: "heat",
    name: "Heat",
    says: "A flame or hot air, passed quickly over large, plain, thick filament walls until they shine. Less filler is needed afterwards.",
    done: "bare",
    wallMm: 2,
    unfit: (c) => {
      if (c.process === "resin") return "cured resin does not melt: it chars";
      if (!c.wall) return "the wall behind it could not be measured";
      if (c.laid.areaMm2 < HEAT_AREA_MM2) return "too small: its edges melt first";
      if (grooveOf(c) || plainFaces(c) >= MANY_FACES) return "detail would melt with the lines";
      return null;
    },
    treat: (c, t, notes) => {
      t.heat(HEAT_LEAVES);
      // Heat first saves filler: what is left is filled on the spots alone.
      if (t.look() && !noPaper(c)) {
        t.coat(c.noSprayPlace ? "surfacer" : "filler").sand("primer");
        t.look();
      }
      notes.push("Bubbles, sagging and burns cannot be undone. Practise on scrap with the same walls.");
    },
  },
  {
    id: "reprint",
    name: "Print it again",
    says: "With thinner layers or another orientation. Before any paint, the printer does the work.",
    done: "bare",
    wallMm: 0,
    unfit: (c) => (c.reprint ? null : "no thinner layer or other orientation improves this surface"),
    treat: (c, t, notes) => {
      const r = c.reprint!;
      t.work(`Print it again ${r.words}`, 12 * 60, 0, { kind: "reprint", waitS: r.machineS }).leaves(r.steps.cuspMm);
      notes.push("Only before painting. The plate goes into the queue.");
    },
  },
  {
    id: "texture",
    name: "Added texture",
    says: "Paste, fine sand or foil. The eye sees the texture first and accepts the rest.",
    done: "bare",
    wallMm: 0,
    unfit: (c) => {
      if (c.smooth && !c.material) return "a smooth finish is wanted";
      if (c.material?.roughness === "smooth") return `${c.material.name} is smooth`;
      if (c.material && ["timber", "plank", "brick", "slate", "tile"].includes(c.material.id))
        return `on level ground only, not on ${c.material.name}`;
      const groove = grooveOf(c);
      if (groove) return `it buries grooves of ${mm(groove.depthMm)}`;
      return null;
    },
    treat: (c, t, notes) => {
      t.coat("sand-paste").leaves(Math.min(t.left, BRUSH_FINDS_MM));
      notes.push("Apply before primer, never over paint. A dry brush then catches the texture, not the lines.");
      if (c.material?.id === "render") notes.push("Render is rough in real life, so this looks right.");
    },
  },
  {
    id: "texture-spray",
    name: "Textured spray",
    says: "Its roughness hides the lines: metal, stone or tarmac from a can.",
    done: "primed",
    wallMm: 0,
    unfit: (c) => {
      const spray = sprayUnfit(c);
      if (spray) return spray;
      if (c.gloss || c.smooth) return "a smooth finish is wanted";
      if (c.material && (c.material.id === "glass" || c.material.roughness === "grained")) return `${c.material.name} has its own grain`;
      const groove = grooveOf(c);
      if (groove && groove.widthMm < 0.6) return `it closes grooves of ${mm(groove.widthMm)}`;
      return c.laid.pitchMm > SHAPE_MM ? `terraces ${mm(c.laid.pitchMm)} wide still show as shapes` : null;
    },
    treat: (_c, t, notes) => {
      t.coat("texture-spray").leaves(Math.min(t.left, BRUSH_FINDS_MM));
      notes.push("Hides the lines with its roughness; it does not fill them.");
    },
  },
];

type Bearing = Pick<SurfaceCase, "wall" | "factor" | "shellMm">;

/**
 * Wall behind a surface that bears work, mm. A wall thinner than the printer's two shells is solid; in a thicker one the shell alone bears,
 * not the infill behind it. Infinity where neither is known.
 */
export function bearingMm({ wall, factor, shellMm }: Bearing): number {
  const mm = wall ? wall.leastMm * factor : Infinity;
  return mm <= 2 * shellMm ? mm : shellMm;
}
/** Half of the last digit that is shown: a wall that reads as thick enough is. */
const SHOWN_MM = 0.05;
export const bears = (c: Bearing, school: School): boolean => bearingMm(c) >= school.wallMm - SHOWN_MM;

/** Why a school is not for this surface, in a clause; null where it applies. */
export const whyNot = (school: School, c: SurfaceCase): string | null =>
  school.unfit(c) ?? (bears(c, school) ? null : `a wall of ${mm(bearingMm(c))} is too thin: ${mm(school.wallMm)} needed`);

export const schoolById = (id: string): School | undefined => SCHOOLS.find((s) => s.id === id);

/** What drowns in so much film a side. */
export function drowned(c: SurfaceCase, filmMm: number): string[] {
  const groove = grooveOf(c);
  if (!groove || filmMm <= 0) return [];
  const left = groove.widthMm - 2 * filmMm;
  if (left <= 0) return [`closes its grooves of ${mm(groove.widthMm)}`];
  return left < groove.widthMm * 0.7 ? [`grooves of ${mm(groove.widthMm)} keep ${mm(left)}`] : [];
}

/** Plans one school for a surface, whether it applies or not. */
export function planSchool(id: SchoolId, c: SurfaceCase): SchoolPlan {
  const school = schoolById(id);
  if (!school) throw new Error(`planSchool: no school ${id}`);
  const t = new Treatment(c);
  const notes: string[] = [];
  if (!(id === "reprint" && !c.reprint)) school.treat(c, t, notes);
  const { stages } = t;
  const sum = (of: (s: SchoolStage) => number): number => stages.reduce((n, s) => n + of(s), 0);
  const filmMm = Math.max(
    0,
    sum((s) => (s.share === 1 ? s.filmMm : 0)),
  );
  const papers = new Map<number, number>();
  for (const s of stages) for (const p of s.papers) papers.set(p.grade, (papers.get(p.grade) ?? 0) + p.sheets);
  const costs = drowned(c, filmMm);
  const groove = grooveOf(c);
  if (groove && stages.some((s) => s.kind === "sand"))
    costs.push(`recut ${(groove.lengthMm / 10).toFixed(0)} cm of grooves with a scriber or saw, then brush the dust out`);
  if (filmMm > 0.05)
    notes.push(`Adds ${Math.round(filmMm * 1000)} µm to every face: slots and clips close by ${(filmMm * 2).toFixed(2)} mm.`);
  for (const [a, b] of t.papersTooBig) notes.push(`From P${a} to P${b} is too big a step. Add a grade in between.`);
  const masks = id === "stipple" || id === "texture" || id === "texture-spray";
  const stillSeen = masks ? 0 : id === "leave" ? (needsNothing(c) ? 0 : 1) : t.stillSeen;
  if (id !== "leave" && stillSeen > 0.1)
    notes.push(
      `Leaves ${Math.round(t.left * 1000)} µm: lines still show on about ${Math.round(stillSeen * 100)} % of the surface${c.dryBrush ? " under a dry brush" : ""}.`,
    );
  return {
    school: id,
    name: school.name,
    stages,
    rounds: stages.reduce((n, s) => (s.round > MOST_ROUNDS ? n : Math.max(n, s.round)), 0),
    nights: stages.filter((s) => s.kind !== "reprint" && s.waitS >= 6 * 3600).length,
    leavesMm: t.left,
    low: t.low,
    high: t.high,
    stillSeen,
    handsOnS: sum((s) => s.handsOnS),
    waitS: sum((s) => s.waitS),
    machineS: sum((s) => (s.kind === "reprint" ? s.waitS : 0)),
    filmMm,
    wetMl: sum((s) => s.wetMl),
    usedMl: sum((s) => s.usedMl),
    papers: [...papers].map(([grade, sheets]) => ({ grade, sheets })).sort((a, b) => a.grade - b.grade),
    cautions: [...new Set(stages.flatMap((s) => s.cautions))],
    notes,
    costs,
  };
}
