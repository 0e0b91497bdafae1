/** The pot: which paints make a colour, how much of each for what is to be painted, and what to add when it came out otherwise. */
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { absorptionOfSwatch, differenceWords, mixedColour, mixesWith, potOf, USUAL_DROP_ML } from "~core/paint";
import { potGoes } from "~core/plan";
import { usableOf, type Paint } from "~core/project";
import { formatMillilitres } from "~core/units";
import { Page } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Choice, parseCount, ParsedField } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { Key, useKey } from "~app/ui/keys";
import { PaintLeaves } from "../PaintLeaves";
import { Amount, Behaves, Enough, For } from "./Amounts";
import { Otherwise, Wanted } from "./Colours";
import { Count } from "./Count";
import { CupMarks } from "./Cup";
import { Two } from "./FindMix";
import { countedOut, dropOf, inDrops, MOST_DROPS, usePotDraft, type PotDraft, type Poured, type SetPot } from "~app/shared/potDraft";
import { Glass, type Band } from "./Glass";
import { Lighter } from "./Ladder";
import { KeepPot } from "./KeepPot";
import { LastTime } from "./LastTime";

export default function PotPage() {
  const project = useProject();
  const { scene, paints } = project;
  const [draft, set] = usePotDraft(scene.id);
  const { model } = useTonight();
  const goes = useMemo(() => potGoes(project, model.states), [project, model.states]);
  const go = goes.find((g) => g.key === draft.go);
  const [counting, setCounting] = useState(false);
  // What has left the rack is in no pot.
  const inPot = draft.parts.flatMap(({ paintId, drops }) => {
    const paint = paints.find((p) => p.id === paintId);
    return paint ? [{ paint, drops }] : [];
  });
  const mixable = paints.filter((p) => mixesWith(p.family).length > 0 && !p.can);
  const group = inPot[0] && mixesWith(inPot[0].paint.family);
  const shelf = mixable.filter((p) => !group || group.includes(p.family));
  const poured = inPot.filter((p) => p.drops > 0);
  const pot =
    poured.length > 0
      ? potOf({
          parts: poured.map(({ paint, drops }) => ({
            name: paint.name,
            color: paint.hex,
            parts: drops * dropOf(paint),
            dropMl: dropOf(paint),
          })),
          amount: { ml: draft.ml },
          thinning: draft.thinning,
        })
      : null;
  // A band is pulled in drops that are counted: the ratio becomes what is in the glass.
  const pull = (id: string, to: (drops: number) => number): void =>
    set((now) => {
      const inGlass = now.parts.flatMap(({ paintId, drops }) => {
        const paint = paints.find((p) => p.id === paintId);
        return paint && drops > 0 ? [{ paint, drops }] : [];
      });
      const { parts } = countedOut(inGlass, now.ml);
      return inDrops(
        inGlass.map(({ paint }, i) => ({ paint, drops: Math.min(MOST_DROPS, paint.id === id ? to(parts[i].drops) : parts[i].drops) })),
      );
    });
  const verdict = pot && draft.wanted ? differenceWords(pot.color, draft.wanted) : null;
  const short = pot ? poured.filter(({ paint }, i) => pot.of[i].ml > usableOf(paint)) : [];
  useKey("Enter", "Count the drops", "Paint", () => setCounting(true), pot !== null && !counting);
  return (
    <Page
      title="The pot"
      sub={goes.length > 0 ? <For draft={draft} set={set} goes={goes} /> : "what goes into it, for the colour that is wanted"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "to mix", value: pot ? formatMillilitres(pot.ml + pot.thinnerMl) : "nothing yet" },
        {
          label: "enough",
          value: short.length > 0 ? <span className="note-act">▲ {short.length} short</span> : pot ? "yes" : "–",
        },
      ]}
    >
      <PaintLeaves />
      {mixable.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Put your paints on the rack, on the tab Rack. Then this page finds mixes of them for a colour, says how much of each you need, and
          what to add when the pot comes out otherwise.
        </p>
      ) : (
        <div className="mt-3 grid gap-x-8 desk:grid-cols-[1fr_1fr]">
          <div>
            <h2 className="text-xl">In order of adding</h2>
            <p className="text-soft">Left wall: the colour you want. Right wall: the colour so far.</p>
            <Glass bands={bandsOf(poured, pot, draft.thinning)} wanted={draft.wanted} verdict={verdict} onDrops={pull} />
            {verdict && (
              <p className="flex items-center gap-3" role="status">
                <Two a={draft.wanted!} b={pot!.color} />
                <span className="font-semibold text-act">Here: {verdict}</span>
              </p>
            )}
            {pot?.warnings.map((w) => (
              <p key={w} className="note-act">
                ▲ {w}
              </p>
            ))}
            {pot && (
              <p className="mt-2">
                <button className="btn btn-solid max-tab:w-full" onClick={() => setCounting(true)}>
                  Count the drops <Key k="Enter" />
                </button>
              </p>
            )}
            <Parts draft={draft} inPot={inPot} shelf={shelf} set={set} />
            <Amount draft={draft} set={set} />
            {pot && <CupMarks draft={draft} set={set} pot={pot} name={go?.layer.name ?? "The pot"} />}
          </div>
          <div>
            <Wanted draft={draft} set={set} shelf={shelf} />
            <LastTime draft={draft} set={set} go={go} />
            {pot && <Enough poured={poured} ml={pot.of.map((p) => p.ml)} />}
            {pot && <Lighter poured={poured} shelf={shelf} set={set} />}
            {pot && draft.wanted && <Otherwise draft={draft} set={set} poured={poured} shelf={shelf} />}
            {pot && <Behaves draft={draft} set={set} go={go} poured={poured} color={pot.color} />}
            {pot && <KeepPot draft={draft} set={set} poured={poured} pot={pot} go={go} />}
          </div>
        </div>
      )}
      {counting && pot && <Count draft={draft} set={set} poured={poured} pot={pot} go={go} onClose={() => setCounting(false)} />}
      <p className="mt-5 max-w-prose text-soft">
        Colours are calculated from the swatches on the rack. Nobody knows how strongly a pot tints until it was tried: mix a little, let a
        dab dry on card, and trust the dab.
      </p>
    </Page>
  );
}

function bandsOf(poured: readonly Poured[], pot: ReturnType<typeof potOf> | null, thinning: number): Band[] {
  if (!pot) return [];
  const absorbed = poured.map(({ paint, drops }) => ({ absorption: absorptionOfSwatch(paint.hex), volume: drops * dropOf(paint) }));
  const paints = pot.of.map((p, i): Band => ({
    id: poured[i].paint.id,
    dropMl: dropOf(poured[i].paint),
    name: p.name,
    hex: poured[i].paint.hex,
    ml: p.ml,
    drops: p.drops,
    soFar: mixedColour(absorbed.slice(0, i + 1)),
  }));
  return thinning > 0
    ? [...paints, { id: "thinner", name: "thinner", dropMl: USUAL_DROP_ML, hex: null, ml: pot.thinnerMl, drops: null, soFar: pot.color }]
    : paints;
}

function Parts({ draft, inPot, shelf, set }: { draft: PotDraft; inPot: readonly Poured[]; shelf: readonly Paint[]; set: SetPot }) {
  const drops = (paintId: string, to: (drops: number) => number): void =>
    set((now) => ({ parts: now.parts.map((p) => (p.paintId === paintId ? { ...p, drops: Math.max(0, to(p.drops)) } : p)) }));
  const others = shelf.filter((p) => !inPot.some((x) => x.paint.id === p.id));
  return (
    <>
      <ul className="mt-3">
        {inPot.map(({ paint, drops: n }) => (
          <li key={paint.id} className="flex flex-wrap items-center gap-2 border-b border-rule py-1">
            <span className="h-6 w-6 border border-ink" style={{ background: paint.hex }} aria-hidden="true" />
            <span className="min-w-0 flex-1 truncate">{paint.name}</span>
            <button className="btn px-3" aria-label={`One drop less of ${paint.name}`} onClick={() => drops(paint.id, (d) => d - 1)}>
              −
            </button>
            <ParsedField
              className="w-20"
              hideLabel
              label={`Drops of ${paint.name}`}
              draftKey={`pot ${paint.id}`}
              text={String(n)}
              parse={parseCount({ least: 0, most: MOST_DROPS })}
              onCommit={(d) => drops(paint.id, () => d)}
            />
            <button className="btn px-3" aria-label={`One drop more of ${paint.name}`} onClick={() => drops(paint.id, (d) => d + 1)}>
              +
            </button>
            <IconButton
              label={`Take ${paint.name} out of the mix`}
              onClick={() =>
                set((now) => ({ parts: now.parts.filter((p) => p.paintId !== paint.id), counted: { ...now.counted, [paint.id]: 0 } }))
              }
            >
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        {others.length > 0 && draft.parts.length < 20 && (
          <Choice
            className="w-64"
            label="Add a paint"
            value=""
            options={[{ value: "", label: "choose a pot" }, ...others.map((p) => ({ value: p.id, label: `${p.name} (${p.family})` }))]}
            onChange={(paintId) => paintId && set((now) => ({ parts: [...now.parts, { paintId, drops: 1 }] }))}
          />
        )}
        {inPot.length > 0 && (
          <button className="btn" onClick={() => set({ parts: [], seen: null, counted: {} })}>
            Empty the pot
          </button>
        )}
      </div>
    </>
  );
}
