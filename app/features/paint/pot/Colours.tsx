/** The colour that is wanted, and what to add where it came out otherwise. */
import { useMemo } from "react";
import { correctionOf, differenceWords, type Mix } from "~core/paint";
import { usableOf, type Paint } from "~core/project";
import { fail, ok, type Result } from "~core/units";
import { Section } from "~app/shared/Page";
import { ParsedField } from "~app/ui/field";
import { DabPhoto } from "./DabPhoto";
import { asMixPaint, type PotDraft, type Poured, type SetPot } from "~app/shared/potDraft";
import { FindMix, Two } from "./FindMix";

function Colour({ label, value, onChange }: { label: string; value: string | null; onChange: (hex: string) => void }) {
  return (
    <label className="flex items-center gap-3">
      <input type="color" className="field h-11 w-16 p-1" value={value ?? "#808080"} onChange={(e) => onChange(e.target.value)} />
      {label}
    </label>
  );
}

/** A colour by its number. */
function Typed({ label, value, onChange }: { label: string; value: string | null; onChange: (hex: string) => void }) {
  return (
    <ParsedField
      className="w-28"
      hideLabel
      label={label}
      text={value ?? ""}
      placeholder="#8a6b48"
      parse={(text): Result<string> => {
        const hex = `#${text.trim().replace(/^#/, "").toLowerCase()}`;
        return /^#[0-9a-f]{6}$/.test(hex) ? ok(hex) : fail("colour.hex", "A colour is six digits 0 to 9 and a to f, such as #8a6b48.");
      }}
      onCommit={onChange}
    />
  );
}

export function Wanted({ draft, set, shelf }: { draft: PotDraft; set: SetPot; shelf: readonly Paint[] }) {
  const take = (mix: Mix): void => {
    set({ parts: mix.parts.map(({ paint, drops }) => ({ paintId: paint, drops })), seen: null, counted: {} });
  };
  return (
    <section aria-label="The colour you want" className="max-desk:mt-5">
      <h2 className="text-xl">The colour you want</h2>
      <div className="mt-2 flex items-center gap-3">
        <Colour label={draft.wanted ? "wanted" : "pick it"} value={draft.wanted} onChange={(wanted) => set({ wanted })} />
        <Typed label="The colour you want" value={draft.wanted} onChange={(wanted) => set({ wanted })} />
      </div>
      {draft.wanted && <FindMix wanted={draft.wanted} paints={shelf.filter((p) => usableOf(p) > 0)} onTake={take} />}
    </section>
  );
}

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
      <div className="flex flex-wrap items-center gap-3">
        <Colour
          label={draft.seen ? `the dry dab: ${differenceWords(draft.seen, wanted)}` : "pick the colour of a dry dab on card"}
          value={draft.seen}
          onChange={(seen) => set({ seen })}
        />
        <Typed label="Colour of the dab" value={draft.seen} onChange={(seen) => set({ seen })} />
        <DabPhoto onColour={(seen) => set({ seen })} />
      </div>
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
