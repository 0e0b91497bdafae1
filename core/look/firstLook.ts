/**
 * The first look at a part: what it is in real life, which printer and which way up, hours, the surface whose lines show,
 * and the first thing to do tonight. Findings of the mesh follow. Every sentence is computed from the part.
 */
import { formatDuration, formatMm, formatMoney, formatReal, formatShare, type Assumption, type Reasons } from "../units";
import { unitQuestion, UNSTATED } from "../mesh";
import { figureHeightMm, formatRatio, holdsFloor } from "../scale";
import { turnWords, usableMm } from "../print";
import { goodCount, piecesWaiting, type Tonight } from "../plan";
import {
  linedSurfaces,
  surfacesOf,
  choicesOf,
  configurationsOf,
  doorFits,
  doorwayOf,
  houseFindings,
  impliedScale,
  optionAtHand,
  partRealMm,
  partSizeMm,
  printOptions,
  thinWalls,
  type Part,
  type PrintOption,
  type Project,
} from "../project";
import { checkHomes, linesOnMaterial, realMaterial } from "../subject";
import { SEEN_WORDS } from "../surface";
import { jobCostText, sumText } from "./jobs";
import { percentText } from "./mismatchRows";

export interface Note {
  id: string;
  /** Something to act on. */
  act: boolean;
  bold: string;
  plain: string;
  reasons: Reasons | null;
  /** Where what it says is worked on: a page of the part, from the scene's address. */
  to?: { path: string; words: string };
  /** Surface the note speaks of. */
  surface: number | null;
  /** Places it speaks of, in the size of the file. */
  places?: [number, number, number][];
}

const PRACTICE: Assumption["kind"] = "practice";

export function firstLook(part: Part, project: Project, model: Tonight): Note[] {
  return [
    sizeNote(part, project),
    ...printNotes(part, project),
    linesNote(part, project),
    tonightNote(part, project, model),
    ...standingNotes(part, project),
    buyNote(part, project),
    ...meshNotes(part),
  ].filter((n) => n !== null);
}

function sizeNote(part: Part, project: Project): Note {
  const { fits, doorModelMm, heightMm } = doorFits(part, project.scene);
  const real = partRealMm(part, project.scene);
  const { ratio } = project.scene.scale;
  const doorway = doorwayOf(part);
  const implied = doorway && impliedScale(part, project.scene);
  return {
    id: "size",
    act: false,
    surface: null,
    bold: `${formatReal(real[2])} tall in real life`,
    plain: doorway
      ? `its doorway is ${formatReal(doorway.heightMm * ratio)} at ${formatRatio(ratio)}${implied && implied.mismatch.verdict !== "fits" ? `: built for about ${formatRatio(implied.inferred.ratio)}` : ", which suits a person"}`
      : fits
        ? `tall enough for a door of ${formatMm(doorModelMm)}${part.source.kind === "mesh" && part.source.walls?.openings ? "; no doorway found" : ""}`
        : `lower than a door, which is ${formatMm(doorModelMm)} at this scale`,
    reasons: {
      formula: "real height = model height × ratio; a 1.98 m door leaf is divided by the ratio",
      inputs: [
        { name: "model height", value: formatMm(heightMm) },
        { name: "ratio", value: `1:${project.scene.scale.ratio.toFixed(2)}` },
      ],
      assumptions: [
        { text: "A door leaf is 6 ft 6 in high.", kind: PRACTICE },
        { text: "Adds a tenth above the door leaf for lintel and frame.", kind: PRACTICE },
        { text: "A doorway goes through a wall and reaches the floor; doorways for people are 1.85 to 2.15 m high.", kind: PRACTICE },
        ...(project.scene.scale.kind === "figure"
          ? [
              {
                text: `A ${project.scene.scale.figureMm} mm figure measured to the ${project.scene.scale.school} of a person of ${formatReal(project.scene.scale.statureMm ?? 0)}.`,
                kind: "typed" as const,
                source: "eye height 0.936 of stature: Drillis & Contini 1966",
              },
            ]
          : []),
      ],
    },
  };
}

function printNotes(part: Part, project: Project): (Note | null)[] {
  if (part.source.kind === "scratch")
    return [
      {
        id: "hand",
        act: false,
        surface: null,
        bold: `Made by hand, of ${part.source.material}`,
        plain: "no printer needed",
        reasons: null,
      },
    ];
  // Hours are those of what is still to print: what is good already takes no more.
  const good = goodCount(part, project.records);
  const left = Math.max(0, part.copies - good);
  const asked = left > 0 ? { ...part, copies: left } : part;
  const options = printOptions(asked, project.scene);
  const atHand = optionAtHand(asked, project.scene);
  const best = options.find((o) => o.printer.id === atHand?.printer.id);
  if (!best)
    return [
      {
        id: "printer",
        act: false,
        surface: null,
        bold: "Calculating printers and hours",
        plain: "slicing in the background",
        reasons: null,
      },
    ];
  const other = options.find((o) => o.printer.process !== best.printer.process) ?? options.find((o) => o !== best);
  const nameOf = (o: PrintOption): string =>
    other && other.printer.process === best.printer.process ? o.printer.name : o.printer.process === "fdm" ? "filament" : "resin";
  const misfit = options.find((o) => !o.facts.fits && o.printer.process === "fdm") ?? options.find((o) => !o.facts.fits);
  const over = misfit ? Math.max(...misfit.facts.overMm) : 0;
  const none = !best.facts.fits;
  return [
    {
      id: "printer",
      act: none,
      surface: null,
      to: none ? { path: `print/${part.id}/pieces`, words: "cut it" } : { path: `print/${part.id}/up`, words: "orientation" },
      bold: none
        ? `Too large for ${best.printer.name}: ${waysOut(part, project, best)}`
        : part.source.kind === "typed"
          ? best.printer.name
          : `${best.printer.name}, ${turnWords(best.facts.turn)}`,
      plain:
        misfit && misfit !== best
          ? `${misfit.printer.name}: too long by ${formatMm(over)}, ${misfit.facts.pieces} pieces`
          : best.facts.upWhy.join("; "),
      reasons: {
        formula:
          "fits first, then fewest pieces, then machine hours plus four times your own; the orientation stands without support, then has least overhang, then least gentle slope, then least height",
        inputs: options.map((o) => ({ name: o.printer.name, value: `${turnWords(o.facts.turn)}: ${o.facts.upWhy.join("; ")}` })),
        assumptions: [{ text: "An hour of your time counts as four machine hours.", kind: PRACTICE }],
      },
    },
    {
      id: "hours",
      act: false,
      surface: null,
      to: { path: `print/${part.id}`, words: "filament or resin" },
      bold:
        left === 0
          ? part.copies === 1
            ? "Printed"
            : `All ${part.copies} are printed`
          : `${good > 0 ? `${left} still to print: ` : ""}${sumText(part, best.job.timeS, formatDuration)} on ${nameOf(best)}, ${formatDuration(best.handsOnS)} hands-on`,
      plain:
        left > 0 && best.facts.stale
          ? "from before the last change; new hours are being calculated"
          : left > 0 && other
            ? `${nameOf(other)}: ${sumText(part, other.job.timeS, formatDuration)}, ${formatDuration(other.handsOnS)} hands-on${other.facts.pieces > 1 ? `, ${other.facts.pieces} pieces` : ""}`
            : "",
      reasons: best.typed
        ? {
            formula: "your own time per plate × plates; it takes precedence over the model",
            inputs: [
              { name: "yours, per plate", value: best.typed.text },
              { name: "plates", value: String(best.job.plates) },
              { name: "the model, one copy", value: formatDuration(best.facts.one.timeS.value) },
            ],
            assumptions: [{ text: "From your own slicer.", kind: "typed" }],
          }
        : best.facts.one.timeS,
    },
  ];
}

/** Buy or pass, while a part has a price and no plan: what it comes to, and what speaks against it. */
function buyNote(part: Part, project: Project): Note | null {
  const best = optionAtHand(part, project.scene);
  if (!part.fileCost || part.work.length > 0 || !best) return null;
  const against = [
    ...(best.facts.fits ? [] : ["it does not fit any plate in one piece"]),
    ...standingNotes(part, project).map((n) => n.bold.charAt(0).toLowerCase() + n.bold.slice(1)),
  ];
  const { minor, currency } = part.fileCost;
  const print = best.job.costMinor;
  const each = { value: print.value + minor, low: print.low + minor, high: print.high + minor };
  const apiece = sumText(part, each, (all) => formatMoney({ minor: all / part.copies, currency }));
  return {
    id: "buy",
    act: false,
    surface: null,
    bold: `${against.length === 0 ? "Nothing against buying it" : `Before you buy: ${against.join("; ")}`}`,
    plain: `${formatMoney(part.fileCost, true)} for the file, about ${jobCostText(part, best)} to print${
      best.job.currency === currency ? `: ${apiece} ${currency} per piece` : ""
    }${part.source.kind === "typed" ? "; only its size is known, not its walls" : ""}`,
    reasons: null,
  };
}

/** All ways out for a part that fits no plate, in one sentence. */
function waysOut(part: Part, project: Project, best: PrintOption): string {
  const { scale } = project.scene;
  const size = partSizeMm(part);
  const usable = usableMm(best.printer);
  // Standing as it does, either way round.
  const room = (w: number, d: number): number => Math.min(usable[0] / w, usable[1] / d, usable[2] / size[2]);
  const share = Math.min(1, Math.max(room(size[0], size[1]), room(size[1], size[0])));
  const longest = size.indexOf(Math.max(...size));
  const halves = size.map((v, i) => (i === longest ? v / 2 : v)).filter((_, i) => i !== 2);
  const ways = [
    `${best.facts.pieces} pieces${best.facts.pieces === 2 && longest !== 2 ? ` of ${halves.map((v) => formatMm(v).replace(" mm", "")).join(" × ")} mm` : ""}`,
  ];
  if (share < 1 && share > 0.3) {
    const figure = figureHeightMm(scale);
    const beside =
      scale.kind === "figure"
        ? ` it suits ${(scale.figureMm! * share).toFixed(1)} mm figures, ${share < 0.95 ? "visibly small" : "barely smaller"} beside ${scale.figureMm}`
        : ` it is ${formatRatio(scale.ratio / share)}, a figure of ${formatMm(figure * share)}`;
    ways.push(`shrunk to ${(share * 100).toFixed(1)} %${beside}`);
  }
  ways.push("or a larger printer");
  return ways.join("; ");
}

function linesNote(part: Part, project: Project): Note | null {
  if (part.source.kind === "typed")
    return {
      id: "lines",
      act: false,
      surface: null,
      bold: "Layer lines: not known",
      plain: "only its size is known; add the mesh to find out",
      reasons: null,
    };
  const best = optionAtHand(part, project.scene);
  const surfaces = surfacesOf(part, project.scene);
  if (!best || part.source.kind === "scratch" || surfaces.length === 0) return null;
  const { viewingDistanceMm } = choicesOf(part, project.scene);
  const lined = linedSurfaces(surfaces).at(0);
  const distance = formatMm(viewingDistanceMm);
  if (!lined)
    return {
      id: "lines",
      act: false,
      surface: null,
      bold: "No lines will show",
      plain: `seen from ${distance}, printed in ${best.printer.layerMm} mm layers`,
      reasons: null,
    };
  const { laid } = lined;
  const material = realMaterial(lined.said?.material ?? "");
  const covered = material && linesOnMaterial(material, laid, project.scene.scale.ratio);
  return {
    id: "lines",
    act: lined.seen === "plain" && (!covered || covered === "treat"),
    to: { path: `surface?part=${part.id}`, words: "in low light" },
    surface: lined.number,
    bold: `Lines every ${formatMm(laid.pitchMm)} on the ${lined.name}`,
    plain: material ? `${material.name}: ${material.lines}` : `${SEEN_WORDS[lined.seen]}, from ${distance}`,
    reasons: {
      formula:
        "pitch = layer ÷ tan(slope), at least the layer; step = layer × cos(slope), at least half a layer; on a level top, the line width; plain to see from 2 minutes of arc; a dry brush catches steps above 0.05 mm at any distance",
      inputs: [
        { name: "slope", value: `${laid.slopeDeg.toFixed(1)}° from level` },
        { name: "layer", value: `${best.printer.layerMm} mm` },
        { name: "step", value: formatMm(laid.cuspMm) },
        { name: "pitch", value: `${formatMm(laid.pitchMm)}, ${lined.arcmin.toFixed(1)} minutes of arc` },
      ],
      assumptions: [
        { text: "Cusp height.", kind: "published", source: "Dolenc & Mäkelä 1994" },
        { text: "A good eye resolves one minute of arc.", kind: "published", source: "ISO 8596:2017" },
        { text: "A dry brush catches ridges by their height, whatever the viewing distance.", kind: PRACTICE },
      ],
    },
  };
}

/** What the part is held to and does not keep: its own scale, thin walls, house standards, where it is to live. */
function standingNotes(part: Part, project: Project): Note[] {
  const { scene } = project;
  const note = (id: string, bold: string, plain: string): Note => ({ id, act: true, surface: null, bold, plain, reasons: null });
  const out: Note[] = [];
  const implied = impliedScale(part, scene);
  if (implied && implied.mismatch.verdict === "wrong")
    out.push(
      note(
        "own-scale",
        `Looks like ${formatRatio(implied.inferred.ratio)}: ${Math.abs(implied.mismatch.off * 100).toFixed(0)} % too ${implied.mismatch.off > 0 ? "large" : "small"} here`,
        `print it at ${percentText(implied.mismatch)}${part.sightings.length === 0 ? ", judging by its doorway" : ""}`,
      ),
    );
  const best = optionAtHand(part, scene);
  const thin = best && thinWalls(part, scene, best.printer.process);
  if (thin && !holdsFloor(thin.thinnestMm, thin.floorMm) && thin.share > 0.0005)
    out.push(
      note(
        "thin",
        `Walls down to ${formatMm(thin.thinnestMm)}`,
        `${best.printer.process === "fdm" ? "filament" : "resin"} needs ${formatMm(thin.floorMm)}; ${formatShare(thin.share)} of the surface is thinner`,
      ),
    );
  for (const f of houseFindings(part, scene).filter((f) => !f.fits))
    out.push(note(`house-${f.what}-${out.length}`, "Off the house standard", f.message));
  const homes = checkHomes(configurationsOf(part), scene.homes).filter((v) => !v.fits);
  if (homes.length > 0)
    out.push(note("home", homes[0].message, homes.length > 1 ? `and ${homes.length - 1} more: see Subject` : "see Subject"));
  return out;
}

function tonightNote(part: Part, project: Project, model: Tonight): Note {
  const clock = model.clocks.find((c) => c.step.partId === part.id);
  const offer = model.offers.find((o) => o.step.partId === part.id);
  if (part.work.length === 0)
    return {
      id: "tonight",
      act: false,
      surface: null,
      bold: "First tonight: plan this part",
      plain: "press Plan, then change anything you like",
      reasons: null,
    };
  if (offer)
    return {
      id: "tonight",
      act: false,
      surface: null,
      bold: `Tonight: ${offer.step.title.charAt(0).toLowerCase()}${offer.step.title.slice(1)}`,
      plain: `${formatDuration(offer.step.handsOnS)}; ${offer.why}`,
      reasons: null,
    };
  if (clock)
    return {
      id: "tonight",
      act: false,
      surface: null,
      bold: `${clock.kind === "running" ? "Printing" : clock.kind === "setting" ? "Setting: leave it alone" : "In hand"}, ${formatDuration((clock.until - model.now) / 1000)} to go`,
      plain: clock.step.title,
      reasons: null,
    };
  const left = part.source.kind === "scratch" ? 0 : part.copies - goodCount(part, project.records);
  const coming = model.steps.some((s) => s.partId === part.id && s.clears > 0 && model.states.get(s.key)?.kind !== "done");
  if (left > 0 && !coming && piecesWaiting(part.id, project) === 0)
    return {
      id: "tonight",
      act: false,
      surface: null,
      bold: `${part.copies - left} of ${part.copies} printed: no print planned for the rest`,
      plain: "add a print to the order of work, or lay it out on a plate",
      reasons: null,
    };
  return {
    id: "tonight",
    act: false,
    surface: null,
    bold: model.steps.some((s) => s.partId === part.id && model.states.get(s.key)?.kind !== "done")
      ? "Nothing to do on it tonight"
      : "All its steps are done",
    plain: "see Tonight for the rest",
    reasons: null,
  };
}

function meshNotes(part: Part): Note[] {
  const { source } = part;
  if (source.kind !== "mesh") return [];
  const asked = source.unitReason === UNSTATED.reason ? unitQuestion(Math.max(...source.report.bounds.size)) : undefined;
  const unit: Note[] = asked
    ? [
        {
          id: "unit",
          act: false,
          surface: null,
          bold: `Which unit? ${asked.text}`,
          plain: "the file does not say: choose it below",
          reasons: null,
        },
      ]
    : [];
  const faults = source.noted
    .filter((w) => w.code !== "mesh.degenerate" && w.code !== "mesh.overlap")
    .map((w): Note => ({
      id: w.code,
      act: true,
      surface: null,
      bold: `${w.message.split(":")[0].split(". ")[0]}${w.count ? ` (${w.count.toLocaleString("en")})` : ""}`,
      plain: w.message.split(": ").slice(1).join(": ") || "see the report",
      reasons: null,
    }));
  return [...faults, ...unit];
}
