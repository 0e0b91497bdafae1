/** Fault finder: from what is seen to what it may be, with the evidence of this printer's own log and the next cheap test; and repair or reprint. */
import { useMemo, useState } from "react";
import { familyTroubles, faultEvidence, hazardsOf, printLog } from "~core/plan";
import {
  DEFECTS,
  HANDS_ON_S,
  nextTest,
  plateTimeS,
  rankCauses,
  repairOrReprint,
  SYMPTOMS,
  type DefectKind,
  type SymptomId,
} from "~core/print";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { jointsOfPart, optionAtHand, type PrintOption } from "~core/project";
import { formatDuration, formatMoney, ok, parseDuration } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { PrinterChoice } from "~app/shared/PrinterChoice";
import { useNow, useOthers, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { Asked, ownMin } from "./Asked";
import { SceneLeaves } from "./SceneLeaves";

export default function FaultsPage() {
  const project = useProject();
  const { scene } = project;
  const others = useOthers();
  const log = useMemo(() => printLog(project, others), [project, others]);
  return (
    <Page
      title="Print"
      sub="what went wrong and whether to print it again"
      cells={[
        { label: "scene", value: scene.name },
        { label: "failed prints on record", value: log.filter((e) => e.failed).length },
      ]}
    >
      <SceneLeaves />
      <Asked />
      <Finder />
      <Section title="Repair, or print again?">
        <Repair />
      </Section>
      <p className="mt-4 text-setting-ink">
        △ {CAUTIONS.blade.text} {CAUTIONS["sanding-dust"].text} {CARE_FIRST}
      </p>
    </Page>
  );
}

function Finder() {
  const project = useProject();
  const { scene } = project;
  const now = useNow(60_000);
  const others = useOthers();
  const log = useMemo(() => printLog(project, others), [project, others]);
  const lastFailed = log.find((e) => e.failed);
  const [printerId, setPrinter] = useState(lastFailed?.print.printerId ?? scene.printers[0].id);
  const printer = scene.printers.find((p) => p.id === printerId) ?? scene.printers[0];
  const symptoms = (Object.keys(SYMPTOMS) as SymptomId[]).filter(
    (s) => SYMPTOMS[s].process === "both" || SYMPTOMS[s].process === printer.process,
  );
  const [symptomId, setSymptom] = useState<SymptomId>("no-stick");
  const symptom = symptoms.includes(symptomId) ? symptomId : symptoms[0];
  const ranked = rankCauses(symptom, faultEvidence(printer, project, log, now));
  const next = nextTest(ranked);
  return (
    <Section title="What could it be?">
      <div className="flex flex-wrap gap-4">
        <PrinterChoice className="w-52" printers={scene.printers} value={printer.id} onChange={setPrinter} />
        <Choice
          className="w-80"
          label="What you see"
          value={symptom}
          onChange={(s: SymptomId) => setSymptom(s)}
          options={symptoms.map((s) => ({ value: s, label: SYMPTOMS[s].words }))}
        />
      </div>
      <ol className="mt-3">
        {ranked.map((c) => (
          <li key={c.cause} className="grid grid-cols-[5.5rem_minmax(0,1fr)] gap-x-3 border-b border-rule py-1.5">
            <span aria-hidden="true" className="pt-1.5">
              <svg width="84" height="14">
                <rect x="0.5" y="2" width="80" height="10" fill="none" stroke="var(--rule)" />
                <rect x="0.5" y="2" width={80 * c.share} height="10" fill="var(--ink)" />
              </svg>
            </span>
            <span>
              <span className="font-semibold">{c.cause}</span> <span className="text-soft">{Math.round(c.share * 100)} in 100</span>
              {c.evidence && <span className="block text-real">{c.evidence}</span>}
              <span className="block">
                {c.cure}.{" "}
                <span className="text-soft">
                  To check ({c.testMin} min): {c.test}
                </span>
              </span>
            </span>
          </li>
        ))}
      </ol>
      {next && (
        <p className="mt-2">
          <span className="font-semibold">Do this next ({next.testMin} min), it tells you most for the time it takes:</span> {next.test}
        </p>
      )}
      <p className="text-soft">
        The order is common practice, adjusted by this printer’s log, the room and the loaded material. It is a guide, not a diagnosis.
      </p>
    </Section>
  );
}

/** How many pieces lie on each plate when so many are printed again. */
const platesOf = ({ facts }: PrintOption, count: number): number[] => {
  const perPlate = Math.max(1, facts.perPlate);
  return facts.pieces > 1
    ? Array.from({ length: count * facts.pieces }, () => 1)
    : Array.from({ length: Math.ceil(count / perPlate) }, (_, i) => Math.min(perPlate, count - i * perPlate));
};

function Repair() {
  const project = useProject();
  const { scene, records } = project;
  const others = useOthers();
  const log = useMemo(() => printLog(project, others), [project, others]);
  const hazards = useMemo(() => hazardsOf(project, log), [project, log]);
  const printed = project.parts.filter((p) => p.source.kind !== "scratch");
  const trouble = familyTroubles({ parts: project.parts, records })[0] as { partIds: string[] } | undefined;
  const [partId, setPart] = useState(trouble?.partIds[0] ?? printed[0]?.id ?? "");
  const [defect, setDefect] = useState<DefectKind>("curled base");
  const [seen, setSeen] = useState<"seen" | "hidden" | "mating">("hidden");
  const [pieces, setPieces] = useState(1);
  const [eachMin, setEach] = useState<number | null>(null);
  const part = printed.find((p) => p.id === partId) ?? printed[0];
  if (!part) return <p className="text-soft">Once a part is printed, this compares repairing it with printing it again.</p>;
  const option = optionAtHand(part, scene);
  if (!option) return <p className="text-soft">{part.name} is still being calculated.</p>;
  const family = project.parts.filter((p) => p.group !== "" && p.group === part.group).length;
  const count = Math.min(pieces, part.copies);
  // As everywhere: what was typed, sliced or learned corrects the model.
  const model = option.says[option.says.length - 1].job.timeS.value;
  const known = model > 0 ? option.job.timeS.value / model : 1;
  const verdict = repairOrReprint({
    defect,
    seen: seen === "seen",
    mating: seen === "mating",
    pieces: count,
    repairMin: eachMin,
    reprint: {
      plateHours: platesOf(option, count).map((n) => (plateTimeS(option.facts, n).value * known) / 3600),
      ownMin: ownMin(part, project) + ((count - 1) * HANDS_ON_S[option.printer.process].cleanPart) / 60,
      costMinor: option.job.costMinor.value * (count / part.copies),
      currency: option.job.currency,
      hazard: hazards.get(option.printer.id)!,
    },
    mergeable: defect === "misfit" ? Math.max(jointsOfPart(project.scene, part.id).filter((j) => j.cut !== null).length + 1, family) : 0,
    demanding: scene.finish === "display",
  });
  const WORDS = { leave: "Leave it", repair: "Repair", reprint: "Print again", merge: "Merge, and print as one" } as const;
  const most = Math.max(...verdict.ways.map((w) => w.weightMin));
  return (
    <>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          className="w-48"
          label="Part"
          value={part.id}
          onChange={setPart}
          options={printed.map((p) => ({ value: p.id, label: p.name }))}
        />
        <Choice
          className="w-56"
          label="What is wrong"
          value={defect}
          onChange={(d: DefectKind) => setDefect(d)}
          options={(Object.keys(DEFECTS) as DefectKind[]).map((d) => ({ value: d, label: DEFECTS[d].words }))}
        />
        <Choice
          className="w-48"
          label="Where"
          value={seen}
          onChange={(s: typeof seen) => setSeen(s)}
          options={[
            { value: "hidden", label: "hidden or covered later" },
            { value: "seen", label: "in sight" },
            { value: "mating", label: "where it joins another part" },
          ]}
        />
        <label className="block">
          <span className="label block">Pieces</span>
          <input
            type="number"
            className="field w-20"
            min={1}
            max={part.copies}
            value={count}
            onChange={(e) => setPieces(Math.max(1, Math.round(Number(e.target.value) || 1)))}
          />
        </label>
        <ParsedField
          className="w-32"
          label="Repair time per piece"
          text={eachMin === null ? "" : formatDuration(eachMin * 60)}
          placeholder={formatDuration(DEFECTS[defect].repairMin * 60)}
          parse={(t) => {
            if (!t.trim()) return ok(null);
            const s = parseDuration(t);
            return s.ok ? ok(s.value / 60) : s;
          }}
          readAs={(min) => (min === null ? "as usual" : formatDuration(min * 60))}
          onCommit={setEach}
        />
      </div>
      <p className="mt-3 text-[1.08rem] font-semibold">{verdict.sentence}</p>
      <p>{verdict.flips}</p>
      <ul className="mt-2">
        {verdict.ways.map((w) => (
          <li key={w.way} className="grid grid-cols-[11rem_minmax(0,1fr)] items-center gap-x-3">
            <span>{WORDS[w.way]}</span>
            <span className="flex items-center gap-2">
              <svg width="220" height="16" aria-hidden="true">
                <rect
                  x="0"
                  y="3"
                  width={(200 * w.ownMin) / Math.max(1, most)}
                  height="10"
                  fill="none"
                  stroke="var(--act)"
                  strokeWidth="1.4"
                />
                <rect
                  x={(200 * w.ownMin) / Math.max(1, most)}
                  y="3"
                  width={(200 * (w.machineH * 15)) / Math.max(1, most)}
                  height="10"
                  fill="var(--ink)"
                />
              </svg>
              <span className="text-soft">
                {formatDuration(w.ownMin * 60)} hands-on
                {w.machineH > 0 &&
                  `, ${formatDuration(w.machineH * 3600)} of the machine, ${formatMoney({ minor: Math.round(w.costMinor), currency: option.job.currency }, true)}`}
                , good {Math.round(w.good * 100)} in 100
              </span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">
        {DEFECTS[defect].how}. Minutes and chances are common practice until you enter your own. An hour of your time counts as four machine
        hours.
      </p>
    </>
  );
}
