/** What there is to say of a glue, an abrasive, a tool: the choices of each kind, and the unit that its stock is counted in. */
import { GROUND_GOODS } from "../ground";
import { GLUES, SEAM_FILLERS } from "../joint";
import { NEEDS, type Need } from "../work";
import type { Supply, SupplyKind } from "./types";

/** Grain of coated abrasives, P grades of ISO 6344 (FEPA 43) that are sold as sheets. */
const GRADES = [80, 100, 120, 150, 180, 220, 240, 320, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 2500];

/** Tools that a plan asks for; what work needs names some of them. */
const TOOLS: { id: string; name: string }[] = [
  { id: "airbrush", name: "airbrush" },
  { id: "spray-booth", name: "spray booth or a place outside" },
  { id: "cure-lamp", name: "curing lamp" },
  { id: "dryer", name: "filament dryer" },
  { id: "rotary", name: "rotary tool" },
  { id: "caliper", name: "caliper" },
];

/** What spools, bottles and baths hold, by family: what a printer has learned of one says little of another. */
const MATERIALS = {
  spool: [
    { id: "usual", name: "usual filament" },
    { id: "tough", name: "tough filament" },
    { id: "filled", name: "filled filament (wood, stone)" },
    { id: "flexible", name: "flexible filament" },
  ],
  bottle: [
    { id: "standard", name: "standard resin" },
    { id: "tough", name: "tough resin" },
    { id: "water-washable", name: "water-washable resin" },
    { id: "clear", name: "clear resin" },
  ],
  bath: [
    { id: "first", name: "first bath" },
    { id: "second", name: "second bath, clean" },
  ],
} as const;

export const SUPPLY_KINDS: Record<SupplyKind, { label: string; unit: string; choices: { id: string; name: string }[] }> = {
  glue: { label: "Glue", unit: "ml or g", choices: GLUES.map(({ id, name }) => ({ id, name })) },
  filler: { label: "Filler", unit: "ml or g", choices: SEAM_FILLERS.map(({ id, name }) => ({ id, name })) },
  ground: { label: "Ground", unit: "ml or g", choices: [...GROUND_GOODS] },
  abrasive: { label: "Abrasive", unit: "sheets", choices: GRADES.map((grade) => ({ id: `P${grade}`, name: `P${grade}` })) },
  spool: { label: "Spool of filament", unit: "g", choices: [...MATERIALS.spool] },
  bottle: { label: "Bottle of resin", unit: "ml", choices: [...MATERIALS.bottle] },
  bath: { label: "Wash bath", unit: "plates washed", choices: [...MATERIALS.bath] },
  tool: { label: "Tool", unit: "pieces", choices: TOOLS.map(({ id, name }) => ({ id, name })) },
};

/** Is a glue, grade or tool in the workshop, and where it should be? Undefined where nothing of its kind was ever put down: nobody knows. */
export function isAtHand(supplies: readonly Supply[], kind: SupplyKind, what: string): boolean | undefined {
  const ofKind = supplies.filter((s) => s.kind === kind);
  return ofKind.length === 0 ? undefined : ofKind.some((s) => s.what === what && s.stock > 0 && s.missingSince == null);
}

/** Can work that needs this be done with the tools that are there? Undefined where nobody said which there are. */
export function hasTool(supplies: readonly Supply[], need: Need): boolean | undefined {
  const { tool } = NEEDS[need];
  return tool === null ? undefined : isAtHand(supplies, "tool", tool);
}
