/** The colour that is wanted, lighter ones from the same pot, and what to add where it came out otherwise. */
import { useMemo } from "react";
import { correctionOf, differenceWords, lighterBy, type Mix } from "~core/paint";
import type { Paint } from "~core/project";
import { Section } from "~app/shared/Page";
import { asMixPaint, type PotDraft, type Poured, type SetPot } from "./draft";
import { FindMix, Two } from "./FindMix";

function Colour({ label, value, onChange }: { label: string; value: string | null; onChange: (hex: string) => void }) {
  return (
    <label className="flex items-center gap-3">
      <input type="color" className="field h-11 w-16 p-1" value={value ?? "#808080"} onChange={(e) => onChange(e.target.value)} />
      {label}
    </label>
  );
}

export function Wanted({ draft, set, shelf }: { draft: PotDraft; set: SetPot; shelf: readonly Paint[] }) {
  const take = (mix: Mix): void => {
    set({ parts: mix.parts.map(({ paint, drops }) => ({ paintId: paint, drops })), seen: null });
  };
  return (
    <section aria-label="The colour you want" className="max-desk:mt-5">
      <h2 className="text-xl">The colour you want</h2>
      <div className="mt-2">
        <Colour label={draft.wanted ? `wanted: ${draft.wanted}` : "pick it"} value={draft.wanted} onChange={(wanted) => set({ wanted })} />
      </div>
      {draft.wanted && <FindMix wanted={draft.wanted} paints={shelf.filter((p) => p.stockMl > 0)} onTake={take} />}
    </section>
  );
}

/** How much lighter, in L*. */
const LIGHTER = [
  { byL: 8, label: "light" },
  { byL: 16, label: "edges" },
];

export function Lighter({ poured, shelf }: { poured: readonly Poured[]; shelf: readonly Paint[] }) {
  const pot = poured.map(({ paint, drops }) => ({ paint: asMixPaint(paint), drops }));
  // Ink in a paint makes another paint of it.
  const palest = shelf
    .filter((p) => p.stockMl > 0 && p.family === poured[0].paint.family)
    .map((p) => ({ p, sum: colourSum(p.hex) }))
    .sort((a, b) => b.sum - a.sum)[0]?.p;
  if (!palest) return null;
  const tints = LIGHTER.map(({ byL, label }) => ({ label, tint: lighterBy(pot, asMixPaint(palest), byL) }));
  return (
    <Section title="Lighter, from this pot">
      <ul>
        {tints.map(({ label, tint }) => (
          <li key={label} className="flex items-center gap-3 py-1">
            <span className="h-8 w-8 shrink-0 border border-ink" style={{ background: tint?.result }} aria-hidden="true" />
            <span>
              <span className="font-semibold">{label}</span>{" "}
              <span className="text-soft">
                {tint
                  ? `add ${tint.drops} ${tint.drops === 1 ? "drop" : "drops"} of ${palest.name} to every ${pot.reduce((n, p) => n + p.drops, 0)} in the pot`
                  : `would take too much ${palest.name}: mix it anew`}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
const colourSum = (hex: string): number => [1, 3, 5].reduce((sum, i) => sum + parseInt(hex.slice(i, i + 2), 16), 0);

export function Otherwise({
  draft,
  set,
  poured,
  shelf,
}: {
  draft: PotDraft;
  set: SetPot;
  poured: readonly Poured[];
  shelf: readonly Paint[];
}) {
  const wanted = draft.wanted!;
  const { seen } = draft;
  // Thousands of mixes are looked at: once for each question.
  const asked = JSON.stringify([poured.map((p) => [p.paint, p.drops]), shelf, seen, wanted]);
  const correction = useMemo(
    () =>
      seen === null
        ? null
        : correctionOf(
            poured.map(({ paint, drops }) => ({ paint: asMixPaint(paint), drops })),
            shelf.filter((p) => p.stockMl > 0).map(asMixPaint),
            seen,
            wanted,
          ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- said as text: the lists are made anew each time they are drawn.
    [asked],
  );
  const nameOf = (id: string): string => shelf.find((p) => p.id === id)?.name ?? "";
  const all = poured.reduce((n, p) => n + p.drops, 0);
  return (
    <Section title="It came out otherwise?">
      <Colour
        label={draft.seen ? `the dry dab: ${differenceWords(draft.seen, wanted)}` : "pick the colour of a dry dab on card"}
        value={draft.seen}
        onChange={(seen) => set({ seen })}
      />
      {draft.seen && (
        <div className="mt-2 flex items-center gap-3">
          <Two a={wanted} b={draft.seen} />
          {correction && correction.add.length > 0 ? (
            <p>
              <span className="font-semibold">
                Add {correction.add.map((a) => `${a.drops} ${nameOf(a.paint)}`).join(" and ")} to every {all} drops in the pot.
              </span>{" "}
              <span className="text-soft">
                Nothing can be taken out. Pour half away first, and half as much is enough.
                {correction.left > 2 && " It comes nearer, but not all the way."}
              </span>
            </p>
          ) : (
            <p className="text-soft">Nothing on the rack brings it nearer by adding.</p>
          )}
        </div>
      )}
    </Section>
  );
}
