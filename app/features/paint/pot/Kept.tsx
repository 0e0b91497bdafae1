/** Pots that were mixed and kept: the one at hand goes on the rack, and an earlier one is mixed again, or used up. */
import { format } from "date-fns";
import { useState } from "react";
import { differenceOf, differenceWords, potsInstead, type potOf } from "~core/paint";
import { LIMITS, type Paint } from "~core/project";
import { formatMillilitres } from "~core/units";
import { Section } from "~app/shared/Page";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { ParsedField, parseName, parseText } from "~app/ui/field";
import { dropOf, type PotDraft, type Poured, type SetPot } from "./draft";

const partsWords = ({ parts }: NonNullable<Paint["mix"]>): string => parts.map((p) => `${p.drops} ${p.name}`).join(" : ");

/** Keeps the pot as one more on the rack: recipes and coats can take it, and it can be poured into another. */
export function KeepPot({ draft, poured, pot }: { draft: PotDraft; poured: readonly Poured[]; pot: ReturnType<typeof potOf> }) {
  const { run } = useActions();
  const { scene } = useProject();
  const now = useNow();
  const [name, setName] = useState("");
  const [came, setCame] = useState("");
  // A dried dab is what it is; before that, the sum.
  const hex = draft.seen ?? pot.color;
  const words = came || (draft.wanted ? differenceWords(hex, draft.wanted) : "");
  const keep = async (): Promise<void> => {
    const drops = poured.reduce((n, p) => n + p.drops, 0);
    const ml = poured.reduce((sum, p) => sum + p.drops * dropOf(p.paint), 0);
    const [first] = poured;
    const perMl = Math.min(LIMITS.dropsPerMl.most, Math.max(LIMITS.dropsPerMl.least, drops / ml));
    const done = await run("pot.keep", {
      took: poured.map(({ paint }, i) => ({ paintId: paint.id, ml: pot.of[i].ml })),
      paint: {
        id: newId(),
        // Its parts are the demo's.
        ...(scene.demo && { demo: true }),
        name: name || `Mix of ${format(now, "d MMM")}`,
        hex,
        family: first.paint.family,
        sheen: first.paint.sheen,
        stockMl: Math.round(pot.ml * 100) / 100,
        dropsPerMl: Math.round(perMl * 10) / 10,
        mix: {
          parts: poured.map(({ paint, drops: n }) => ({ paintId: paint.id, name: paint.name, hex: paint.hex, drops: n })),
          thinning: draft.thinning,
          at: now,
          came: words,
        },
      },
    });
    if (done.ok) {
      setName("");
      setCame("");
    }
  };
  return (
    <Section title="Keep this pot">
      <div className="flex flex-wrap items-end gap-3">
        <ParsedField
          className="w-52"
          label="Name of the pot"
          text={name}
          placeholder={`Mix of ${format(now, "d MMM")}`}
          parse={(t) => (t.trim() ? parseName(t) : { ok: true as const, value: "" })}
          onCommit={setName}
        />
        <ParsedField
          className="w-52"
          label="How it came out"
          text={came}
          placeholder={words || "as wanted"}
          parse={parseText(LIMITS.title)}
          onCommit={setCame}
        />
        <button className="btn" onClick={() => void keep()}>
          Put it on the rack
        </button>
      </div>
      <p className="mt-1 text-sm text-soft">Its parts are kept with it: recipes can take it, and you can mix it again in three weeks.</p>
    </Section>
  );
}

/** So many are shown at once. */
const SHOWN = 6;

/** Pots of before: those nearest to the wanted colour first, else the latest. */
export function LastTime({ draft, set }: { draft: PotDraft; set: SetPot }) {
  const { paints } = useProject();
  const [words, setWords] = useState("");
  const kept = paints.flatMap((paint) => (paint.mix ? [{ paint, mix: paint.mix }] : []));
  if (kept.length === 0) return null;
  const { wanted } = draft;
  const found = kept
    .filter(({ paint, mix }) => `${paint.name} ${partsWords(mix)}`.toLowerCase().includes(words.trim().toLowerCase()))
    .sort((a, b) => (wanted ? differenceOf(a.paint.hex, wanted) - differenceOf(b.paint.hex, wanted) : b.mix.at - a.mix.at));
  const again = (mix: NonNullable<Paint["mix"]>, hex: string): void => {
    const parts = mix.parts.flatMap((p) => {
      const there = paints.find((x) => x.id === p.paintId) ?? paints.find((x) => x.name === p.name);
      return there ? [{ paintId: there.id, drops: p.drops }] : [];
    });
    // Two parts may have become one bottle.
    const drops = new Map<string, number>();
    for (const p of parts) drops.set(p.paintId, (drops.get(p.paintId) ?? 0) + p.drops);
    set({ parts: [...drops].map(([paintId, n]) => ({ paintId, drops: n })), thinning: mix.thinning, wanted: hex, seen: null });
  };
  return (
    <Section title="Last time">
      {kept.length > SHOWN && (
        <ParsedField
          className="w-60"
          label="Find a pot"
          text={words}
          placeholder="a name, or what is in it"
          parse={parseText(60)}
          onCommit={setWords}
        />
      )}
      <ul>
        {found.slice(0, SHOWN).map(({ paint, mix }) => (
          <li key={paint.id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
            <span className="h-8 w-8 shrink-0 border border-ink" style={{ background: paint.hex }} aria-hidden="true" />
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{paint.name}</span>
              <span className="block text-sm text-soft">
                {partsWords(mix)}
                {mix.thinning > 0 && `, thinned 1:${mix.thinning}`}; {format(mix.at, "d MMM yyyy")}
                {mix.came && `, ${mix.came}`}; {formatMillilitres(paint.stockMl)} left
              </span>
              <Missing mix={mix} />
            </span>
            <button className="btn" onClick={() => again(mix, paint.hex)}>
              Mix it again
            </button>
            <button
              className="btn"
              disabled={paint.stockMl <= 0 || draft.parts.some((p) => p.paintId === paint.id)}
              onClick={() =>
                set((was) => ({
                  parts: [{ paintId: paint.id, drops: Math.max(1, Math.round(paint.stockMl / dropOf(paint))) }, ...was.parts],
                }))
              }
            >
              Pour what is left
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 && <p className="text-soft">No kept pot has that in it.</p>}
    </Section>
  );
}

/** What went in and is on the rack no more, with what there is instead. */
function Missing({ mix }: { mix: NonNullable<Paint["mix"]> }) {
  const { paints } = useProject();
  const gone = mix.parts.filter((p) => !paints.some((x) => x.id === p.paintId || x.name === p.name));
  if (gone.length === 0) return null;
  return (
    <span className="note-act block text-sm">
      {gone.map((p) => {
        const [nearest] = potsInstead({ name: p.name, hex: p.hex, family: "water acrylic", sheen: "matt" }, paints);
        return (
          <span key={p.paintId} className="block">
            ▲ {p.name} is not on the rack any more{nearest && `; nearest: ${nearest.paint.name}, ${nearest.lost || "the same"}`}.
          </span>
        );
      })}
    </span>
  );
}
