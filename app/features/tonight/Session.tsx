/** A go at the bench: one stage through all pieces, a tick each, one press ends all. */
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { chanceWords, potsAtGo, wantsPilot, type PotWord } from "~core/look";
import { formatDuration } from "~core/units";
import { goHandsOnS, sharesOf, type Clock, type Go, type Offer, type Step } from "~core/plan";
import { lessonsAbout, type Part, type StepRecord } from "~core/project";
import { AiredChoice } from "~app/shared/AiredChoice";
import { InHandPhone, usePhone } from "~app/shared/InHandPhone";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { PieceSilhouette } from "~app/shared/UnitSilhouette";
import { Key } from "~app/ui/keys";
import { KeepAtStep } from "./KeepAtStep";

/** Steps by the scene they belong to. */
function byScene<T>(list: readonly T[], of: (x: T) => Step): Map<string | undefined, T[]> {
  const out = new Map<string | undefined, T[]>();
  for (const x of list) out.set(of(x).scene?.id, [...(out.get(of(x).scene?.id) ?? []), x]);
  return out;
}

/** Begins a go: each of its steps in its own scene. */
export function useStart(): (go: Pick<Go, "title" | "offers">) => void {
  const { runIn } = useActions();
  const project = useProject();
  const others = useOthers();
  return (go) => {
    if (go.offers.length === 1) void runIn(go.offers[0].step.scene?.id, "step.start", startOf(go.offers[0].step, project, others));
    else
      for (const [scene, offers] of byScene(go.offers, (o) => o.step))
        void runIn(scene, "session.start", { title: go.title, steps: offers.map((o) => startOf(o.step, project, others)) });
  };
}

const piecesWords = (n: number): string => `${n} ${n === 1 ? "piece" : "pieces"}`;

function potWords(w: PotWord): string {
  if (w.kind === "missing") return `▲ ${w.name}: not found${w.place ? `; its place: ${w.place}` : ""}`;
  if (w.kind === "unsure") return `${w.name}: what is left ${chanceWords(w.chance)}`;
  return `${w.name}: open a fresh can for the last coat. One that is nearly empty spits.`;
}

/** What is to be known of a go before it is begun. */
export function GoItem({ go, n, onStart, solid }: { go: Go; n: number | null; onStart: () => void; solid: boolean }) {
  const project = useProject();
  const { model } = useTonight();
  const others = useOthers();
  const pots = useMemo(() => potsAtGo(go, project, model.steps), [go, project, model.steps]);
  const many = go.offers.length > 1;
  const { step } = go.offers[0];
  const name = many ? `${go.title}, on ${piecesWords(go.pieces)}` : go.title;
  return (
    <li className="grid grid-cols-[2.2rem_minmax(0,1fr)_auto_auto] items-center gap-x-3 border-b border-rule py-1.5 max-tab:grid-cols-[1.8rem_minmax(0,1fr)_auto]">
      <span className="font-slab text-[1.9rem]" aria-hidden="true">
        {n}
      </span>
      <span className="min-w-0">
        <span className="block text-[1.08rem] font-semibold leading-tight">
          {name}
          {!many && step.scene && <span className="font-normal text-soft">, {step.scene.name}</span>}
        </span>
        <span className="block text-soft">
          {many ? go.offers.map((o) => o.step.partName + (o.step.scene ? ` (${o.step.scene.name})` : "")).join(", ") : go.why}
          {step.machineS > 0 ? `; ${formatDuration(step.machineS)} unattended` : go.waitS > 0 ? `; sets ${formatDuration(go.waitS)}` : ""}
        </span>
        {go.costsDays !== undefined && (
          <span className="note-act block">
            ▲ tonight, or it costs {go.costsDays === Infinity ? "the date" : go.costsDays === 1 ? "a day" : `${go.costsDays} days`}
          </span>
        )}
        {wantsPilot(go, [project.records, ...others.map((o) => o.records)].flat()) && (
          <span className="block">Not in the log of your scenes at work: do one piece first and let it dry, before the rest.</span>
        )}
        {pots.map((w) => (
          <span key={w.itemId} className={`block ${w.kind === "missing" ? "note-act" : ""}`}>
            {potWords(w)}
          </span>
        ))}
        {go.cautions.length > 0 && <span className="block text-setting-ink">△ {go.cautions.map((c) => CAUTIONS[c].short).join(", ")}</span>}
      </span>
      <span className="whitespace-nowrap font-semibold max-tab:col-start-2 max-tab:row-start-2">
        {formatDuration(go.handsOnS)}
        {many && <span className="block text-sm font-normal text-soft">one set-up</span>}
        {go.later > 0 && <span className="block text-sm font-normal text-soft">{go.later} more for later</span>}
      </span>
      <button
        className={`btn min-h-[50px] min-w-[84px] max-tab:row-span-2 max-tab:row-start-1 max-tab:col-start-3 ${solid ? "btn-solid" : ""}`}
        onClick={onStart}
        aria-label={`Start: ${many ? name : `${step.partName}, ${step.title}`}`}
      >
        start{solid && <Key k="Enter" />}
      </button>
    </li>
  );
}

/** Goes that are in hand: steps of one go that were begun together. */
export interface GoInHand {
  key: string;
  title: string;
  clocks: Clock[];
}

/** Lessons that are told at most: the newest. */
const MOST_LESSONS = 3;

/** One go in hand, with a tick a piece. */
export function InHandSession({
  go,
  first: isFirst,
  others,
  onFinish,
}: {
  go: GoInHand;
  /** Of several that are in hand the first; it alone fills a phone. */
  first: boolean;
  others: readonly Offer[];
  onFinish: (clock: Clock, shareS?: number) => void;
}) {
  const project = useProject();
  const { runIn } = useActions();
  const { model } = useTonight();
  const now = useMoment();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const many = go.clocks.length > 1;
  const [first] = go.clocks;
  const steps = go.clocks.map((c) => c.step);
  const inHand = (c: Clock): StepRecord | null => {
    const state = model.states.get(c.step.key);
    return state && "record" in state ? state.record : null;
  };
  const recordOf = (c: Clock): string => inHand(c)?.id ?? "";
  const began = Math.min(...go.clocks.map((c) => c.from));
  // Pieces of the same go that were ended by themselves have their part of it already.
  const saidS = project.records.filter((r) => r.startedAt === began && r.finishedAt !== null).reduce((n, r) => n + (r.saidS ?? 0), 0);
  const took = Math.max(0, (now - began) / 1000 - saidS);
  const end = (): void => (many ? endAll() : onFinish(first));
  const endAll = (): void => {
    // Nothing ticked means that all of it was done.
    const done = ticked.size === 0 ? go.clocks : go.clocks.filter((c) => ticked.has(c.step.key));
    const shares = sharesOf(
      done.map((c) => c.step),
      took,
    );
    const said = new Map(done.map((c, i) => [c.step.key, shares[i]]));
    for (const [scene, clocks] of byScene(go.clocks, (c) => c.step))
      void runIn(scene, "session.end", {
        title: go.title,
        done: clocks.filter((c) => said.has(c.step.key)).map((c) => ({ recordId: recordOf(c), saidS: said.get(c.step.key)! })),
        undone: clocks.filter((c) => !said.has(c.step.key)).map(recordOf),
      });
  };
  const planned = goHandsOnS(steps);
  const lessons = lessonsAbout(
    project.lessons,
    steps.map((x) => x.rests),
    MOST_LESSONS,
  );
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  // Of a go it is kept at the piece that is next.
  const at = go.clocks.find((c) => !ticked.has(c.step.key)) ?? first;
  const keep = <KeepAtStep recordId={recordOf(at)} sceneId={at.step.scene?.id} of={at.step.title} />;
  const phone = usePhone();
  const [onPage, setOnPage] = useState(false);
  if (phone && isFirst && !onPage)
    return (
      <InHandPhone
        title={many ? go.title : `${first.step.partName}: ${first.step.title}`}
        pieces={go.clocks.map(({ step }) => {
          const part = step.scene ? undefined : project.parts.find((p) => p.id === step.partId);
          return {
            key: step.key,
            name: step.partName,
            ...(part && { picture: (done: boolean) => <PieceSilhouette part={part} onInk={done} /> }),
          };
        })}
        ticked={ticked}
        tookS={took}
        plannedS={planned}
        notes={[
          ...(cautions.length > 0 ? [`△ ${cautions.map((c) => CAUTIONS[c].short).join(", ")}. ${CARE_FIRST}`] : []),
          ...lessons.map((l) => `You learned: ${l.title}`),
        ]}
        onTick={(key) => setTicked((before) => toggled(before, key))}
        onEnd={() => (many || first.step.clears > 0 || first.step.machineS > 0 ? end() : endAll())}
        onWrong={(key) => {
          const i = go.clocks.findIndex((c) => c.step.key === key);
          onFinish(go.clocks[i], many ? sharesOf(steps, took)[i] : undefined);
        }}
        onLeave={() => setOnPage(true)}
      >
        {keep}
      </InHandPhone>
    );
  return (
    <section aria-label="In hand" className="mt-3 border-2 border-act p-3">
      <div className="flex flex-wrap items-center gap-3">
        <div className="min-w-0 flex-1 basis-56">
          <p className={many ? "font-slab text-[1.25rem]" : "text-[1.08rem] font-semibold"}>
            {many
              ? `${go.title}, on ${piecesWords(steps.reduce((n, s) => n + s.pieces, 0))}`
              : `${first.step.partName}: ${first.step.title}`}
          </p>
          <p className="text-soft">
            in hand for {formatDuration(took)}, planned {formatDuration(planned)}
            {many && " with one set-up"}
          </p>
        </div>
        <button className="btn btn-solid min-h-[50px]" onClick={end}>
          {many
            ? ticked.size === 0 || ticked.size === go.clocks.length
              ? "Finish all"
              : `End ${ticked.size} of ${go.clocks.length}`
            : "Finish"}{" "}
          <Key k="f" />
        </button>
        <button
          className="btn"
          onClick={() => {
            if (!many) return void runIn(first.step.scene?.id, "step.forget", { recordId: recordOf(first) });
            for (const [scene, clocks] of byScene(go.clocks, (c) => c.step))
              void runIn(scene, "session.end", { title: go.title, done: [], undone: clocks.map(recordOf) });
          }}
        >
          Undo start
        </button>
        {keep}
      </div>
      {many && (
        <>
          <ul className="mt-2 grid gap-x-4 gap-y-1 tab:grid-cols-2 desk:grid-cols-3">
            {go.clocks.map((c) => {
              const part = c.step.scene ? undefined : project.parts.find((p) => p.id === c.step.partId);
              return (
                <Tick
                  key={c.step.key}
                  step={c.step}
                  part={part}
                  on={ticked.has(c.step.key)}
                  set={setTicked}
                  onWrong={() => onFinish(c, sharesOf(steps, took)[go.clocks.indexOf(c)])}
                />
              );
            })}
          </ul>
          <p className="mt-1 text-soft">
            {ticked.size === 0
              ? "Tick what is done, then finish them all with one press."
              : `${ticked.size} of ${go.clocks.length} done. Anything not ticked goes back on the list.`}
          </p>
        </>
      )}
      {lessons.map((l) => (
        <p key={l.id} className="mt-1">
          <strong className="font-slab">You learned:</strong> {l.title}
        </p>
      ))}
      {cautions.length > 0 && (
        <p className="mt-1 text-setting-ink">
          △ {cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
        </p>
      )}
      {go.clocks.length === 1 && inHand(first) && <AiredChoice record={inHand(first)!} sceneId={first.step.scene?.id} />}
      {others.length > 0 && (
        <p className="mt-2">
          <strong>While it dries:</strong>{" "}
          {others
            .slice(0, 2)
            .map((o) => `${o.step.partName}, ${o.step.title} (${formatDuration(o.step.handsOnS)})`)
            .join("; ")}
          .
        </p>
      )}
    </section>
  );
}

/** The same ticks, but for one. */
function toggled(before: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(before);
  if (!next.delete(key)) next.add(key);
  return next;
}

function Tick({
  step,
  part,
  on,
  set,
  onWrong,
}: {
  step: Step;
  part: Part | undefined;
  on: boolean;
  set: (change: (before: ReadonlySet<string>) => ReadonlySet<string>) => void;
  onWrong: () => void;
}) {
  const toggle = (): void => set((before) => toggled(before, step.key));
  return (
    <li className="flex items-center gap-2">
      <label className="flex min-h-[48px] min-w-0 flex-1 items-center gap-2">
        <input type="checkbox" className="h-7 w-7 shrink-0" checked={on} onChange={toggle} />
        {part && <PieceSilhouette part={part} />}
        <span className="min-w-0 leading-tight">
          <span className="block font-semibold">{step.partName}</span>
          <span className="block text-sm text-soft">
            {step.pieces > 1 ? `${step.pieces} pieces` : ""}
            {step.scene ? ` ${step.scene.name}` : ""}
          </span>
        </span>
      </label>
      <button className="btn-text whitespace-nowrap" onClick={onWrong} aria-label={`${step.partName} went wrong`}>
        went wrong
      </button>
    </li>
  );
}

/** The plate to start before bed, and when it ends. */
export function BeforeBed({ offer, now }: { offer: Offer; now: number }) {
  const { step } = offer;
  return (
    <p className="mt-3 border-t border-rule pt-2">
      <strong className="font-slab">Before bed</strong> start the {formatDuration(step.machineS)} plate of {step.partName}
      {step.scene ? ` (${step.scene.name})` : ""}: started now, it ends {format(now + step.machineS * 1000, "EEEE HH:mm")}.
      <span className="block text-setting-ink">△ {CAUTIONS["unwatched-print"].text}</span>
    </p>
  );
}
