/** Tonight: what to do in the minutes at hand, what to leave alone, and when the scene is ready. */
import { format } from "date-fns";
import { useState } from "react";
import { fail, formatDuration, ok, parseDuration } from "~core/units";
import { goKeyOf, type Clock, type Go, type Later, type Offer, type Tonight } from "~core/plan";
import { mendOf, NEEDS } from "~core/work";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { useKey } from "~app/ui/keys";
import { ParsedField } from "~app/ui/field";
import { EveningLine } from "~app/shared/EveningLine";
import { Evenings } from "~app/shared/Evenings";
import { FinishStep } from "~app/shared/FinishStep";
import { PrinterSilence } from "~app/shared/PrinterSilence";
import { OnThePhone } from "./away/OnThePhone";
import { Lanes } from "./Lanes";
import { Ready } from "./Ready";
import { BeforeBed, GoItem, InHandSession, useStart, type GoInHand } from "./Session";
import { Questions } from "./Questions";
import { Tray } from "./Tray";
import { WaitingFor } from "./WaitingFor";
import { WontWait } from "./WontWait";

export default function TonightPage() {
  const project = useProject();
  const { model, atHand, setAtHand, stayUp } = useTonight();
  const start = useStart();
  const { scene } = project;
  const [finishing, setFinishing] = useState<{ clock: Clock; shareS?: number } | null>(null);
  const fitting = model.sessions.filter((g) => g.fits);
  const tooLong = model.sessions.filter((g) => !g.fits);
  const inHand = goesInHand(model);
  useKey(
    "Enter",
    "Start the first thing",
    "Tonight",
    () => void (fitting[0] && start(fitting[0])),
    fitting.length > 0 && inHand.length === 0,
  );
  useKey(
    "f",
    "Finish what is in hand",
    "Tonight",
    () => document.getElementById("in-hand")?.querySelector("button")?.click(),
    inHand.length > 0,
  );
  const next = fitting[0] as Go | undefined;
  // What can be done while the first of them dries.
  const meanwhile = next && next.waitS > 0 ? fitting.slice(1, 4) : fitting.slice(1, 3);
  const shown = new Set([next, ...meanwhile]);
  const rest = [...fitting.filter((g) => !shown.has(g)), ...tooLong];
  const scenes = new Set(model.schedule.slots.map((s) => s.step.scene?.name ?? scene.name)).size;
  return (
    <Page
      title="Tonight"
      sub={<HourNow />}
      cells={[
        { label: scenes > 1 ? "scenes" : "scene", value: scenes > 1 ? `${scenes} at work` : scene.name },
        { label: "steps done", value: `${model.done} of ${model.steps.length}` },
        { label: "your time left", value: formatDuration(model.handsOnS) },
      ]}
    >
      <div className="mt-2 grid gap-x-6 desk:grid-cols-[1.75fr_1fr]">
        <section aria-label="What to do">
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <span>I have</span>
            <ParsedField
              className="w-28"
              hideLabel
              label="Time available"
              text={formatDuration(atHand.minutes * 60)}
              parse={(t) => {
                const r = parseDuration(t);
                return r.ok
                  ? r.value >= 60 && r.value <= 86400
                    ? ok(Math.round(r.value / 60))
                    : fail("minutes", "Enter a time from one minute to a day.")
                  : r;
              }}
              readAs={(min) => formatDuration(min * 60)}
              onCommit={(minutes) => setAtHand({ minutes })}
            />
            <Toggle on={atHand.spray} onPress={() => setAtHand({ spray: !atHand.spray })} yes="a place to spray" no="no spraying" />
            <Toggle on={atHand.airbrush} onPress={() => setAtHand({ airbrush: !atHand.airbrush })} yes="airbrush set up" no="no airbrush" />
            <Toggle on={atHand.helper} onPress={() => setAtHand({ helper: !atHand.helper })} yes="two of us" no="on my own" />
            {model.asleep && <span className="text-soft">night</span>}
          </div>
          <div id="in-hand">
            {inHand.map((g, i) => (
              <InHandSession
                key={g.key}
                first={i === 0}
                go={g}
                others={fitting.flatMap((f) => f.offers.slice(0, 1)) as Offer[]}
                onFinish={(clock, shareS) => setFinishing({ clock, shareS })}
              />
            ))}
          </div>
          <ol className="mt-1">
            {next && <GoItem go={next} n={1} onStart={() => start(next)} solid={inHand.length === 0} />}
            {meanwhile.map((g, i) => (
              <GoItem key={g.key} go={g} n={i + 2} onStart={() => start(g)} solid={false} />
            ))}
          </ol>
          {fitting.length === 0 &&
            inHand.length === 0 &&
            (model.asleep && model.offers.length === 0 ? <Asleep onStayUp={stayUp} /> : <Nothing model={model} />)}
          {model.later.map((l) => (
            <p key={l.need} className="mt-1">
              {laterWords(l)}
              {l.need === "daylight" && !project.habits.place && (
                <span className="text-soft"> Daylight is estimated from your time zone. Set where you live in Workshop.</span>
              )}
            </p>
          ))}
          {rest.length > 0 && (
            <details className="mt-1">
              <summary className="min-h-[44px] cursor-pointer py-2.5 text-soft">
                {rest.length > tooLong.length && `${rest.length - tooLong.length} more that fit`}
                {rest.length > tooLong.length && tooLong.length > 0 && "; "}
                {tooLong.length > 0 && `${tooLong.length} that take longer`}
              </summary>
              <ol>
                {rest.map((g) => (
                  <GoItem key={g.key} go={g} n={null} onStart={() => start(g)} solid={false} />
                ))}
              </ol>
            </details>
          )}
          {model.beforeBed && <BeforeBed offer={model.beforeBed} now={model.now} />}
        </section>
        <div className="desk:border-l-[1.5px] desk:border-rule desk:pl-6">
          <LeaveAlone model={model} />
          <Ready model={model} />
        </div>
      </div>
      {project.parts.length > 0 && (
        <Section title="The tray">
          <Tray model={model} />
        </Section>
      )}
      {inHand.length === 0 && <Questions />}
      <WontWait />
      <Section title="Write the evening down">
        <EveningLine />
      </Section>
      <Section title="On another device">
        <OnThePhone />
      </Section>
      <Section title="Waiting for">
        <WaitingFor />
      </Section>
      <Section title="Now and next">
        <Lanes model={model} />
      </Section>
      <Section title="Your evenings">
        <Evenings scene={scene} />
      </Section>
      {finishing && <FinishStep {...finishing} onClose={() => setFinishing(null)} />}
    </Page>
  );
}

/** What waits for its hours, and when they come. */
function laterWords({ need, steps, at }: Later): string {
  const many = steps === 1 ? "1 step needs" : `${steps} steps need`;
  const { label } = NEEDS[need];
  return at === null
    ? `△ ${many} ${label}, but none of your evenings has it. ${mendOf(need)} below.`
    : `${many} ${label}: planned for ${format(at, "EEEE d MMMM, HH:mm")}.`;
}

/** One of two, said in place; a press turns it. */
const Toggle = ({ on, onPress, yes, no }: { on: boolean; onPress: () => void; yes: string; no: string }) => (
  <button className="min-h-[44px] border-b border-rule text-left hover:bg-board" aria-pressed={on} onClick={onPress}>
    {on ? yes : no}
  </button>
);

/** What is in hand, steps of one go together. */
function goesInHand(model: Tonight): GoInHand[] {
  const goes = new Map<string, GoInHand>();
  for (const clock of model.clocks) {
    if (clock.kind !== "in hand") continue;
    const key = goKeyOf(clock.step);
    const go = goes.get(key);
    if (go) go.clocks.push(clock);
    else goes.set(key, { key, title: clock.step.session?.title ?? clock.step.title, clocks: [clock] });
  }
  return [...goes.values()];
}

function Asleep({ onStayUp }: { onStayUp: () => void }) {
  return (
    <div className="mt-4 max-w-prose">
      <p className="text-lg">It is night. Nothing suggested until 07:00.</p>
      <p className="mt-1 text-soft">Printers and timers keep running. No plates are changed.</p>
      <button className="btn mt-3" onClick={onStayUp}>
        I am awake: show me what I can do
      </button>
    </div>
  );
}

function Nothing({ model }: { model: Tonight }) {
  const project = useProject();
  const next = model.clocks[0];
  return (
    <div className="mt-4 max-w-prose">
      <p className="text-lg">
        {project.parts.length === 0
          ? "Nothing is planned yet."
          : next
            ? "Nothing to do right now. Everything is printing, setting or waiting."
            : model.steps.length === 0
              ? "No parts planned yet."
              : "Nothing fits the time available, or everything is done."}
      </p>
      <p className="mt-1 text-soft">
        {next
          ? `${next.step.partName} is ready at ${format(next.until, "EEEE HH:mm")}.`
          : "Press n for a new part, or open a part and plan it. Printing, hiding lines, priming and painting will show up here with their times."}
      </p>
    </div>
  );
}

/** The day and the hour. */
const HourNow = () => format(useMoment(), "EEEE HH:mm");

/** So many of what goes on by itself are listed, those that end first. */
const LISTED = 6;

function LeaveAlone({ model }: { model: Tonight }) {
  const now = useMoment();
  const { runIn } = useActions();
  const clocks = model.clocks.filter((c) => c.kind !== "in hand");
  const [failing, setFailing] = useState<Clock | null>(null);
  return (
    <section aria-label="Leave alone">
      <h2 className="text-lg">Leave alone</h2>
      {clocks.length === 0 && <p className="text-soft">Nothing is wet or printing.</p>}
      <ul>
        {clocks.slice(0, LISTED).map((c) => (
          <li key={c.step.key} className="flex flex-wrap items-center gap-x-3 py-1">
            <svg width="94" height="16" aria-hidden="true" className="shrink-0">
              {/* The bar empties as the thing sets. */}
              <rect
                x="0.6"
                y="0.6"
                width={93 * Math.min(1, Math.max(0, (c.until - now) / Math.max(1, c.until - c.from)))}
                height="14.8"
                fill={c.kind === "running" ? "var(--ink)" : hatchFill("setting")}
              />
              <rect x="0.6" y="0.6" width="92.8" height="14.8" fill="none" stroke="var(--ink)" strokeWidth="1.2" />
            </svg>
            <span className="min-w-0 flex-1 leading-tight">
              <span className="block truncate font-semibold">
                {c.step.partName}
                {c.step.scene && <span className="font-normal text-soft">, {c.step.scene.name}</span>}
              </span>
              <span className="block text-soft">
                {c.kind === "running" ? "prints" : "sets"} until {format(c.until, "EEE HH:mm")}, {formatDuration((c.until - now) / 1000)}
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
                  if (s && "record" in s) void runIn(c.step.scene?.id, "step.forget", { recordId: s.record.id });
                }}
                name={c.step.partName}
              />
            )}
            {c.kind === "running" && <OnPrinter clock={c} model={model} />}
          </li>
        ))}
      </ul>
      {/* A long print ends last, and is not listed then: that its printer is silent is said all the same. */}
      {clocks.slice(LISTED).map((c) => c.kind === "running" && <OnPrinter key={c.step.key} clock={c} model={model} />)}
      {failing && <FinishStep clock={failing} onClose={() => setFailing(null)} />}
    </section>
  );
}

/** Whether the printer that should be printing it still says so. */
function OnPrinter({ clock: { step, until }, model }: { clock: Clock; model: Tonight }) {
  const { scene } = useProject();
  const state = model.states.get(step.key);
  const printerId = state && "record" in state ? state.record.print?.printerId : undefined;
  const printer = scene.printers.find((p) => p.id === printerId);
  if (!printer) return null;
  return (
    <div className="basis-full empty:hidden">
      <PrinterSilence printer={printer} run={{ until, nights: model.nights }} />
    </div>
  );
}

const UndoClock = ({ onPress, name }: { onPress: () => void; name: string }) => (
  <button className="btn-text" onClick={onPress} aria-label={`${name}: mark as not done`}>
    not done
  </button>
);
