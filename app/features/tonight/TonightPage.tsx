/** Tonight: what to do in the minutes at hand, what to leave alone, and when the scene is ready. */
import { format } from "date-fns";
import { useEffect, useState } from "react";
import { CARE_FIRST, CAUTIONS, type CautionId } from "~core/care";
import { fail, formatDuration, ok, parseDuration } from "~core/measure";
import { runPlanJob } from "~workers/plan/client";
import { chanceBy, eveningsFrom, type Clock, type FinishChance, type Offer, type Tonight, nightsBetween } from "~core/plan";
import type { Project } from "~core/project";
import { Page, Section } from "~app/features/frame/Page";
import { newId, useActions } from "~app/features/frame/scene";
import { useTonight } from "~app/features/frame/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { Key, useKey } from "~app/ui/keys";
import { ParsedField } from "~app/ui/field";
import { Evenings } from "./Evenings";
import { FinishStep } from "./FinishStep";
import { Lanes } from "./Lanes";

export function TonightPage({ project }: { project: Project }) {
  const { model, minutes, setMinutes, stayUp } = useTonight();
  const { run } = useActions();
  const { scene } = project;
  const [finishing, setFinishing] = useState<Clock | null>(null);
  const fitting = model.offers.filter((o) => o.fits);
  const tooLong = model.offers.filter((o) => !o.fits);
  const inHand = model.clocks.filter((c) => c.kind === "in hand");
  const start = (o: Offer) =>
    run("step.start", {
      recordId: newId(),
      partId: o.step.partId,
      stepKey: o.step.key,
      title: o.step.title,
      time: o.step.machineS > 0 ? "machine" : "hands",
      plannedS: o.step.machineS > 0 ? o.step.machineS : Math.max(60, o.step.handsOnS),
      waitS: o.step.waitS,
    });
  useKey(
    "Enter",
    "Start the first thing",
    "Tonight",
    () => void (fitting[0] && start(fitting[0])),
    fitting.length > 0 && inHand.length === 0,
  );
  useKey("f", "Finish what is in hand", "Tonight", () => setFinishing(inHand[0]), inHand.length > 0);
  const cautions = [...new Set([...fitting.slice(0, 3).flatMap((o) => o.step.cautions), ...inHand.flatMap((c) => c.step.cautions)])];
  return (
    <Page
      title="Tonight"
      cells={[
        { label: "scene", value: scene.name },
        { label: "steps done", value: `${model.done} of ${model.steps.length}` },
        { label: "yours to go", value: formatDuration(model.handsOnS) },
      ]}
    >
      <div className="mt-2 grid gap-x-6 desk:grid-cols-[1.75fr_1fr]">
        <section aria-label="What to do">
          <div className="flex flex-wrap items-center gap-3">
            <span>I have</span>
            <ParsedField
              className="w-28"
              hideLabel
              label="Minutes at hand"
              text={formatDuration(minutes * 60)}
              parse={(t) => {
                const r = parseDuration(t);
                return r.ok
                  ? r.value >= 60 && r.value <= 86400
                    ? ok(Math.round(r.value / 60))
                    : fail("minutes", "Between a minute and a day.")
                  : r;
              }}
              readAs={(min) => formatDuration(min * 60)}
              onCommit={setMinutes}
            />
            <span className="text-soft">
              {model.asleep ? "in the night. " : ""}
              {format(model.now, "EEEE HH:mm")}
            </span>
          </div>
          {inHand.map((c) => (
            <InHand key={c.step.key} clock={c} onFinish={() => setFinishing(c)} />
          ))}
          <ol className="mt-1">
            {fitting.slice(0, 3).map((o, i) => (
              <OfferItem key={o.step.key} offer={o} n={i + 1} onStart={() => start(o)} solid={i === 0 && inHand.length === 0} />
            ))}
          </ol>
          {fitting.length === 0 &&
            inHand.length === 0 &&
            (model.asleep && model.offers.length === 0 ? <Asleep onStayUp={stayUp} /> : <Nothing model={model} project={project} />)}
          {(fitting.length > 3 || tooLong.length > 0) && (
            <details className="mt-1">
              <summary className="min-h-[44px] cursor-pointer py-2.5 text-soft">
                {fitting.length > 3 && `${fitting.length - 3} more that fit`}
                {fitting.length > 3 && tooLong.length > 0 && "; "}
                {tooLong.length > 0 && `${tooLong.length} that take longer`}
              </summary>
              <ol>
                {[...fitting.slice(3), ...tooLong].map((o) => (
                  <OfferItem key={o.step.key} offer={o} n={null} onStart={() => start(o)} solid={false} />
                ))}
              </ol>
            </details>
          )}
          {cautions.length > 0 && (
            <p className="mt-2 text-setting-ink">
              △ {cautions.map((c: CautionId) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
            </p>
          )}
        </section>
        <div className="desk:border-l-[1.5px] desk:border-rule desk:pl-6">
          <LeaveAlone model={model} />
          <Ready project={project} model={model} />
        </div>
      </div>
      <Section title="Now and next">
        <Lanes model={model} project={project} />
      </Section>
      <Section title="Your evenings">
        <Evenings scene={scene} />
      </Section>
      {finishing && <FinishStep clock={finishing} onClose={() => setFinishing(null)} />}
    </Page>
  );
}

function OfferItem({ offer, n, onStart, solid }: { offer: Offer; n: number | null; onStart: () => void; solid: boolean }) {
  const { step } = offer;
  return (
    <li className="grid grid-cols-[2.2rem_minmax(0,1fr)_auto_auto] items-center gap-x-3 border-b border-rule py-1.5 max-tab:grid-cols-[1.8rem_minmax(0,1fr)_auto]">
      <span className="font-slab text-[1.9rem]" aria-hidden="true">
        {n}
      </span>
      <span className="min-w-0">
        <span className="block text-[1.08rem] font-semibold leading-tight">
          {step.partName}: {step.title}
        </span>
        <span className="block text-soft">
          {offer.why}
          {step.machineS > 0
            ? `; ${formatDuration(step.machineS)} by itself`
            : step.waitS > 0
              ? `; sets ${formatDuration(step.waitS)}`
              : ""}
        </span>
        {step.cautions.length > 0 && (
          <span className="block text-setting-ink">△ {step.cautions.map((c) => CAUTIONS[c].short).join(", ")}</span>
        )}
      </span>
      <span className="whitespace-nowrap font-semibold max-tab:col-start-2 max-tab:row-start-2">{formatDuration(step.handsOnS)}</span>
      <button
        className={`btn min-h-[50px] min-w-[84px] max-tab:row-span-2 max-tab:row-start-1 max-tab:col-start-3 ${solid ? "btn-solid" : ""}`}
        onClick={onStart}
        aria-label={`Start: ${step.partName}, ${step.title}`}
      >
        start{solid && <Key k="Enter" />}
      </button>
    </li>
  );
}

function InHand({ clock, onFinish }: { clock: Clock; onFinish: () => void }) {
  const { run } = useActions();
  const { model } = useTonight();
  const record = model.states.get(clock.step.key);
  return (
    <section aria-label="In hand" className="mt-3 flex flex-wrap items-center gap-3 border-2 border-act p-3">
      <div className="min-w-0 flex-1 basis-56">
        <p className="text-[1.08rem] font-semibold">
          {clock.step.partName}: {clock.step.title}
        </p>
        <p className="text-soft">
          in hand for {formatDuration((model.now - clock.from) / 1000)}, planned {formatDuration(clock.step.handsOnS)}
        </p>
        {clock.step.cautions.length > 0 && (
          <p className="text-setting-ink">△ {clock.step.cautions.map((c) => CAUTIONS[c].short).join(", ")}</p>
        )}
      </div>
      <button className="btn btn-solid min-h-[50px]" onClick={onFinish}>
        Finish <Key k="f" />
      </button>
      {record && "record" in record && (
        <button className="btn" onClick={() => run("step.forget", { recordId: record.record.id })}>
          Not started after all
        </button>
      )}
    </section>
  );
}

function Asleep({ onStayUp }: { onStayUp: () => void }) {
  return (
    <div className="mt-4 max-w-prose">
      <p className="text-lg">It is night: nothing is offered until 07:00.</p>
      <p className="mt-1 text-soft">Printers and clocks go on by themselves; nobody changes a plate.</p>
      <button className="btn mt-3" onClick={onStayUp}>
        I am awake: show what can be done
      </button>
    </div>
  );
}

function Nothing({ model, project }: { model: Tonight; project: Project }) {
  const next = model.clocks[0];
  return (
    <div className="mt-4 max-w-prose">
      <p className="text-lg">
        {project.parts.length === 0
          ? "Nothing is planned yet."
          : next
            ? "Nothing to do right now: everything prints, sets or waits."
            : model.steps.length === 0
              ? "No part has a plan yet."
              : "Nothing fits, or all is done."}
      </p>
      <p className="mt-1 text-soft">
        {next
          ? `${next.step.partName} is ready at ${format(next.until, "EEEE HH:mm")}.`
          : "Press n for a new part, or open a part and plan it: printing, hiding lines, priming and paint then come here with their minutes."}
      </p>
    </div>
  );
}

function LeaveAlone({ model }: { model: Tonight }) {
  const { run } = useActions();
  const clocks = model.clocks.filter((c) => c.kind !== "in hand");
  const [failing, setFailing] = useState<Clock | null>(null);
  return (
    <section aria-label="Leave alone">
      <h2 className="text-lg">Leave alone</h2>
      {clocks.length === 0 && <p className="text-soft">Nothing is wet and nothing prints.</p>}
      <ul>
        {clocks.slice(0, 6).map((c) => (
          <li key={c.step.key} className="flex items-center gap-3 py-1">
            <svg width="94" height="16" aria-hidden="true" className="shrink-0">
              {/* The bar empties as the thing sets. */}
              <rect
                x="0.6"
                y="0.6"
                width={Math.max(0, 93 * (1 - c.share))}
                height="14.8"
                fill={c.kind === "running" ? "var(--ink)" : hatchFill("setting")}
              />
              <rect x="0.6" y="0.6" width="92.8" height="14.8" fill="none" stroke="var(--ink)" strokeWidth="1.2" />
            </svg>
            <span className="min-w-0 flex-1 leading-tight">
              <span className="block truncate font-semibold">{c.step.partName}</span>
              <span className="block text-soft">
                {c.kind === "running" ? "prints" : "sets"} until {format(c.until, "EEE HH:mm")},{" "}
                {formatDuration((c.until - model.now) / 1000)}
              </span>
            </span>
            {c.kind === "running" && (
              <button className="btn-text" onClick={() => setFailing(c)} aria-label={`The print of ${c.step.partName} failed or ended`}>
                ended
              </button>
            )}
            {c.kind === "setting" && (
              <UndoClock
                onPress={() => {
                  const s = model.states.get(c.step.key);
                  if (s && "record" in s) run("step.forget", { recordId: s.record.id });
                }}
                name={c.step.partName}
              />
            )}
          </li>
        ))}
      </ul>
      {failing && <FinishStep clock={failing} onClose={() => setFailing(null)} />}
    </section>
  );
}

const UndoClock = ({ onPress, name }: { onPress: () => void; name: string }) => (
  <button className="btn-text" onClick={onPress} aria-label={`${name}: this step was not done after all`}>
    not done
  </button>
);

/** When it is ready: the plan's own date, and how often that holds when times vary and prints fail. */
/** One sentence on the date that was set, with the one that would hold. */
function readyText(share: number, sure: string | null): string {
  const inTen = Math.round(share * 10);
  const later = sure === null ? "These evenings do not suffice: add one, or leave something out." : `${sure} would hold 8 times in 10.`;
  if (inTen >= 8) return inTen === 10 ? "Yes, as far as can be seen." : `Yes, ${inTen} times in 10.`;
  return inTen === 0 ? `No. ${later}` : `Only ${inTen} ${inTen === 1 ? "time" : "times"} in 10. ${later}`;
}

function Ready({ project, model }: { project: Project; model: Tonight }) {
  const { run } = useActions();
  const { scene } = project;
  const [chance, setChance] = useState<FinishChance | null>(null);
  const key = `${project.records.length} ${model.steps.length} ${JSON.stringify(scene.evenings)} ${Math.round(model.handsOnS)}`;
  useEffect(() => {
    // Two hundred schedules take a moment: in a worker, after the page has been drawn.
    const stop = new AbortController();
    const timer = setTimeout(() => {
      const { steps, states, now } = model;
      const evenings = eveningsFrom(now, scene.evenings, scene.timeZone, 240);
      const nights = nightsBetween(now, now + 240 * 86400000, scene.timeZone);
      void runPlanJob("chance", { steps, states, evenings, nights, now }, { signal: stop.signal }).then((r) => r.ok && setChance(r.value));
    }, 120);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
    // Only what changes the plan makes new runs, not each tick of the clock.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const day = (ms: number): string => format(ms, "EEEE d MMMM");
  const by = scene.readyBy ? new Date(`${scene.readyBy.slice(0, 10)}T23:59:00`).getTime() : null;
  const inTime = chance && by !== null ? chanceBy(chance, by) : null;
  return (
    <section aria-label="Ready" className="mt-5">
      <h2 className="text-lg">{by !== null ? `Ready by ${day(by)}?` : "Ready when?"}</h2>
      {model.steps.length === 0 ? (
        <p className="text-soft">Once a part is planned, this says the evening it will be ready.</p>
      ) : (
        <>
          <p className="font-semibold">
            {inTime !== null && chance
              ? readyText(inTime, Number.isFinite(chance.p80) ? day(chance.p80) : null)
              : model.finish === null
                ? "Not with these evenings."
                : `${day(model.finish)}, if all goes as planned.`}
          </p>
          {inTime === null && chance && Number.isFinite(chance.p80) && (
            <p>
              {model.finish !== null && day(chance.p80) === day(model.finish) ? "That" : day(chance.p80)} holds 8 times in 10, with failed
              prints and long evenings.
            </p>
          )}
          <p className="text-soft">
            {formatDuration(model.handsOnS)} of yours over {model.evenings} {model.evenings === 1 ? "evening" : "evenings"}
            {model.machineS > 0 && `, ${formatDuration(model.machineS)} of prints to start`}.
          </p>
        </>
      )}
      <label className="mt-2 flex items-center gap-2">
        <span className="label">to be ready by</span>
        <input
          type="date"
          className="field w-44"
          value={scene.readyBy?.slice(0, 10) ?? ""}
          onChange={(e) => run("scene.set", { readyBy: e.target.value || null })}
        />
      </label>
    </section>
  );
}
