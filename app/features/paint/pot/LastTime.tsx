/** Pots of before: one is mixed again, or used up. */
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { differenceOf, mixedFromItself, potsInstead } from "~core/paint";
import { usesOfPot, type PotGo, type PotUse } from "~core/plan";
import type { KeptMix, Paint } from "~core/project";
import { formatMillilitres } from "~core/units";
import { Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { ParsedField, parseText } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";
import { dropOf, mixedAgain, type PotDraft, type SetPot } from "~app/shared/potDraft";

const partsWords = ({ parts }: KeptMix): string => parts.map((p) => `${p.drops} ${p.name}`).join(" : ");

/** So many are shown at once. */
const SHOWN = 6;

interface KeptPot {
  paint: Paint;
  mix: KeptMix;
  uses: readonly PotUse[];
}

/** Was it laid where this is to be laid? */
const isForGo = (uses: readonly PotUse[], go: PotGo | undefined): boolean =>
  go !== undefined && uses.some((u) => go.lays.some((l) => u.stepKey.startsWith(`${l.partId}/${l.itemId}/`)));

/** Pots of before: those of the same work first, then those nearest to the wanted colour, else the latest. */
export function LastTime({ draft, set, go }: { draft: PotDraft; set: SetPot; go: PotGo | undefined }) {
  const project = useProject();
  const { paints } = project;
  const [words, setWords] = useState("");
  const kept = useMemo(
    () => paints.flatMap((paint): KeptPot[] => (paint.mix ? [{ paint, mix: paint.mix, uses: usesOfPot(project, paint.id) }] : [])),
    [project, paints],
  );
  const { wanted } = draft;
  const searched = words.trim().toLowerCase();
  const textOf = ({ paint, mix, uses }: KeptPot): string =>
    `${paint.name} ${partsWords(mix)} ${mix.came} ${uses.map((u) => `${u.part.name} ${u.recipe ?? ""}`).join(" ")}`.toLowerCase();
  const found = kept
    .filter((k) => textOf(k).includes(searched))
    .sort(
      (a, b) =>
        Number(isForGo(b.uses, go)) - Number(isForGo(a.uses, go)) ||
        (wanted ? differenceOf(a.paint.hex, wanted) - differenceOf(b.paint.hex, wanted) : b.mix.at - a.mix.at),
    );
  const again = (mix: KeptMix, hex: string): void => set(mixedAgain(mix, hex, paints));
  useKey(
    "l",
    "Mix the first pot of last time again",
    "Paint",
    () => again(found[0].mix, found[0].paint.hex),
    found.length > 0 && !mixedFromItself(found[0].paint, paints),
  );
  if (kept.length === 0) return null;
  return (
    <Section title="Last time">
      {kept.length > 1 && (
        <ParsedField
          className="w-60"
          label="Find a pot"
          text={words}
          placeholder="a name, a piece, what is in it"
          parse={parseText(60)}
          onCommit={setWords}
        />
      )}
      <ul>
        {found.slice(0, SHOWN).map(({ paint, mix, uses }, i) => (
          <li key={paint.id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
            <span className="h-8 w-8 shrink-0 border border-ink" style={{ background: paint.hex }} aria-hidden="true" />
            <span className="min-w-0 flex-1 basis-64">
              <span className="font-semibold">{paint.name}</span>
              <span className="block text-sm text-soft">
                {partsWords(mix)}
                {mix.thinning > 0 && `, thinned 1:${mix.thinning}`}; {format(mix.at, "d MMM yyyy")}
                {mix.came && `, ${mix.came}`}; {formatMillilitres(paint.stockMl)} left
              </span>
              {uses.slice(0, 2).map((u) => (
                <span key={u.stepKey} className="block text-sm text-soft">
                  {laidWords(u)}
                </span>
              ))}
              <Missing mix={mix} />
              {mixedFromItself(paint, paints) && (
                <span className="note-act block text-sm">▲ It is said to be mixed from itself: put its paints in by hand.</span>
              )}
            </span>
            <button className="btn" disabled={mixedFromItself(paint, paints)} onClick={() => again(mix, paint.hex)}>
              Mix it again {i === 0 && <Key k="l" />}
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

/** "on 2 × Quay wall, over harbour grey primer, under water-based matt; 20 °C, 50 %". */
const laidWords = ({ part, pieces, ground, varnish, air }: PotUse): string =>
  [
    `on ${pieces > 1 ? `${pieces} × ` : ""}${part.name}`,
    `over ${ground.toLowerCase()}`,
    varnish && `under ${varnish.toLowerCase()}`,
    air && `at ${air.airC} °C, ${air.rh} %`,
  ]
    .filter(Boolean)
    .join(", ");

/** What went in and is on the rack no more, with what there is instead. */
function Missing({ mix }: { mix: KeptMix }) {
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
