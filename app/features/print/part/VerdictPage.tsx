/** Filament or resin, what the finish asks of the print, and whether it is worth printing. */
import { line, scaleLinear } from "d3";
import {
  advise,
  finishNotes,
  processVerdict,
  USES,
  WAYS,
  worthOf,
  worthAssumptions,
  failShare,
  type ProcessVerdict,
  type UseFor,
  type Way,
} from "~core/look";
import { NO_OTHER_WAYS, optionAtHand, partAreaMm2, partSizeMm, type OtherWays, type Part } from "~core/project";
import { figureHeightMm, formatRatio, type Process } from "~core/scale";
import {
  fail,
  formatDuration,
  formatMoney,
  ok,
  parseDuration,
  parseMm,
  parseNumber,
  readAsMm,
  spacedNumber,
  formatMm,
  type Result,
} from "~core/units";
import { ownFailures } from "~core/plan";
import { useState } from "react";
import { Link } from "react-router";
import { holeFor, INSERTS } from "~core/print";
import { Page, Section } from "~app/shared/Page";
import { PROCESS_LABEL } from "~app/shared/labels";
import { useActions, useProject } from "~app/shared/scene";
import { AxisBelow, AxisLeft, Chart } from "~app/ui/chart";
import { Choice, ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { NotYet } from "./NotYet";
import { PrintLeaves } from "./PrintLeaves";
import { Sideways } from "~app/ui/sideways";
import { usePart } from "~app/shared/part";

export default function VerdictPage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const verdict = processVerdict(part, project);
  const notes = finishNotes(part, project);
  return (
    <Page
      title={part.name}
      sub="how it is made"
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "copies", value: part.copies },
      ]}
    >
      <PrintLeaves part={part} />
      {!verdict ? (
        <NotYet part={part} />
      ) : (
        <>
          <ProcessSection verdict={verdict} part={part} />
          {(notes.length > 0 || verdict.fdm || verdict.resin) && (
            <Section
              title="What the finish needs from the print"
              aside={
                part.source.kind === "mesh" && (
                  <Link
                    className="inline-flex min-h-[44px] items-center underline underline-offset-2"
                    to={`/s/${scene.id}/parts/${part.id}/mesh`}
                  >
                    thin walls and narrow grooves on the sheet
                  </Link>
                )
              }
            >
              <ul>
                {notes.map((n) => (
                  <li key={n.bold} className="border-b border-rule py-1">
                    <span className={n.act ? "note-act" : "font-semibold"}>
                      {n.act ? "▲ " : ""}
                      {n.bold}
                    </span>
                    : {n.plain}
                  </li>
                ))}
              </ul>
              <Inserts process={verdict.winner} />
            </Section>
          )}
          <WorthSection part={part} />
          <Questions part={part} />
        </>
      )}
    </Page>
  );
}

/** Holes that must be there before it is printed. */
function Inserts({ process }: { process: Process }) {
  return (
    <details className="mt-2">
      <summary className="min-h-[44px] cursor-pointer py-2">
        Adding lights, magnets, wires, pins or a foam core later? Holes to model now
      </summary>
      <Sideways label="Holes for inserts">
        <table className="plain">
          <tbody>
            {INSERTS.map((i) => {
              const { acrossMm, deepMm } = holeFor(i, process);
              return (
                <tr key={i.name}>
                  <td>{i.name}</td>
                  <td>
                    {formatMm(acrossMm)} across{deepMm === null ? "" : `, ${formatMm(deepMm)} deep`}, {formatMm(i.wallMm)} of wall around it
                  </td>
                  <td className="text-soft">{i.why}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Sideways>
      <p className="text-soft">On {PROCESS_LABEL[process]}; common practice. Test on scrap first.</p>
    </details>
  );
}

function ProcessSection({ verdict, part }: { verdict: ProcessVerdict; part: Part }) {
  const { fdm, resin, rows } = verdict;
  return (
    <Section title="Filament or resin">
      <p className="text-lg font-semibold">
        {verdict.sentence}{" "}
        <Why
          of="filament or resin"
          reasons={{
            formula:
              "fewest pieces first; then whether it is handled weekly; then whether it is too small for filament; then machine hours plus four times your own; visible steps are listed beside it",
            inputs: rows.slice(0, 4).map((r) => ({ name: r.what, value: `filament ${r.fdm}; resin ${r.resin}` })),
            assumptions: [
              { text: "An hour of your time counts as four machine hours.", kind: "practice" },
              { text: "Smallest detail of each process; your own test print replaces these.", kind: "practice" },
              { text: "A pattern is plain to see from two minutes of arc.", kind: "published", source: "ISO 8596:2017" },
            ],
          }}
        />
      </p>
      {fdm && resin && (
        <Bars fdm={[fdm.job.timeS.value, fdm.handsOnS]} resin={[resin.job.timeS.value, resin.handsOnS]} copies={part.copies} />
      )}
      {verdict.flips.length > 0 && (
        <>
          <h3 className="mt-2 text-lg">When this changes</h3>
          <ul>
            {verdict.flips.map((f) => (
              <li key={f}>{f}</li>
            ))}
          </ul>
        </>
      )}
      {rows.length > 0 && (
        <Sideways label="Filament compared with resin" className="mt-2">
          <table className="plain">
            <thead>
              <tr>
                <th>
                  <span className="sr-only">Compared</span>
                </th>
                <th>{PROCESS_LABEL.fdm}</th>
                <th>{PROCESS_LABEL.resin}</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.what}>
                  <td className="text-soft">{r.what}</td>
                  {(["fdm", "resin"] as const).map((p) => (
                    <td key={p} className={r.better === p ? "font-semibold" : ""}>
                      {r.better === p && <span aria-label="better">▸ </span>}
                      {r[p]}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
    </Section>
  );
}

/** Machine time and one's own, side by side: filled is yours. */
function Bars({ fdm, resin, copies }: { fdm: [number, number]; resin: [number, number]; copies: number }) {
  const x = scaleLinear([0, Math.max(...fdm, ...resin)], [0, 100]);
  const rows = [
    { name: "filament", of: fdm },
    { name: "resin", of: resin },
  ];
  return (
    <figure className="mt-2 max-w-2xl">
      {rows.map(({ name, of: [machine, hands] }) => (
        <div key={name} className="grid grid-cols-[5rem_minmax(0,1fr)_11rem] items-center gap-3">
          <span>{name}</span>
          <svg viewBox="0 0 100 20" preserveAspectRatio="none" className="h-6 w-full" aria-hidden="true">
            <rect
              x="0"
              y="2"
              width={x(machine)}
              height="9"
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.2"
              vectorEffect="non-scaling-stroke"
            />
            <rect x="0" y="12" width={x(hands)} height="6" fill="var(--ink)" />
          </svg>
          <span>
            {formatDuration(machine)}, {formatDuration(hands)} hands-on
          </span>
        </div>
      ))}
      <figcaption className="text-sm text-soft">{copies > 1 ? `all ${copies} copies; ` : ""}open: the machine; filled: you</figcaption>
    </figure>
  );
}

const LINE: Record<Way, string> = { print: "", scratch: "8 4", buy: "2 4", service: "10 3 2 3" };

function WorthSection({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const option = optionAtHand(part, project.scene);
  if (!option) return null;
  const { currency } = option.job;
  const others = part.otherWays ?? NO_OTHER_WAYS;
  const foreign = part.fileCost !== null && part.fileCost.currency !== currency;
  const fails = ownFailures(project, option.printer.id);
  const worth = worthOf(part.copies, {
    option,
    areaMm2: partAreaMm2(part),
    fileMinor: foreign ? 0 : (part.fileCost?.minor ?? 0),
    others: part.otherWays,
    failShare: failShare(fails),
  });
  const money = (minor: number): string => formatMoney({ minor: Math.round(minor), currency }, true);
  const set = (change: Partial<OtherWays>) => run("field.set", { of: "part.otherWays", id: part.id, change: { currency, ...change } });
  const { here } = worth;
  const price = (text: string): Result<number | null> => {
    if (!text.trim()) return ok(null);
    const n = parseNumber(text.replace(/[€$£]|[a-z]{3}/gi, "").trim(), { least: 0, most: 1e6 });
    return n.ok ? ok(Math.round(n.value * 100)) : n;
  };
  const hours = (text: string): Result<number | null> => (text.trim() ? parseDuration(text) : ok(null));
  const known = Object.keys(here.minor).length > 1;
  return (
    <Section title="Is it worth printing">
      <div className="grid gap-6 desk:grid-cols-[minmax(0,1.4fr)_minmax(18rem,1fr)]">
        <div>
          <p className="text-lg font-semibold">
            {known
              ? `For ${part.copies === 1 ? "one" : part.copies}: ${WAYS[worth.best]}, ${money(here.minor[worth.best]!)}.`
              : `Printed, it costs ${money(here.minor.print!)}${part.copies > 1 ? ` for all ${part.copies}` : ""}. Enter what the alternatives cost.`}{" "}
            <Why
              of="whether it is worth printing"
              reasons={{
                formula:
                  "file + (material + machine hours × wear) × (1 + failures) + your hours × hourly value, against price × copies, and hand-building hours that shrink with practice",
                inputs: (Object.keys(here.minor) as Way[]).map((w) => ({ name: WAYS[w], value: money(here.minor[w]!) })),
                assumptions: worthAssumptions(fails),
              }}
            />
          </p>
          <p>
            {worth.breaks.length === 0
              ? known
                ? "This holds for any number of copies shown here."
                : ""
              : worth.breaks.map((b) => `From ${b.copies} copies on: ${WAYS[b.way]}`).join(". ")}
          </p>
          {part.source.kind === "typed" && (
            <p className="text-soft">
              Only its size is known: calculated as {part.source.shell ? "a hollow shell" : "a solid block"} of it.
            </p>
          )}
          {foreign && (
            <p className="note-act">
              ▲ The file’s price is in {part.fileCost!.currency} and is not counted: prices here are in {currency}.
            </p>
          )}
          {known && <WorthChart worth={worth} copies={part.copies} money={money} />}
        </div>
        <div className="grid grid-cols-2 gap-3 self-start">
          <ParsedField
            label={`Bought, each, ${currency}`}
            text={others.buyMinor === null ? "" : (others.buyMinor / 100).toFixed(2)}
            placeholder="9.00"
            parse={price}
            readAs={(m) => (m === null ? "not available" : money(m))}
            onCommit={(buyMinor) => set({ buyMinor })}
          />
          <ParsedField
            label={`Printed by someone, each`}
            text={others.serviceMinor === null ? "" : (others.serviceMinor / 100).toFixed(2)}
            placeholder="12.00"
            parse={price}
            readAs={(m) => (m === null ? "nobody" : money(m))}
            onCommit={(serviceMinor) => set({ serviceMinor })}
          />
          <ParsedField
            label="By hand, the first one"
            text={others.scratchS === null ? "" : formatDuration(others.scratchS)}
            placeholder="3 h"
            parse={hours}
            readAs={(s) => (s === null ? "not by hand" : formatDuration(s))}
            onCommit={(scratchS) => set({ scratchS })}
          />
          <ParsedField
            label="Material by hand, each"
            text={others.scratchMinor === null ? "" : (others.scratchMinor / 100).toFixed(2)}
            placeholder="3.00"
            parse={price}
            readAs={(m) => (m === null ? "none" : money(m))}
            onCommit={(scratchMinor) => set({ scratchMinor })}
          />
          <ParsedField
            label="Value of your hour"
            text={(others.hourMinor / 100).toFixed(2)}
            parse={(t) => {
              const p = price(t);
              return p.ok ? (p.value === null ? fail("hour", "Type 0 to leave your time out.") : ok(p.value)) : p;
            }}
            readAs={money}
            onCommit={(hourMinor) => set({ hourMinor })}
          />
          <p className="col-span-2 text-sm text-soft">Painting takes about as long in every case and is not counted.</p>
        </div>
      </div>
    </Section>
  );
}

function WorthChart({ worth, copies, money }: { worth: ReturnType<typeof worthOf>; copies: number; money: (minor: number) => string }) {
  const { points } = worth;
  const ways = Object.keys(points[0].minor) as Way[];
  const most = Math.max(...points.flatMap((p) => ways.map((w) => p.minor[w]!)), 1);
  const lastOf = (w: Way): number => points[points.length - 1].minor[w]!;
  return (
    <Chart
      label={`Cost by number of copies: ${ways.map((w) => `${WAYS[w]} ${money(lastOf(w))} for ${points.length}`).join(", ")}`}
      className="mt-2"
      height={200}
      most={672}
      margin={{ left: 66, right: 118, top: 10, bottom: 30 }}
    >
      {(plot) => {
        const x = scaleLinear([1, points.length], [plot.left, plot.right]);
        const y = scaleLinear([0, most], [plot.base, plot.top]);
        // Names at the ends of their lines, apart from each other.
        const ends = ways.map((w) => ({ w, y: y(lastOf(w)) })).sort((a, b) => a.y - b.y);
        ends.forEach((e, i) => {
          if (i > 0) e.y = Math.max(e.y, ends[i - 1].y + 17);
        });
        const at = x(Math.min(copies, points.length));
        return (
          <>
            <AxisLeft plot={plot} ticks={y.ticks(4).map((t) => ({ at: y(t), label: money(t).replace(/\.00/, "") }))} />
            <AxisBelow
              plot={plot}
              ticks={x
                .ticks(6)
                .filter(Number.isInteger)
                .map((t) => ({ at: x(t), label: String(t) }))}
            />
            <line x1={at} x2={at} y1={plot.top} y2={plot.base} stroke="var(--act)" strokeWidth="1.5" />
            {ways.map((w) => (
              <path
                key={w}
                d={
                  line<(typeof points)[0]>(
                    (p) => x(p.copies),
                    (p) => y(p.minor[w]!),
                  )(points) ?? ""
                }
                fill="none"
                stroke="var(--ink)"
                strokeWidth={w === worth.best ? 2.4 : 1.3}
                strokeDasharray={LINE[w]}
              />
            ))}
            {ends.map((e) => (
              <text key={e.w} x={plot.right + 6} y={e.y + 4} fontSize="13" fontWeight={e.w === worth.best ? 600 : 400} fill="var(--ink)">
                {WAYS[e.w]}
              </text>
            ))}
          </>
        );
      }}
    </Chart>
  );
}

function Questions({ part }: { part: Part }) {
  const project = useProject();
  const { scale } = project.scene;
  const [use, setUse] = useState<UseFor>("table");
  const [longest, setLongest] = useState<number | null>(null);
  const [figure, setFigure] = useState<number | null>(null);
  const mm = longest ?? Math.max(...partSizeMm(part));
  const tall = figure ?? figureHeightMm(scale);
  const a = advise(use, mm, tall);
  return (
    <Section title="New to printing? Answer three questions">
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          className="w-72"
          label="What is it for"
          value={use}
          onChange={setUse}
          options={(Object.keys(USES) as UseFor[]).map((u) => ({ value: u, label: USES[u] }))}
        />
        <ParsedField
          className="w-40"
          label="How big, its longest side"
          text={formatMm(mm)}
          parse={parseMm}
          readAs={readAsMm}
          onCommit={setLongest}
        />
        <ParsedField
          className="w-44"
          label="Figure beside it, height"
          text={formatMm(tall)}
          parse={parseMm}
          readAs={readAsMm}
          onCommit={setFigure}
        />
      </div>
      <p className="mt-2 font-semibold">
        {PROCESS_LABEL[a.process]}, {a.wayUp}, {a.layerMm} mm layers
        {a.process === "fdm" ? `, ${a.wallLines} wall lines, ${spacedNumber(Math.round(a.infill * 100))} % infill` : ""}.
      </p>
      <p className="text-soft">{a.reasons.join("; ")}. Common practice: start there, then trust your own prints.</p>
    </Section>
  );
}
