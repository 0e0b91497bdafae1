/** Log: the strip of all that was done, search over everything kept, how well figures were known, and the card after a pause. */
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { bookOf, resumeOf, resumeSheet, stripOf, type Resume } from "~core/look";
import { takenS, type StepRecord } from "~core/project";
import { formatDuration } from "~core/units";
import { EveningLine } from "~app/shared/EveningLine";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { useProject } from "~app/shared/scene";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { LogLeaves } from "../LogLeaves";
import { Found } from "./Found";
import { FromCamera } from "./FromCamera";
import { HowWellItKnew } from "./HowWellItKnew";
import { OnThatDay } from "./OnThatDay";
import { Strip } from "./Strip";

/** So many marks are drawn at a time. */
const DRAWN = 250;

/** The last entries, or those before them, in the order of time. */
const windowOf = (records: readonly StepRecord[], back: number): StepRecord[] => {
  const sorted = [...records].sort((a, b) => a.startedAt - b.startedAt);
  const to = Math.max(0, sorted.length - back);
  return sorted.slice(Math.max(0, to - DRAWN), to);
};

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
  const chosen = strip.lanes.flatMap((l) => l.marks).find((m) => m.record.id === chosenId) ?? null;
  // What was found may be older than what is drawn.
  const opened = records.find((r) => r.id === chosenId);
  const resume = resumeOf(project, model, minute);
  const onPaper = async (card: Resume): Promise<void> => {
    const { drawingToPdf } = await import("~app/shared/files/drawingPdf");
    const title = `${project.scene.name}: after ${card.days} days`;
    const drawing = resumeSheet(card, { title, date: format(now, "EEEE d MMMM yyyy"), paper: paperOf(project.habits.paper) });
    download(fileName(title, "pdf"), await drawingToPdf(drawing, title), "application/pdf");
  };
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
          <button className="btn mt-2" onClick={() => void onPaper(resume)}>
            This card on paper
          </button>
        </Section>
      )}
      <Found onChoose={setChosen} />
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
            solid: a machine; open: you; hatched: it set; <span className="note-act">✕</span> went wrong; below: pictures of the day
          </p>
        </div>
      )}
      {opened && <OnThatDay record={opened} />}
      <HowWellItKnew />
      <Section title="Pictures">
        <FromCamera />
      </Section>
      <Section title="Write the evening down">
        <EveningLine />
      </Section>
    </Page>
  );
}
