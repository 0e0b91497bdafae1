/** The order of some parts as a strip: work that follows on itself is one box, a box stands right of all that it waits for. */
import type { Step, Tonight } from "../plan";

type StripState = "done" | "setting" | "open" | "waits";

export interface StripBox {
  key: string;
  partId: string;
  station: Step["station"];
  title: string;
  steps: number;
  handsOnS: number;
  /** Setting or drying that it ends with, s. */
  waitS: number;
  state: StripState;
  /** Boxes that it waits for. */
  after: string[];
  column: number;
}

/** Drawn one by one: each is its own decision. Paint, surface and ground run together. */
const SINGLE: readonly Step["station"][] = ["assemble"];
const RUN_WORDS: Readonly<Partial<Record<Step["station"], string>>> = { paint: "Paint", surface: "Surface work", ground: "Ground" };

/** @param partIds the lanes, from the top down; prints are left out */
export function orderStrip(partIds: readonly string[], { steps, states }: Pick<Tonight, "steps" | "states">): StripBox[] {
  const boxes: (StripBox & { keys: string[] })[] = [];
  const boxOf = new Map<string, string>();
  const laneOf = new Map(steps.flatMap((s) => (partIds.includes(s.partId) ? [[s.key, s.partId] as const] : [])));
  const across = (s: Step): string[] => s.after.filter((k) => laneOf.has(k) && laneOf.get(k) !== s.partId);
  // What a step of another lane waits for ends its box, so that the line leads to the right place.
  const awaited = new Set(steps.flatMap((s) => (laneOf.has(s.key) ? across(s) : [])));
  for (const partId of partIds) {
    let run: (StripBox & { keys: string[] }) | null = null;
    for (const s of steps) {
      if (s.partId !== partId || s.station === "print") continue;
      const breaks = run === null || awaited.has(run.keys[run.keys.length - 1]) || across(s).length > 0;
      if (run === null || breaks || run.station !== s.station || SINGLE.includes(s.station)) {
        run = {
          key: s.key,
          partId,
          station: s.station,
          title: s.title,
          steps: 0,
          handsOnS: 0,
          waitS: 0,
          state: "done",
          after: [],
          column: 0,
          keys: [],
        };
        boxes.push(run);
      }
      run.steps++;
      if (run.steps === 2) run.title = `${RUN_WORDS[s.station] ?? s.title}`;
      run.handsOnS += s.handsOnS;
      run.waitS = s.waitS;
      run.keys.push(s.key);
      boxOf.set(s.key, run.key);
    }
  }
  const byKey = new Map(steps.map((s) => [s.key, s]));
  for (const box of boxes) {
    box.after = [...new Set(box.keys.flatMap((k) => byKey.get(k)!.after.flatMap((a) => boxOf.get(a) ?? [])))].filter((k) => k !== box.key);
    const kinds = box.keys.map((k) => states.get(k)?.kind ?? "blocked");
    box.state = kinds.every((k) => k === "done")
      ? "done"
      : kinds.every((k) => k === "done" || k === "setting")
        ? "setting"
        : kinds.some((k) => k === "open" || k === "in hand" || k === "running")
          ? "open"
          : "waits";
  }
  inColumns(boxes);
  return boxes.map(({ keys: _keys, ...box }) => box);
}

/** Each right of all that it waits for: the longest way to it. Boxes that wait for each other stop at their number. */
function inColumns(boxes: StripBox[]): void {
  const at = new Map(boxes.map((b) => [b.key, b]));
  for (let round = 0; round < boxes.length; round++) {
    let moved = false;
    for (const b of boxes) {
      const wanted = Math.max(0, ...b.after.map((k) => (at.get(k)?.column ?? -1) + 1));
      if (wanted <= b.column || wanted >= boxes.length) continue;
      b.column = wanted;
      moved = true;
    }
    if (!moved) break;
  }
}
