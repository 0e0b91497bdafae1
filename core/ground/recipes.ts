/**
 * Groundwork by volume and weight. Loose material and liquids do not add: glue fills the voids between grains (absolute
 * volume method, ACI 211). Bulk 1.55 g/ml and grain density 2.65 g/cm³ for dry sand (quartz); mixes are common practice
 * without a source.
 */
import type { CautionId } from "../care";

interface GroundMaterial {
  name: string;
  /** Share of the loose volume. */
  share: number;
  bulkGMl: number;
  grainGMl: number;
}

export interface GroundRecipe {
  id: string;
  name: string;
  loose: GroundMaterial[];
  /** Parts of glue and of water in what is dripped on. */
  glue: { name: string; parts: number; waterParts: number; solids: number };
  /** Share of the voids that the liquid fills. */
  voidsFilled: number;
  /** Thinned alcohol or soapy water to break the surface, ml per cm². */
  wetMlPerCm2: number;
  depthMm: number;
  handsOnSPerDm2: number;
  setUpS: number;
  waitS: number;
  cautions: CautionId[];
  steps: string[];
}

export const GROUND_RECIPES: GroundRecipe[] = [
  {
    id: "sand-and-grit",
    name: "Sand and grit in thinned glue",
    loose: [
      { name: "fine sand", share: 0.8, bulkGMl: 1.55, grainGMl: 2.65 },
      { name: "coarse grit", share: 0.2, bulkGMl: 1.5, grainGMl: 2.65 },
    ],
    glue: { name: "white glue", parts: 1, waterParts: 3, solids: 0.5 },
    voidsFilled: 0.6,
    wetMlPerCm2: 0.02,
    depthMm: 2,
    handsOnSPerDm2: 6 * 60,
    setUpS: 10 * 60,
    waitS: 12 * 3600,
    cautions: ["alcohol"],
    steps: [
      "Brush thinned glue where the ground goes.",
      "Scatter sand and grit, press lightly.",
      "Wet with alcohol or soapy water until it darkens.",
      "Drip thinned glue from above until it stands between the grains.",
    ],
  },
];

export interface GroundAmounts {
  looseMl: number;
  loose: { name: string; ml: number; g: number }[];
  liquidMl: number;
  glueMl: number;
  waterMl: number;
  wetMl: number;
  /** Mass on the board when it has dried, g. */
  dryG: number;
  wetG: number;
  handsOnS: number;
  formula: string;
}

/** Amounts for an area and depth, with `waste` on top (0.1 = a tenth more). */
export function groundAmounts(recipe: GroundRecipe, areaMm2: number, depthMm: number, waste = 0.1): GroundAmounts {
  const layerMl = (areaMm2 * depthMm) / 1000;
  const looseMl = layerMl * (1 + waste);
  const loose = recipe.loose.map((m) => ({ name: m.name, ml: looseMl * m.share, g: looseMl * m.share * m.bulkGMl }));
  const solidMl = recipe.loose.reduce((sum, m) => sum + (looseMl * m.share * m.bulkGMl) / m.grainGMl, 0);
  const liquidMl = (looseMl - solidMl) * recipe.voidsFilled;
  const parts = recipe.glue.parts + recipe.glue.waterParts;
  const glueMl = (liquidMl * recipe.glue.parts) / parts;
  const waterMl = liquidMl - glueMl;
  const sandG = loose.reduce((sum, m) => sum + m.g, 0);
  return {
    looseMl,
    loose,
    liquidMl,
    glueMl,
    waterMl,
    wetMl: (areaMm2 / 100) * recipe.wetMlPerCm2,
    dryG: sandG + glueMl * 1.08 * recipe.glue.solids,
    wetG: sandG + glueMl * 1.08 + waterMl,
    handsOnS: recipe.setUpS + (areaMm2 / 10000) * recipe.handsOnSPerDm2,
    formula: "loose = area × depth × 1.1; liquid = (loose − grains) × share of voids filled; mass = loose × bulk density + dry glue",
  };
}
