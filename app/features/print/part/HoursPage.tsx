/** Hours and grams by every source there is, the most trusted first, and what they teach the printer. */
import { useRef, useState } from "react";
import { toast } from "sonner";
import { alikeOf, GCODE_DEFAULTS, OWN_FEW, type GcodeFacts, type Printer } from "~core/print";
import { optionAtHand, type Part, type PrintOption, type Trust } from "~core/project";
import { formatDuration, formatMass, formatMm, formatMoney, readAsMass, type Reasons } from "~core/units";
import { sumText } from "~core/look";
import { parseTypedEstimate, printedOn, printsIn, type PrintWork } from "~core/stations/kinds";
import { runJob } from "~workers/client";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { FileInput } from "~app/ui/fileInput";
import { ParsedField } from "~app/ui/field";
import { useKey } from "~app/ui/keys";
import { Why } from "~app/ui/why";
import { NotYet } from "./NotYet";
import { PrintLeaves } from "./PrintLeaves";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";
import { usePart } from "~app/shared/part";

const SOURCES: Record<Trust, string> = {
  typed: "what you typed",
  file: "your G-code file",
  learned: "the model, corrected by your figures",
  model: "the model alone",
};

export default function HoursPage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const option = part.source.kind === "scratch" ? undefined : optionAtHand(part, scene);
  return (
    <Page
      title={part.name}
      sub="hours and grams"
      cells={[
        { label: "scene", value: scene.name },
        { label: "printer", value: option?.printer.name ?? "none" },
      ]}
    >
      <PrintLeaves part={part} />
      {option ? <Hours part={part} option={option} printers={project.scene.printers} /> : <NotYet part={part} />}
    </Page>
  );
}

/** What the model gives as the answer to why, with what the source adds. */
function reasonsOf(option: PrintOption, from: Trust, printers: readonly Printer[]): Reasons {
  const { timeS } = option.facts.one;
  const { printer } = option;
  const lessons = [printer, ...alikeOf(printer, printers)].flatMap((p) => (p.learned ?? []).map((l) => ({ ...l, on: p })));
  if (from === "typed" || from === "file")
    return {
      formula: "your figure for one plate × plates; it takes precedence over the model",
      inputs: [{ name: "plates", value: String(option.job.plates) }],
      assumptions: [
        {
          text:
            from === "typed"
              ? "From your own slicer."
              : "Time from the moves in the file, at the acceleration set in the file or the profile.",
          kind: "typed",
        },
      ],
    };
  if (from === "learned")
    return {
      formula: "the model × (your figures ÷ the model’s), averaged as logarithms; the model’s own range counts as six prints",
      inputs: lessons.map((l) => ({
        name: l.on.id === printer.id ? l.what : `${l.what}, on ${l.on.name}`,
        value: `${l.timeRatio.toFixed(2)} of the hours${l.massRatio === null ? "" : `, ${l.massRatio.toFixed(2)} of the grams`}`,
      })),
      assumptions: [
        {
          text: `Your figures, files and prints on this printer; those on similar printers count half. Until it has ${OWN_FEW} of its own, printers of one kind share all of them.`,
          kind: "own record",
        },
        ...timeS.assumptions,
      ],
    };
  return timeS;
}

function Hours({ part, option, printers }: { part: Part; option: PrintOption; printers: readonly Printer[] }) {
  const { run } = useActions();
  const { printer } = option;
  const planned = printsIn(part.work).find((w) => w.printerId === printer.id);
  const model = option.says[option.says.length - 1].job;
  const plan = async (): Promise<PrintWork | null> => {
    if (planned) return planned;
    const item: PrintWork = { id: newId(), kind: "print", ...printedOn(printer) };
    const done = await run("work.add", { partId: part.id, at: 0, items: [item] });
    return done.ok ? item : null;
  };
  const teach = async (from: "typed" | "file", timeS: number, massG: number): Promise<void> => {
    const done = await run("printer.lesson", {
      printerId: printer.id,
      lesson: {
        from,
        what: part.name,
        timeRatio: (timeS * model.plates) / model.timeS.value,
        massRatio: massG > 0 && model.massG.value > 0 ? (massG * model.plates) / model.massG.value : null,
      },
    });
    if (done.ok) toast(`${printer.name} has learned from ${part.name}`);
    else sayProblem(done.problem);
  };
  const copies = part.copies > 1 ? `, all ${part.copies} copies` : "";
  return (
    <>
      <p className="mt-3">
        On {printer.name}
        {copies}, {option.job.plates === 1 ? "one plate" : `${option.job.plates} plates`}. The top line is used, here and in every plan.
        {option.facts.stale && <span className="text-setting-ink"> △ From before the last change; new figures are being calculated.</span>}
      </p>
      <Sideways label="Hours and grams" className="mt-2">
        <table className="plain">
          <thead>
            <tr>
              <th>Source</th>
              <th>Hours</th>
              <th>Grams</th>
              <th>Price</th>
              <th>
                <span className="sr-only">Why</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {option.says.map(({ from, job }, i) => (
              <tr key={from}>
                <td className={i === 0 ? "font-semibold" : ""}>
                  {i === 0 && <span aria-label="counts">▸ </span>}
                  {SOURCES[from]}
                </td>
                <td>{sumText(part, job.timeS, formatDuration)}</td>
                <td>{sumText(part, job.massG, formatMass)}</td>
                <td>{sumText(part, job.costMinor, (minor) => formatMoney({ minor, currency: job.currency }, true))}</td>
                <td>
                  <Why of={SOURCES[from]} reasons={reasonsOf(option, from, printers)} />
                  {from === "typed" && planned?.typed && (
                    <button
                      className="btn ml-3"
                      disabled={option.facts.stale}
                      onClick={() => void teach("typed", planned.typed!.timeS, planned.typed!.massG)}
                    >
                      Teach this to {printer.name}
                    </button>
                  )}
                  {from === "file" && planned?.sliced && (
                    <button
                      className="btn ml-3"
                      disabled={option.facts.stale}
                      onClick={() => void teach("file", planned.sliced!.timeS, planned.sliced!.massG)}
                    >
                      Teach this to {printer.name}
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <div className="mt-4 grid gap-6 desk:grid-cols-2">
        <ParsedField
          className="max-w-md"
          label="Your slicer’s figures for one plate: hours, grams, price"
          text={planned?.typed?.text ?? ""}
          placeholder="17 h 20, 210 g, 3.40"
          parse={(text) => parseTypedEstimate(text, printer.currency)}
          readAs={(e) =>
            e === null
              ? "none"
              : [
                  formatDuration(e.timeS),
                  e.massG > 0 && readAsMass(e.massG),
                  e.costMinor !== undefined && formatMoney({ minor: e.costMinor, currency: printer.currency }, true),
                ]
                  .filter(Boolean)
                  .join(", ")
          }
          onCommit={async (typed) => {
            const item = await plan();
            return item
              ? run("list.set", { list: "part.work", of: part.id, key: item.id, change: { typed: typed } })
              : { ok: true, value: null };
          }}
        />
        {printer.process === "fdm" && <MovesFile part={part} printer={printer} option={option} planned={planned} plan={plan} />}
      </div>
      {(printer.learned?.length ?? 0) > 0 && (
        <Section title={`What ${printer.name} has learned`}>
          <ul>
            {printer.learned!.map((l) => (
              <li key={`${l.from} ${l.what}`}>
                {l.what}: {l.timeRatio.toFixed(2)} times the model’s hours
                {l.massRatio === null ? "" : `, ${l.massRatio.toFixed(2)} times its grams`} ({l.from === "typed" ? "typed" : "from a file"})
              </li>
            ))}
          </ul>
          <button className="btn-text mt-1" onClick={() => void run("printer.forget", { printerId: printer.id })}>
            Forget these
          </button>
        </Section>
      )}
    </>
  );
}

function MovesFile({
  part,
  printer,
  option,
  planned,
  plan,
}: {
  part: Part;
  printer: Extract<Printer, { process: "fdm" }>;
  option: PrintOption;
  planned: PrintWork | undefined;
  plan: () => Promise<PrintWork | null>;
}) {
  const { run } = useActions();
  const input = useRef<HTMLInputElement>(null);
  const [reading, setReading] = useState<{ share: number; stop: AbortController } | null>(null);
  const [facts, setFacts] = useState<GcodeFacts | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (file: File): Promise<void> => {
    const stop = new AbortController();
    setProblem(null);
    setReading({ share: 0, stop });
    const options = { ...GCODE_DEFAULTS, accelerationMmS2: printer.accelerationMmS2, cornerMmS: printer.cornerMmS };
    const done = await runJob("gcode", { file, options }, { signal: stop.signal, onProgress: (share) => setReading({ share, stop }) });
    setReading(null);
    if (stop.signal.aborted) return;
    if (!done.ok) return setProblem(`${file.name}: ${done.problem.message}`);
    setFacts(done.value);
    const { timeS, naiveTimeS, layers, materialMm3 } = done.value;
    if (timeS < 1) return setProblem(`${file.name} has less than a second of moves.`);
    const item = await plan();
    if (!item) return;
    const stored = await run("list.set", {
      list: "part.work",
      of: part.id,
      key: item.id,
      change: {
        sliced: { fileName: file.name.slice(0, 300), timeS, naiveTimeS, layers, massG: (materialMm3 / 1000) * printer.densityGCm3 },
      },
    });
    if (!stored.ok) setProblem(stored.problem.message);
  };
  useKey("g", "Open a G-code file", "This part", () => input.current?.click(), reading === null);
  const sliced = planned?.sliced;
  const { one } = option.facts;
  return (
    <div>
      <FileInput inputRef={input} id="moves" label="G-code file" accept=".gcode,.gco,.g,.nc,text/plain" onFiles={([f]) => void open(f)} />
      {reading ? (
        <p role="status">
          Reading: {Math.round(reading.share * 100)} %{" "}
          <button className="btn-text" onClick={() => reading.stop.abort()}>
            stop
          </button>
        </p>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <button className="btn" onClick={() => input.current?.click()}>
            {sliced ? "Open another G-code file" : "Open a G-code file"}
          </button>
          {sliced && (
            <button
              className="btn-text"
              onClick={() => void run("list.set", { list: "part.work", of: part.id, key: planned.id, change: { sliced: null } })}
            >
              remove
            </button>
          )}
        </div>
      )}
      {problem && <p className="note-act mt-1">▲ {problem}</p>}
      {sliced && (
        <>
          <p className="mt-2">
            <span className="font-semibold">{sliced.fileName}</span>: {formatDuration(sliced.timeS)} from its moves (
            {formatDuration(sliced.naiveTimeS)} if the printer needed no acceleration), {sliced.layers.toLocaleString("en")} layers,{" "}
            {formatMass(sliced.massG)}
          </p>
          <p className="text-soft">{differences(sliced, one)}</p>
        </>
      )}
      {facts && (
        <>
          <p className="text-soft">
            {formatMm(facts.filamentMm)} of filament (net), {facts.retractions.toLocaleString("en")} retractions,{" "}
            {facts.lines.toLocaleString("en")} lines
            {facts.bboxMm ? `, within ${facts.bboxMm.size.map((v) => formatMm(v).replace(" mm", "")).join(" × ")} mm` : ""}
          </p>
          {facts.warnings.map((w) => (
            <p key={w.code} className="text-soft">
              △ {w.message} {w.count > 1 ? `${w.count.toLocaleString("en")} times, first in` : "In"} line {w.line.toLocaleString("en")}.
            </p>
          ))}
        </>
      )}
    </div>
  );
}

/** Where the difference between the file and the model comes from. */
function differences(file: NonNullable<PrintWork["sliced"]>, one: PrintOption["facts"]["one"]): string {
  const out: string[] = [];
  const off = (a: number, b: number): number => Math.round((a / b - 1) * 100);
  const more = (percent: number): string => `${Math.abs(percent)} % ${percent > 0 ? "more" : "less"}`;
  if (Math.abs(file.layers - one.layers) > 1)
    out.push(
      `it has ${file.layers.toLocaleString("en")} layers and the model ${one.layers.toLocaleString("en")}: a different layer height, or more than one part`,
    );
  const mass = off(file.massG, one.massG.value);
  if (file.massG > 0 && Math.abs(mass) >= 5) out.push(`it uses ${more(mass)} material: different walls, infill or supports`);
  const pace = off(file.timeS / Math.max(1e-9, file.massG), one.timeS.value / Math.max(1e-9, one.massG.value));
  if (file.massG > 0 && Math.abs(pace) >= 5) out.push(`it takes ${more(pace)} time per gram: different speeds, or shorter lines`);
  const all = off(file.timeS, one.timeS.value);
  return `The model says ${formatDuration(one.timeS.value)} for one copy, ${all === 0 ? "the same as the file" : `the file ${more(all)}`}${out.length ? `: ${out.join("; ")}` : ""}.`;
}
