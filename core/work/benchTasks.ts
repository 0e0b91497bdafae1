/**
 * What is done at the bench between the printer and the paint. Times are starting values, common practice without a source; the user's
 * own records replace them.
 */
import type { CautionId } from "../care";
import type { Need } from "./needs";
import type { Station } from "./step";

export type BenchTaskId = "dry-fit" | "file" | "wash" | "seams" | "inspect" | "drill" | "flock" | "rim" | "join" | "daylight";

export interface BenchTask {
  id: BenchTaskId;
  title: string;
  station: Station;
  setUpS: number;
  perPieceS: number;
  perCm2S: number;
  waitS: number;
  cautions: CautionId[];
  needs?: Need[];
  /** It comes over the paint. */
  overPaint?: true;
}

export const BENCH_TASKS: BenchTask[] = [
  { id: "dry-fit", title: "Dry fit", station: "assemble", setUpS: 60, perPieceS: 60, perCm2S: 0, waitS: 0, cautions: [] },
  {
    id: "file",
    title: "Clean up burrs and flare",
    station: "surface",
    setUpS: 120,
    perPieceS: 45,
    perCm2S: 0.1,
    waitS: 0,
    cautions: ["sanding-dust"],
  },
  {
    id: "wash",
    title: "Wash off dust and let it dry",
    station: "surface",
    setUpS: 180,
    perPieceS: 15,
    perCm2S: 0.02,
    waitS: 2 * 3600,
    cautions: [],
  },
  {
    id: "drill",
    title: "Drill the holes for pins",
    station: "assemble",
    setUpS: 180,
    perPieceS: 90,
    perCm2S: 0,
    waitS: 0,
    cautions: ["rotary", "sanding-dust"],
  },
  { id: "seams", title: "Fill seams and gaps", station: "assemble", setUpS: 240, perPieceS: 90, perCm2S: 0, waitS: 4 * 3600, cautions: [] },
  // One loop: look, fill and sand what shows, touch in primer, look again.
  {
    id: "inspect",
    title: "Check in low light, fill and sand what shows, touch up primer",
    station: "surface",
    setUpS: 240,
    perPieceS: 60,
    perCm2S: 0.1,
    waitS: 3600,
    cautions: ["sanding-dust"],
  },
  {
    id: "flock",
    title: "Flock and tufts",
    station: "ground",
    setUpS: 300,
    perPieceS: 60,
    perCm2S: 0.2,
    waitS: 4 * 3600,
    cautions: ["static"],
    overPaint: true,
  },
  // What snaps or moves is painted first: paint in a slot is scraped off, paint over a hinge glues it.
  {
    id: "join",
    title: "Assemble painted parts, slots scraped clear",
    station: "assemble",
    setUpS: 120,
    perPieceS: 90,
    perCm2S: 0,
    waitS: 0,
    cautions: [],
    overPaint: true,
  },
  {
    id: "rim",
    title: "Paint the base edge",
    station: "paint",
    setUpS: 180,
    perPieceS: 90,
    perCm2S: 0,
    waitS: 3600,
    cautions: [],
    overPaint: true,
  },
  // Lamps shift colours: two that match in the evening part by day.
  {
    id: "daylight",
    title: "Check the colours in daylight",
    station: "paint",
    setUpS: 60,
    perPieceS: 60,
    perCm2S: 0,
    waitS: 0,
    cautions: [],
    needs: ["daylight"],
    overPaint: true,
  },
];
