/** A computed print in figures that can answer "why?", at a price: what is kept are numbers, what is said of them is said here. */
import type { Assumption, Figure } from "../../units";
import { costOf, type Price } from "../price";
import { BRIDGE_MM } from "./bridge";
import type { FilamentParts, FoundEstimate, Layering, ResinParts, Sum } from "./found";

export interface PrintEstimate {
  process: "fdm" | "resin";
  layers: number;
  layerMm: number;
  timeS: Figure;
  materialMm3: Figure;
  massG: Figure;
  costMinor: Figure;
  currency: string;
  supportMm3: number;
  /** Filament: what a plate of several pieces is reckoned from. */
  layering?: Layering;
}

/** A value whose range is the same share of it below and above. */
export const rangeOf = (value: number, range: { low: number; high: number }): Sum => ({
  value,
  low: value * range.low,
  high: value * range.high,
});

/** What is said of a figure beside its value and range. */
interface Said {
  inputs: Figure["inputs"];
  timeS: Pick<Figure, "formula" | "assumptions">;
  materialMm3: Pick<Figure, "formula" | "assumptions">;
  massG: Pick<Figure, "formula" | "assumptions">;
}

const SIZE_ONLY: Assumption = {
  text: "Only the size is known, not the shape: the range runs from a hollow shell to a solid block.",
  kind: "model",
};

/** @param sizeOnly no shape is known, only a size: the ranges are those of two guesses */
export function figuresOf(found: FoundEstimate, price: Price, sizeOnly = false): PrintEstimate {
  const { process, layers, layerMm, supportMm3, layering } = found;
  const said = process === "fdm" ? filamentSaid(found, found.parts) : resinSaid(found, found.parts);
  const figure = (key: "timeS" | "materialMm3" | "massG"): Figure => ({
    ...found[key],
    formula: said[key].formula,
    inputs: said.inputs,
    assumptions: sizeOnly ? [...said[key].assumptions, SIZE_ONLY] : said[key].assumptions,
  });
  const figures = { timeS: figure("timeS"), materialMm3: figure("materialMm3"), massG: figure("massG") };
  return {
    process,
    layers,
    layerMm,
    currency: price.currency,
    supportMm3,
    ...(layering && { layering }),
    ...figures,
    costMinor: costOf({ process, ...figures }, price),
  };
}

const cm3 = (mm3: number): string => `${Math.round(mm3 / 100) / 10} cm³`;

function filamentSaid({ layers, layerMm, supportMm3 }: FoundEstimate, parts: FilamentParts): Said {
  const { wallMm3, skinMm3, infillMm3, underMm3, infill, supportDensity, overhangDeg, densityGCm3, slopes } = parts;
  const bySlopes: Assumption[] =
    slopes > 0.01
      ? [
          {
            text: `Slicers differ in how they build skins on slopes: ${Math.round(slopes * 100)} % of the range comes from that.`,
            kind: "practice",
          },
        ]
      : [];
  const profile: Assumption = {
    text: "Speeds, acceleration and walls from the printer’s profile; edit them to match your machine.",
    kind: "practice",
  };
  const support: Assumption = {
    text: `Overhangs beyond ${overhangDeg}° from upright get support, except bridges up to ${BRIDGE_MM} mm resting on both sides; support is lines at ${Math.round(supportDensity * 100)} % density, down to the plate or the part below.`,
    kind: "practice",
  };
  return {
    inputs: [
      { name: "layers", value: `${layers} of ${layerMm} mm` },
      { name: "walls", value: cm3(wallMm3) },
      { name: "skins", value: cm3(skinMm3) },
      { name: "infill", value: `${cm3(infillMm3)} at ${Math.round(infill * 100)} %` },
      { name: "support", value: cm3(supportMm3) },
      ...(underMm3 > 0 ? [{ name: "brim and raft", value: cm3(underMm3) }] : []),
    ],
    timeS: {
      formula:
        "for each layer, the longer of the minimum layer time and its walls, skins, infill and travel; plus layer changes, supports, brim or raft, warming up",
      assumptions: [profile, support, { text: "Range of the model, 25 % either way, until your own prints narrow it.", kind: "model" }],
    },
    materialMm3: {
      formula: "layer height × (wall + skin + infill × density) + support",
      assumptions: [profile, support, ...bySlopes],
    },
    massG: {
      formula: "material × density",
      assumptions: [...bySlopes, { text: `Density ${densityGCm3} g/cm³, a usual value for the common filament.`, kind: "memory" }],
    },
  };
}

function resinSaid({ layers, layerMm }: FoundEstimate, parts: ResinParts): Said {
  const { heightMm, liftCycleS, copies, plates, lossMlPerPlate, curedDensityGCm3, points } = parts;
  const supports: Assumption = {
    text: points
      ? `${points.count.toLocaleString("en")} support points, each on a column of ${(3 * points.tipMm).toFixed(1)} mm, ${points.meanMm.toFixed(0)} mm high on average; ${lossMlPerPlate} ml lost on the plate and in the wash.`
      : `Flat enough to lie on the plate without supports; ${lossMlPerPlate} ml lost on the plate and in the wash.`,
    kind: "practice",
  };
  return {
    inputs: [
      { name: "height with supports", value: `${heightMm.toFixed(1)} mm` },
      { name: "layers", value: `${layers} of ${layerMm} mm` },
      { name: "one lift and return", value: `${liftCycleS.toFixed(1)} s` },
      { name: "copies on the plate", value: String(copies) },
      ...(plates > 1 ? [{ name: "plates", value: String(plates) }] : []),
    ],
    timeS: {
      formula: "bottom layers × (bottom exposure + lift) + transition + other layers × (exposure + lift) + start",
      assumptions: [
        { text: "Exposure and lift from the printer’s profile; set them from your resin’s data sheet.", kind: "typed" },
        {
          text: "Range 15 % either way until your own prints narrow it. Machine pauses missing from the profile are not included.",
          kind: "model",
        },
      ],
    },
    materialMm3: { formula: "(volume + supports) × copies + loss", assumptions: [supports] },
    massG: {
      formula: "(volume + supports) × copies × cured density",
      assumptions: [supports, { text: `Cured density ${curedDensityGCm3} g/cm³.`, kind: "memory" }],
    },
  };
}
