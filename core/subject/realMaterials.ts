/**
 * What a surface is in real life. It decides before printing how its lines are dealt with, and later what it is painted like.
 * Common practice, no source.
 */
type Roughness = "smooth" | "grained" | "rough";

export interface RealMaterial {
  id: string;
  name: string;
  /** Own relief in real life, mm: hides layer lines that are shallower than it. */
  reliefMm: number;
  /** Height of one plain face between its reliefs in real life, mm; 0 where it has none. Lines show on each face by themselves. */
  faceMm: number;
  roughness: Roughness;
  /** What to do about printed lines. */
  lines: string;
  /** How it is painted, in a few words. */
  paint: string;
}

export const REAL_MATERIALS: RealMaterial[] = [
  {
    id: "slate",
    name: "slate roof",
    reliefMm: 8,
    faceMm: 200,
    roughness: "grained",
    lines: "lines along the courses pass for slate; sand or fill lines across them",
    paint: "dark grey, single slates lighter and bluer, pale dry brush on the edges",
  },
  {
    id: "tile",
    name: "tiled roof",
    reliefMm: 15,
    faceMm: 160,
    roughness: "grained",
    lines: "a thick base coat is enough",
    paint: "red-brown, single tiles darker, moss in the north",
  },
  {
    id: "thatch",
    name: "thatch",
    reliefMm: 40,
    faceMm: 0,
    roughness: "rough",
    lines: "leave: the relief hides the lines",
    paint: "straw over dark brown, grey with age",
  },
  {
    id: "plank",
    name: "planks",
    reliefMm: 4,
    faceMm: 150,
    roughness: "grained",
    lines: "print with the lines along the grain, then leave them",
    paint: "grey-brown, each plank its own tone, dark gaps",
  },
  {
    id: "timber",
    name: "beams",
    reliefMm: 6,
    faceMm: 200,
    roughness: "grained",
    lines: "lines along the beam pass for grain",
    paint: "dark brown, light edges",
  },
  {
    id: "brick",
    name: "brick",
    reliefMm: 8,
    faceMm: 65,
    roughness: "grained",
    lines: "thick base coat, keeping the joints open",
    paint: "base in the joint colour, dry-brush the bricks, pick out single bricks",
  },
  {
    id: "stone",
    name: "cut stone",
    reliefMm: 10,
    faceMm: 300,
    roughness: "rough",
    lines: "stipple with torn foam; do not dry brush shallow relief",
    paint: "blotches of blue and brown under thin grey",
  },
  {
    id: "rubble",
    name: "rubble and rock",
    reliefMm: 60,
    faceMm: 0,
    roughness: "rough",
    lines: "leave: the relief hides the lines",
    paint: "dark base, three lighter dry brushes, wash in the cracks",
  },
  {
    id: "render",
    name: "render or plaster",
    reliefMm: 2,
    faceMm: 0,
    roughness: "rough",
    lines: "cover with paste or sand; no sanding needed",
    paint: "off-white over a cream undercoat, stains under sills",
  },
  {
    id: "metal",
    name: "sheet metal",
    reliefMm: 1,
    faceMm: 1000,
    roughness: "smooth",
    lines: "fill and sand, finish at P400",
    paint: "gloss or satin, chips and streaks last",
  },
  {
    id: "rust",
    name: "rusted iron",
    reliefMm: 3,
    faceMm: 0,
    roughness: "rough",
    lines: "leave or stipple: texture suits it",
    paint: "dark brown, orange stipple, unsealed pigment where it is not handled",
  },
  {
    id: "glass",
    name: "glass",
    reliefMm: 0,
    faceMm: 1000,
    roughness: "smooth",
    lines: "do not print it: use clear sheet cut to a template",
    paint: "no paint; gloss, mask it",
  },
  {
    id: "canvas",
    name: "canvas or cloth",
    reliefMm: 2,
    faceMm: 0,
    roughness: "grained",
    lines: "sand the open folds",
    paint: "pale base, shade in the folds",
  },
  {
    id: "mud",
    name: "mud and earth",
    reliefMm: 20,
    faceMm: 0,
    roughness: "rough",
    lines: "leave: groundwork covers the lines",
    paint: "dark when wet, gloss in the puddles",
  },
  {
    id: "concrete",
    name: "concrete",
    reliefMm: 2,
    faceMm: 0,
    roughness: "grained",
    lines: "fill gentle slopes; board marks may stay",
    paint: "warm grey, streaks, pale edges",
  },
];

export const realMaterial = (id: string): RealMaterial | undefined => REAL_MATERIALS.find((m) => m.id === id);

export type LinesVerdict = "hidden" | "pass" | "treat";

/** So many ridges on one plain face are seen as lines, however deep the joints round it are. Common practice, no source. */
export const MANY_RIDGES = 3;

/**
 * Whether the material's own relief hides a layer step at 1:`ratio`: relief well above the step hides it (three times: common
 * practice), grain of about its height lets it pass for the material, else it must be treated. Relief does not help where its plain
 * faces carry many ridges each: bricks have deep joints and show lines all the same.
 */
export function linesOnMaterial(material: RealMaterial, steps: { cuspMm: number; pitchMm: number }, ratio: number): LinesVerdict {
  const relief = material.reliefMm / ratio;
  if (material.roughness === "smooth") return "treat";
  const ridges = steps.pitchMm > 0 ? material.faceMm / ratio / steps.pitchMm : 0;
  if (ridges >= MANY_RIDGES && material.roughness !== "rough") return "treat";
  if (relief >= 3 * steps.cuspMm) return ridges >= MANY_RIDGES ? "pass" : "hidden";
  return relief >= steps.cuspMm ? "pass" : "treat";
}
