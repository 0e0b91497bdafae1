/** Who meets whom, what fills the seam, in the order that still allows sanding; and how each joint went when it was tried dry. */
import { useState } from "react";
import { X } from "lucide-react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import {
  FIT_CAUSES,
  FIT_VERDICTS,
  fillersFor,
  fitLesson,
  MEET_HOW,
  MEET_SIGHT,
  meetingFault,
  noFill,
  seamOrder,
  type DryFit,
  type FitCause,
  type FillerId,
  type FitVerdict,
  type Meeting,
} from "~core/joint";
import { cutMeetings, LIMITS, meetingWords, newMeeting, printerAtHand, seamOf, type Part } from "~core/project";
import { CLEARANCE_MM } from "~core/print";
import { placeOfSeam } from "~core/plan";
import { seamsIn } from "~core/stations/kinds";
import { formatDuration, formatMm, readAsMm } from "~core/units";
import { Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { Silhouette } from "~app/shared/Silhouette";
import { Why } from "~app/ui/why";
import { Fold } from "~app/ui/fold";
import { SurfaceFrame } from "./SurfaceFrame";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";

export default function SeamsPage() {
  return <SurfaceFrame title="Seams and fits: surface">{(part) => <Seams part={part} />}</SurfaceFrame>;
}

function Seams({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { scene, parts } = project;
  const cut = cutMeetings(project);
  const own = scene.meetings.filter((m) => m.a === part.id || m.b === part.id);
  const others = scene.meetings.filter((m) => !own.includes(m));
  const [other, setOther] = useState("");
  const among = parts.filter((p) => p.id !== part.id);
  const add = async (id: string): Promise<void> => {
    if (!id) return;
    setOther("");
    const done = await run("list.add", { list: "scene.meetings", items: [newMeeting(newId(), part.id, id)] });
    if (!done.ok) sayProblem(done.problem);
  };
  const todo = seamOrder([...scene.meetings, ...cut]).filter((m) => !noFill(seamOf(m, project)));
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Choice
          className="w-64"
          label={`${part.name} is joined to`}
          value={other}
          onChange={(id: string) => void add(id)}
          options={[{ value: "", label: "another part…" }, ...among.map((p) => ({ value: p.id, label: p.name }))]}
        />
        <p className="text-soft">Enter each joint once here. Seam, filler, order and fits follow from it.</p>
      </div>
      {own.length === 0 && (
        <p className="mt-4 max-w-prose text-soft">
          No joints yet. The mill house in the demo stands on the quay with a 0.8 mm seam beside stonework: epoxy putty, shaped wet, because
          sanding would take the stones off.
        </p>
      )}
      {own.map((m) => (
        <One key={m.id} meeting={m} />
      ))}
      {cut.filter((m) => m.a === part.id || m.b === part.id).length > 0 && (
        <Section title="Cut seams">
          <ul>
            {cut
              .filter((m) => m.a === part.id || m.b === part.id)
              .map((m) => (
                <li key={m.id} className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1.5">
                  <span>
                    {meetingWords(m, project)}, {formatMm(m.lengthMm)} of seam
                  </span>
                  <button className="btn" onClick={() => void run("list.add", { list: "scene.meetings", items: [{ ...m, id: newId() }] })}>
                    Describe the joint
                  </button>
                </li>
              ))}
          </ul>
        </Section>
      )}
      <Section
        title="Seams in the scene, in working order"
        aside={<span className="text-soft">joints made before paint first; sanded fillers before wet-shaped ones</span>}
      >
        {todo.length === 0 ? (
          <p className="text-soft">No seams to fill.</p>
        ) : (
          <Sideways label="Seams">
            <table className="plain w-full">
              <thead>
                <tr>
                  <th>Seam</th>
                  <th>Length</th>
                  <th>Width</th>
                  <th>In sight</th>
                  <th>Filled with</th>
                  <th className="text-right">Hands-on</th>
                  <th className="text-right">Wait</th>
                  <th>
                    <span className="sr-only">Add to plan</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {todo.map((m) => {
                  const [best] = fillersFor(seamOf(m, project));
                  return (
                    <tr key={m.id}>
                      <td className="font-semibold">{meetingWords(m, project)}</td>
                      <td>{formatMm(m.lengthMm)}</td>
                      <td>{formatMm(m.widthMm)}</td>
                      <td>{MEET_SIGHT[m.sight]}</td>
                      <td>
                        {best.whyNot ? (
                          <span className="note-act">▲ no filler suits it: cover it with trim or ground</span>
                        ) : (
                          best.filler.name
                        )}
                      </td>
                      <td className="text-right">{best.whyNot ? "" : formatDuration(best.handsOnS)}</td>
                      <td className="text-right">{best.whyNot ? "" : formatDuration(best.waitS)}</td>
                      <td className="text-right">{!best.whyNot && <IntoPlan meeting={m} filler={best.filler.id} />}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Sideways>
        )}
        {others.length > 0 && <p className="mt-1 text-sm text-soft">Includes the seams of the scene’s other parts.</p>}
      </Section>
      <Taught part={part} />
    </>
  );
}

/** The seam as a piece of work of its first part, before that is painted. */
function IntoPlan({ meeting: m, filler }: { meeting: Meeting; filler: FillerId }) {
  const project = useProject();
  const { run } = useActions();
  const planned = project.parts.some((p) => seamsIn(p.work).some((w) => w.meetingId === m.id));
  const part = project.parts.find((p) => p.id === m.a);
  if (!project.scene.meetings.includes(m)) return <span className="text-soft">cut here: describe the joint</span>;
  if (!part) return null;
  if (planned) return <span className="text-soft">in the plan</span>;
  return (
    <button
      className="btn"
      onClick={() =>
        void run("work.add", {
          partId: part.id,
          at: placeOfSeam(part.work, m),
          items: [{ id: newId(), kind: "seam", meetingId: m.id, filler }],
        })
      }
    >
      Add to plan
    </button>
  );
}

function One({ meeting: m }: { meeting: Meeting }) {
  const project = useProject();
  const { run } = useActions();
  const set = (change: Partial<Omit<Meeting, "id" | "fits">>) => run("list.set", { list: "scene.meetings", key: m.id, change });
  const seam = seamOf(m, project);
  const nothing = noFill(seam);
  const choices = fillersFor(seam);
  const fault = meetingFault(m);
  const [a, b] = [project.parts.find((p) => p.id === m.a), project.parts.find((p) => p.id === m.b)];
  const [best] = choices;
  return (
    <Section
      title={meetingWords(m, project)}
      aside={
        <span className="flex items-center gap-3">
          {a && <Silhouette part={a} />}
          {b && <Silhouette part={b} />}
          <IconButton
            label={`Remove: ${meetingWords(m, project)}`}
            onClick={() => void run("list.drop", { list: "scene.meetings", keys: [m.id] })}
          >
            <X size={18} />
          </IconButton>
        </span>
      }
    >
      <div className="flex flex-wrap items-end gap-2">
        <Choice
          className="w-48"
          label="How they are joined"
          value={m.how}
          onChange={(how) => void set({ how })}
          options={(Object.keys(MEET_HOW) as Meeting["how"][]).map((value) => ({ value, label: MEET_HOW[value] }))}
        />
        <Choice
          className="w-52"
          label="Painted"
          value={m.paint}
          onChange={(paint) => void set({ paint })}
          options={[
            { value: "after", label: "after they are joined" },
            { value: "before", label: "before they are joined" },
          ]}
        />
        <ParsedField
          className="w-28"
          label="Seam length"
          draftKey={m.id}
          text={formatMm(m.lengthMm)}
          parse={parseMmIn({ least: 0, most: 1e5 })}
          readAs={readAsMm}
          onCommit={(lengthMm) => set({ lengthMm })}
        />
        <ParsedField
          className="w-28"
          label="Seam width"
          draftKey={m.id}
          text={formatMm(m.widthMm)}
          parse={parseMmIn(LIMITS.gapMm)}
          readAs={readAsMm}
          onCommit={(widthMm) => set({ widthMm })}
        />
        <Choice
          className="w-56"
          label="Visibility"
          value={m.sight}
          onChange={(sight) => void set({ sight })}
          options={(Object.keys(MEET_SIGHT) as Meeting["sight"][]).map((value) => ({ value, label: MEET_SIGHT[value] }))}
        />
        <Choice
          className="w-48"
          label="Next to it"
          value={m.textured ? "textured" : "plain"}
          onChange={(v: string) => void set({ textured: v === "textured" })}
          options={[
            { value: "plain", label: "plain faces" },
            { value: "textured", label: "texture to keep" },
          ]}
        />
      </div>
      {fault && <p className="note-act mt-2">▲ {fault}</p>}
      {nothing ? (
        <p className="mt-2">{nothing}</p>
      ) : best.whyNot ? (
        <p className="note-act mt-2">
          ▲ No filler suits {formatMm(m.widthMm)}: cover it with trim or ground, or print the part again with a better fit.
        </p>
      ) : (
        <>
          <p className="mt-2">
            <span className="font-semibold">
              {best.filler.name[0].toUpperCase()}
              {best.filler.name.slice(1)}
            </span>
            , {formatDuration(best.handsOnS)}, then {formatDuration(best.waitS)}. {best.filler.how}{" "}
            {best.filler.cautions.map((c) => (
              <span key={c} className="text-setting-ink">
                △ {CAUTIONS[c].text}{" "}
              </span>
            ))}
            {best.filler.cautions.length > 0 && <span className="text-setting-ink">{CARE_FIRST}</span>}
          </p>
          <Fold label="Other fillers, and why not">
            <ul>
              {choices.slice(1).map((c) => (
                <li key={c.filler.id} className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-1">
                  <span>{c.filler.name}</span>
                  <span className="text-soft">{c.whyNot ?? `${formatDuration(c.handsOnS)}, then ${formatDuration(c.waitS)}`}</span>
                </li>
              ))}
            </ul>
          </Fold>
        </>
      )}
      <Ledger meeting={m} />
    </Section>
  );
}

/** How it went when it was tried dry. */
function Ledger({ meeting: m }: { meeting: Meeting }) {
  const { run } = useActions();
  const [verdict, setVerdict] = useState<FitVerdict>("fits");
  const [cause, setCause] = useState<FitCause>("print");
  const [amount, setAmount] = useState(0.2);
  const add = (): void => {
    const fit: Omit<DryFit, "at"> = { id: newId(), verdict, amountMm: verdict === "fits" ? 0 : amount, cause };
    void run("fit.add", { meetingId: m.id, fit });
  };
  return (
    <div className="mt-2">
      <h3 className="label">Dry fits</h3>
      {m.fits.length > 0 && (
        <ul>
          {m.fits.map((f) => (
            <li key={f.id} className="flex items-center justify-between gap-3 border-b border-rule py-0.5">
              <span>
                {FIT_VERDICTS[f.verdict]}
                {f.verdict === "file"
                  ? `, ${formatMm(f.amountMm)} taken off`
                  : f.verdict === "fill"
                    ? `, a gap of ${formatMm(f.amountMm)}`
                    : ""}
                {f.verdict === "fits" ? "" : `: ${FIT_CAUSES[f.cause]}`}
              </span>
              <IconButton
                label={`Delete: ${FIT_VERDICTS[f.verdict]}`}
                onClick={() => void run("fit.drop", { meetingId: m.id, fitId: f.id })}
              >
                <X size={16} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Choice
          className="w-40"
          label="Result"
          value={verdict}
          onChange={(v: FitVerdict) => setVerdict(v)}
          options={[
            { value: "fits", label: "fits" },
            { value: "file", label: "needs filing" },
            { value: "fill", label: "needs filling" },
            { value: "redesign", label: "needs redrawing" },
          ]}
        />
        {verdict !== "fits" && (
          <>
            <ParsedField
              className="w-28"
              label={verdict === "fill" ? "Gap" : "Too tight by"}
              draftKey={m.id}
              text={formatMm(amount)}
              parse={parseMmIn(LIMITS.gapMm)}
              readAs={readAsMm}
              onCommit={(mm) => setAmount(mm)}
            />
            <Choice
              className="w-36"
              label="Because of"
              value={cause}
              onChange={(c: FitCause) => setCause(c)}
              options={(Object.keys(FIT_CAUSES) as FitCause[]).map((value) => ({ value, label: FIT_CAUSES[value] }))}
            />
          </>
        )}
        <button className="btn" onClick={add}>
          Record it
        </button>
      </div>
    </div>
  );
}

/** What the dry fits say of the printer. */
function Taught({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const printer = printerAtHand(part, project.scene);
  if (!printer) return null;
  const printedHere = (id: string): boolean => {
    const p = project.parts.find((x) => x.id === id);
    return p !== undefined && p.source.kind !== "scratch" && printerAtHand(p, project.scene)?.id === printer.id;
  };
  const fits = project.scene.meetings.filter((m) => printedHere(m.a) || printedHere(m.b)).flatMap((m) => m.fits);
  const lesson = fitLesson(fits);
  const room = printer.fits?.clearanceMm ?? CLEARANCE_MM[printer.process];
  const better = Math.max(0, Math.round((room + lesson.biasMm) * 100) / 100);
  return (
    <Section title={`What dry fits teach about ${printer.name}`}>
      {lesson.fits === 0 ? (
        <p className="text-soft">
          No dry fits recorded for this printer yet. Fits, and misfits caused by the print, show how much clearance its joints need.
        </p>
      ) : (
        <>
          <p>
            Joints need{" "}
            {Math.abs(lesson.biasMm) < 0.005
              ? "the clearance they have"
              : `${formatMm(Math.abs(lesson.biasMm))} ${lesson.biasMm > 0 ? "more" : "less"} a side`}
            , between {lesson.low.toFixed(2)} and {lesson.high.toFixed(2)} mm; they vary by {formatMm(lesson.spreadMm)} ({lesson.fits}{" "}
            {lesson.fits === 1 ? "fit" : "fits"}).{" "}
            <Why
              of="Clearance of joints"
              reasons={{
                formula:
                  "mean of the extra clearance each joint needed per side (half of what was filed off, or of the gap), shrunk towards zero by the usual spread",
                inputs: [
                  { name: "clearance now", value: formatMm(room) },
                  { name: "fits", value: String(lesson.fits) },
                ],
                assumptions: [
                  { text: "Before any fits: joints are off by 0.1 mm and vary by 0.08 mm.", kind: "practice" },
                  { text: "Misfits from the design or from cleaning say nothing about the printer.", kind: "model" },
                ],
              }}
            />
          </p>
          {Math.abs(better - room) >= 0.01 && (
            <button
              className="btn mt-2"
              onClick={() =>
                void run("printer.coupon", {
                  printerId: printer.id,
                  change: { fits: { clearanceMm: better } },
                  coupon: "Dry fits",
                })
              }
            >
              Clearance for pegs: {formatMm(room)} becomes {formatMm(better)}
            </button>
          )}
        </>
      )}
    </Section>
  );
}
