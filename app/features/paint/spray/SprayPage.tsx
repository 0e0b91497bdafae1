/** Spray day: everything that goes through a can or the airbrush in one go, with what stays bare ticked before the start. */
import { useMemo, useState } from "react";
import { toast } from "sonner";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { coatCare, inPotWords, levelWords, METHODS } from "~core/coat";
import { shakeOf } from "~core/paint";
import { sprayDay, type SprayDay, type SprayGroup } from "~core/plan";
import { LIMITS } from "~core/project";
import { formatDuration } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { startOf } from "~app/shared/startStep";
import { useTonight } from "~app/shared/tonightModel";
import { Choice } from "~app/ui/field";
import { hatchFill } from "~app/ui/hatch";
import { PaintLeaves } from "../PaintLeaves";
import { Ahead, May } from "./Around";
import { useTicks } from "./ticks";

export default function SprayPage() {
  const project = useProject();
  const { model } = useTonight();
  const ready = useMemo(() => sprayDay(project, model, "ready"), [project, model]);
  const all = useMemo(() => sprayDay(project, model, "next"), [project, model]);
  const [chosen, setChosen] = useState<"ready" | "next" | null>(null);
  const what = chosen ?? (ready.groups.length > 0 ? "ready" : "next");
  const day = what === "ready" ? ready : all;
  // A part that hangs there twice is there once.
  const hung = new Map(day.groups.flatMap((g) => g.pieces.map((p) => [p.part.id, p.step.pieces])));
  const count = [...hung.values()].reduce((n, pieces) => n + pieces, 0);
  return (
    <Page
      title="Spray day"
      sub="everything for cans and airbrush, in one go"
      cells={[
        { label: "pieces", value: count },
        { label: "hands", value: formatDuration(day.handsS) },
        { label: "cleaning", value: day.cleanS > 0 ? formatDuration(day.cleanS) : "none" },
      ]}
    >
      <PaintLeaves />
      <May project={project} />
      {all.groups.length > 0 && (
        <Choice
          className="mt-3 w-80"
          label="What is on the rod"
          value={what}
          options={[
            { value: "ready", label: "what is ready now" },
            { value: "next", label: "the next spray of every part" },
          ]}
          onChange={setChosen}
        />
      )}
      {day.groups.length === 0 ? (
        <p className="mt-4 max-w-prose text-soft">
          Nothing waits for a can or the airbrush now. Sprays come here once what stands before them is done: supports off, sanded, washed.
        </p>
      ) : (
        <Groups day={day} />
      )}
      <Ahead day={day} />
    </Page>
  );
}

function Groups({ day }: { day: SprayDay }) {
  const project = useProject();
  const [ticked, tick] = useTicks(project.scene.id);
  return (
    <ol>
      {day.groups.map((g, i) => (
        <li key={g.key}>
          {(g.cleanS > 0 || g.waitS > 0) && (
            <p className="mt-2 flex items-center gap-2 text-soft">
              <svg width="40" height="12" aria-hidden="true">
                <rect x="0.5" y="0.5" width="39" height="11" fill={hatchFill(g.cleanS > 0 ? "thinner" : "setting")} stroke="var(--soft)" />
              </svg>
              {[
                g.cleanS > 0 && `clean the airbrush, ${formatDuration(g.cleanS)}`,
                g.waitS > 0 && `pieces from before dry ${formatDuration(g.waitS)}`,
              ]
                .filter(Boolean)
                .join("; ")}
            </p>
          )}
          <Group group={g} nth={i + 1} day={day} ticked={ticked} tick={tick} />
        </li>
      ))}
    </ol>
  );
}

function Group({
  group: g,
  nth,
  day,
  ticked,
  tick,
}: {
  group: SprayGroup;
  nth: number;
  day: SprayDay;
  ticked: ReadonlySet<string>;
  tick: (key: string, on: boolean) => void;
}) {
  const project = useProject();
  const others = useOthers();
  const { run } = useActions();
  const { model } = useTonight();
  const isReady = (p: SprayGroup["pieces"][number]): boolean => model.states.get(p.step.key)?.kind === "open";
  const ready = g.pieces.filter(isReady);
  const open = ready.flatMap((p) => p.bare.filter((b) => !ticked.has(b.key)));
  const short = day.short.find((s) => s.paint.id === g.paint?.id);
  const { cautions } = coatCare(g.family, g.method);
  const unreached = g.pieces.filter((p) => p.unreached.length > 0);
  const cracked = g.pieces.filter((p) => p.crackle);
  const first = day.groups.findIndex((x) => x.paint?.id === g.paint?.id) === nth - 1;
  const shake = g.paint && (first || g.lastOfCan) ? shakeOf(g.paint) : null;
  const start = (): void => {
    if (open.length > 0) return void toast.error(`Tick what stays bare first: ${open.length} left.`);
    const steps = ready.map((p) => {
      const begun = startOf(p.step, project, others);
      // What was covered goes into the log with the coat.
      const bare = p.bare.map((b) => b.words).join("; ");
      return bare ? { ...begun, rests: { ...begun.rests, keptBare: bare.slice(0, LIMITS.title) } } : begun;
    });
    void run("session.start", { title: `${g.name}, ${METHODS[g.method].word}`.slice(0, LIMITS.title), steps });
  };
  return (
    <Section
      title={`${nth}. ${g.name}, ${METHODS[g.method].word}`}
      aside={
        <span className="text-soft">
          {formatDuration(g.handsS)}
          {g.ml > 0 && `, ${inPotWords(g.paint, g.ml)}`}
        </span>
      }
    >
      <ul className="relative flex flex-wrap gap-x-1 gap-y-3 pt-3" aria-label={`On the rod: ${g.name}`}>
        {/* The rod that the pieces hang on. */}
        <span className="absolute left-0 right-0 top-2 border-t-2 border-ink" aria-hidden="true" />
        {g.pieces.map((p) => (
          <li key={p.step.key} className="w-40">
            <svg width="48" height="14" aria-hidden="true" className="block">
              <path d="M24 0v13" stroke="var(--ink)" />
            </svg>
            <span className="relative block w-fit">
              <Silhouette part={p.part} />
              {p.bare.length > 0 && (
                <svg width="48" height="12" className="absolute bottom-0 left-0" aria-hidden="true">
                  <rect x="1" y="1" width="46" height="10" fill={hatchFill("chosen")} opacity="0.7" />
                </svg>
              )}
            </span>
            <span className="block font-semibold leading-tight">
              {p.step.pieces > 1 && `${p.step.pieces} × `}
              {p.part.name}
            </span>
            {!isReady(p) && (
              <span className="block text-sm leading-tight text-soft">
                {p.waitsFor ? `waits for: ${p.waitsFor.charAt(0).toLowerCase()}${p.waitsFor.slice(1)}` : "once it is dry"}
              </span>
            )}
            {p.bare.map((b) => (
              <label key={b.key} className="flex min-h-[36px] items-center gap-2 text-sm leading-tight">
                <input
                  type="checkbox"
                  className="h-5 w-5 shrink-0"
                  checked={ticked.has(b.key)}
                  onChange={(e) => tick(b.key, e.target.checked)}
                />
                {b.words}: bare
              </label>
            ))}
          </li>
        ))}
      </ul>
      {short && (
        <p className="note-act mt-1">
          ▲ {g.name} will not do: {short.words}, {levelWords(short.paint)} left.
          {short.paint.can && " Have a second can before the last coat."}
        </p>
      )}
      {shake && (
        <p className="mt-1">
          {g.lastOfCan ? "The last coat from this can. " : ""}
          {shake}
        </p>
      )}
      {cracked.length > 0 && (
        <p className="text-sm">
          Meant to crack: {cracked.map((p) => p.part.name).join(", ")}. Hang it last: one even coat, and do not go over it again.
        </p>
      )}
      {unreached.map((p) => (
        <p key={p.step.key} className="mt-1">
          The spray does not reach {p.unreached.join(", ")} of {p.part.name}: brush the matt in there.
        </p>
      ))}
      {cautions.length > 0 && (
        <p className="mt-1 text-setting-ink">
          △ {cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
        </p>
      )}
      <button className={`btn mt-2 ${nth === 1 ? "btn-solid" : ""}`} disabled={ready.length === 0} onClick={start}>
        {ready.length === 0 ? "Not ready yet" : `Start: ${ready.length === 1 ? ready[0].part.name : `${ready.length} parts`}`}
      </button>
      {open.length > 0 && (
        <span className="note-act ml-3">
          ▲ {open.length} {open.length === 1 ? "place" : "places"} to cover and tick
        </span>
      )}
    </Section>
  );
}
