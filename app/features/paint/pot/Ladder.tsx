/** The let-down ladder: lighter tones out of one pot, each poured from the glass before it. */
import type { ReactNode } from "react";
import { absorptionOfSwatch, ladderOf, mixedColour, type Rung } from "~core/paint";
import type { Paint } from "~core/project";
import { Section } from "~app/shared/Page";
import { asMixPaint, MOST_DROPS, type Poured, type SetPot } from "~app/shared/potDraft";

/** Tones above the pot, each so much lighter than the one before, L*. */
const LIGHTER = [
  { byL: 8, label: "light" },
  { byL: 8, label: "edges" },
];

/** Glasses that are poured from each other. */
export function Lighter({ poured, shelf, set }: { poured: readonly Poured[]; shelf: readonly Paint[]; set: SetPot }) {
  const pot = poured.map(({ paint, drops }) => ({ paint: asMixPaint(paint), drops }));
  // Ink in a paint makes another paint of it.
  const palest = shelf
    .filter((p) => p.stockMl > 0 && p.family === poured[0].paint.family)
    .map((p) => ({ p, sum: colourSum(p.hex) }))
    .sort((a, b) => b.sum - a.sum)[0]?.p;
  if (!palest) return null;
  const rungs = ladderOf(
    pot,
    asMixPaint(palest),
    LIGHTER.map((l) => l.byL),
  );
  const base = mixedColour(pot.map((p) => ({ absorption: absorptionOfSwatch(p.paint.hex), volume: p.drops * p.paint.dropMl })));
  /** The glass becomes the pot: whole drops, in the least numbers that keep its ratio to a tenth of a drop. */
  const take = (rung: Rung): void => {
    const drops = new Map<string, number>();
    for (const p of rung.parts) drops.set(p.paint.name, (drops.get(p.paint.name) ?? 0) + p.drops);
    const whole = [...drops].map(([paintId, n]) => ({ paintId, drops: Math.round(n * 10) }));
    set({ parts: whole.filter((p) => p.drops > 0 && p.drops <= MOST_DROPS), seen: null, counted: {} });
  };
  return (
    <Section title="Lighter, from this pot">
      {rungs.length === 0 && <p className="text-soft">That would take too much {palest.name}: mix a new pot.</p>}
      {rungs.length > 0 && (
        <ol className="flex flex-wrap items-start gap-y-2">
          <Tumbler colour={base} label="base" words="this pot" />
          {rungs.map((rung, i) => (
            <Tumbler
              key={LIGHTER[i].label}
              colour={rung.result}
              before={i === 0 ? base : rungs[i - 1].result}
              share={rung.of / (rung.of + rung.white)}
              label={LIGHTER[i].label}
              words={`${rung.of} of ${i === 0 ? "base" : LIGHTER[i - 1].label} + ${rung.white} ${palest.name}`}
            >
              <button className="btn-text" onClick={() => take(rung)}>
                Mix this<span className="sr-only">: {LIGHTER[i].label}</span>
              </button>
            </Tumbler>
          ))}
        </ol>
      )}
    </Section>
  );
}

/** A small glass: what was poured into it stands below what is added. */
function Tumbler({
  colour,
  before,
  share = 1,
  label,
  words,
  children,
}: {
  colour: string;
  before?: string;
  share?: number;
  label: string;
  words: string;
  children?: ReactNode;
}) {
  return (
    <li className="flex items-start">
      {before && (
        <svg width="56" height="34" aria-hidden="true" className="mt-1">
          <path d="M4 22 Q28 -6 48 22" fill="none" stroke="var(--ink)" strokeDasharray="4 3" />
          <path d="M44 18 l4 5 2 -6" fill="none" stroke="var(--ink)" />
        </svg>
      )}
      <div className="w-[7.4rem]">
        <svg width="44" height="80" aria-hidden="true">
          <rect x="3" y="16" width="36" height="61" fill={colour} />
          {before && <rect x="3" y={77 - 61 * share} width="36" height={61 * share} fill={before} stroke="var(--ink)" strokeWidth="0.8" />}
          <path d="M2 2 V78 H40 V2" fill="none" stroke="var(--ink)" strokeWidth="2" />
        </svg>
        <p className="font-semibold">{label}</p>
        <p className="text-sm text-soft">{words}</p>
        {children}
      </div>
    </li>
  );
}
const colourSum = (hex: string): number => [1, 3, 5].reduce((sum, i) => sum + parseInt(hex.slice(i, i + 2), 16), 0);
