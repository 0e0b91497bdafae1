/**
 * The unit of a mesh. STL and PLY store none, OBJ neither: such a mesh is in millimetres, as printers take it. Where another unit is
 * likelier it is asked, with what would follow; nothing is ever scaled by a guess.
 */
import { formatMm } from "../../units";

/** Files that state their unit may state `um` and `ft` too. */
export type FileUnit = "um" | "mm" | "cm" | "m" | "in" | "ft";
export const FILE_UNIT_MM: Record<FileUnit, number> = { um: 0.001, mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 };

export interface MeshUnit {
  name: FileUnit;
  /** Neither the file nor the user named it. */
  guessed: boolean;
  reason: string;
}

/** Another unit may be meant. */
export interface UnitQuestion {
  /** "4 mm long as it stands; 102 mm if inches". */
  text: string;
  choices: { unit: FileUnit; longestMm: number; readAs: string }[];
}

/** Longest side, in file units, up to which another unit makes a likelier part. Common practice, no source. */
const LIKELIER: { unit: FileUnit; word: string; upTo: number }[] = [
  { unit: "cm", word: "centimetres", upTo: 2 },
  { unit: "in", word: "inches", upTo: 8 },
  { unit: "m", word: "metres", upTo: 0.5 },
];

export const UNSTATED: MeshUnit = { name: "mm", guessed: true, reason: "The file has no unit; millimetres assumed." };

/** What to ask of a mesh in millimetres that states no unit. @param longestMm its longest side; undefined when there is nothing to ask */
export function unitQuestion(longestMm: number): UnitQuestion | undefined {
  const choices = LIKELIER.filter((l) => longestMm <= l.upTo).map(({ unit, word }) => {
    const mm = longestMm * FILE_UNIT_MM[unit];
    return { unit, longestMm: mm, readAs: `${formatMm(mm)} if ${word}` };
  });
  return choices.length === 0
    ? undefined
    : { text: `${formatMm(longestMm)} long as read; ${choices.map((c) => c.readAs).join(", ")}`, choices };
}
