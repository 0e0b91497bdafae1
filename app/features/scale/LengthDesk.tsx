/** Any length, both ways: what it is on the other side, what is of that size, and what in the shop is nearest. */
import { useState } from "react";
import { formatMm, formatReal } from "~core/units";
import { formatRatio, REAL_THINGS, type RealThing } from "~core/scale";
import { ReadingNote } from "~app/ui/reading";
import { answerLength, type Direction } from "~core/look";

const offText = (off: number): string =>
  Math.abs(off) < 0.005 ? "exact" : `${off > 0 ? "+" : "−"}${Math.abs(off * 100).toFixed(Math.abs(off) < 0.1 ? 1 : 0)} %`;

export function LengthDesk({ ratio, secondary, own }: { ratio: number; secondary: number | null; own: RealThing[] }) {
  const [text, setText] = useState("6' 2\"");
  const [chosen, setChosen] = useState<Direction | null>(null);
  const read = answerLength(text, ratio, chosen, own);
  const length = read.ok && "direction" in read.value ? read.value : null;
  const near = length
    ? [...own, ...REAL_THINGS]
        .map((t) => ({ t, off: t.mm / length.realMm - 1 }))
        .filter((x) => Math.abs(Math.log1p(x.off)) < 0.35)
        .sort((a, b) => Math.abs(a.off) - Math.abs(b.off))
        .slice(0, 4)
    : [];
  return (
    <div className="grid gap-x-10 gap-y-3 desk:grid-cols-[minmax(20rem,1fr)_1fr_1fr]">
      <div>
        <label className="label block" htmlFor="desk-length">
          Real or model length, or a percentage
        </label>
        <input
          id="desk-length"
          className="field text-xl font-semibold"
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={!read.ok}
          aria-describedby="desk-answer"
          autoComplete="off"
          spellCheck={false}
        />
        <output id="desk-answer" htmlFor="desk-length" aria-live="polite" className="mt-2 block" data-testid="desk-answer">
          {length ? (
            <span className="text-xl">
              <span className="text-real">{formatReal(length.realMm)}</span> in real life is{" "}
              <span className="font-semibold">{formatMm(length.modelMm)}</span> at {formatRatio(ratio)}
              {secondary !== null && (
                <span className="block text-base text-soft">
                  {formatMm(length.realMm / secondary)} behind, at {formatRatio(secondary)}
                </span>
              )}
            </span>
          ) : read.ok ? (
            <span className="text-xl">
              <span className="font-semibold">{read.value.answer}</span>
              <span className="block text-base text-soft">{read.value.thing}</span>
            </span>
          ) : (
            <span className="text-act">{read.problem.message}</span>
          )}
        </output>
        <ReadingNote parsed={read} readAs={(v) => v.typed} onPick={setText} />
        {length && (
          <button className="btn mt-2" onClick={() => setChosen(length.direction === "to model" ? "to real" : "to model")}>
            Read as {length.direction === "to model" ? "a length on the model" : "a real length"}
          </button>
        )}
      </div>
      <div>
        <h3 className="text-lg">Things of that size</h3>
        <ul>
          {near.map(({ t, off }) => (
            <li key={t.name + t.measure} className="flex justify-between gap-4 border-b border-rule py-1" title={t.source}>
              <span>
                {t.name}, {t.measure}
              </span>
              <span className="whitespace-nowrap text-soft">
                {formatReal(t.mm)}, {offText(off)}
              </span>
            </li>
          ))}
          {length && near.length === 0 && <li className="text-soft">No known thing is about that size.</li>}
        </ul>
      </div>
      <div>
        <h3 className="text-lg">Nearest stock</h3>
        <ul>
          {length?.stock.slice(0, 5).map(({ stock, off }) => (
            <li key={stock.label} className="flex justify-between gap-4 border-b border-rule py-1" title={stock.source}>
              <span>{stock.label}</span>
              <span className="whitespace-nowrap text-soft">
                {formatReal(stock.mm * ratio)} real, {offText(off)}
              </span>
            </li>
          ))}
          {length && length.stock.length === 0 && (
            <li className="text-soft">No sheet, strip, rod, wire, grass or sand is within a third of that.</li>
          )}
        </ul>
      </div>
    </div>
  );
}
