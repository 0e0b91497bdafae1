/**
 * Lights in a model: an LED pushed on a cell, or on a ready-made 5 V supply with a resistor. Nothing of the mains: that is a ready-made
 * approved adapter outside the model.
 */
import { field, optionsNamed, schemasOf, type Field } from "../field";

export type LedId = "red" | "amber" | "green" | "blue" | "white" | "warm-white";
/** Forward voltage at a few mA, V (typical, from memory; the LED's own sheet wins). */
export const LEDS: readonly { id: LedId; name: string; forwardV: number }[] = [
  { id: "red", name: "red", forwardV: 1.9 },
  { id: "amber", name: "amber", forwardV: 2.0 },
  { id: "green", name: "green", forwardV: 3.0 },
  { id: "blue", name: "blue", forwardV: 3.0 },
  { id: "white", name: "white", forwardV: 3.0 },
  { id: "warm-white", name: "warm white", forwardV: 3.0 },
];

type SourceId = "LR44" | "SR44" | "CR2016" | "CR2025" | "CR2032" | "CR2450" | "LR03" | "LR6" | "5v";
export interface PowerSource {
  id: SourceId;
  name: string;
  volts: number;
  /** Of a new cell, mAh (typical, from memory); null for a supply that does not run down. */
  mAh: number | null;
  /** Diameter and height, mm: IEC 60086-2 (maximum sizes, from memory). */
  sizeMm: readonly [number, number] | null;
  button: boolean;
}
export const SOURCES: readonly PowerSource[] = [
  { id: "LR44", name: "LR44 button cell", volts: 1.5, mAh: 110, sizeMm: [11.6, 5.4], button: true },
  { id: "SR44", name: "SR44 button cell", volts: 1.55, mAh: 150, sizeMm: [11.6, 5.4], button: true },
  { id: "CR2016", name: "CR2016 coin cell", volts: 3, mAh: 90, sizeMm: [20, 1.6], button: true },
  { id: "CR2025", name: "CR2025 coin cell", volts: 3, mAh: 150, sizeMm: [20, 2.5], button: true },
  { id: "CR2032", name: "CR2032 coin cell", volts: 3, mAh: 220, sizeMm: [20, 3.2], button: true },
  { id: "CR2450", name: "CR2450 coin cell", volts: 3, mAh: 600, sizeMm: [24.5, 5], button: true },
  { id: "LR03", name: "LR03 cell (AAA)", volts: 1.5, mAh: 1100, sizeMm: [10.5, 44.5], button: false },
  { id: "LR6", name: "LR6 cell (AA)", volts: 1.5, mAh: 2500, sizeMm: [14.5, 50.5], button: false },
  { id: "5v", name: "ready-made 5 V supply", volts: 5, mAh: null, sizeMm: null, button: false },
];

export interface Light {
  id: string;
  name: string;
  led: LedId;
  source: SourceId;
  /** Current through each, mA. */
  mA: number;
  hoursAWeek: number;
  /** The cell can still be changed once everything is glued. */
  reachable: boolean;
  /** What comes by post takes so long, days. */
  leadDays: number;
}

export const NEW_LIGHT: Omit<Light, "id"> = {
  name: "Lamp",
  led: "warm-white",
  source: "CR2032",
  mA: 4,
  hoursAWeek: 2,
  reachable: true,
  leadDays: 21,
};

export const LIGHT_FIELDS: Record<Exclude<keyof Light, "id">, Field> = {
  name: field.text("Name"),
  led: field.choice("LED", optionsNamed(LEDS)),
  source: field.choice("Power source", optionsNamed(SOURCES)),
  mA: field.count("Current, mA", { least: 1, most: 30 }),
  hoursAWeek: field.count("Hours a week", { least: 0, most: 168 }),
  reachable: field.tick("cell can be reached after gluing"),
  leadDays: field.count("Days by post", { least: 0, most: 365 }),
};
export const lightSchemas = schemasOf(LIGHT_FIELDS);
