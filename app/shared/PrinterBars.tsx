/** Which printer: bars of machine time with a range whisker, mass, cost, and the person's own time apart. */
import { scaleLinear } from "d3";
import { ownPrintRatios } from "~core/plan";
import { hollowSaving, ownRange } from "~core/print";
import { formatDuration, formatMass, formatMoney, readAsMass } from "~core/units";
import { partAreaMm2, partVolumeMm3, printOptions, type Part, type PrintOption, type Project } from "~core/project";
import { parseTypedEstimate, printedOn, printsIn, type PrintWork } from "~core/stations/kinds";
import { useActions, newId } from "./scene";
import { ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { jobCostText, sumText } from "~core/look";
import { useProject } from "~app/shared/scene";

const pieceWord = (n: number): string => (n === 1 ? "one piece" : n === 2 ? "two pieces" : n === 3 ? "three pieces" : `${n} pieces`);

/** What the comparison says in one sentence. */
export function decide(options: PrintOption[]): string {
  const [best, ...rest] = options;
  if (!best) return "";
  const other = rest.find((o) => o.printer.process !== best.printer.process) ?? rest[0];
  const head = `${best.printer.name}, ${pieceWord(best.facts.pieces)}`;
  if (!other) return `${head}.`;
  if (best.facts.pieces < other.facts.pieces) return `${head}: the only one that needs no cutting.`;
  const faster = best.job.timeS.value < other.job.timeS.value,
    easier = best.handsOnS < other.handsOnS;
  return faster && easier
    ? `${head}: least machine time and least of your time.`
    : easier
      ? `${head}: least of your time.`
      : `${head}: ${formatDuration(other.job.timeS.value - best.job.timeS.value)} less machine time than ${other.printer.name}.`;
}

/** The hours' range by the user's own prints on that machine, once there are any; a time that was typed has none. */
function withOwnRange(o: PrintOption, project: Project): PrintOption & { ownPrints: number } {
  const { value, low, high } = o.job.timeS;
  const own = value > 0 && low < high ? ownRange({ low: low / value, high: high / value }, ownPrintRatios(project, o.printer.id)) : null;
  if (!own || own.prints === 0) return { ...o, ownPrints: 0 };
  return { ...o, job: { ...o.job, timeS: { value, low: value * own.low, high: value * own.high } }, ownPrints: own.prints };
}

/** What hollowing would make of the resin's price, where the part is known to be massive. */
function hollowed(part: Part, options: PrintOption[]): { wallMm: number; costMinor: number; solidMinor: number; currency: string } | null {
  const resin = options.find((o) => o.printer.process === "resin");
  if (part.source.kind !== "mesh" || !resin || resin.printer.process !== "resin") return null;
  const saving = hollowSaving(partVolumeMm3(part), partAreaMm2(part), resin.printer);
  return saving && { ...saving, solidMinor: resin.facts.one.costMinor.value, currency: resin.facts.one.currency };
}

export function PrinterBars({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const options = printOptions(part, project.scene).map((o) => withOwnRange(o, project));
  const chosen = printsIn(part.work)[0] as PrintWork | undefined;
  if (options.length === 0) return <p className="text-soft">Slicing in the background. The hours will appear shortly.</p>;
  const currency = options.find((o) => o.printer.id === chosen?.printerId)?.printer.currency ?? "EUR";
  const hollow = hollowed(part, options);
  const most = Math.max(1, ...options.map((o) => o.job.timeS.high));
  const x = scaleLinear([0, most], [0.2, 99.4]);
  const choose = (o: PrintOption): void => {
    if (chosen) void run("list.set", { list: "part.work", of: part.id, key: chosen.id, change: printedOn(o.printer) });
    else
      void run("work.add", {
        partId: part.id,
        at: 0,
        items: [{ id: newId(), kind: "print", ...printedOn(o.printer) }],
      });
  };
  return (
    <div>
      <ul>
        {options.map((o) => {
          const mine = chosen?.printerId === o.printer.id;
          return (
            <li
              key={o.printer.id}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule py-1 tab:grid-cols-[minmax(0,1fr)_5rem_9.5rem_6.5rem_auto] desk:grid-cols-[15.5rem_minmax(0,1fr)_5rem_9.5rem_6.5rem_auto]"
            >
              <span className={mine ? "font-semibold" : ""}>
                {mine && <span aria-hidden="true">▸ </span>}
                {o.printer.name}, {o.printer.layerMm} mm, {pieceWord(o.facts.pieces)}
              </span>
              <svg
                viewBox="0 0 100 24"
                preserveAspectRatio="none"
                className="h-7 w-full max-desk:order-last max-desk:col-span-full"
                aria-hidden="true"
              >
                <rect
                  x="0.2"
                  y="3"
                  width={x(o.job.timeS.value) - 0.2}
                  height="11"
                  fill={mine ? "var(--ink)" : "none"}
                  stroke="var(--ink)"
                  strokeWidth="1.2"
                  vectorEffect="non-scaling-stroke"
                />
                <path
                  d={`M${x(o.job.timeS.low)} 20H${x(o.job.timeS.high)}M${x(o.job.timeS.low)} 17v6M${x(o.job.timeS.high)} 17v6`}
                  stroke="var(--ink)"
                  strokeWidth="1"
                  fill="none"
                  vectorEffect="non-scaling-stroke"
                />
              </svg>
              <span className="font-semibold">{sumText(part, o.job.timeS, formatDuration)}</span>
              <span>
                <span className="whitespace-nowrap">{sumText(part, o.job.massG, formatMass)} ·</span>{" "}
                <span className="whitespace-nowrap">{jobCostText(part, o)}</span>
              </span>
              <span className="whitespace-nowrap">{formatDuration(o.handsOnS)} hands-on</span>
              <span className="flex items-center justify-end gap-2">
                <Why
                  of={`${formatDuration(o.job.timeS.low)} to ${formatDuration(o.job.timeS.high)} on ${o.printer.name}`}
                  reasons={{
                    ...o.facts.one.timeS,
                    inputs: [
                      ...o.facts.one.timeS.inputs,
                      { name: "copies", value: `${part.copies} on ${o.job.plates} plate${o.job.plates === 1 ? "" : "s"}` },
                    ],
                    assumptions: [
                      ...(o.ownPrints > 0
                        ? [{ text: `Range from ${o.ownPrints} of your own prints on it, and from the model.`, kind: "own record" as const }]
                        : []),
                      ...o.facts.one.timeS.assumptions,
                      ...o.facts.one.massG.assumptions,
                      ...o.facts.one.costMinor.assumptions,
                    ],
                  }}
                />
                <button
                  className="btn"
                  disabled={mine}
                  onClick={() => choose(o)}
                  aria-label={`${mine ? "chosen" : "choose"}: ${o.printer.name}`}
                >
                  {mine ? "chosen" : "choose"}
                </button>
              </span>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap items-end justify-between gap-3">
        <div>
          <p>{decide(options)}</p>
          {hollow && (
            <p className="text-soft">
              Solid in resin. Hollowed to walls of {hollow.wallMm} mm, it would cost about{" "}
              {formatMoney({ minor: hollow.costMinor, currency: hollow.currency }, true)} a piece instead of{" "}
              {formatMoney({ minor: hollow.solidMinor, currency: hollow.currency }, true)}. It needs drain holes.
            </p>
          )}
        </div>
        {chosen && (
          <ParsedField
            className="w-64"
            label="Different in your slicer? Enter hours, grams, price per plate"
            text={chosen.typed?.text ?? ""}
            placeholder="17 h 20, 210 g, 3.40"
            parse={(text) => parseTypedEstimate(text, currency)}
            readAs={(e) => (e === null ? "none" : `${formatDuration(e.timeS)}${e.massG > 0 ? `, ${readAsMass(e.massG)}` : ""}`)}
            onCommit={(typed) => run("list.set", { list: "part.work", of: part.id, key: chosen.id, change: { typed: typed } })}
          />
        )}
      </div>
      {chosen?.typed && (
        <p className="mt-1 text-soft">
          Using your figure: {chosen.typed.text} a plate. The model says{" "}
          {formatDuration(options.find((o) => o.printer.id === chosen.printerId)?.facts.one.timeS.value ?? 0)} for one copy,{" "}
          {formatMass(options.find((o) => o.printer.id === chosen.printerId)?.facts.one.massG.value ?? 0)}.
        </p>
      )}
    </div>
  );
}
