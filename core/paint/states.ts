/**
 * How a piece looks after each coat, zone by zone of its relief: which share of a zone a method reaches, and how well the film hides. Both
 * are common practice, no source; the colours between are by film.ts. It is a picture of the order of the steps, not a promise of a colour.
 */
import type { CoatFamily, CoatLayer, CoatMethod } from "../coat";
import type { Role } from "../recipe";
import { ofTexts } from "../derive";
import { hexOf, type Hex } from "./colour";
import { filmOver } from "./film";
import { absorptionOf, type Absorption } from "./mix";
import { colourOf, curveOf, type Curve } from "./reflectance";

/** Zones of a piece as it is drawn: its plain faces, what stands out, what lies deep, edges and tips, the foot, one surface, picked-out things. */
export type Zone = "flat" | "raised" | "recess" | "tip" | "foot" | "panel" | "accent";
export const ZONES: readonly Zone[] = ["flat", "raised", "recess", "tip", "foot", "panel", "accent"];

/** Share of plain faces, of what stands out and of what lies deep that a method reaches. */
const REACH: Record<CoatMethod, readonly [flat: number, raised: number, recess: number]> = {
  brush: [1, 1, 0.95],
  spray: [1, 1, 0.8],
  airbrush: [1, 1, 0.8],
  mist: [0.5, 0.6, 0.2],
  "from above": [0.5, 0.8, 0.1],
  "dry brush": [0.1, 0.75, 0],
  wash: [0.5, 0.2, 0.95],
  "line in": [0, 0, 0.95],
  "streak and wipe": [0.25, 0.1, 0.5],
  sponge: [0.3, 0.6, 0.05],
  stipple: [0.5, 0.7, 0.1],
  "pick out": [1, 1, 1],
  chip: [0.03, 0.3, 0],
  pencil: [0.02, 0.25, 0],
  flick: [0.1, 0.1, 0.1],
  dust: [0.25, 0.1, 0.6],
  pour: [1, 1, 1],
  decal: [0.2, 0.2, 0],
  tape: [0, 0, 0],
  "liquid mask": [0, 0, 0],
};

/** Zones that a role lies on. */
const ON: Record<Role, readonly Zone[]> = {
  "all over": ZONES,
  "from above": ["flat", "raised", "tip", "panel", "accent"],
  raised: ["flat", "raised", "tip", "foot", "panel"],
  recesses: ["flat", "raised", "recess", "foot", "panel"],
  lines: ["recess"],
  foot: ["foot"],
  tips: ["tip"],
  "picked out": ["accent"],
  surface: ["panel"],
  rim: [],
  inside: [],
  bare: [],
};

/** How much a film scatters: clear coats change no colour. */
export function scatters(family: CoatFamily): number {
  if (/varnish|effect/.test(family)) return 0;
  if (/wash|ink/.test(family)) return 0.25;
  return 3;
}

/** Strokes that find their own place stand fully in what they are meant for. */
function reachOf(method: CoatMethod, role: Role, zone: Zone): number {
  if (!ON[role].includes(zone)) return 0;
  const [flat, raised, recess] = REACH[method];
  switch (zone) {
    case "recess":
      return recess;
    case "raised":
      return raised;
    case "tip":
      return role === "recesses" ? 0 : Math.min(1, raised * 1.2);
    case "foot":
      return role === "foot" ? Math.max(flat, raised, recess) : flat;
    case "panel":
      return role === "surface" ? Math.max(flat, raised) : flat;
    case "accent":
      return role === "picked out" ? 1 : raised;
    case "flat":
      return flat;
  }
}

export const curveOfHex = ofTexts((hex: Hex): Curve => curveOf(hex), 300);
export const absorptionOfHex = ofTexts((hex: Hex): Absorption => absorptionOf(curveOfHex(hex)), 300);
const seen = (curve: Curve): Hex => hexOf(colourOf(curve));

export type Looks = Readonly<Record<Zone, Hex>>;

/** A coat as it is drawn. */
export type DrawnCoat = Pick<CoatLayer, "family" | "method" | "coats" | "thinning"> & { hex: Hex; role: Role };

/** @returns how the piece looks after each of the coats, in their order. @param ground colour of the bare piece */
export function looksAfter(ground: Hex, coats: readonly DrawnCoat[]): Looks[] {
  const now = new Map<Zone, Curve>(ZONES.map((z) => [z, curveOfHex(ground)]));
  return coats.map(({ family, method, coats: n, thinning = 0, hex, role }) => {
    const sx = scatters(family) / (1 + thinning);
    for (const zone of sx > 0 ? ZONES : []) {
      const reach = reachOf(method, role, zone);
      for (let i = 0; i < n && reach > 0; i++) now.set(zone, filmOver(now.get(zone)!, absorptionOfHex(hex), sx, reach));
    }
    return Object.fromEntries([...now].map(([zone, curve]) => [zone, seen(curve)])) as Record<Zone, Hex>;
  });
}
