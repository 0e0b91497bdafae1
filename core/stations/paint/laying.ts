/** How coats out of a pot become steps: the same for a coat of its own and for a step of a recipe. */
import { coatCare, METHODS, type CoatMethod } from "../../coat";
import { layerMl } from "../../surface";
import { coatHandTime, type Film, type FineWork, type Need, type Rests, type StepDraft, type Task } from "../../work";

/** What a method needs at hand. */
const OF_METHOD: Partial<Record<CoatMethod, Need[]>> = {
  spray: ["spray place"],
  mist: ["spray place"],
  "from above": ["spray place"],
  airbrush: ["airbrush"],
};

/** Ways of laying what comes in pots. */
export const POT_METHODS = (Object.keys(METHODS) as CoatMethod[]).flatMap((value) =>
  METHODS[value].noPot ? [] : [{ value, label: METHODS[value].word }],
);

/** "thinned 1:2, wet in wet"; nothing where it is laid as it comes. */
export const howLaid = ({ thinning, wet, crackle }: { thinning?: number; wet?: boolean; crackle?: boolean }): string =>
  [thinning && `thinned 1:${thinning}`, wet && "wet in wet", crackle && "meant to crack"].filter(Boolean).join(", ");

interface Laying {
  film: Omit<Film, "id">;
  /** The pot; null where none is chosen. */
  paintId: string | null;
  /** "recesses: the planks"; "" for all over. */
  place: string;
  /** The area that is worked on, of one copy, mm². */
  areaMm2: number;
  pieces: number;
  fine?: FineWork;
  /** Coats of the same pot, laid in the same way, that came before in the same work. */
  before: number;
  nameOf: (coat: number) => string;
  /** What the last coat waits for what comes over it, s. */
  waitS: number | undefined;
  rests: Rests;
}

/** Steps for all coats of one pot, laid in one way. */
export function layingSteps(
  task: Task,
  { film, paintId, place, areaMm2, pieces, fine, before, nameOf, waitS, rests }: Laying,
): StepDraft[] {
  const { method, coats, thinning } = film;
  // What is not on the rack is told apart by its name.
  const pot = paintId ?? `wanted ${film.name}`;
  const { potMl } = layerMl({ ...film, coats: 1 }, task.areaMm2 * pieces);
  const thinned = thinning ? `, thinned 1:${thinning}` : "";
  const { setUpS, workS } = coatHandTime(method, areaMm2 / 100, pieces, fine);
  const between = task.recoatS({ ...film, id: pot, coats: 1 });
  return Array.from({ length: coats }, (_, i) => ({
    name: nameOf(i),
    title: `${film.name}, ${place && `${place}, `}${METHODS[method].word}${coats > 1 ? `, coat ${i + 1} of ${coats}` : ""}`,
    handsOnS: setUpS + workS,
    // What is thinned otherwise is another pot.
    session: {
      key: `${pot} ${method} ${before + i}${thinned}`,
      group: `coat ${pot} ${method}${thinned}`,
      title: `${film.name}, ${METHODS[method].word}${thinned}`,
      setUpS,
    },
    waitS: i < coats - 1 ? between : (waitS ?? between),
    ...(METHODS[method].accent && { leave: { words: `${film.name}, ${METHODS[method].word}`, together: true as const } }),
    needs: OF_METHOD[method] ?? [],
    cautions: coatCare(film.family, method).cautions,
    pieces,
    takes: paintId === null ? [] : [{ paintId, amount: potMl }],
    rests: {
      paint: film.name,
      family: film.family,
      method,
      coat: i + 1,
      ...(thinning ? { thinning } : {}),
      ...(film.crackle ? { crackle: 1 } : {}),
      areaCm2: areaMm2 / 100,
      pieces,
      ...(paintId === null ? {} : { paintId, ml: Math.round(potMl * 1000) / 1000 }),
      ...rests,
    },
  }));
}
