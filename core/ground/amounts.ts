/**
 * What a layer of ground takes and weighs. Loose material and liquids do not add: glue fills voids between grains, and powder with water is
 * the sum of absolute volumes (ACI 211). What is mixed is a tenth more than what lies.
 */
import { POURS } from "./pours";
import { MATERIALS, type GroundMethod, type Material, type Share } from "./methods";

/** By what the parts of a mix are measured. */
export type PartsBy = "volume" | "mass";

interface Amount {
  name: string;
  ml: number;
  g: number;
  /** "1 part", "3 parts". */
  parts: string;
}

export interface GroundAmounts {
  /** What to measure out, in order. */
  items: Amount[];
  /** What lies there when it is dry, ml. */
  layerMl: number;
  wetG: number;
  /** On the board when it has dried. */
  dryG: number;
  handsOnS: number;
  /** Pours one over the other, and until the last has set. */
  pours: number;
  waitS: number;
  /** Bags of what grows. */
  bags: number;
  formula: string;
}

/** On top of what lies, for what is spilt and stays in the pot. */
const WASTE = 0.1;
const GLUE_GML = 1.08;
/** Loose, as it comes from the bag. Common practice, no source. */
const POWDER_BULK_GML = 1.3;
const POUR_GML = { "water effect": 1.05, "uv resin": 1.1, epoxy: 1.1 } as const;

const partsWords = (n: number): string => `${n} ${n === 1 ? "part" : "parts"}`;

/** Shares of volume of dry materials in parts by volume or by mass; they sum to 1. */
function volumeShares(parts: readonly Share[], by: PartsBy): number[] {
  const volumes = parts.map((p) => (by === "volume" ? p.parts : p.parts / MATERIALS[p.of].bulkGMl));
  const sum = volumes.reduce((a, b) => a + b, 0);
  return volumes.map((v) => v / sum);
}
/** Shares of mass of the same. */
export function massShares(parts: readonly Share[], by: PartsBy): number[] {
  const masses = volumeShares(parts, by).map((v, i) => v * MATERIALS[parts[i].of].bulkGMl);
  const sum = masses.reduce((a, b) => a + b, 0);
  return masses.map((m) => m / sum);
}

export interface LayerAsked {
  areaMm2: number;
  depthMm: number;
  /** What fills its bed, ml, where that has banks; area × depth where it is not said. */
  fillsMl?: number;
  /** Ruled lines, m. */
  lineM?: number;
  by?: PartsBy;
  waste?: number;
}

/**
 * Amounts of one layer.
 * @param asked depth when it is dry; of what grows its height, of what is scored the depth of the lines
 */
export function groundAmounts(
  method: GroundMethod,
  { areaMm2, depthMm, fillsMl, lineM = 0, by = "volume", waste = WASTE }: LayerAsked,
): GroundAmounts {
  const layerMl = fillsMl ?? (areaMm2 * depthMm) / 1000;
  const cm2 = areaMm2 / 100;
  const more = 1 + waste;
  const handsOnS = method.setUpS + (cm2 / 100) * method.perDm2S + lineM * (method.perMetreS ?? 0);
  const rest = { handsOnS, pours: 1, waitS: method.hardS, bags: 0 };
  const m = method.makeup;
  switch (m.kind) {
    case "grains": {
      const shares = volumeShares(m.loose, by);
      const looseMl = layerMl * more;
      const loose = m.loose.map((s, i): Amount & { of: Material } => {
        const of = MATERIALS[s.of];
        const ml = looseMl * shares[i];
        return { name: of.name, ml, g: ml * of.bulkGMl, parts: partsWords(s.parts), of };
      });
      const liquidMl = loose.reduce((sum, l) => sum + l.ml - l.g / l.of.grainGMl, 0) * m.voidsFilled;
      const glueMl = (liquidMl * m.glue.parts) / (m.glue.parts + m.glue.waterParts);
      const waterMl = liquidMl - glueMl;
      const wetMl = cm2 * m.wetMlPerCm2;
      const dry = loose.reduce((sum, l) => sum + l.g, 0);
      return {
        items: [
          ...loose.map(({ name, ml, g, parts }) => ({ name, ml, g, parts })),
          { name: m.glue.name, ml: glueMl, g: glueMl * GLUE_GML, parts: partsWords(m.glue.parts) },
          ...(waterMl > 0 ? [{ name: "water in it", ml: waterMl, g: waterMl, parts: partsWords(m.glue.waterParts) }] : []),
          ...(wetMl > 0 ? [{ name: "alcohol or soapy water for wetting", ml: wetMl, g: wetMl * 0.85, parts: "" }] : []),
        ],
        layerMl,
        // What is spilt does not lie on the board.
        wetG: (dry + glueMl * GLUE_GML + waterMl) / more,
        dryG: (dry + glueMl * GLUE_GML * m.glue.solids) / more,
        ...rest,
        formula: "loose = area × depth × 1.1; liquid = (loose − grains) × share of voids filled; mass = loose × bulk density + dry glue",
      };
    }
    case "cement": {
      // One gram of powder with its water fills so much.
      const mlPerG = 1 / m.powderGMl + m.waterShare;
      const g = layerMl / mlPerG;
      const water = g * m.waterShare;
      return {
        items: [
          { name: m.name, ml: (g * more) / POWDER_BULK_GML, g: g * more, parts: "" },
          { name: "water", ml: water * more, g: water * more, parts: `${Math.round(m.waterShare * 100)} % of its mass` },
        ],
        layerMl,
        wetG: g + water,
        dryG: g * (1 + m.bound),
        ...rest,
        formula: "powder = area × depth ÷ (1/2.8 + 0.28), water = 0.28 × powder; a tenth of the powder’s mass stays as water",
      };
    }
    case "paste": {
      // By mass a part is a gram, taken as the volume that it fills.
      const solid = m.parts.reduce((sum, p) => sum + p.parts, 0);
      const volumes = by === "volume" ? m.parts.map((p) => p.parts) : volumeShares(m.parts, "mass").map((share) => share * solid);
      // Sand's voids take the wet part: what it adds is its grains.
      const wetPerPart =
        m.parts.reduce((sum, p, i) => sum + (volumes[i] * MATERIALS[p.of].bulkGMl) / MATERIALS[p.of].grainGMl, 0) + m.waterParts;
      const part = (layerMl / m.leaves / wetPerPart) * more;
      const items = m.parts.map((p, i): Amount => {
        const ml = part * volumes[i];
        return { name: MATERIALS[p.of].name, ml, g: ml * MATERIALS[p.of].bulkGMl, parts: partsWords(p.parts) };
      });
      const wet = (items.reduce((sum, i) => sum + i.g, 0) + part * m.waterParts) / more;
      return {
        items: [...items, { name: "water", ml: part * m.waterParts, g: part * m.waterParts, parts: partsWords(m.waterParts) }],
        layerMl,
        wetG: wet,
        dryG: wet * m.dries,
        ...rest,
        formula: "wet = area × depth ÷ 0.8, the sand counted by its grains; a quarter of its mass dries off",
      };
    }
    case "pour": {
      const pour = POURS[m.product];
      const pours = Math.max(1, Math.ceil(depthMm / pour.mostLayerMm - 1e-9));
      const ml = (layerMl / pour.leaves) * more;
      const g = POUR_GML[m.product];
      return {
        items: [{ name: pour.label, ml, g: ml * g, parts: "" }],
        layerMl,
        wetG: (layerMl / pour.leaves) * g,
        dryG: layerMl * g,
        ...rest,
        handsOnS: handsOnS * pours,
        pours,
        waitS: (pours - 1) * pour.waitS + method.hardS,
        formula: `poured = what fills the bed with its banks ÷ ${pour.leaves}, in layers of ${pour.mostLayerMm} mm at most`,
      };
    }
    case "growth": {
      const glueMl = cm2 * m.glueMlPerCm2 * more;
      const dryG = cm2 * m.gPerCm2 + cm2 * m.glueMlPerCm2 * GLUE_GML * 0.5;
      const bags = cm2 / m.bagCm2;
      return {
        items: [
          { name: method.name.toLowerCase(), ml: 0, g: cm2 * m.gPerCm2 * more, parts: `${bags.toFixed(bags < 1 ? 2 : 1)} bags` },
          { name: "white glue", ml: glueMl, g: glueMl * GLUE_GML, parts: "" },
        ],
        layerMl: 0,
        wetG: cm2 * m.gPerCm2 + cm2 * m.glueMlPerCm2 * GLUE_GML,
        dryG,
        ...rest,
        bags,
        formula: `bags = area ÷ ${m.bagCm2} cm² that one covers`,
      };
    }
    case "scored":
      return {
        items: [],
        layerMl: 0,
        wetG: 0,
        dryG: 0,
        ...rest,
        formula: "time = metres of line × 75 s",
      };
  }
}

/** Ground in a ring at the foot of a part: ∫ of a wedge round an outline of that perimeter. Steiner's formula with a slope of height ÷ width. */
export const ringMl = (perimeterMm: number, widthMm: number, heightMm: number): number =>
  ((perimeterMm * widthMm * heightMm) / 2 + (Math.PI * widthMm * widthMm * heightMm) / 3) / 1000;

/** How far something sinks into what is poured until it floats, mm; all of its height where it is denser. */
export const sinkMm = (heightMm: number, densityGMl: number, liquidGMl: number): number => heightMm * Math.min(1, densityGMl / liquidGMl);
