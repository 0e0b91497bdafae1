/**
 * The shape of a project: one scene with its parts, its rack and its records. Plain data, stored as it is.
 * The order of work of a part is one list (`work`); steps, coat check, core sample and schedule all read that list.
 */
import type { Aired, Use } from "../care";
import type { PartFields } from "./partFields";
import type { Can, CoatFamily } from "../coat";
import type { Board, CameraSaid, CutStock, GroundLayer, GroundZone, Panel, Standing } from "../ground";
import type { Joint, Material } from "../joint";
import type { Pace } from "../learn";
import type { StockLine } from "../ledger";
import type { Light } from "../light";
import type { Money } from "../units";
import type { AreaBy, Effect } from "../paint";
import type { Place } from "../daylight";
import type { FileUnit, Up, MeshReport, MeshWarning, WallFacts } from "../mesh";
import type { FaceMark, Plate, PrintRecord, Printer, PrintFacts } from "../print";
import type { Recipe } from "../recipe";
import type { RealThing, Scale } from "../scale";
import type { Configuration, Fidelity, Finish, Handling, Home, HouseStandards, RealDimension, Reference } from "../subject";
import type { Anchor, Bristle, FillReading, Sight, Stroke, SurfaceMap } from "../surface";
import type { Need, Rests } from "../work";
import type { WorkItem } from "../stations/kinds";

export interface Evening {
  /** 0 = Sunday. */
  weekday: number;
  /** Local wall-clock time, "19:00". */
  from: string;
  to: string;
  /** Somebody helps: a second pair of hands. */
  helper?: true;
}

interface SecondaryScale {
  ratio: number;
  use: "forced perspective" | "background";
}

/** How somebody works: one for the whole workshop. */
export interface Habits {
  id: "workshop";
  evenings: Evening[];
  /** IANA name, so that evenings keep their wall-clock time over a clock change. */
  timeZone: string;
  /** Of the room, for waits; what the coat tables assume until it was said. */
  air: { airC: number; rh: number };
  currency: string;
  /** From where scenes are usually looked at: what a new one begins with. */
  viewingDistanceMm: number;
  /** "local": what is usual where the browser says that one lives. */
  paper: "local" | "a4" | "letter";
  /** When a backup was last written, ms. */
  backupAt: number | null;
  /** When nobody is up: no plate is changed then. Wall-clock times. */
  sleep: Span;
  /** When a printer that is told so must be still; null for never. */
  quiet: Span | null;
  /** When somebody can change a plate though it is no evening at the bench: before work, at noon. */
  changes: Evening[];
  /** What coats really filled: one's own figures in place of the common ones. */
  fills: OwnReading[];
  /** Of ten evenings that are planned, so many happen; null or absent where nobody said. */
  eveningsOfTen?: number | null;
  /** Where one lives, for daylight; null or absent where nobody said: see placeOf. */
  place?: Place | null;
  /** Hours that a planned hour of hands takes; null or absent where nobody said. */
  hoursTake?: number | null;
  /** Of the airbrush; null or absent where nobody said. */
  nozzleMm?: number | null;
  /** Hours at the bench in a week at most; null or absent where nobody said. */
  weekMostH?: number | null;
  /** What other currencies are worth, as somebody typed it, each with its day. */
  rates?: ExchangeRate[];
  /** So much the camera's clock is ahead, s; behind where it is negative. */
  cameraAheadS?: number | null;
}

/** One of a currency is so many of another. */
export interface ExchangeRate {
  from: string;
  to: string;
  rate: number;
  /** When it was typed, ms. */
  at: number;
}

/** A reading of one's own; those of the demo teach nothing outside it. */
export type OwnReading = FillReading & OfTheDemo;

/** From one wall-clock time to another; past midnight where the end is before the start. */
export interface Span {
  from: string;
  to: string;
}

/** What belongs to the workshop and not to one scene: scenes name it by id. */
export interface Workshop {
  printers: Printer[];
  paints: Paint[];
  recipes: Recipe[];
  procedures: Procedure[];
  /** Known things that the user has added. */
  things: RealThing[];
  supplies: Supply[];
  lessons: Lesson[];
  /** The ledger: what was bought, used, counted and thrown away of the paints and supplies. */
  lines: StockLine[];
  habits: Habits;
}

/** What a scene chooses once; a part may differ. */
export interface Choices {
  fidelity: Fidelity;
  handling: Handling;
  finish: Finish;
  viewingDistanceMm: number;
}

/** A scene as it is stored. */
export interface SceneRow {
  id: string;
  name: string;
  demo: boolean;
  scale: Scale;
  /** False until the user has answered who stands beside it. */
  scaleAnswered: boolean;
  /** A smaller scale for what stands further back, if there is one. */
  secondary: SecondaryScale | null;
  viewingDistanceMm: number;
  fidelity: Fidelity;
  handling: Handling;
  finish: Finish;
  house: HouseStandards;
  homes: Home[];
  /** The dimension sheet of the real thing. */
  dimensions: RealDimension[];
  references: Reference[];
  /** ISO date the scene is to be ready by, if any. */
  readyBy: string | null;
  /** Which goes first where several scenes want the same evening: the smaller. */
  rank: number;
  /** Nothing of it is offered at Tonight. */
  rests: boolean;
  /** Plates as they are laid out, in the order of each printer. */
  plates: Plate[];
  /** What meets what: each joint once. */
  joints: Joint[];
  /** What it is to look like: colours picked by hand from a photograph; absent where nobody picked any. */
  swatches?: LookSwatch[];
  /** Pools, domes and panes, and what they take. */
  effects?: Effect[];
  /** What glows; absent where nothing does. */
  lights?: Light[];
  /** What it stands on, what stands where, areas of ground and their layers; absent where nobody said. */
  boards?: Board[];
  standings?: Standing[];
  zones?: GroundZone[];
  layers?: GroundLayer[];
  /** From where it is looked at. */
  camera?: CameraSaid;
  /** Panels that are cut from board, and what they are cut from. */
  panels?: Panel[];
  stock?: CutStock;
  /** Parcels and people that are waited for. */
  awaits?: WaitedFor[];
  createdAt: number;
}

/** Something that must come before work goes on: a parcel, a friend's hands, an answer. */
export interface WaitedFor {
  id: string;
  /** "Resin, two bottles", "Ada cuts the base". */
  what: string;
  /** The day on which it is expected. */
  day: string;
  /** The part that waits for it; null for none, or for the whole scene where no pot or supply waits either. */
  partId: string | null;
  /** The pot or supply that it brings: steps that take of it wait. */
  itemId: string | null;
  /** It is there. */
  came: boolean;
}

/** A colour of the real thing, and what stands for it. */
export interface LookSwatch {
  id: string;
  /** "wall in the sun". */
  name: string;
  hex: string;
  /** The pot that stands for it; null for the nearest of the plan. */
  paintId: string | null;
  /** Why the plan departs from it on purpose; "" where it does not. */
  onPurpose: string;
}

/** A detail of the real thing that is wanted on a part, or not. */
export interface LookDetail {
  id: string;
  what: string;
  wanted: "must" | "should" | "skip";
  /** What it takes by hand, s; null where nobody said. */
  handsOnS: number | null;
  done: boolean;
}

/** A place of a part that takes a colour of its own: steps of recipes name it. Lengths in the size of the file. */
export interface ColourArea {
  id: string;
  name: string;
  by: AreaBy;
  /** A height over the lowest point; a slope; a surface by its name; the place that was pressed. Null or "" where it is picked otherwise. */
  mm: number | null;
  deg: number | null;
  surface: string;
  at: [number, number, number] | null;
}

/** A scene with what it has of the workshop. */
export interface Scene extends SceneRow, Pick<Habits, "evenings" | "timeZone"> {
  printers: Printer[];
  /** Known things that the user has added. */
  ownThings: RealThing[];
  /** Recipes that its parts may be painted by. */
  recipes: Recipe[];
}

/** A mesh as it was given: its file, and how that is to be read. */
export interface SaidMesh {
  kind: "mesh";
  hash: string;
  fileName: string;
  unit: FileUnit;
  unitReason: string;
  /** What the reader of the file warned of: it cannot be found again in the mesh that is kept. */
  warnings: MeshWarning[];
}

type SizeSource =
  /** A size from a shop page. */
  | { kind: "typed"; sizeMm: [number, number, number]; shell: boolean }
  /** Made by hand. */
  | { kind: "scratch"; sizeMm: [number, number, number]; material: Material };

/** Where a part comes from, as it was said. */
export type SaidSource = SaidMesh | SizeSource;

/** What is found in a mesh. */
export interface MeshFound {
  report: MeshReport;
  /** What a brush reaches from outside, mm². */
  outsideMm2: number;
}

/** The same with what was found in the mesh; walls come later than the rest. */
export type PartSource =
  | (SaidMesh &
      MeshFound & {
        walls: WallFacts | null;
        /** What was found in it and what its reader warned of, in words. */
        noted: MeshWarning[];
      })
  | SizeSource;

/** A length on the part whose real size is known: what its own scale is inferred from. */
export interface Sighting {
  id: string;
  thing: string;
  lowRealMm: number;
  highRealMm: number;
  /** In the size of the file, so that it holds at any factor. */
  fileMm: number;
  how: "picked" | "typed";
}

/** What the part was before it was mended, replaced or reprinted with changes. */
export interface PartVersion {
  source: SaidSource;
  factor: number;
  at: number;
  note: string;
}

/** Copies that differ from the others. */
export interface Variation {
  id: string;
  copies: number;
  mirrored: boolean;
  /** Of the part's own size. */
  percent: number;
  /** "open", "shut" and the like. */
  state: string;
  extraColour: string;
}

/** How many pieces have got how far, where no finished step says it. */
export interface Tally {
  fitted: number;
  primed: number;
  painted: number;
  placed: number;
}

/** What of the house standards the part has, in the size of the file. */
export interface OwnMeasures {
  clipSlotMm: number | null;
  wallHeightMm: number | null;
  baseMm: number | null;
  groundHex: string | null;
}

/** A slab of the part in which walls and infill are its own: a peg, a neck, a corner. */
export interface Zone {
  id: string;
  name: string;
  axis: "x" | "y" | "z";
  /** Between these two from its low end, in the size of the file. */
  fromMm: number;
  toMm: number;
  /** Share of the inside that is filled, 0..1. */
  infill: number;
  wallLines: number;
}

/** What a piece costs when it is not printed here. */
export interface OtherWays {
  currency: string;
  /** Bought ready made, each, minor units; null where it cannot be had. */
  buyMinor: number | null;
  /** Printed by someone else, each. */
  serviceMinor: number | null;
  /** Built by hand: the first one, s, and its material. */
  scratchS: number | null;
  scratchMinor: number | null;
  /** What an hour of one's own is worth; 0 for nothing. */
  hourMinor: number;
}

/** What somebody said of one surface. It is found again by its anchor: after a rescale, a turn and in a new file that still has it. */
export interface SaidSurface {
  id: string;
  /** Null for what was said before surfaces were found again by place: those are found by their old name. */
  anchor: Anchor | null;
  /** Own name; "" for the one that it is found with. */
  name: string;
  /** "" where the marks on the mesh say it. */
  sight: Sight | "";
  /** What it is in real life; "" where nobody said. */
  material: string;
  /** Whether a dry brush goes over it; "" as the coats of the part say. */
  brush: "dry" | "none" | "";
  bristle: Bristle;
  stroke: Stroke;
  photos: SurfacePhoto[];
}

export interface SurfacePhoto {
  hash: string;
  when: "before" | "after";
  at: number;
}

/** A part as it is stored: what the user said of it, and nothing that could be computed. */
export interface PartRow extends PartFields {
  id: string;
  sceneId: string;
  name: string;
  source: SaidSource;
  /** Model size ÷ file size. */
  factor: number;
  copies: number;
  /** Counted before this scene's records began. */
  goodBefore: number;
  failedBefore: number;
  work: WorkItem[];
  notes: string;
  order: number;
  tags: string[];
  /** Content hashes of its photos. */
  pictures: string[];
  /** What the file cost. */
  fileCost: Money | null;
  /** Earlier versions, newest last. */
  versions: PartVersion[];
  tally: Tally;
  variations: Variation[];
  sightings: Sighting[];
  measures: OwnMeasures;
  /** Other ways it can be than as measured: folded, taken apart. File size. */
  configurations: Configuration[];
  /** What was said of its surfaces: names, sight, what they are in real life. */
  surfaces: SaidSurface[];
  /** Where it differs from what the scene chose. */
  differs: Partial<Choices>;
  /** Faces that are seen, hidden, mate or are covered later. */
  faces: FaceMark[];
  /** Where it is printed stronger than the rest. */
  zones: Zone[];
  /** What it costs otherwise; null where nobody said. */
  otherWays: OtherWays | null;
  /** Details of the real thing, ticked at the dry fit; absent where nobody listed any. */
  details?: LookDetail[];
  /** Areas of their own colour, a later one over an earlier; absent where nobody picked any. */
  areas?: ColourArea[];
  /** Which way of its file is up where it stands in the scene; the file's own where nobody said. How it is printed is apart from that. */
  stands?: Up;
  /** What looks like a support or a nib and is none, in the user's words. */
  neverCut?: string;
}

/** What one printer says of a part. */
export type PrinterFacts = PrintFacts & {
  printerId: string;
  /** Of before something that it follows from was changed: the new one is being computed. */
  stale?: true;
};

/** A part with what was found in its mesh and what each printer says of it: see core/results. */
export interface Part extends Omit<PartRow, "source"> {
  source: PartSource;
  /** Its surfaces; null while they are not found yet. */
  surfaceMap: SurfaceMap | null;
  /** Of those printers only whose facts are there, for the part as it is now. */
  prints: PrinterFacts[];
}

/** Made up for the demo: in another scene only where it is used. */
interface OfTheDemo {
  demo?: boolean;
}

/** Something of which the ledger knows how much is left. */
interface Stocked {
  /** What it began with, where the ledger says that another amount is left now. Never stored. */
  began?: number;
  /** Where it stands, in the user's own words. */
  place?: string;
  /** Since when it is not found, ms; null or absent where it is. */
  missingSince?: number | null;
}

export interface Paint extends OfTheDemo, Stocked {
  id: string;
  name: string;
  hex: string;
  family: CoatFamily;
  sheen: "matt" | "satin" | "gloss";
  /** What was in it when it was put down; what is left follows from the ledger. */
  stockMl: number;
  /** What the pot or can cost, and how much it held then. */
  price?: Money | null;
  wholeMl?: number | null;
  /** It is a can: what is left goes by weight, and what it takes by area. */
  can?: Can | null;
  /** Drops of this bottle in a millilitre, where somebody counted them. */
  dropsPerMl?: number | null;
  /** How well one coat of it hides, where somebody tried. */
  hides?: "badly" | "well" | null;
  /** Its lot: in the user's own words. */
  lot?: string;
  /** What it was mixed from, where it was; in the order of adding. */
  mix?: KeptMix | null;
}

/** A pot that was mixed and kept: what went in is known by name and colour, also when a bottle is long empty. */
export interface KeptMix {
  parts: { paintId: string; name: string; hex: string; drops: number }[];
  /** Parts of thinner to one of paint. */
  thinning: number;
  at: number;
  /** How it came out, in words. */
  came: string;
}

/** A user's own step, kept for other parts. */
export interface Procedure extends OfTheDemo {
  id: string;
  title: string;
  handsOnS: number;
  waitS: number;
  family: CoatFamily | null;
  /** What must be there for it; absent where nothing was said. */
  needs?: Need[];
  /** What it uses that can hurt; absent where nothing was said. */
  uses?: Use[];
}

/** A glue, an abrasive or a tool that is in the workshop. */
export interface Supply extends OfTheDemo, Stocked {
  id: string;
  kind: SupplyKind;
  name: string;
  /** What it is of its kind: a glue of the table, a P grade, a tool of the list. */
  what: string;
  /** What was there when it was put down, ml or g of a glue, sheets of an abrasive, pieces of a tool; what is left follows from the ledger. */
  stock: number;
  /** What it cost when it was bought, whole; null where nobody said. */
  price: Money | null;
  /** How much of it that was; null where nobody said. */
  whole?: number | null;
  /** When it was opened or filled, ms; null where nobody said. */
  since?: number | null;
}
export type SupplyKind = "glue" | "filler" | "ground" | "abrasive" | "tool" | "spool" | "bottle" | "bath";

/** Something learned, told again at the next work of its kind. */
export interface Lesson extends OfTheDemo {
  id: string;
  title: string;
  /** Kind of work that it is about; null for all. */
  about: WorkItem["kind"] | null;
  /** The tool, task or method that it is about: see paceKey. Absent for all of its kind. */
  key?: string;
  /** The product that it is about: a family of paint, a glue, a filler, as productsOf names it. Absent for any. */
  product?: string;
  /** At which entries of the log it was said whether it helped. */
  judged?: { recordId: string; helped: boolean }[];
  at: number;
}

/** So much of a pot or a supply, in its own unit. */
export interface Take {
  itemId: string;
  amount: number;
}

export type StepResult = "good" | "partly" | "failed";

/** How a step ended, as it was said away from this browser. */
export interface SaidAway {
  result: StepResult;
  good: number;
  failed: number;
  came?: StepRecord["came"];
  wentWrong: string;
  note?: string;
  saidS?: number;
  finishedAt: number;
}

/** As it came last. */
export interface Arrived extends SaidAway {
  /** By the phone's clock: what was sent earlier changes nothing any more. */
  at: number;
  photos: string[];
}

/** What really happened at one step. */
export interface StepRecord {
  id: string;
  sceneId: string;
  partId: string;
  stepKey: string;
  title: string;
  /** Whose time it was: the person's or a machine's. They are never added up. */
  time: "hands" | "machine";
  startedAt: number;
  finishedAt: number | null;
  /** Time planned when it was started, s: hands-on, or machine time for a print. */
  plannedS: number;
  waitS: number;
  /** The clock was set back during the step, or it was left open over night: its end says nothing about how long it took. */
  untimed?: boolean;
  /** What the user says that it took, s: it wins over the clock. */
  saidS?: number;
  result: StepResult | null;
  good: number;
  failed: number;
  wentWrong: string;
  /** What was said at it beside that. */
  note?: string;
  /** What took vapour and dust away. */
  aired?: Aired;
  /** Content hashes of pictures that were taken at it; those of a print lie with the print. */
  photos?: string[];
  /** Content hashes of what was spoken at it. */
  sounds?: string[];
  /** What came from a phone last: see arrived.ts. Later edits here stay beside it. */
  arrived?: Arrived;
  /** Of a plate with several parts: what came of each when it was cleared. */
  came?: { partId: string; good: number; failed: number }[];
  /** Of a machine's run: the print as it was. */
  print?: PrintRecord;
  /** What it was estimated to take of pots and supplies when it was begun. */
  takes?: Take[];
  /** What it rested on when it was begun: later edits of printer, paint or part do not change it. Records of older programs have none. */
  rests?: Rests;
}

/** Everything of one scene that is stored, but the meshes. */
export interface ProjectRows {
  scene: SceneRow;
  parts: PartRow[];
  records: StepRecord[];
  /** The workshop, or copies of what the scene names of it. */
  workshop: Workshop;
}

/** A scene as it is reckoned with: its parts with what was found of them. */
export interface Project {
  scene: Scene;
  /** Those of the workshop that this scene shows. */
  paints: Paint[];
  procedures: Procedure[];
  supplies: Supply[];
  lessons: Lesson[];
  lines: StockLine[];
  /** Own minutes, learned from this scene and those beside it. */
  pace: Pace;
  records: StepRecord[];
  habits: Habits;
  parts: Part[];
  /** Parts whose mesh is not measured yet: nothing can be said of them. */
  unread: PartRow[];
}
/** Mesh files, or pictures, by content hash, as they were read. */
export type MeshBlobs = Map<string, Uint8Array>;
