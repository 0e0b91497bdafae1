/** Log: the strip of all that was done, search over everything kept, how well figures were known, and the card after a pause. */
import { format, isThisYear } from "date-fns";
import { useEffect, useMemo, useState } from "react";
import { bookOf, knewOf, laidThen, logIndexByAndBy, resumeOf, stripOf, type LogHit, type LogIndex, type StripMark } from "~core/look";
import { takenS, type Project, type StepRecord } from "~core/project";
import { formatDuration } from "~core/units";
import { EveningLine } from "~app/shared/EveningLine";
import { Page, Section } from "~app/shared/Page";
import { Picture } from "~app/shared/Picture";
import { useProject } from "~app/shared/scene";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { parseText, ParsedField } from "~app/ui/field";
import { LogLeaves } from "../LogLeaves";
import { Strip } from "./Strip";

/** So many marks are drawn at a time. */
const DRAWN = 250;

/** The last entries, or those before them, in the order of time. */
const windowOf = (records: readonly StepRecord[], back: number): StepRecord[] => {
  const sorted = [...records].sort((a, b) => a.startedAt - b.startedAt);
  const to = Math.max(0, sorted.length - back);
  return sorted.slice(Math.max(0, to - DRAWN), to);
};

/** What is found; null while everything is still put in. Nothing is put in before somebody searches. */
function useHits(project: Project, words: string): LogHit[] | null {
  const [index, setIndex] = useState<{ of: Project; index: LogIndex } | null>(null);
  const searching = words.trim() !== "";
  useEffect(() => {
    if (!searching || index?.of === project) return undefined;
    let gone = false;
    void logIndexByAndBy(project).then((made) => {
      if (!gone) setIndex({ of: project, index: made });
    });
    return () => {
      gone = true;
    };
  }, [searching, project, index]);
  return useMemo(() => (index && searching ? index.index.find(words) : searching ? null : []), [index, words, searching]);
}

const when = (at: number): string => format(at, isThisYear(at) ? "EEE d MMM HH:mm" : "d MMM yyyy HH:mm");
const KINDS: Record<LogHit["kind"], string> = { entry: "entry", mix: "mix", lesson: "lesson", part: "note" };

export default function StripPage() {
  const project = useProject();
  const { model } = useTonight();
  const now = useMoment();
  const { parts, records } = project;
  const minute = Math.floor(now / 60_000) * 60_000;
  const [back, setBack] = useState(0);
  const drawn = useMemo(() => windowOf(records, back), [records, back]);
  const until = back > 0 ? (drawn.at(-1)?.startedAt ?? minute) + 60_000 : minute;
  const strip = useMemo(() => stripOf(drawn, parts, until), [drawn, parts, until]);
  const [chosenId, setChosen] = useState<string | null>(null);
  const [words, setWords] = useState("");
  const hits = useHits(project, words);
  const chosen = strip.lanes.flatMap((l) => l.marks).find((m) => m.record.id === chosenId) ?? null;
  const resume = resumeOf(project, model, minute);
  const book = bookOf(project);
  const yoursS = records.reduce((sum, r) => sum + (r.time === "hands" ? (takenS(r) ?? 0) : 0), 0);
  return (
    <Page
      title="Log"
      sub="what was done, day by day"
      cells={[
        { label: "yours", value: formatDuration(yoursS) },
        { label: "pieces", value: `${book.good} good, ${book.failed} failed` },
        { label: "kept", value: `${book.done.length.toLocaleString("en")} entries` },
      ]}
    >
      <LogLeaves />
      {resume && (
        <Section title={`After ${resume.days} days`}>
          <dl className="grid gap-x-4 gap-y-1 tab:grid-cols-[auto_1fr]">
            {resume.lines.map((l) => (
              <div key={l.label} className="contents">
                <dt className="text-soft">{l.label}</dt>
                <dd>{l.text}</dd>
              </div>
            ))}
          </dl>
        </Section>
      )}
      <ParsedField
        className="mt-3 w-72"
        label="Find in all that is kept"
        text={words}
        placeholder="grey wall, brim, hinge"
        parse={parseText(80)}
        onCommit={setWords}
      />
      {words.trim() && (
        <ul className="mt-2" aria-label="Found">
          {hits === null && <li className="text-soft">Searching…</li>}
          {hits?.length === 0 && <li className="text-soft">Nothing kept has these words.</li>}
          {hits?.map((h) => (
            <li key={`${h.kind} ${h.id}`} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
              <span className="w-14 text-soft">{KINDS[h.kind]}</span>
              {h.kind === "entry" ? (
                <button className="btn-text text-left" onClick={() => setChosen(h.id)}>
                  {h.title}
                </button>
              ) : (
                <span className="font-semibold">{h.title}</span>
              )}
              <span className="text-soft">{[h.at !== null ? when(h.at) : "", h.detail].filter(Boolean).join("; ")}</span>
            </li>
          ))}
        </ul>
      )}
      {strip.lanes.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Nothing is in the log yet. Each step you finish in Tonight is drawn here, a lane a part, with its setting and what went wrong.
        </p>
      ) : (
        <div className="mt-4">
          {records.length > DRAWN && (
            <div className="mb-1 flex items-center gap-2">
              <button className="btn" disabled={back === 0} onClick={() => setBack(Math.max(0, back - DRAWN))}>
                Later
              </button>
              <button className="btn" disabled={back + DRAWN >= records.length} onClick={() => setBack(back + DRAWN)}>
                Earlier
              </button>
              <span className="text-soft">
                {drawn.length} of {records.length.toLocaleString("en")} entries drawn
              </span>
            </div>
          )}
          <Strip strip={strip} showNow={back === 0} parts={parts} chosen={chosen} onChoose={(m) => setChosen(m.record.id)} />
          <p className="mt-1 text-sm text-soft">
            solid: a machine; open: you; hatched: it set; <span className="note-act">✕</span> went wrong; dot: a photo
          </p>
        </div>
      )}
      {chosen && <OnThatDay mark={chosen} />}
      <Section title="How well it knew">
        <ul className="grid gap-x-8 gap-y-2 tab:grid-cols-2 desk:grid-cols-6">
          {knewOf(project).map((k) => (
            <li key={k.what}>
              <span className="block font-semibold">{k.what}</span>
              <KnewBar then={k.then?.factor ?? null} now={k.now?.factor ?? null} />
              <span className="block text-sm text-soft">{k.words}</span>
            </li>
          ))}
        </ul>
        <p className="mt-2 text-sm text-soft">
          Half of what was timed lay within the black part, as planned with what was learned before; the outlined part is what the tables
          alone would have said. Judged by the later half of the entries.
        </p>
      </Section>
      <Section title="Write the evening down">
        <EveningLine />
      </Section>
    </Page>
  );
}

/** A mark, opened: what it was, and the part's coats as they lay that day. */
function OnThatDay({ mark: { record: r } }: { mark: StripMark }) {
  const project = useProject();
  const laid = laidThen(project, r.partId, String(r.finishedAt ?? r.startedAt));
  const part = project.parts.find((p) => p.id === r.partId);
  const taken = takenS(r);
  return (
    <section aria-label="That day" aria-live="polite" className="mt-3 flex flex-wrap items-start gap-6 border border-rule p-3">
      <div className="min-w-[15rem] flex-1">
        <h2 className="text-lg">
          {part?.name}: {r.title}
        </h2>
        <p className="text-soft">
          {when(r.startedAt)}
          {taken !== null && `, ${formatDuration(taken)}`}
          {`, ${formatDuration(r.plannedS)} planned`}
          {r.good + r.failed > 0 && `; ${r.good} good, ${r.failed} failed`}
        </p>
        {r.wentWrong && <p className="note-act">▲ {r.wentWrong}</p>}
        <div className="mt-1 flex flex-wrap gap-2">
          {r.print?.photos.map((hash, i) => (
            <Picture key={hash} hash={hash} alt={`${r.title}, photo ${i + 1}`} className="h-24 w-28" />
          ))}
        </div>
      </div>
      <div>
        <p className="text-sm text-soft">as it was that day, from below</p>
        {laid.length === 0 ? (
          <p>bare</p>
        ) : (
          <ol className="flex flex-col-reverse border border-ink">
            {laid.map((l, i) => (
              <li key={i} className="flex items-center gap-2 pr-2">
                <span className="h-5 w-16 border-t border-ink" style={{ background: l.hex }} aria-hidden="true" />
                {l.name}
              </li>
            ))}
          </ol>
        )}
      </div>
    </section>
  );
}

/** From a third to three times, in the logarithm. */
const SPAN = Math.log(3);
const WIDE = 140;

function KnewBar({ then, now }: { then: number | null; now: number | null }) {
  const half = (factor: number): number => (Math.min(SPAN, Math.log(Math.max(1, factor))) / SPAN) * (WIDE / 2 - 2);
  return (
    <svg width={WIDE} height="16" aria-hidden="true" className="my-0.5">
      <rect x="1" y="4" width={WIDE - 2} height="8" fill="none" stroke="var(--rule)" />
      {then !== null && <rect x={WIDE / 2 - half(then)} y="3" width={2 * half(then)} height="10" fill="var(--board)" stroke="var(--ink)" />}
      {now !== null && <rect x={WIDE / 2 - half(now)} y="4.5" width={Math.max(2, 2 * half(now))} height="7" fill="var(--ink)" />}
      <path d={`M${WIDE / 2} 0v16`} stroke="var(--soft)" />
    </svg>
  );
}
