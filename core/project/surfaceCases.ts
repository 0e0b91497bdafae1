/**
 * The surfaces of a part as they are printed, seen and treated: what was found in its mesh, joined with what was said of it, its printer,
 * its marks and its coats. Everything here follows at once from rows and results; nothing is kept.
 */
import { TURNS, UPS, type Turn } from "../mesh";
import { turnWords, type Printer } from "../print";
import { realMaterial } from "../subject";
import {
  anchorOf,
  dryBrushOn,
  laySurface,
  lowestMm,
  matchSurfaces,
  pressedByPlate,
  planSchool,
  showsAt,
  type Anchor,
  type BrushVerdict,
  type Grain,
  type LaidSurface,
  type MappedSurface,
  type Reprint,
  type SchoolPlan,
  type Seen,
  type Sight,
  type SurfaceCase,
} from "../surface";
import { define, type Scope } from "../derive";
import { coatsOnPart, isLaidBy } from "./coats";
import { printsIn, type HideWork } from "../stations/kinds";
import { conditionsOf } from "./conditions";
import { printerAtHand, printFactsOf } from "./part";
import { choicesOf } from "./standing";
import type { Part, Project, SaidSurface, Scene } from "./types";

/** What a printer lays down, as its lines show. */
export const grainOf = (printer: Printer): Grain =>
  printer.process === "fdm"
    ? { layerMm: printer.layerMm, lineWidthMm: printer.lineWidthMm }
    : { layerMm: printer.layerMm, ...(printer.pixelMm ? { pixelMm: printer.pixelMm } : {}) };

/** Walls that a printer lays round an infill, mm; resin is solid. */
export const shellMmOf = (printer: Printer): number => (printer.process === "fdm" ? printer.wallLines * printer.lineWidthMm : Infinity);

/** How the part lies when it is printed by its own plan, or as the first printer that has looked would turn it. */
export function sheetTurn(part: Part): Turn {
  const [own] = printsIn(part.work);
  const facts = part.prints.find((f) => f.printerId === own?.printerId) ?? part.prints[0];
  return own?.turn ?? facts?.turn ?? TURNS["+z"];
}

/** One surface of a part, and what is known of it. */
export interface KnownSurface {
  /** Its number in the mesh. */
  number: number;
  found: MappedSurface;
  laid: LaidSurface;
  anchor: Anchor;
  said: SaidSurface | null;
  name: string;
  sight: Sight;
  /** What marks and rays say of it, whatever was said. */
  sightFound: Sight;
  seen: Seen;
  arcmin: number;
  shares: Record<Seen, number>;
  dryBrush: boolean;
}

/** From this share on a mark speaks for the whole surface. */
const MARKED = 0.6;
const SIGHTS = ["covered", "hidden", "mating"] as const;
/** From this share of its ways out on it can be looked at; a room behind windows has less. Common choice. */
export const OPEN = 0.12;
/** What the marks on the mesh say; without any, what nobody can look at from outside is hidden. */
const byMarks = (found: MappedSurface): Sight => SIGHTS.find((s) => found.marked[s] >= MARKED) ?? (found.open < OPEN ? "hidden" : "seen");

/** What surfaces were called before they were found again by their place: by slope and side as printed. */
function oldName({ kind, slopeDeg, underside, surface }: LaidSurface): string {
  if (kind === "level") return underside ? "flat underside" : "level top";
  if (kind === "wall") return `wall, ${surface.facing}`;
  return `${slopeDeg < 4 ? slopeDeg.toFixed(1) : String(Math.round(slopeDeg))}° ${underside ? "underside" : "slope"}, ${surface.facing}`;
}

/** Which said surface each found one is; what is said of none that is there stays with the part. */
function saidOf(part: Part, laid: readonly LaidSurface[]): Map<number, SaidSurface> {
  const map = part.surfaceMap;
  const out = new Map<number, SaidSurface>();
  if (!map) return out;
  for (const [id, number] of matchSurfaces(part.surfaces, map))
    out.set(
      number,
      part.surfaces.find((s) => s.id === id)!,
    );
  for (const said of part.surfaces) {
    if (said.anchor) continue;
    const at = laid.find((l) => !out.has(l.surface.id) && said.name.split(" and ").some((name) => oldName(l).startsWith(name)));
    if (at) out.set(at.surface.id, said);
  }
  return out;
}

/** With which turn and grain its surfaces are looked at; for trying others. */
export interface LookedAt {
  turn: Turn;
  grain: Grain;
}

interface Laid {
  part: Part;
  scene: Scene;
}
const LAID: Scope<Laid> = { shape: { scene: {} }, of: ({ part, scene }) => `${scene.id} ${part.id}` };

/** @param as how it is looked at, as text; "" as it is printed */
const surfacesLaid = define<Laid, [string], KnownSurface[]>({
  name: "surfaces of a part",
  scope: LAID,
  read: ({ part, scene }, as) => surfacesAnew(part, scene, as === "" ? undefined : (JSON.parse(as) as LookedAt)),
});

/** All surfaces of a part as it is printed; none while they are not found, or nothing prints it. */
export const surfacesOf = (part: Part, scene: Scene, as?: LookedAt): KnownSurface[] =>
  surfacesLaid({ part, scene }, as ? JSON.stringify(as) : "");

function surfacesAnew(part: Part, scene: Scene, as?: LookedAt): KnownSurface[] {
  const printer = printerAtHand(part, scene);
  if (!part.surfaceMap || !printer) return [];
  const { viewingDistanceMm } = choicesOf(part, scene);
  const { turn, grain } = as ?? { turn: sheetTurn(part), grain: grainOf(printer) };
  const plainBelowDeg = printer.fits?.plainSlopeDeg;
  const map = part.surfaceMap;
  const asLaid = map.list.map((s) => laySurface(s, { turn, factor: part.factor, grain }));
  const laid = printer.process === "fdm" ? pressedByPlate(asLaid, lowestMm(map.bounds, turn) * part.factor) : asLaid;
  const said = saidOf(part, laid);
  const brushed = isLaidBy("dry brush", part, { scene });
  return map.list.map((found, number): KnownSurface => {
    const mine = said.get(number) ?? null;
    return {
      number,
      found,
      laid: laid[number],
      anchor: mine?.anchor ?? anchorOf(found, map),
      said: mine,
      // A name from before surfaces were found by place was no name but a description.
      name: (mine?.anchor && mine.name) || found.name,
      sight: mine?.sight || byMarks(found),
      sightFound: byMarks(found),
      ...showsAt(laid[number], viewingDistanceMm, plainBelowDeg),
      dryBrush: mine?.brush ? mine.brush === "dry" : brushed,
    };
  });
}

/** Things said of surfaces that this mesh does not have. */
export const lostSurfaces = (part: Part, list: readonly KnownSurface[]): SaidSurface[] =>
  part.surfaceMap ? part.surfaces.filter((s) => !list.some((k) => k.said?.id === s.id)) : [];

/** The id under which something is said of a surface: the same in two windows. */
export const saidId = (k: Pick<KnownSurface, "said" | "anchor">): string =>
  k.said?.id ?? `s${[...k.anchor.at, ...k.anchor.normal].map((v) => Math.round((v + 1) * 500)).join("-")}`;

/** What is left of the plainest order: plain before hardly seen, slopes before walls before tops, large before small; what looks down last. */
export const plainestFirst = (a: KnownSurface, b: KnownSurface): number =>
  Number(a.laid.looksDown) - Number(b.laid.looksDown) ||
  Number(b.sight === "seen") - Number(a.sight === "seen") ||
  SEEN_ORDER[a.seen] - SEEN_ORDER[b.seen] ||
  KIND_ORDER[a.laid.kind] - KIND_ORDER[b.laid.kind] ||
  b.laid.areaMm2 - a.laid.areaMm2 ||
  a.number - b.number;
const SEEN_ORDER: Record<Seen, number> = { plain: 0, "dry brush": 1, hidden: 2 };
const KIND_ORDER = { slope: 0, wall: 1, level: 2 } as const;

/** Surfaces that show lines and are looked at, the plainest first. */
export const linedSurfaces = (list: readonly KnownSurface[]): KnownSurface[] =>
  list.filter((k) => !k.laid.looksDown && k.sight === "seen" && k.seen !== "hidden").sort(plainestFirst);

/** What a dry brush as it is said would do to a surface. */
export const dryBrushOf = ({ laid, found, said }: KnownSurface, part: Part): BrushVerdict =>
  dryBrushOn({
    cuspMm: laid.cuspMm,
    pitchMm: laid.pitchMm,
    ridges: laid.ridges,
    reliefMm: found.reliefDepthMm * part.factor,
    bristle: said?.bristle ?? "stiff",
    stroke: said?.stroke ?? "across",
  });

/** A nozzle's least layer, as a share of its line, and what resin is printed with. Common practice, no source. */
const LEAST_LAYER_SHARE = 0.25;

/** The better of thinner layers and another side up, where one of them makes the surface less plain. */
function reprintOf(k: KnownSurface, part: Part, scene: Scene, printer: Printer): Reprint | null {
  const facts = printFactsOf(part, printer);
  if (!facts) return null;
  const { viewingDistanceMm } = choicesOf(part, scene);
  const grain = grainOf(printer);
  const ways: { words: string; laid: LaidSurface; machineS: number }[] = [];
  const allS = facts.one.timeS.value * part.copies;
  const finer = printer.process === "fdm" ? Math.max(printer.lineWidthMm * LEAST_LAYER_SHARE, grain.layerMm / 2) : 0;
  if (finer > 0 && finer < grain.layerMm * 0.9) {
    const layerMm = Math.round(finer * 100) / 100;
    ways.push({
      words: `with layers of ${layerMm} mm`,
      laid: laySurface(k.found, { turn: facts.turn, factor: part.factor, grain: { ...grain, layerMm } }),
      machineS: (allS * grain.layerMm) / layerMm,
    });
  }
  for (const up of UPS)
    ways.push({ words: turnWords(TURNS[up]), laid: laySurface(k.found, { turn: TURNS[up], factor: part.factor, grain }), machineS: allS });
  // Another printer of the scene, as it would turn the part: resin for a face of fine bricks.
  for (const other of scene.printers) {
    const its = other.id === printer.id ? undefined : printFactsOf(part, other);
    if (its?.fits)
      ways.push({
        words: `on ${other.name}`,
        laid: laySurface(k.found, { turn: its.turn, factor: part.factor, grain: grainOf(other) }),
        machineS: its.one.timeS.value * (other.process === "resin" ? Math.ceil(part.copies / Math.max(1, its.perPlate)) : part.copies),
      });
  }
  const better = ways
    .filter((w) => !w.laid.underside && w.laid.cuspMm < k.laid.cuspMm * 0.75)
    .map((w) => ({ ...w, seen: showsAt(w.laid, viewingDistanceMm).seen }))
    .sort((a, b) => SEEN_ORDER[b.seen] - SEEN_ORDER[a.seen] || a.laid.cuspMm - b.laid.cuspMm)[0] as
    { words: string; laid: LaidSurface; machineS: number; seen: Seen } | undefined;
  if (!better) return null;
  return {
    words: better.words,
    steps: { cuspMm: better.laid.cuspMm, pitchMm: better.laid.pitchMm, spacingMm: better.laid.spacingMm },
    seen: better.seen,
    machineS: better.machineS,
  };
}

/** What hiding looks at besides its part. */
export type HideFrom = Pick<Project, "scene" | "paints" | "supplies" | "habits">;

/** A surface as schools look at it. */
export function caseOf(k: KnownSurface, part: Part, project: HideFrom): SurfaceCase | null {
  const { scene } = project;
  const printer = printerAtHand(part, scene);
  if (!printer) return null;
  const gloss = coatsOnPart(part, project).some(
    ({ pot }) => pot?.sheen === "gloss" && !pot.family.endsWith("wash") && !pot.family.endsWith("varnish"),
  );
  const { covered, hidden, mating } = k.found.marked;
  return {
    laid: k.laid,
    name: k.name,
    copies: part.copies,
    areaMm2: k.laid.areaMm2 * Math.max(0, 1 - (k.said?.sight ? 0 : covered + hidden + mating)),
    seen: k.seen,
    sight: k.sight,
    process: printer.process,
    wall: k.found.wall,
    shellMm: shellMmOf(printer),
    factor: part.factor,
    dryBrush: k.dryBrush,
    material: realMaterial(k.said?.material ?? "") ?? null,
    ratio: scene.scale.ratio,
    smooth: gloss || choicesOf(part, scene).finish === "display",
    gloss,
    ...conditionsOf(project),
    reprint: reprintOf(k, part, scene, printer),
  };
}

/** What one piece of hiding takes; null while its surface is not found, or is not there any more. */
export function hidePlan(item: HideWork, part: Part, project: HideFrom): { plan: SchoolPlan; name: string } | null {
  const k = surfacesOf(part, project.scene).find((s) => s.said?.id === item.surfaceId);
  const c = k && caseOf(k, part, project);
  return c ? { plan: planSchool(item.school, c), name: c.name } : null;
}
