/**
 * Every job of the pool, and what it takes and gives. Files go as Blobs, which are handed over by reference: the page never copies a mesh.
 */
import type { PairChecked, Placing } from "../core/joint";
import type { AreaPick, Found, FoundFields, Look, MixPaint, PreviewView, PrintedLayers, WeatherPlace, WindFrom } from "../core/paint";
import type { FileUnit, Mended, MeshField, MeshUnit, MeshWarning, Turn } from "../core/mesh";
import type { Grain, LineReading, MeterMarks } from "../core/surface";
import type { GroundZone, StoodCopy } from "../core/ground";
import type { Drawing, PaperName, ViewDrawing } from "../core/drawing";
import type { MatPiece } from "../core/look";
import type { Bed, Footprint, LayFault, Lying, Ring } from "../core/lay";
import type { CouponId, LaidOut, LayOutPrinter, PlatePiece, Printer, Wanted } from "../core/print";
import type { Axis, CutSeam, GcodeFacts, GcodeOptions, Hole, Hollowed, JointKind, PrintFacts, PrintProfile } from "../core/print";
import type { MeshFound } from "../core/project";
import type { Geometry, ResultKind, ResultRequest, Results } from "../core/results";
import type { Backup, BackupWritten } from "../store/backup";
import type { Bundle, MissingFile, Read } from "../store/bundle";

/** A mesh a job is to work on: a stored file, or a size it builds a stand-in for. */
export interface MeshSource {
  geometry: Geometry;
  /** The stored file of a mesh. */
  file: Blob | null;
}

/** A mesh as it is to be kept, STL, with what was found in exactly that file. */
export interface KeptMesh extends MeshFound {
  hash: string;
  file: Blob;
}

interface ReadPart extends KeptMesh {
  name: string;
  copies: number;
  /** What the reader of the file warned of. */
  warnings: MeshWarning[];
}

interface ReadAnswer {
  format: string;
  unit: MeshUnit;
  parts: ReadPart[];
}

/** What mending did; `joinedShells`: bodies that ran into each other and are one now. */
export type MendDid = Omit<Mended, "mesh"> & { joinedShells: number };
/** What was mended, and the mesh as it is now, in millimetres. */
type MendAnswer = KeptMesh & { did: MendDid };

/** One part on its way into a file: its mesh, how many, and which of them are mirrored or of another size. */
export interface PartToWrite {
  name: string;
  source: MeshSource;
  factor: number;
  copies: number;
  mirrored: boolean;
  /** As it lies on the plate; as the file stands when absent. */
  turn?: Turn;
  /** Where each copy lies: the middle of its outline, and its turn about the vertical; in rows when absent. */
  places?: { xMm: number; yMm: number; turnDeg: number }[];
}

export type WriteFormat = "stl" | "3mf" | "ply";

export interface TurntableMesh {
  /** Model millimetres. Large meshes come thinned out. */
  positions: Float32Array;
  indices: Uint32Array;
  thinned: boolean;
  field: MeshField | null;
}

/**
 * What is to be shown on the turntable beside the shape: how steep each face is, how far apart its layer lines lie, in which area of colour
 * it is (none: no value), or how likely weather or use has marked it.
 */
export type FieldWanted =
  | { kind: "slope"; turn: Turn }
  | { kind: "steps"; turn: Turn; grain: Grain }
  | { kind: "areas"; picks: readonly AreaPick[] }
  | { kind: "weather"; place: WeatherPlace; wind: WindFrom; ratio: number };

export interface Packed {
  file: Blob;
  /** What could not be saved because it was not to be had. */
  missing: MissingFile[];
  /** Rows that were put beside the scene because no program could open them. */
  aside: number;
}

export interface CouponMade {
  file: Blob;
  timeS: number;
  massG: number;
  /** From above. */
  picture: ViewDrawing;
}

/** What each job takes and gives. */
export type Jobs = {
  read: { request: { file: Blob; unit: FileUnit | null }; answer: ReadAnswer };
  /** One computed result. */
  result: { request: { request: ResultRequest; file: Blob | null }; answer: Results[ResultKind]["value"] };
  mend: { request: { source: MeshSource }; answer: MendAnswer };
  /** `acrossMm`: how wide the rows of a 3MF may be; about a square when it is null. */
  write: { request: { parts: PartToWrite[]; format: WriteFormat; acrossMm: number | null }; answer: Blob };
  turntable: { request: { source: MeshSource; factor: number; field: FieldWanted | null }; answer: TurntableMesh };
  /** All that stands on a board, coloured by where weather or use would mark it. */
  weather: {
    request: {
      copies: { source: MeshSource; at: StoodCopy }[];
      outlineMm: Ring;
      zones: GroundZone[];
      by: Extract<FieldWanted, { kind: "weather" }>;
    };
    /** `markedMm2`: of each copy, every face by how likely it is. */
    answer: TurntableMesh & { markedMm2: number[] };
  };
  /** A picture of a part without its colours, for paint to be laid on; null where the fields are of another mesh. */
  look: {
    request: {
      source: MeshSource;
      factor: number;
      fields: FoundFields;
      view: PreviewView;
      layers: PrintedLayers | null;
      picks: readonly AreaPick[];
    };
    answer: Look | null;
  };
  /** Two parts where they stand together, at the size they are printed, or which of them is not closed. */
  pair: {
    request: { a: MeshSource; aFactor: number; b: MeshSource; bFactor: number; place: Placing };
    answer: PairChecked | { open: "a" | "b" };
  };
  readBundle: { request: { file: Blob }; answer: Read };
  writeBundle: { request: Bundle; answer: Packed };
  readBackup: { request: { file: Blob }; answer: Backup };
  writeBackup: { request: Backup; answer: BackupWritten };
  hollow: {
    request: { source: MeshSource; factor: number; wallMm: number; holes: Hole[] };
    answer: KeptMesh & { did: Omit<Hollowed, "mesh"> };
  };
  split: {
    request: {
      source: MeshSource;
      factor: number;
      axis: Axis;
      atMm: number[];
      kind: JointKind;
      clearanceMm: number;
      profile: PrintProfile;
    };
    answer: { pieces: (KeptMesh & { facts: PrintFacts })[]; seams: CutSeam[]; clearanceMm3: number };
  };
  /** All that is still to print on plates. */
  layOut: {
    request: { printers: LayOutPrinter[]; wanted: Wanted[]; firstOrder: number };
    answer: LaidOut;
  };
  /** Copies on a board, and those for which there is no room. */
  layOnBoard: {
    request: { items: { id: string; footprint: Footprint }[]; widthMm: number; depthMm: number; rimMm: number; apartMm: number };
    answer: { laid: (Lying & { id: string })[]; left: string[] };
  };
  /** A test print for a printer, with what it takes there. */
  coupon: { request: { id: CouponId; printer: Printer }; answer: CouponMade };
  /** The parking mat on paper, a drawing a sheet. */
  mat: { request: { pieces: MatPiece[]; sceneName: string; paper: PaperName; date: string }; answer: Drawing[] };
  /** What is wrong with a plate as it lies. */
  plateFaults: { request: { pieces: PlatePiece[]; footprints: Map<string, Footprint>; bed: Bed }; answer: LayFault[] };
  /** Mixes of the pots at hand for a colour. */
  mixes: { request: { target: string; paints: MixPaint[]; mostDrops: number }; answer: Found };
  /** Layer lines on a photograph. */
  lines: { request: { photo: Blob; marks: MeterMarks; pitchMm: number }; answer: LineReading };
  /** A picture upright, no longer than is wanted, as JPEG; and how large it was. */
  picture: { request: { file: Blob; longestPx: number }; answer: { file: Blob; width: number; height: number } };
  /** A file of moves. */
  gcode: { request: { file: Blob; options: GcodeOptions }; answer: GcodeFacts };
};
export type JobName = keyof Jobs;
