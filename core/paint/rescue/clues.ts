/** What the stack, the clock and the air say of a coat that went wrong, each in words that a user can check. */
import { FAMILIES, filmOf, METHODS, sprayFault, type Air, type CoatLayer, type InPot } from "../../coat";
import { formatDuration } from "../../units";

export type Clue =
  | "damp air"
  | "cold air"
  | "warm air"
  | "too soon"
  | "solvent over young paint"
  | "alcohol over varnish"
  | "sprayed"
  | "airbrushed"
  | "brushed"
  | "wash"
  | "thick"
  | "thinned much"
  | "can nearly empty"
  | "bare below"
  | "gloss below"
  | "oily below"
  | "glue near"
  | "clear part"
  | "masked"
  | "powder below"
  | "matt"
  | "varnish"
  | "wet effect below"
  | "resin"
  | "still wet"
  | "another pot";

/** A coat that went wrong, and all that is known around it. */
export interface WentWrong {
  layer: CoatLayer;
  /** From the ground up, without the layer itself. */
  below: readonly CoatLayer[];
  /** Since it was laid, s; null while it is being laid. */
  sinceS: number | null;
  /** Its usual time to the next coat, s. */
  driesS: number;
  /** How old the coat below was, and what it should have waited, s; null where nobody knows. */
  ageBelowS: number | null;
  waitBelowS: number;
  air: Air;
  /** What is left in the pot or can, as a share of the whole; null where the whole is not known. */
  left: number | null;
  pot: InPot | null;
  /** Glue that sets by vapour was used on the part, and when, s ago. */
  gluedS: number | null;
  masked: boolean;
  resin: boolean;
  /** The pot was mixed, or another one than last time. */
  mixed: boolean;
}

/** A can with less than this spits. Common practice, no source. */
const NEARLY_EMPTY = 0.2;
/** Vapour of glue settles for so long, s. Common practice, no source. */
const VAPOUR_S = 2 * 86_400;
/** Damp for sprayed coats, and cold and warm for all. Common practice, no source. */
const DAMP_RH = 65,
  COLD_C = 15,
  WARM_C = 28;

/** @returns each clue that holds, with what it was read from */
export function cluesOf(w: WentWrong): Map<Clue, string> {
  const { layer, below, air } = w;
  const clues = new Map<Clue, string>();
  const say = (clue: Clue, holds: boolean, words: string): void => void (holds && clues.set(clue, words));
  const family = FAMILIES[layer.family];
  const method = METHODS[layer.method];
  const closed = below.findLast((l) => METHODS[l.method].cover === null);
  say("damp air", air.rh >= DAMP_RH || sprayFault(air) !== null, `${air.rh} % humidity at ${air.airC} °C`);
  say("cold air", air.airC < COLD_C, `the room is at ${air.airC} °C`);
  say("warm air", air.airC > WARM_C, `the room is at ${air.airC} °C`);
  const short = w.ageBelowS !== null && w.ageBelowS < w.waitBelowS;
  say(
    "too soon",
    short,
    w.ageBelowS === null ? "" : `what is below was ${formatDuration(w.ageBelowS)} old and should wait ${formatDuration(w.waitBelowS)}`,
  );
  const soft = below.findLast((l) => /enamel|oil/.test(l.family));
  say(
    "solvent over young paint",
    family.cleaner === "strong thinner" && soft !== undefined,
    `strong thinner over ${soft?.name.toLowerCase()}`,
  );
  const varnish = below.findLast((l) => l.family.endsWith("varnish"));
  say("alcohol over varnish", family.cleaner === "alcohol" && varnish !== undefined, `alcohol over ${varnish?.name.toLowerCase()}`);
  say("sprayed", method.sprayed === true && layer.method !== "airbrush", `it was ${method.word}`);
  say("airbrushed", layer.method === "airbrush", "it went through the airbrush");
  say("brushed", layer.method === "brush", "it was brushed");
  say("wash", method.pools === true || layer.family.endsWith("wash"), "it lies in pools");
  const mm = filmOf(layer);
  say("thick", mm > 2.2 * family.filmMm, `${layer.coats} coats, ${Math.round(mm * 1000)} µm dry`);
  say("thinned much", (layer.thinning ?? 0) >= 2, `thinned 1:${layer.thinning}`);
  say(
    "can nearly empty",
    w.left !== null && w.left < NEARLY_EMPTY && w.pot?.can != null,
    `the can is ${Math.round((w.left ?? 0) * 100)} % full`,
  );
  say("bare below", closed?.id === below[0]?.id, `nothing but the bare ${below[0]?.name.toLowerCase() ?? "piece"} is below`);
  const sheen = closed?.sheen ?? (closed && FAMILIES[closed.family].sheen);
  say("gloss below", sheen === "gloss", `${closed?.name.toLowerCase()} below is gloss`);
  say("oily below", soft !== undefined, `${soft?.name.toLowerCase()} is below`);
  say(
    "glue near",
    w.gluedS !== null && w.gluedS < VAPOUR_S,
    `instant glue was used ${w.gluedS === null ? "" : formatDuration(w.gluedS)} ago`,
  );
  say("clear part", below[0]?.family === "clear sheet", "the piece is clear");
  say("masked", w.masked, "it was masked");
  const powder = below.findLast((l) => l.family === "pigment");
  say("powder below", powder !== undefined, `${powder?.name.toLowerCase()} is below`);
  say("matt", (layer.sheen ?? family.sheen) === "matt", "it is matt");
  say("varnish", layer.family.endsWith("varnish"), "it is varnish");
  const wet = below.findLast((l) => l.family === "gloss effect");
  say("wet effect below", wet !== undefined, `${wet?.name.toLowerCase()} is below`);
  say("resin", w.resin, "the piece is a resin print");
  say(
    "still wet",
    w.sinceS === null || w.sinceS < w.driesS,
    w.sinceS === null ? "it is being laid" : `${formatDuration(w.sinceS)} old, dries in ${formatDuration(w.driesS)}`,
  );
  say("another pot", w.mixed, "the pot was mixed");
  return clues;
}
