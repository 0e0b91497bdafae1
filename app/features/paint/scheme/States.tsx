/** What pieces look like after each step, how long they dry before the next, and where one may stop. */
import { useEffect, useMemo, useRef } from "react";
import { inPotWords, METHODS, type InPot } from "~core/coat";
import { looksAfter, type Hex, type Looks } from "~core/paint";
import type { Level, SchemePiece, StateFacts, StepOnPart } from "~core/plan";
import { placeWords } from "~core/recipe";
import { FINISHES, type Finish } from "~core/subject";
import { formatDuration } from "~core/units";
import { useMoment } from "~app/shared/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { DRAWN, Elevation, zonesOf, type Facing } from "./Elevation";
import { untilWords } from "./moment";
import { Rendered } from "./Rendered";
import type { Pictures } from "./usePreview";

/** Bare prints are grey on the page, whatever they are made of. */
export const GROUND: Hex = "#8f9294";
/** How wide a state is drawn. */
const STATE_PX = 130;
/** Longer waits are "a night". Common practice, no source. */
const NIGHT_S = 7 * 3600;

/** Beyond the finish that the piece is taken to. */
const isFaint = (f: StateFacts): boolean => !f.planned && f.step.role !== "bare";

const shortly = (s: number): string =>
  s >= NIGHT_S && s <= 16 * 3600 ? "a night" : s < 3600 ? `${Math.max(1, Math.round(s / 60))} min` : formatDuration(s);

export function States({
  facts,
  piece,
  levels,
  at,
  onStep,
  finish,
  onFinish,
  facing,
  pictures,
}: {
  facts: readonly StateFacts[];
  piece: SchemePiece;
  levels: readonly Level[];
  /** The step that is stood on. */
  at: number;
  onStep: (i: number) => void;
  /** How far the piece is taken. */
  finish: Finish;
  onFinish: (finish: Finish) => void;
  facing: Facing;
  /** On its own mesh; the sign of one stands for it where there are none. */
  pictures: Pictures | null;
}) {
  const looks = useMemo(() => {
    const coats = facts.map(({ step, pot }) => ({ ...step, hex: pot.hex, family: pot.family }));
    return looksAfter(GROUND, coats);
  }, [facts]);
  const shown = useMemo(() => zonesOf(facts.map((f) => f.step.role)), [facts]);
  // The strip alone moves along, never the sheet.
  const strip = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const list = strip.current;
    const state = list?.children[at];
    if (!list || !(state instanceof HTMLElement)) return;
    const left = state.offsetLeft - list.offsetLeft;
    if (left < list.scrollLeft) list.scrollLeft = left;
    else if (left + STATE_PX > list.scrollLeft + list.clientWidth) list.scrollLeft = left + STATE_PX - list.clientWidth;
  }, [at]);
  return (
    <ol ref={strip} className="flex items-start overflow-x-auto pb-2 pt-1" aria-label="After each step">
      {facts.map((f, i) => (
        <li key={f.step.id} className="flex shrink-0 items-start">
          <State
            facts={f}
            on={piece.at.get(f.step.id)!}
            looks={looks[i]}
            stood={i === at}
            onStand={() => onStep(i)}
            draw={
              pictures ? (
                <span className={`block ${isFaint(f) ? "opacity-45" : ""}`}>
                  <Rendered pictures={pictures} after={i + 1} hatched={i === at} width={DRAWN.width} />
                </span>
              ) : (
                <Elevation
                  part={piece.part}
                  looks={looks[i]}
                  shown={shown}
                  touches={i === at ? f.step.role : null}
                  facing={facing}
                  faint={isFaint(f)}
                />
              )
            }
          />
          {i < facts.length - 1 && f.step.role !== "bare" && (
            <Gap seconds={f.waitS} dryAt={f.dryAt} dries={piece.at.get(f.step.id)!.stage === "setting"} />
          )}
          {levels
            .filter((l) => l.lastId === f.step.id)
            .map((l) => (
              <Flag key={l.finish} level={l} taken={l.finish === finish} onTake={() => onFinish(l.finish)} />
            ))}
        </li>
      ))}
    </ol>
  );
}

function State({
  facts: { step, pot, handsS, ml, pieces, planned, clash },
  on,
  stood,
  onStand,
  draw,
}: {
  facts: StateFacts;
  on: StepOnPart;
  looks: Looks;
  stood: boolean;
  onStand: () => void;
  draw: React.ReactNode;
}) {
  const now = useMoment();
  const bare = step.role === "bare";
  const how = bare
    ? ""
    : [
        METHODS[step.method].word,
        step.coats > 1 && `${step.coats} coats`,
        step.thinning && `1:${step.thinning}`,
        step.every && `every ${ordinal(step.every)} copy`,
      ]
        .filter(Boolean)
        .join(", ");
  return (
    <div className="w-[7.6rem]">
      <button
        className={`block border-2 p-0.5 ${stood ? "border-act" : "border-transparent hover:border-rule"}`}
        aria-current={stood ? "step" : undefined}
        aria-label={`${bare ? "Left bare" : pot.name}, ${placeWords(step)}`}
        onClick={onStand}
      >
        {draw}
      </button>
      <p className="mt-1 line-clamp-2 font-semibold leading-tight">
        {clash && <span className="note-act">▲ </span>}
        {bare ? "leave bare" : pot.name}
      </p>
      <p className="text-sm leading-tight text-soft">
        {bare ? step.where || "all of it" : placeWords(step)}
        {how && `, ${how}`}
      </p>
      {!bare && step.paintId === null && <p className="note-act text-sm leading-tight">▲ no pot chosen</p>}
      {!bare && (
        <p className="text-sm leading-tight">
          {ml > 0 && <span className="text-soft">{amountWords(pot, ml)} · </span>}
          <span className="font-semibold">
            {on.stage === "done" || on.stage === "setting"
              ? doneWords(on, now)
              : `${formatDuration(handsS)}${pieces > 1 ? ` for ${pieces}` : ""}`}
          </span>
        </p>
      )}
      {!planned && !bare && <p className="text-sm leading-tight text-soft">beyond this finish</p>}
      {step.looksSo && (
        <p className="mt-0.5 text-sm leading-snug text-act underline decoration-wavy decoration-1 underline-offset-2">{step.looksSo}</p>
      )}
    </div>
  );
}

/** Nobody measures less than a drop. */
const amountWords = (pot: InPot, ml: number): string => (ml < 0.05 && !pot.can ? "a drop" : inPotWords(pot, ml));

const doneWords = ({ until }: StepOnPart, now: number): string => (until === null ? "done" : `dry at ${untilWords(until, now)}`);

const ordinal = (n: number): string => (n === 2 ? "second" : n === 3 ? "third" : `${n}th`);

/** The drying between two states, and when it is over by the plan: hatched while it runs. */
function Gap({ seconds, dryAt, dries }: { seconds: number | null; dryAt: number | null; dries: boolean }) {
  const now = useMoment();
  if (seconds === null || seconds <= 0) return <span className="w-2" />;
  return (
    <span className="mt-8 w-12 px-0.5 text-center text-xs leading-tight text-soft">
      {shortly(seconds)}
      <svg width="40" height="11" aria-hidden="true" className="mx-auto block">
        <rect x="0.5" y="0.5" width="39" height="9" fill={dries ? hatchFill("setting") : "none"} stroke="var(--ink)" strokeWidth="0.9" />
      </svg>
      {dryAt !== null && dryAt > now && untilWords(dryAt, now)}
    </span>
  );
}

/** One may stop here; a press takes the pieces so far and no further. */
function Flag({ level, taken, onTake }: { level: Level; taken: boolean; onTake: () => void }) {
  const { label } = FINISHES.find((f) => f.id === level.finish)!;
  return (
    <button
      className="mx-2 flex w-[5.6rem] flex-col text-left hover:bg-board"
      data-testid={`flag-${level.finish}`}
      aria-pressed={taken}
      aria-label={`${label}, ${formatDuration(level.handsS)} of work: stop here`}
      onClick={onTake}
    >
      <svg width="88" height="104" aria-hidden="true">
        <path d="M2 2V102" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M2 3H86L74 14L86 25H2Z" fill={taken ? "var(--ink)" : "var(--paper)"} stroke="var(--ink)" strokeWidth="1.2" />
        <text x="8" y="18.5" fontSize="14" fontWeight="600" fill={taken ? "var(--paper)" : "var(--ink)"}>
          {label}
        </text>
      </svg>
      <span className="font-semibold leading-tight">{formatDuration(level.handsS)}</span>
      <span className="text-sm leading-tight text-soft">{taken ? "stop here" : "of work"}</span>
    </button>
  );
}
