/**
 * What is laid on a printed surface to fill or hide its lines. Films, solids, rates and waits are starting values, common practice without a
 * source: the product's own sheet and the user's own coupons win.
 */
import type { CautionId } from "../care";
import type { CoatFamily, CoatMethod } from "../coat";

import { VOLUME_SOLIDS } from "./fill";

export type ProductId =
  "primer" | "primer-brush" | "thick-paint" | "filler" | "filler-thin" | "surfacer" | "uv-resin" | "texture-spray" | "sand-paste";

export interface Product {
  id: ProductId;
  name: string;
  /** What a coat of it is called in a list of steps. */
  coat: string;
  family: CoatFamily;
  method: CoatMethod;
  hex: string;
  solids: number;
  /** Dry film of one coat, mm. */
  filmMm: number;
  setUpS: number;
  perCm2S: number;
  waitS: number;
  cautions: CautionId[];
  /** What must be at hand. */
  needs: ("spray place" | "airbrush")[];
}

const MIN = 60,
  H = 3600;

export const PRODUCTS: Record<ProductId, Product> = {
  primer: {
    id: "primer",
    name: "Primer",
    coat: "Primer first: bare filament soaks up whatever goes over it",
    family: "solvent primer",
    method: "spray",
    hex: "#84898b",
    solids: VOLUME_SOLIDS.primer,
    filmMm: 0.03,
    setUpS: 8 * MIN,
    perCm2S: 0.12,
    waitS: 2 * H,
    cautions: ["solvent-spray"],
    needs: ["spray place"],
  },
  "primer-brush": {
    id: "primer-brush",
    name: "Primer, brushed",
    coat: "Primer first, brushed: bare filament soaks up whatever goes over it",
    family: "water primer",
    method: "brush",
    hex: "#84898b",
    solids: VOLUME_SOLIDS.primer,
    filmMm: 0.025,
    setUpS: 4 * MIN,
    perCm2S: 0.5,
    waitS: 2 * H,
    cautions: [],
    needs: [],
  },
  "thick-paint": {
    id: "thick-paint",
    name: "Thick base coat",
    coat: "Thick base coat, 40 % matt medium to 60 % paint, brushed into the lines",
    family: "water acrylic",
    method: "brush",
    hex: "#9a9184",
    solids: VOLUME_SOLIDS.thickPaint,
    filmMm: 0.1,
    setUpS: 5 * MIN,
    perCm2S: 0.6,
    waitS: 4 * H,
    cautions: [],
    needs: [],
  },
  filler: {
    id: "filler",
    name: "Filler primer, sanded",
    coat: "Filler primer, sprayed wet",
    family: "solvent primer",
    method: "spray",
    hex: "#a3a7a8",
    solids: VOLUME_SOLIDS.filler,
    filmMm: 0.04,
    setUpS: 8 * MIN,
    perCm2S: 0.12,
    waitS: 2 * H,
    cautions: ["solvent-spray"],
    needs: ["spray place"],
  },
  "filler-thin": {
    id: "filler-thin",
    name: "Thinned filler primer",
    coat: "Final filler primer, thinned 1:1 and airbrushed",
    family: "solvent primer",
    method: "airbrush",
    hex: "#a3a7a8",
    solids: VOLUME_SOLIDS.primer,
    filmMm: 0.015,
    setUpS: 15 * MIN,
    perCm2S: 0.3,
    waitS: 2 * H,
    cautions: ["solvent-spray"],
    needs: ["airbrush"],
  },
  surfacer: {
    id: "surfacer",
    name: "Brushed surfacer",
    coat: "Thick surfacer, brushed across the lines",
    family: "solvent primer",
    method: "brush",
    hex: "#9d9f9b",
    solids: VOLUME_SOLIDS.surfacer,
    filmMm: 0.11,
    setUpS: 6 * MIN,
    perCm2S: 0.8,
    waitS: 12 * H,
    cautions: ["solvent-spray"],
    needs: [],
  },
  "uv-resin": {
    id: "uv-resin",
    name: "UV resin skin",
    coat: "Printing resin, brushed on thin, 10 s under the lamp per spot",
    family: "uv resin",
    method: "brush",
    hex: "#b9a97f",
    solids: VOLUME_SOLIDS.uvResin,
    filmMm: 0.14,
    setUpS: 10 * MIN,
    perCm2S: 1.1,
    waitS: 10 * MIN,
    cautions: ["resin", "lamp"],
    needs: [],
  },
  "texture-spray": {
    id: "texture-spray",
    name: "Textured spray",
    coat: "Textured spray, two passes",
    family: "lacquer",
    method: "spray",
    hex: "#6f6a63",
    solids: 0.3,
    filmMm: 0.06,
    setUpS: 8 * MIN,
    perCm2S: 0.12,
    waitS: 2 * H,
    cautions: ["solvent-spray"],
    needs: ["spray place"],
  },
  "sand-paste": {
    id: "sand-paste",
    name: "Added texture",
    coat: "Texture paste or fine sand in medium, stippled on",
    family: "chalk paste",
    method: "brush",
    hex: "#c2b89f",
    solids: VOLUME_SOLIDS.paste,
    filmMm: 0.5,
    setUpS: 8 * MIN,
    perCm2S: 1,
    waitS: 12 * H,
    cautions: [],
    needs: [],
  },
};
