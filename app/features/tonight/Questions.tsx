/** Before somebody stops for the evening: at most three questions, each answered by one press or left. */
import { useState } from "react";
import { questionsOf, type Question } from "~core/look";
import { LIMITS, SUPPLY_KINDS, takenS } from "~core/project";
import { formatDuration, parseDuration, spacedNumber } from "~core/units";
import { AiredChoice } from "~app/shared/AiredChoice";
import { Section } from "~app/shared/Page";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { useMoment } from "~app/shared/tonightModel";
import { useStock } from "~app/shared/useStock";
import { orNothing, ParsedField, parseNumberIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";

export function Questions() {
  const project = useProject();
  const now = useMoment();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const others = useOthers();
  const elsewhere = others.flatMap((o) => o.records);
  const asked = questionsOf(project, now, elsewhere).filter((q) => !left.has(q.key));
  if (asked.length === 0) return null;
  return (
    <Section title="Before you stop">
      <ul>
        {asked.map((q) => (
          <li key={q.key} className="flex flex-wrap items-end gap-x-4 gap-y-1 border-b border-rule py-2">
            <Asked question={q} />
            <button className="btn-text" onClick={() => setLeft(new Set([...left, q.key]))}>
              leave it
            </button>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Asked({ question: q }: { question: Question }) {
  const { run } = useActions();
  const { count } = useStock();
  const { parts } = useProject();
  switch (q.kind) {
    case "helped": {
      const judge = async (helped: boolean): Promise<void> => {
        const judged = [...(q.lesson.judged ?? []).slice(1 - LIMITS.judged), { recordId: q.record.id, helped }];
        const done = await run("field.set", { of: "lesson", id: q.lesson.id, change: { judged } });
        if (!done.ok) sayProblem(done.problem);
      };
      return (
        <>
          <span className="min-w-0 flex-1 basis-72">
            You were told: “{q.lesson.title}” Did it help at {q.record.title}?
          </span>
          <button className="btn" onClick={() => void judge(true)} aria-label={`It helped: ${q.lesson.title}`}>
            It helped
          </button>
          <button className="btn" onClick={() => void judge(false)} aria-label={`It did not help: ${q.lesson.title}`}>
            It did not
          </button>
        </>
      );
    }
    case "left": {
      const unit = "stockMl" in q.item ? "ml" : SUPPLY_KINDS[q.item.kind].unit;
      const level = Math.max(0, q.level);
      return (
        <>
          <span className="min-w-0 flex-1 basis-72">
            How much {q.item.name} is left? {spacedNumber(Math.round(q.guessed * 10) / 10)} {unit} went by estimates alone.
          </span>
          <ParsedField
            className="w-32"
            label={`Left, ${unit}`}
            text={spacedNumber(Math.round(level * 10) / 10)}
            parse={parseNumberIn({ least: 0, most: 1e6 })}
            onCommit={(amount) => count(q.item, amount)}
          />
          <button className="btn" onClick={() => void count(q.item, level)} aria-label={`${q.item.name}: about right`}>
            About right
          </button>
        </>
      );
    }
    case "took":
      return (
        <>
          <span className="min-w-0 flex-1 basis-72">
            How long did {parts.find((p) => p.id === q.record.partId)?.name ?? "it"}, {q.record.title} take? It was not timed;{" "}
            {formatDuration(q.record.plannedS)} was planned.
          </span>
          <ParsedField
            className="w-32"
            label="It took"
            text=""
            placeholder={formatDuration(q.record.plannedS)}
            parse={orNothing<number>(parseDuration)}
            onCommit={(saidS: number | null) => (saidS === null ? undefined : run("step.said", { recordId: q.record.id, saidS }))}
          />
        </>
      );
    case "aired":
      return (
        <>
          <span className="min-w-0 flex-1 basis-72">Where was {q.record.title} done: outdoors, in a booth, at a window?</span>
          <AiredChoice record={q.record} />
        </>
      );
    case "before": {
      const saidS = (takenS(q.record) ?? q.record.plannedS) + q.gapS;
      return (
        <>
          <span className="min-w-0 flex-1 basis-72">
            The evening began {formatDuration(q.gapS)} before {q.record.title} was started. Was that setting up for it?
          </span>
          <button className="btn" onClick={() => void run("step.said", { recordId: q.record.id, saidS })}>
            Yes, add it
          </button>
        </>
      );
    }
  }
}
