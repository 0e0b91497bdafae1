/** What is asked for of a scene's parts, and whose each result is. */
import { ofOne } from "../derive";
import type { Turn } from "../mesh";
import type { AreaPick } from "../paint";
import { profileOf, unpriced, type FilamentPrinter, type FilamentProfile, type Printer, type PrintProfile } from "../print";
import type { Part, PartRow, ProjectRows, SaidMesh, SaidSource } from "../project";
import { printsIn } from "../stations/kinds";
import type { Geometry, MeshGeometry, ResultKind, ResultRequest } from "./kinds";

const meshGeometry = ({ hash, unit }: SaidMesh): MeshGeometry => ({ hash, unit });

/** What a part's results are computed from. A thing made by hand has the shape of its size. */
export const geometryOf = (source: SaidSource): Geometry =>
  source.kind === "mesh" ? meshGeometry(source) : { sizeMm: source.sizeMm, shell: source.kind === "typed" && source.shell };

type Request<K extends ResultRequest["kind"]> = Extract<ResultRequest, { kind: K }>;

export const meshRequest = ofOne((source: SaidMesh): Request<"mesh"> => ({ kind: "mesh", inputs: { geometry: meshGeometry(source) } }));
export const wallsRequest = ofOne((source: SaidMesh): Request<"walls"> => ({ kind: "walls", inputs: { geometry: meshGeometry(source) } }));
export const crossingsRequest = ofOne((source: SaidMesh): Request<"crossings"> => ({
  kind: "crossings",
  inputs: { geometry: meshGeometry(source) },
}));

/** How the user has turned it for a printer; null while the best is wanted. */
const chosenTurn = (part: PartRow, printerId: string): Turn | null =>
  printsIn(part.work).find((w) => w.printerId === printerId)?.turn ?? null;

/** A printer as parts are sliced for it: another price, or another name, is no reason to slice anything again. */
const slicedBy = ofOne((printer: Printer): PrintProfile => unpriced(profileOf(printer)));

const printRequestsOf = ofOne((part: PartRow) =>
  ofOne((printer: Printer): Request<"print"> => ({
    kind: "print",
    inputs: { geometry: geometryOf(part.source), factor: part.factor, turn: chosenTurn(part, printer.id), profile: slicedBy(printer) },
  })),
);
export const printRequest = (part: PartRow, printer: Printer): Request<"print"> => printRequestsOf(part)(printer);

/** @param turn a way to be looked at beside those that are found; choosing one of those makes no other list */
export const waysRequest = (part: PartRow, printer: Printer, turn: Turn | null = null): Request<"ways"> => ({
  kind: "ways",
  inputs: {
    geometry: geometryOf(part.source),
    factor: part.factor,
    turn,
    profile: slicedBy(printer),
    faces: part.faces,
  },
});

/** What a printer would say if the part lay so. */
export const turnedRequest = (part: PartRow, printer: Printer, turn: Turn): Request<"print"> => ({
  kind: "print",
  inputs: { geometry: geometryOf(part.source), factor: part.factor, turn, profile: slicedBy(printer) },
});

/** What a part, or one of its copies that differ, covers of the plate as it lies. */
export const footprintRequest = (part: Pick<PartRow, "source" | "factor">, turn: Turn, percent = 100): Request<"footprint"> => ({
  kind: "footprint",
  inputs: { geometry: geometryOf(part.source), factor: (part.factor * percent) / 100, turn },
});

/** What a part stands on and covers of the ground. */
export const footRequest = (part: Pick<PartRow, "source" | "factor" | "stands">, leanDeg = 0): Request<"foot"> => ({
  kind: "foot",
  inputs: {
    geometry: geometryOf(part.source),
    factor: part.factor,
    stands: part.stands ?? "+z",
    ...(leanDeg !== 0 && { leanDeg }),
  },
});

/** Where areas of colour lie on a part. @param picks in model millimetres */
export const areasRequest = (part: Pick<PartRow, "source" | "factor">, picks: readonly AreaPick[]): Request<"areas"> => ({
  kind: "areas",
  inputs: { geometry: geometryOf(part.source), factor: part.factor, picks },
});

/** What a brush, a wash and a spray find of a part. */
export const fieldsRequest = (part: Pick<PartRow, "source">): Request<"fields"> => ({
  kind: "fields",
  inputs: { geometry: geometryOf(part.source) },
});

/** What a part weighs on. */
export const balanceRequest = ({ source, stands = "+z" }: Pick<PartRow, "source" | "stands">): Request<"balance"> => ({
  kind: "balance",
  inputs: { geometry: geometryOf(source), ...(stands === "+z" ? {} : { stands }) },
});

export const hollowRequest = (part: PartRow & { source: SaidMesh }, wallMm: number, turn: Turn): Request<"hollow"> => ({
  kind: "hollow",
  inputs: { geometry: meshGeometry(part.source), factor: part.factor, wallMm, turn },
});

export const cutsRequest = (part: PartRow, printer: Printer): Request<"cuts"> => ({
  kind: "cuts",
  inputs: { geometry: geometryOf(part.source), factor: part.factor, profile: slicedBy(printer), faces: part.faces },
});

export const zonesRequest = (part: PartRow, printer: FilamentPrinter): Request<"zones"> => ({
  kind: "zones",
  inputs: {
    geometry: geometryOf(part.source),
    factor: part.factor,
    zones: part.zones.map(({ id, axis, fromMm, toMm, infill, wallLines }) => ({
      id,
      axis,
      fromMm: fromMm * part.factor,
      toMm: toMm * part.factor,
      infill,
      wallLines,
    })),
    profile: slicedBy(printer) as FilamentProfile,
  },
});

export const outlineRequest = ofOne((part: PartRow): Request<"outline"> => ({
  kind: "outline",
  inputs: { geometry: geometryOf(part.source), factor: part.factor },
}));

export const sheetRequest = (part: Part): Request<"sheet"> => ({
  kind: "sheet",
  inputs: { geometry: geometryOf(part.source), factor: part.factor },
});

export const surfacesRequest = ofOne((part: Pick<PartRow, "source">): Request<"surfaces"> => ({
  kind: "surfaces",
  inputs: { geometry: geometryOf(part.source) },
}));
export const marksRequest = ofOne((part: Pick<PartRow, "source" | "faces">): Request<"marks"> => ({
  kind: "marks",
  inputs: { geometry: geometryOf(part.source), faces: part.faces },
}));

/** A result that is wanted, and whose it is: while it is not there, the last one of the same is. */
export interface Wanted {
  request: ResultRequest;
  of: string;
}

/** What a part wants: how large it is, what printers say, its surfaces, its walls. */
export const wantedOfPart = (part: PartRow, printers: readonly Printer[]): readonly Wanted[] => wantedOn(printers)(part);

const wantedOn = ofOne((printers: readonly Printer[]) => ofOne((part: PartRow) => wantedAnew(part, printers)));

function wantedAnew(part: PartRow, printers: readonly Printer[]): Wanted[] {
  const of = (request: ResultRequest, whose = ""): Wanted => ({ request, of: ownerOf(part, request.kind, whose) });
  const { source } = part;
  return [
    ...(source.kind === "mesh" ? [of(meshRequest(source))] : []),
    ...(source.kind === "scratch"
      ? []
      : [
          ...printers.map((printer) => of(printRequest(part, printer), printer.id)),
          of(surfacesRequest(part)),
          ...(part.faces.length > 0 ? [of(marksRequest(part))] : []),
        ]),
    ...(source.kind === "mesh" ? [of(wallsRequest(source))] : []),
  ];
}

/** Whose result it is. What was found in another mesh, or of another size, is not this one's. */
export const ownerOf = ({ sceneId, id, source, factor }: PartRow, kind: ResultKind, whose: string): string =>
  [kind, sceneId, id, source.kind === "mesh" ? source.hash + source.unit : source.sizeMm.join(), factor, whose].join(" ");

const FIRST: ResultKind[] = ["mesh", "print", "surfaces", "marks", "walls"];

/** Everything that is kept fresh of a scene, first things first: sizes of all parts, then what printers say, then walls. */
export const wantedIn = ofOne(({ parts, workshop: { printers } }: ProjectRows): readonly Wanted[] => {
  const all = parts.flatMap((part) => wantedOfPart(part, printers));
  return FIRST.flatMap((kind) => all.filter((w) => w.request.kind === kind));
});

export const wantedOf = (rows: ProjectRows): ResultRequest[] => wantedIn(rows).map((w) => w.request);
