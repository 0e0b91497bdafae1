/** The staff: model millimetres over real lengths at the scene's ratio, a magnified first millimetre, and the length field. */
import { scaleLinear } from "d3";
import { memo, useRef, useState } from "react";
import { formatReal } from "~core/units";
import { arcMinuteMm, DETAIL_FLOORS, formatRatio, type RealThing } from "~core/scale";
import { Key, useKey } from "~app/ui/keys";
import { useWidth } from "~app/ui/useWidth";
import { answerLength, type Direction } from "~core/look";

export interface StaffMark {
  label: string;
  mm: number;
}

interface StaffProps {
  ratio: number;
  distanceMm: number;
  marks: StaffMark[];
}

const HEIGHT = 76;
const FINE_WIDTH = 196;
const RIB = DETAIL_FLOORS[0].mm;

/** The next of 1, 2, 5, 10 … that is no less. */
function roundStep(least: number): number {
  const ten = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((n) => n * ten).find((s) => s >= least * (1 - 1e-9)) ?? 10 * ten;
}

export const Staff = memo(({ ratio, distanceMm, marks, ownThings }: StaffProps & { ownThings: RealThing[] }) => {
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <aside aria-label="Scale rule" className="flex border-[1.5px] border-ink bg-paper">
      <div ref={ref} className="min-w-0 flex-1 max-tab:hidden" aria-hidden="true">
        {width > 0 && <Rule width={width} ratio={ratio} distanceMm={distanceMm} marks={marks} />}
      </div>
      <LengthField ratio={ratio} ownThings={ownThings} />
    </aside>
  );
});

function Rule({ width, ratio, distanceMm, marks }: StaffProps & { width: number }) {
  const left = FINE_WIDTH + 26;
  const longest = Math.max(120, ...marks.map((m) => m.mm * 1.06));
  // However long the longest is, the rule has the same few lines.
  const step = longest <= 260 ? 20 : longest <= 600 ? 50 : roundStep(longest / 16);
  const x = scaleLinear([0, longest], [left, width - 14]);
  const fine = scaleLinear([0, 1], [14, FINE_WIDTH - 26]);
  const tick = step / 10;
  const ticks = Array.from({ length: Math.floor(longest / tick) + 1 }, (_, i) => i * tick);
  // Real marks: round metres about 70 px apart.
  const mPerPx = (ratio / 1000) * (longest / (width - 14 - left));
  const realStep = Math.max(0.05, roundStep(62 * mPerPx));
  const reals = Array.from({ length: Math.floor((longest * ratio) / 1000 / realStep) + 1 }, (_, i) => i * realStep);
  const eye = arcMinuteMm(distanceMm);
  // The longest stands highest, so that no label lies across another's line.
  const fines = [
    { mm: RIB.resin, label: "resin rib", real: true },
    { mm: RIB.fdm, label: "filament rib", real: true },
    ...(eye < 1 ? [{ mm: eye, label: "eye, 1′", real: false }] : []),
  ]
    .sort((a, b) => b.mm - a.mm)
    .map((f, i) => ({ ...f, y: 42 + i * 15 }));
  const rows = placeMarks(marks, x);
  return (
    <svg width={width} height={HEIGHT} className="block font-sans">
      <rect x="0" y="0" width={FINE_WIDTH} height={HEIGHT} fill="var(--board)" />
      {Array.from({ length: 21 }, (_, i) => i / 20).map((mm, i) => (
        <line
          key={mm}
          x1={fine(mm)}
          x2={fine(mm)}
          y1="0"
          y2={i % 10 === 0 ? 14 : i % 2 === 0 ? 9 : 5}
          stroke="var(--ink)"
          strokeWidth="1"
        />
      ))}
      {[0, 0.5, 1].map((mm) => (
        <text key={mm} x={fine(mm) + 3} y="24" fontSize="12" fill="var(--ink)">
          {mm === 1 ? "1 mm" : mm}
        </text>
      ))}
      {fines.map((f) => (
        <g key={f.label}>
          <line x1={fine(f.mm)} x2={fine(f.mm)} y1="26" y2={f.y} stroke={f.real ? "var(--real)" : "var(--ink)"} strokeWidth="1.4" />
          <text x={fine(f.mm) + 4} y={f.y} fontSize="12" fill={f.real ? "var(--real)" : "var(--ink)"}>
            {f.label}
          </text>
        </g>
      ))}
      {ticks.map((mm, i) => (
        <line
          key={mm}
          x1={x(mm)}
          x2={x(mm)}
          y1="0"
          y2={i % 10 === 0 ? 15 : i % 5 === 0 ? 10 : 5}
          stroke="var(--ink)"
          strokeWidth={i % 10 === 0 ? 1.3 : 0.8}
        />
      ))}
      {ticks
        .filter((_, i) => i % 10 === 0)
        .map(
          (mm) =>
            x(mm) < width - 34 && (
              <text key={mm} x={x(mm) + 3} y="26" fontSize="12.5" fill="var(--ink)">
                {Math.round(mm)}
                {mm === 0 ? " mm" : ""}
              </text>
            ),
        )}
      {reals.map(
        (m) =>
          x((m * 1000) / ratio) < width - 40 && (
            <g key={m}>
              <line
                x1={x((m * 1000) / ratio)}
                x2={x((m * 1000) / ratio)}
                y1={HEIGHT - 14}
                y2={HEIGHT}
                stroke="var(--real)"
                strokeWidth="1.1"
              />
              <text x={x((m * 1000) / ratio) + 3} y={HEIGHT - 3} fontSize="12.5" fill="var(--real)">
                {m === 0 ? "0 m" : formatReal(m * 1000)}
              </text>
            </g>
          ),
      )}
      {rows.map((m) => (
        <g key={m.label} stroke="var(--ink)">
          <path d={`M${x(m.mm)} 30v${m.row === 0 ? 14 : 26}m-3 -5l3 5l3 -5`} fill="none" strokeWidth="1.3" />
          <text
            x={m.flip ? x(m.mm) - 6 : x(m.mm) + 6}
            textAnchor={m.flip ? "end" : "start"}
            y={m.row === 0 ? 42 : 56}
            fontSize="12.5"
            fontWeight="500"
            fill="var(--ink)"
            stroke="none"
          >
            {m.label}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Two rows; a label stands right of its mark, or left where the next mark is near, and is left out when neither is free. */
function placeMarks(marks: StaffMark[], x: (mm: number) => number): (StaffMark & { row: 0 | 1; flip: boolean })[] {
  const sorted = [...marks].sort((a, b) => a.mm - b.mm);
  const right = x(Math.max(120, ...marks.map((m) => m.mm * 1.06)));
  const ends = [-Infinity, -Infinity];
  return sorted.flatMap((m, i) => {
    const textWidth = m.label.length * 6.8 + 12;
    const at = x(m.mm);
    const next = sorted[i + 1] ? x(sorted[i + 1].mm) - 6 : right;
    const free = ([0, 1] as const).flatMap((row) => [
      ...(at - 5 > ends[row] && at + textWidth < next ? [{ row, flip: false, end: at + textWidth }] : []),
      ...(at - textWidth > ends[row] ? [{ row, flip: true, end: at + 6 }] : []),
    ]);
    const place =
      free.find((f) => !f.flip) ??
      free[0] ??
      (at - 5 > ends[1] && at + textWidth < right ? { row: 1 as const, flip: false, end: at + textWidth } : undefined);
    if (!place) return [];
    ends[place.row] = place.end;
    return [{ ...m, row: place.row, flip: place.flip }];
  });
}

function LengthField({ ratio, ownThings }: { ratio: number; ownThings: RealThing[] }) {
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("2 m");
  const [chosen, setChosen] = useState<Direction | null>(null);
  useKey("/", "Type a length", "Everywhere", () => {
    input.current?.focus();
    input.current?.select();
  });
  const read = answerLength(text, ratio, chosen, ownThings);
  const length = read.ok && "direction" in read.value ? read.value : null;
  const direction = length?.direction ?? chosen ?? "to model";
  return (
    <form
      className="flex w-full items-stretch gap-2 p-1.5 tab:w-[20.5rem] tab:border-l-[1.5px] tab:border-ink"
      onSubmit={(e) => e.preventDefault()}
    >
      <label className="flex min-w-0 flex-1 flex-col">
        <span className="sr-only">Convert any length</span>
        <span className="flex items-center">
          <input
            ref={input}
            id="length-field"
            className="min-h-[44px] w-full min-w-0 border-b-[1.5px] border-ink bg-paper px-1 text-lg font-semibold"
            value={text}
            onChange={(e) => setText(e.target.value)}
            aria-invalid={!read.ok}
            aria-describedby="length-answer"
            autoComplete="off"
            spellCheck={false}
            onKeyDown={(e) => e.key === "Escape" && input.current?.blur()}
          />
          <Key k="/" />
        </span>
        <span className="px-1 text-sm text-soft max-tab:hidden">
          {read.ok ? `${read.value.typed}${length ? (direction === "to model" ? " real" : " on the model") : ""}` : ""}
        </span>
      </label>
      <button
        type="button"
        className="min-h-[44px] min-w-[44px] border border-rule px-1 hover:bg-board"
        aria-label={`Swap direction: now ${direction === "to model" ? "real to model" : "model to real"}`}
        onClick={() => setChosen(direction === "to model" ? "to real" : "to model")}
      >
        <span aria-hidden="true">{direction === "to model" ? "→" : "←"}</span>
      </button>
      <output id="length-answer" htmlFor="length-field" className="flex min-w-0 flex-[1.3] flex-col justify-center" aria-live="polite">
        {read.ok ? (
          <>
            <span
              className={`text-lg font-semibold leading-tight ${direction === "to model" ? "" : "text-real"}`}
              data-testid="length-answer"
            >
              {read.value.answer}
            </span>
            <span className="truncate text-sm leading-tight text-soft" title={read.value.thing ?? undefined}>
              {read.value.thing ?? (length?.stock[0] ? length.stock[0].stock.label : `at ${formatRatio(ratio)}`)}
            </span>
          </>
        ) : read.problem.readings ? (
          <span className="flex gap-1">
            {read.problem.readings.slice(0, 2).map((r) => (
              <button key={r.text} type="button" className="btn min-w-0 px-1 text-sm" onClick={() => setText(r.text)}>
                {r.readAs}?
              </button>
            ))}
          </span>
        ) : (
          <span className="text-sm leading-tight text-act" title={read.problem.message}>
            {text.trim() ? "try 2 m, 3/16 in or 85 %" : "type a length"}
          </span>
        )}
      </output>
    </form>
  );
}
