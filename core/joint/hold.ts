/**
 * Does it hold? Pins that nod, holes that tear out, butt joints, legs, and what tips over. Beams and columns as in handbooks (Gere &
 * Timoshenko, "Mechanics of materials", from memory); pressures in a hole as of a short post in the ground. Strengths of prints are common
 * practice, no source: they follow layers and cure more than any table.
 */
const G = 9.81;

/** Stiffness and yield of wire, MPa (from memory). */
export const WIRES = {
  brass: { label: "brass", eMPa: 105_000, yieldMPa: 200 },
  steel: { label: "steel", eMPa: 200_000, yieldMPa: 500 },
  "stainless tube": { label: "stainless tube", eMPa: 190_000, yieldMPa: 300 },
} as const;
type WireMaterial = keyof typeof WIRES;

/** What shops have: wires by diameter, tubes of needles as ISO 9626 lists them (21, 18 and 16 gauge; from memory), mm. */
const STOCK_WIRES: readonly { material: WireMaterial; dMm: number; innerMm?: number }[] = [
  ...[0.5, 0.8, 1, 1.2, 1.5, 2].map((dMm) => ({ material: "brass" as const, dMm })),
  ...[0.5, 0.8, 1, 1.5, 2].map((dMm) => ({ material: "steel" as const, dMm })),
  { material: "stainless tube", dMm: 0.82, innerMm: 0.51 },
  { material: "stainless tube", dMm: 1.27, innerMm: 0.84 },
  { material: "stainless tube", dMm: 1.65, innerMm: 1.19 },
];
/** The drill for a wire: a little wider, to the next twentieth, mm. Common practice, no source. */
export const drillFor = (dMm: number): number => Math.ceil((dMm + 0.05) * 20 - 1e-9) / 20;

/** What a printed hole bears before it widens or tears out, MPa. Common practice, no source. */
export const HOLES = {
  resin: { bearingMPa: 30, shearMPa: 15 },
  filament: { bearingMPa: 25, shearMPa: 12 },
} as const;
type Body = keyof typeof HOLES;

/** A piece that nods by more than this is seen to. Common practice, no source. */
const MOST_DROOP_DEG = 2;

export interface PinAsked {
  massG: number;
  /** How far the centre of mass lies beside the pin, mm. */
  offsetMm: number;
  /** Free length of the pin, mm. */
  heightMm: number;
  wire: { material: WireMaterial; dMm: number; innerMm?: number };
  /** How deep it sits, and how much print covers it sideways, mm. */
  holeMm: number;
  coverMm: number;
  body: Body;
}

export interface Pin {
  droopDeg: number;
  bendingMPa: number;
  bearingMPa: number;
  shearMPa: number;
  holds: boolean;
  why: string;
}

/** Second moment of a round wire or tube, mm⁴. */
const roundI = (d: number, inner = 0): number => (Math.PI * (d ** 4 - inner ** 4)) / 64;

export function pinOf({ massG, offsetMm, heightMm, wire, holeMm, coverMm, body }: PinAsked): Pin {
  const force = (massG / 1000) * G;
  const moment = force * offsetMm;
  const { eMPa, yieldMPa } = WIRES[wire.material];
  const i = roundI(wire.dMm, wire.innerMm);
  const droopDeg = (((moment * heightMm) / (eMPa * i)) * 180) / Math.PI;
  const bendingMPa = (moment * wire.dMm) / (2 * i);
  const bearingMPa = ((4 * force) / holeMm + (6 * moment) / holeMm ** 2) / wire.dMm;
  const shearMPa = (bearingMPa * wire.dMm) / (2 * coverMm);
  const most = HOLES[body];
  const faults = [
    droopDeg > MOST_DROOP_DEG && "It nods: move the hole under the centre of mass, which helps more than a thicker wire.",
    bendingMPa > yieldMPa && "The wire bends for good: take a thicker one.",
    bearingMPa > most.bearingMPa && "The hole widens: let the pin in deeper.",
    shearMPa > most.shearMPa && "The pin tears out sideways: more print beside the hole, or a deeper hole.",
  ].filter((f) => f !== false);
  return {
    droopDeg,
    bendingMPa,
    bearingMPa,
    shearMPa,
    holds: faults.length === 0,
    why: faults.join(" ") || "It stays upright, and the hole bears it.",
  };
}

/** Degrees to which a piece can be tilted before it falls: its centre of mass over the nearest edge of its feet. */
export const tipDeg = ({ centreMm, edgeMm }: { centreMm: number; edgeMm: number }): number =>
  (Math.atan2(edgeMm, centreMm) * 180) / Math.PI;
/** Force at which a round leg that is fixed at its foot buckles, N (Euler). */
export const buckleN = ({ eMPa, dMm, lengthMm }: { eMPa: number; dMm: number; lengthMm: number }): number =>
  (Math.PI ** 2 * eMPa * roundI(dMm)) / (2 * lengthMm) ** 2;

/** Stress at the edge of a butt joint that is pushed at a lever, MPa. */
export const buttMPa = ({
  widthMm,
  thickMm,
  forceN,
  leverMm,
}: {
  widthMm: number;
  thickMm: number;
  forceN: number;
  leverMm: number;
}): number => (6 * forceN * leverMm) / (widthMm * thickMm ** 2);

/** Every wire of the shops for a pin, those that hold first, the thinnest of them before the others. */
export function pinsFor(asked: Omit<PinAsked, "wire">): (Pin & { wire: PinAsked["wire"] })[] {
  return STOCK_WIRES.map((wire) => ({ wire, ...pinOf({ ...asked, wire }) })).sort(
    (x, y) => Number(y.holds) - Number(x.holds) || x.wire.dMm - y.wire.dMm || x.droopDeg - y.droopDeg,
  );
}
