/** What somebody is mixing at the moment: kept in this browser, not in the scene. */
import Joi from "joi";
import { useSyncExternalStore } from "react";
import { KEEP_BACK, LEAST_MIX_ML, USUAL_DROP_ML, type MixPaint } from "~core/paint";
import type { PotGo } from "~core/plan";
import type { KeptMix, Paint } from "~core/project";
import { keep, kept } from "~app/data/kept";

export interface PotDraft {
  /** "#rrggbb", or none yet. */
  wanted: string | null;
  /** In the order of adding, in drops of the ratio. */
  parts: { paintId: string; drops: number }[];
  ml: number;
  thinning: number;
  /** Of a cup that widens: inside at the bottom, at the top, and its height, mm. */
  cup: { bottomMm: number; topMm: number; heightMm: number } | null;
  /** The dried dab, where it came out otherwise. */
  seen: string | null;
  /** What it is mixed for, see potGoes. */
  go: string | null;
  /** What it lies over, where that is no go of the plan: a pot of the rack. */
  over: string | null;
  /** Drops that are in the glass already, while they are counted: by the paint. */
  counted: Record<string, number>;
}

/** Nobody counts more of one paint. */
export const MOST_DROPS = 10_000;
/** What a pot may be, ml. */
export const LEAST_ML = 0.05;
const MOST_ML = 10_000;

const EMPTY: PotDraft = { wanted: null, parts: [], ml: 3, thinning: 0, cup: null, seen: null, go: null, over: null, counted: {} };

const hex = Joi.string()
  .pattern(/^#[0-9a-f]{6}$/)
  .allow(null);
const mm = Joi.number().greater(0).max(1000);
const schema = Joi.object<PotDraft, true>({
  wanted: hex.required(),
  parts: Joi.array()
    .max(20)
    .items(Joi.object({ paintId: Joi.string().required(), drops: Joi.number().integer().min(0).max(MOST_DROPS).required() }))
    .required(),
  ml: Joi.number().greater(0).max(MOST_ML).required(),
  thinning: Joi.number().min(0).max(50).required(),
  cup: Joi.object({ bottomMm: mm.required(), topMm: mm.required(), heightMm: mm.required() }).allow(null).required(),
  seen: hex.required(),
  go: Joi.string().max(200).allow(null).default(null),
  over: Joi.string().allow(null).default(null),
  counted: Joi.object().pattern(Joi.string(), Joi.number().integer().min(0).max(MOST_DROPS)).default({}),
});

function stored(key: string): PotDraft {
  const text = kept(key);
  if (text === null) return EMPTY;
  try {
    const { error, value } = schema.validate(JSON.parse(text));
    return error ? EMPTY : (value as PotDraft);
  } catch {
    return EMPTY;
  }
}

/** What changes, or how it follows from what stands there: fast keys each count. */
type PotChange = Partial<PotDraft> | ((now: PotDraft) => Partial<PotDraft>);

export type SetPot = (change: PotChange) => void;

/** What is in the pot. */
export interface Poured {
  paint: Paint;
  drops: number;
}

/** A drop of this bottle, ml. */
export const dropOf = (p: Paint): number => (p.dropsPerMl ? 1 / p.dropsPerMl : USUAL_DROP_ML);

/** The pot as it is counted out: so many whole drops of each, and the ml that they are. The ratio may move by the last drop. */
export function countedOut(poured: readonly Poured[], ml: number): Pick<PotDraft, "parts" | "ml"> {
  const all = poured.reduce((sum, p) => sum + p.drops * dropOf(p.paint), 0);
  return inDrops(poured.map((p) => ({ ...p, drops: Math.max(1, Math.round((ml * p.drops) / all)) })));
}

/** As many drops as are said, and the ml that they are. */
export function inDrops(poured: readonly Poured[]): Pick<PotDraft, "parts" | "ml"> {
  return {
    parts: poured.map((p) => ({ paintId: p.paint.id, drops: p.drops })),
    ml: Math.min(
      MOST_ML,
      Math.max(
        LEAST_ML,
        poured.reduce((sum, p) => sum + p.drops * dropOf(p.paint), 0),
      ),
    ),
  };
}

/** A kept pot, mixed again from what the rack has of its parts. */
export function mixedAgain(
  mix: KeptMix,
  hex: string,
  paints: readonly Paint[],
): Pick<PotDraft, "parts" | "thinning" | "wanted" | "seen" | "counted"> {
  // Two parts may have become one bottle.
  const drops = new Map<string, number>();
  for (const p of mix.parts) {
    const there = paints.find((x) => x.id === p.paintId) ?? paints.find((x) => x.name === p.name);
    if (there) drops.set(there.id, (drops.get(there.id) ?? 0) + p.drops);
  }
  return { parts: [...drops].map(([paintId, n]) => ({ paintId, drops: n })), thinning: mix.thinning, wanted: hex, seen: null, counted: {} };
}

/** What a go asks of the pot: its amount with a third kept back, its thinning, its colour. */
export const potFor = (go: PotGo): Pick<PotDraft, "go" | "ml" | "thinning" | "wanted" | "seen"> => ({
  go: go.key,
  ml: Math.max(LEAST_MIX_ML, Math.round(go.ml * KEEP_BACK * 100) / 100),
  thinning: go.layer.thinning ?? 0,
  wanted: go.layer.hex ?? null,
  seen: null,
});

/** By its id: two pots may have one name. */
export const asMixPaint = (p: Paint): MixPaint => ({ name: p.id, hex: p.hex, dropMl: dropOf(p) });

/** The pot of each scene as it stands, also where the browser keeps nothing; whoever shows one is told of a change made elsewhere on the page. */
const pots = new Map<string, PotDraft>();
const shown = new Set<() => void>();

const potKey = (sceneId: string): string => `pot-${sceneId}`;

function potNow(key: string): PotDraft {
  const now = pots.get(key) ?? stored(key);
  pots.set(key, now);
  return now;
}

function changePot(key: string, change: PotChange): void {
  const now = potNow(key);
  const next = { ...now, ...(typeof change === "function" ? change(now) : change) };
  pots.set(key, next);
  keep(key, JSON.stringify(next));
  shown.forEach((tell) => tell());
}

/** The pot of a scene, and how it is changed. Pots whose paint has left the rack are left out by whoever reads them. */
export function usePotDraft(sceneId: string): [PotDraft, SetPot] {
  const key = potKey(sceneId);
  const draft = useSyncExternalStore(
    subscribe,
    () => potNow(key),
    () => EMPTY,
  );
  return [draft, (change) => changePot(key, change)];
}

/** Another window mixes the same pot. */
function subscribe(tell: () => void): () => void {
  const follow = (e: StorageEvent): void => {
    if (e.key === null || !pots.has(e.key)) return;
    pots.set(e.key, stored(e.key));
    tell();
  };
  shown.add(tell);
  window.addEventListener("storage", follow);
  return () => {
    shown.delete(tell);
    window.removeEventListener("storage", follow);
  };
}
