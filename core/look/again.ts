/** Again: mixes, settings, finishes and lessons that were kept, those of the part at hand first, each as a card of what it takes now. */
import { correctionOf, KEEP_BACK, LEAST_MIX_ML, potOf, potsInstead, USUAL_DROP_ML } from "../paint";
import { potGoes, usesOfPot, type PotGo, type Tonight } from "../plan";
import { lessonsAbout, partIn, usableOf, type KeptMix, type Paint, type Project, type StepRecord } from "../project";
import type { Recipe } from "../recipe";
import { recipesIn } from "../stations/kinds";

interface Kept {
  key: string;
  title: string;
  detail: string;
  /** It belongs to the part at hand. */
  here: boolean;
  /** When it was last used or said, ms. */
  at: number;
}

export type Again = Kept &
  (
    | { kind: "mix"; paint: Paint; mix: KeptMix }
    | { kind: "settings"; record: StepRecord }
    | { kind: "finish"; recipe: Recipe }
    | { kind: "lesson" }
  );

/** Lessons of one part that are told. */
const LESSONS = 20;

const mixWords = ({ parts }: KeptMix): string => parts.map((p) => `${p.drops} ${p.name}`).join(" : ");

/** All that can be done again: the part's own first, then the latest. @param partId the part at hand; null for none */
export function againOf(project: Project, model: Pick<Tonight, "steps">, partId: string | null): Again[] {
  const { paints, records, lessons, scene } = project;
  const part = partId === null ? undefined : partIn(project, partId);
  const laidHere = new Set(part ? recipesIn(part.work).map((r) => r.recipeId) : []);
  const told = new Set(
    lessonsAbout(
      lessons,
      model.steps.filter((s) => s.partId === partId).map((s) => s.rests),
      LESSONS,
    ).map((l) => l.id),
  );
  const mixes = paints.flatMap((paint): Again[] => {
    if (!paint.mix) return [];
    const uses = usesOfPot(project, paint.id);
    return [
      {
        kind: "mix",
        key: `mix ${paint.id}`,
        title: paint.name,
        detail: mixWords(paint.mix),
        here: uses.some((u) => u.part.id === partId),
        at: Math.max(paint.mix.at, ...uses.map((u) => u.at)),
        paint,
        mix: paint.mix,
      },
    ];
  });
  // Of each part and printer the last print that went well.
  const prints = new Map<string, StepRecord>();
  for (const r of records) {
    if (!r.print || r.finishedAt === null || r.result === "failed" || r.print.test) continue;
    const key = `${r.partId} ${r.print.printerId}`;
    if ((prints.get(key)?.finishedAt ?? 0) < r.finishedAt) prints.set(key, r);
  }
  const settings = [...prints.values()].map((record): Again => {
    const { printer, material, profile } = record.print!;
    const name = partIn(project, record.partId)?.name ?? "a deleted part";
    return {
      kind: "settings",
      key: `settings ${record.id}`,
      title: `${name} on ${printer}`,
      detail: [`layers ${profile.layerMm} mm`, material].filter(Boolean).join(", "),
      here: record.partId === partId || record.print!.pieces.some((p) => p.partId === partId),
      at: record.finishedAt!,
      record,
    };
  });
  const finishes = scene.recipes.map((recipe): Again => ({
    kind: "finish",
    key: `finish ${recipe.id}`,
    title: recipe.name,
    detail: recipe.steps.map((s) => s.wants.name).join(", "),
    here: laidHere.has(recipe.id),
    at: 0,
    recipe,
  }));
  const kept = lessons.map((l): Again => ({
    kind: "lesson",
    key: `lesson ${l.id}`,
    title: l.title,
    detail: l.product ?? l.key ?? "",
    here: told.has(l.id),
    at: l.at,
  }));
  return [...mixes, ...settings, ...finishes, ...kept].sort(
    (a, b) => Number(b.here) - Number(a.here) || b.at - a.at || (a.key < b.key ? -1 : 1),
  );
}

/** Those that have all letters of the words that are typed. */
export function againWith(all: readonly Again[], words: string): Again[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return all.filter((a) => wanted.every((w) => `${a.title} ${a.detail} ${a.kind}`.toLowerCase().includes(w)));
}

export interface MixCard {
  /** For what of the plan; null where nothing of it waits for this colour. */
  go: PotGo | null;
  ml: number;
  thinnerMl: number;
  parts: {
    name: string;
    drops: number;
    ml: number;
    /** So many ml too little; 0 where it is enough. */
    shortMl: number;
    /** What takes its place where it is gone or short, and what is lost by that. */
    instead: { name: string; lost: string } | null;
  }[];
}

const dropMl = (p: Pick<Paint, "dropsPerMl">): number => (p.dropsPerMl ? 1 / p.dropsPerMl : USUAL_DROP_ML);

/** A mix as it is counted out now: for the open coats of the part at hand that take it, else of any part, else the least that keeps its ratio. */
export function mixCard(
  project: Project,
  { states }: Pick<Tonight, "states">,
  { paint, mix }: { paint: Paint; mix: KeptMix },
  partId: string | null,
): MixCard {
  const goes = potGoes(project, states).filter((g) => g.paintId === paint.id);
  const go = goes.find((g) => g.parts.some((p) => p.id === partId)) ?? goes.at(0) ?? null;
  const there = mix.parts.map((p) => project.paints.find((x) => x.id === p.paintId) ?? project.paints.find((x) => x.name === p.name));
  const pot = potOf({
    parts: mix.parts.map((p, i) => {
      const drop = there[i] ? dropMl(there[i]) : USUAL_DROP_ML;
      return { name: p.name, color: p.hex, parts: p.drops * drop, dropMl: drop };
    }),
    amount: { ml: Math.max(LEAST_MIX_ML, (go?.ml ?? 0) * KEEP_BACK) },
    thinning: mix.thinning,
  });
  return {
    go,
    ml: pot.ml,
    thinnerMl: pot.thinnerMl,
    parts: pot.of.map(({ name, drops, ml }, i) => {
      const own = there[i];
      const shortMl = Math.max(0, ml - (own ? usableOf(own) : 0));
      const wants = { name, hex: mix.parts[i].hex, family: own?.family ?? paint.family, sheen: own?.sheen ?? paint.sheen };
      const [nearest] =
        shortMl > 0
          ? potsInstead(
              wants,
              project.paints.filter((p) => p.id !== own?.id && p.id !== paint.id && usableOf(p) >= ml),
            )
          : [];
      return { name, drops, ml, shortMl, instead: nearest ? { name: nearest.paint.name, lost: nearest.lost } : null };
    }),
  };
}

/**
 * A new swatch came out otherwise than the kept one: what to add to the pot of the card.
 * @param seen the colour of the new swatch, dry
 * @returns drops of paints by their names, none where adding helps nothing; null where none of its paints is there
 */
export function swatchCorrection(
  project: Project,
  { paint, mix }: { paint: Paint; mix: KeptMix },
  card: MixCard,
  seen: string,
): { name: string; drops: number }[] | null {
  const asMix = (p: Paint) => ({ name: p.id, hex: p.hex, dropMl: dropMl(p) });
  const inPot = mix.parts.flatMap((p, i) => {
    const own = project.paints.find((x) => x.id === p.paintId) ?? project.paints.find((x) => x.name === p.name);
    return own ? [{ paint: asMix(own), drops: card.parts[i].drops }] : [];
  });
  const found = correctionOf(
    inPot,
    // What is in it already corrects it best.
    inPot.map((p) => p.paint),
    seen,
    paint.hex,
  );
  return found && found.add.map((a) => ({ name: project.paints.find((p) => p.id === a.paint)?.name ?? a.paint, drops: a.drops }));
}
