/** What else could be done where many copies want the same cleaning: another side up, thinner layers, resin, or not printing them at all. */
import { TURNS, UPS, type Turn } from "../mesh";
import { overhangOf, turnWords } from "../print";
import { grainOf, partSizeMm, printerAtHand, printFactsOf, sheetTurn, surfacesOf, type Part, type Project } from "../project";
import { hangsMm2, laySurface } from "../surface";
import { formatDuration } from "../units";

export interface CopiesWay {
  what: string;
  why: string;
  /** What it takes, in words. */
  says: string;
  /** Takes less of the user's own time. */
  better: boolean;
}

/** From so many copies on it is worth a thought. */
const MANY = 4;
/** Longer than so many times its least side, a part is slender: the worst to clean. Common practice, no source. */
const SLENDER = 8;
/** Cutting one from strip or sheet, s; common practice, no source. */
const CUT_S = 45;
/** Turned, it must have so much less hanging over to be named. */
const LESS = 0.6;
/** Of the cleaning, what goes with what hangs over. Common practice, no source. */
const HELD_SHARE = 0.6;

export function otherWaysForCopies(part: Part, project: Project, perCopyS: number): CopiesWay[] {
  const { scene } = project;
  const printer = printerAtHand(part, scene);
  if (!printer || part.copies < MANY || perCopyS <= 0) return [];
  const allS = perCopyS * part.copies;
  const list = surfacesOf(part, scene);
  const grain = grainOf(printer);
  const heldAt = (turn: Turn): number =>
    list.reduce((sum, k) => {
      const laid = laySurface(k.found, { turn, factor: part.factor, grain });
      return sum + hangsMm2(laid, overhangOf(printer));
    }, 0);
  const out: CopiesWay[] = [{ what: "As planned", why: "cleaned one by one", says: formatDuration(allS), better: false }];
  const now = heldAt(sheetTurn(part));
  const turned = UPS.map((up) => ({ turn: TURNS[up], held: heldAt(TURNS[up]) })).sort((a, b) => a.held - b.held)[0];
  if (now > 0 && turned.held < now * LESS)
    out.push({
      what: `Printed ${turnWords(turned.turn)}`,
      why: `${Math.round((1 - turned.held / now) * 100)} % less overhang`,
      says: `about ${formatDuration(allS * (1 - HELD_SHARE * (1 - turned.held / now)))}`,
      better: true,
    });
  const facts = printFactsOf(part, printer);
  if (printer.process === "fdm" && facts && grain.layerMm > 0.12)
    out.push({
      what: "With layers half as high",
      why: "steps half as high: a coat of primer levels most of them",
      says: `${formatDuration(facts.one.timeS.value * part.copies)} more machine time`,
      better: false,
    });
  const resin = printer.process === "fdm" ? scene.printers.find((p) => p.process === "resin") : undefined;
  const inResin = resin && printFactsOf(part, resin);
  if (resin && inResin?.fits)
    out.push({
      what: `On ${resin.name}`,
      why: "no ribs to fill, nubs to sand",
      says: `${Math.ceil(part.copies / Math.max(1, inResin.perPlate))} plates of ${formatDuration(inResin.one.timeS.value)}`,
      better: false,
    });
  const [long, , least] = [...partSizeMm(part)].sort((a, b) => b - a);
  if (long > SLENDER * least && list.every((k) => k.found.flat || k.found.gathered))
    out.push({
      what: "Cut from strip or sheet instead",
      why: "long, thin and plain: no cleaning or filling",
      says: formatDuration(CUT_S * part.copies),
      better: CUT_S < perCopyS,
    });
  return out;
}
