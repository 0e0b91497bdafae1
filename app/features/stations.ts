/**
 * The stations and their tabs. Addresses, the frame, each station's tabs and the walk of the browser tests are made from this list: a new tab
 * is its page and a line here.
 */
import type { Place } from "~core/look";

export interface Tab {
  /** Under the address of its station; "" for the one that opens first. */
  path: string;
  label: string;
  /** The file of its page, from app/. */
  page: string;
}

export interface Station {
  id: Place;
  name: string;
  key: string;
  tabs: readonly Tab[];
  /** Of one part, under its id. */
  partTabs?: readonly Tab[];
}

const one = (page: string): Tab[] => [{ path: "", label: "", page }];

export const STATIONS: readonly Station[] = [
  { id: "tonight", name: "Tonight", key: "t", tabs: one("features/tonight/TonightPage.tsx") },
  {
    id: "scale",
    name: "Scale",
    key: "1",
    tabs: [
      { path: "", label: "Desk", page: "features/scale/ScalePage.tsx" },
      { path: "change", label: "What if", page: "features/scale/ChangePage.tsx" },
      { path: "beside", label: "Side by side", page: "features/scale/MismatchPage.tsx" },
      { path: "picture", label: "From a picture", page: "features/scale/PicturePage.tsx" },
      { path: "subject", label: "Subject", page: "features/scale/subject/SubjectPage.tsx" },
      { path: "references", label: "References", page: "features/scale/subject/ReferencesPage.tsx" },
    ],
  },
  {
    id: "parts",
    name: "Parts",
    key: "2",
    tabs: one("features/parts/table/PartsPage.tsx"),
    partTabs: [
      { path: "", label: "Sheet", page: "features/parts/PartPage.tsx" },
      { path: "mesh", label: "Mesh and walls", page: "features/parts/mesh/MeshPage.tsx" },
      { path: "scale", label: "Own scale", page: "features/parts/ownScale/PartScalePage.tsx" },
      { path: "record", label: "Record", page: "features/parts/record/RecordPage.tsx" },
    ],
  },
  {
    id: "print",
    name: "Print",
    key: "3",
    // Under "all", so that none of them can be a part's.
    tabs: [
      { path: "", label: "Queue", page: "features/print/scene/QueuePage.tsx" },
      { path: "all/plates", label: "Plates", page: "features/print/scene/PlatesPage.tsx" },
      { path: "all/parts", label: "Every part", page: "features/print/scene/EveryPartPage.tsx" },
      { path: "all/prints", label: "Prints and risk", page: "features/print/scene/PrintsPage.tsx" },
      { path: "all/faults", label: "Faults", page: "features/print/scene/FaultsPage.tsx" },
      { path: "all/mat", label: "Mat and SD card", page: "features/print/scene/MatPage.tsx" },
      { path: "all/coupons", label: "Test prints", page: "features/print/scene/CouponsPage.tsx" },
      { path: "all/printers", label: "Printers", page: "features/print/scene/PrintersPage.tsx" },
    ],
    partTabs: [
      { path: "", label: "Verdict", page: "features/print/part/VerdictPage.tsx" },
      { path: "up", label: "Orientation", page: "features/print/part/WaysPage.tsx" },
      { path: "hours", label: "Hours and grams", page: "features/print/part/HoursPage.tsx" },
      { path: "inside", label: "Inside", page: "features/print/part/InsidePage.tsx" },
      { path: "pieces", label: "Pieces", page: "features/print/part/PiecesPage.tsx" },
    ],
  },
  {
    id: "surface",
    name: "Surface",
    key: "4",
    tabs: [
      { path: "", label: "Map and methods", page: "features/surface/MapPage.tsx" },
      { path: "left", label: "Print marks", page: "features/surface/LeftPage.tsx" },
      { path: "seams", label: "Seams and fits", page: "features/surface/SeamsPage.tsx" },
      { path: "film", label: "Film and papers", page: "features/surface/FilmPage.tsx" },
      { path: "own", label: "Own figures", page: "features/surface/OwnPage.tsx" },
      { path: "lamp", label: "Lamp and phone", page: "features/surface/LampPage.tsx" },
    ],
  },
  {
    id: "paint",
    name: "Paint",
    key: "5",
    tabs: [
      { path: "", label: "Scheme", page: "features/paint/scheme/SchemePage.tsx" },
      { path: "coats", label: "Coats", page: "features/paint/PaintPage.tsx" },
      { path: "areas", label: "Areas", page: "features/paint/areas/AreasPage.tsx" },
      { path: "pot", label: "Pot", page: "features/paint/pot/PotPage.tsx" },
      { path: "effects", label: "Effects", page: "features/paint/effects/EffectsPage.tsx" },
      { path: "weather", label: "Weathering", page: "features/paint/weather/WeatherPage.tsx" },
      { path: "reference", label: "Reference", page: "features/paint/reference/ReferencePage.tsx" },
      { path: "spray", label: "Spray day", page: "features/paint/spray/SprayPage.tsx" },
      { path: "rack", label: "Rack", page: "features/paint/rack/RackPage.tsx" },
      { path: "wrong", label: "It went wrong", page: "features/paint/wrong/WrongPage.tsx" },
    ],
  },
  {
    id: "assemble",
    name: "Assemble",
    key: "6",
    tabs: [
      { path: "", label: "Together", page: "features/assemble/together/TogetherPage.tsx" },
      { path: "joint", label: "Joint", page: "features/assemble/joint/JointPage.tsx" },
      { path: "bare", label: "Keep bare", page: "features/assemble/bare/BarePage.tsx" },
      { path: "holds", label: "Holds", page: "features/assemble/holds/HoldsPage.tsx" },
      { path: "modules", label: "Modules", page: "features/assemble/modules/ModulesPage.tsx" },
      { path: "light", label: "Light", page: "features/assemble/light/LightPage.tsx" },
    ],
  },
  {
    id: "ground",
    name: "Ground",
    key: "7",
    tabs: [
      { path: "", label: "Plan", page: "features/ground/plan/PlanPage.tsx" },
      { path: "layers", label: "Layers", page: "features/ground/layers/GroundPage.tsx" },
      { path: "growth", label: "Growth and water", page: "features/ground/growth/GrowthPage.tsx" },
      { path: "cut", label: "Cut", page: "features/ground/cut/CutPage.tsx" },
      { path: "carry", label: "Carry", page: "features/ground/carry/CarryPage.tsx" },
      { path: "view", label: "View", page: "features/ground/view/ViewPage.tsx" },
    ],
  },
  {
    id: "log",
    name: "Log",
    key: "8",
    tabs: [
      { path: "", label: "Strip", page: "features/log/strip/StripPage.tsx" },
      { path: "entries", label: "Entries", page: "features/log/entries/EntriesPage.tsx" },
      { path: "shelf", label: "Shelf", page: "features/log/shelf/ShelfPage.tsx" },
      { path: "money", label: "Money", page: "features/log/money/MoneyPage.tsx" },
    ],
  },
  // Its route reads which scenes there are.
  { id: "workshop", name: "Workshop", key: "9", tabs: one("routes/scene/workshop.tsx") },
];

/** The tabs of a station; of one part where `part` is said. */
export const tabsOf = (id: Place, part?: "part"): readonly Tab[] => {
  const { tabs, partTabs = [] } = STATIONS.find((s) => s.id === id)!;
  return part ? partTabs : tabs;
};
