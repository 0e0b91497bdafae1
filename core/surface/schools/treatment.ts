/**
 * One surface on its way through a school: stage upon stage, with what is left, minutes, waits, material and film. A school works in rounds.
 * Each ends with a look in one colour under a low lamp; after the first, only what was found is treated.
 *
 * What is left is not even: coats run thin at edges and papers miss places. The spread is taken as a factor of 1.35 [common practice, no
 * source]; the share of the area on which more is left than may be seen follows from the normal distribution of the logarithm.
 */
import { upperTail } from "../../units";
import type { CautionId } from "../../care";
import { fillAmounts, coatAmounts } from "../fillAmounts";
import { BARE_LAST, gritLadder, paperWords, scratchMm, tooBig, type SandFinish } from "../grit";
import { COMMON_FILL, leftAfter } from "../own";
import { PRODUCTS, type ProductId } from "../products";
import { openMm, targetMm, type SurfaceCase } from "./case";

type StageKind = "lay" | "sand" | "heat" | "look" | "work" | "reprint";

export interface SchoolStage {
  title: string;
  kind: StageKind;
  /** Which round it is of, from 1; after the last look one more than any. */
  round: number;
  /** Share of the area that it goes over: all in the first round and at the end, spots between. */
  share: number;
  product: ProductId | null;
  /** Step height left when the stage is done, mm. */
  leavesMm: number;
  /** The person's own time for all copies, s; setting up is in it. */
  handsOnS: number;
  setUpS: number;
  /** Wait afterwards before the next stage, s. */
  waitS: number;
  /** Dry film added to every face, mm; negative is taken off. */
  filmMm: number;
  /** Wet, and out of the pot or can, ml. */
  wetMl: number;
  usedMl: number;
  papers: { grade: number; sheets: number; wet: boolean }[];
  cautions: CautionId[];
  needs: ("spray place" | "airbrush")[];
}

/** Share of it that is seen once fewer than this are not looked for any more. */
const FEW = 0.03;
const SPREAD = Math.log(1.35);
/** No school goes on longer. */
export const MOST_ROUNDS = 4;
/** What comes over the whole when nothing is found any more is of this round: of all surfaces the same, so that they share its setting up. */
const FINISH = MOST_ROUNDS + 1;

const SAND = { setUpS: 4 * 60, perCm2S: 0.9, waitS: 20 * 60, filmMm: 0.02 };
const LOOK = { setUpS: 60, perCm2S: 0.05 };
/** A strip this wide beside an inner corner is not reached, mm. */
const CORNER_MM = 2;

/** Share of the area on which more than `limitMm` is left, when `leftMm` is left on the whole. */
export const shareSeen = (leftMm: number, limitMm: number): number =>
  limitMm === Infinity || leftMm <= 0 ? 0 : upperTail(Math.log(limitMm / leftMm) / SPREAD);

/** Share of the surface that a paper reaches. */
export function reachOf(c: SurfaceCase): number {
  const { lengthMm, widthMm, inner } = c.laid.surface;
  const borderMm = 2 * (lengthMm + widthMm) * c.factor;
  return Math.max(0, Math.min(1, 1 - (inner * borderMm * CORNER_MM) / Math.max(c.laid.areaMm2, 1e-9)));
}

export class Treatment {
  readonly stages: SchoolStage[] = [];
  /** Left on the whole, and between what it lies. */
  left: number;
  low: number;
  high: number;
  /** Left on the spots that the present round goes over. */
  private spots: number;
  private round = 1;
  private share = 1;
  private bare: boolean;

  constructor(readonly c: SurfaceCase) {
    this.left = this.low = this.high = this.spots = c.laid.cuspMm;
    this.bare = true;
  }

  private get cm2(): number {
    return (this.c.areaMm2 * this.c.copies * this.share) / 100;
  }

  private push(stage: Pick<SchoolStage, "title" | "kind"> & Partial<SchoolStage>): void {
    this.stages.push({
      round: this.round,
      share: this.share,
      product: null,
      leavesMm: this.left,
      handsOnS: 0,
      setUpS: 0,
      waitS: 0,
      filmMm: 0,
      wetMl: 0,
      usedMl: 0,
      papers: [],
      cautions: [],
      needs: [],
      ...stage,
    });
  }

  /** Takes the whole with it where it goes over all, else the spots alone. */
  private takes(of: (mm: number) => { value: number; low: number; high: number }): void {
    if (this.share === 1) {
      const { value } = of(this.left);
      [this.low, this.high] = [of(this.low).low, of(this.high).high];
      this.left = this.spots = value;
      return;
    }
    const before = this.spots;
    this.spots = of(before).value;
    const by = before > 0 ? this.spots / before : 1;
    const mixed = 1 - this.share * (1 - by);
    this.left *= mixed;
    this.low *= mixed;
    this.high *= mixed;
  }

  coat(id: ProductId): this {
    const p = PRODUCTS[id];
    const { c } = this;
    const { spacingMm } = c.laid;
    const own = c.own[id] ?? COMMON_FILL;
    this.takes((mm) => leftAfter(mm, spacingMm, id, own));
    const area = c.areaMm2 * c.copies * this.share;
    const film = coatAmounts(area, p.filmMm, p.solids, p.method);
    const valleys = this.bare ? fillAmounts(area, c.laid.cuspMm, p.solids, p.method) : { wetMl: 0, usedMl: 0 };
    this.push({
      title: this.share === 1 ? p.coat : `${p.name.split(",")[0]} on the spots`,
      kind: "lay",
      product: id,
      setUpS: p.setUpS,
      handsOnS: p.setUpS + this.cm2 * p.perCm2S,
      waitS: p.waitS,
      filmMm: p.filmMm,
      wetMl: film.wetMl + valleys.wetMl,
      usedMl: film.usedMl + valleys.usedMl,
      cautions: p.cautions,
      needs: p.needs,
    });
    this.bare = false;
    return this;
  }

  /** @param to the last paper, or what it must be good for; bare filament stops early */
  sand(to: SandFinish | number = "primer", words = ""): this {
    const { c } = this;
    const bareFilament = this.bare && c.process === "fdm" && to === "primer";
    const reach = reachOf(c);
    const papers = gritLadder(this.bare ? this.left : Math.min(this.left, 0.06), bareFilament ? BARE_LAST : to, {
      areaMm2: c.areaMm2 * c.copies * this.share,
      waterproof: !(this.bare && c.process === "fdm"),
      among: c.grades,
    });
    if (papers.length === 0) return this;
    const least = scratchMm(papers[papers.length - 1].grade);
    this.takes((mm) => {
      const to = (v: number): number => reach * Math.min(v, least) + (1 - reach) * v;
      return { value: to(mm), low: to(mm), high: to(mm) };
    });
    const wet = papers.some((p) => p.wet);
    const tool = openMm(c) < 15 ? "a stick" : "a block";
    this.push({
      title: `Sand ${bareFilament ? "the bare plastic dry" : wet ? "wet" : "dry"}, ${paperWords(papers)}, with ${tool}${this.share < 1 ? ", the spots only" : ""}${words}`,
      kind: "sand",
      setUpS: SAND.setUpS,
      handsOnS: SAND.setUpS + this.cm2 * SAND.perCm2S * papers.length,
      waitS: SAND.waitS,
      filmMm: this.bare ? 0 : -SAND.filmMm,
      papers: papers.map(({ grade, sheets, wet: w }) => ({ grade, sheets, wet: w })),
      cautions: ["sanding-dust"],
    });
    return this;
  }

  heat(leavesShare: number): this {
    this.takes((mm) => ({ value: mm * leavesShare, low: mm * leavesShare * 0.6, high: mm * Math.min(1, leavesShare * 1.8) }));
    this.push({
      title: "Pass a flame or hot air over it until it shines; try on scrap first",
      kind: "heat",
      setUpS: 6 * 60,
      handsOnS: 6 * 60 + this.cm2 * 0.35,
      waitS: 10 * 60,
      cautions: ["heat"],
    });
    return this;
  }

  /** Work by hand that takes nothing away. */
  work(title: string, setUpS: number, perCm2S: number, more: Partial<SchoolStage> = {}): this {
    this.push({ title, kind: "work", setUpS, handsOnS: setUpS + this.cm2 * perCm2S, ...more });
    return this;
  }

  /** Whatever was there, so much is left or shows now: it was printed anew, or is masked. */
  leaves(mm: number): this {
    this.left = this.low = this.high = this.spots = mm;
    const last = this.stages.at(-1);
    if (last) last.leavesMm = mm;
    return this;
  }

  /** Ends the round: what is found is for the next. @returns false when there is nothing left to find, or it went on long enough */
  look(limit = targetMm(this.c)): boolean {
    this.push({
      title: "Check it in one colour under a low lamp; mark what shows",
      kind: "look",
      setUpS: LOOK.setUpS,
      handsOnS: LOOK.setUpS + ((this.c.areaMm2 * this.c.copies) / 100) * LOOK.perCm2S,
    });
    const found = this.share * shareSeen(this.spots, limit);
    if (found < FEW || this.round >= MOST_ROUNDS) return false;
    this.round++;
    this.share = found;
    // The spots are where more was left than on the whole.
    this.spots = Math.max(this.left, limit * Math.exp(SPREAD / 2));
    return true;
  }

  /** A last coat over the whole. */
  finish(id: ProductId): this {
    this.round = FINISH;
    this.share = 1;
    return this.coat(id);
  }

  /** Share of the surface that still shows. */
  get stillSeen(): number {
    return this.share * shareSeen(this.spots, targetMm(this.c));
  }

  get papersTooBig(): [number, number][] {
    return this.stages.flatMap((s) => tooBig(s.papers.map((p) => ({ ...p, scratchMm: 0 }))));
  }
}
