/** The nine stations and the workshop: places, each with its key. */
import type { Place } from "~core/look";

export interface Station {
  id: Place;
  name: string;
  key: string;
}

export const STATIONS: Station[] = [
  { id: "tonight", name: "Tonight", key: "t" },
  { id: "scale", name: "Scale", key: "1" },
  { id: "parts", name: "Parts", key: "2" },
  { id: "print", name: "Print", key: "3" },
  { id: "surface", name: "Surface", key: "4" },
  { id: "paint", name: "Paint", key: "5" },
  { id: "assemble", name: "Assemble", key: "6" },
  { id: "ground", name: "Ground", key: "7" },
  { id: "log", name: "Log", key: "8" },
  { id: "workshop", name: "Workshop", key: "9" },
];
