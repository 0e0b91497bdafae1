/** The pot at hand is kept: on the rack, on its pieces, on a card. */
import { format } from "date-fns";
import { useRef, useState } from "react";
import { cardLines, differenceOf, differenceWords, type potOf } from "~core/paint";
import type { PotGo } from "~core/plan";
import { LIMITS } from "~core/project";
import { Section } from "~app/shared/Page";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { ParsedField, parseName, parseText } from "~app/ui/field";
import { CardCode } from "./CardCode";
import { dropOf, type PotDraft, type Poured, type SetPot } from "~app/shared/potDraft";

/** As it goes on the card. */
const cameWords = (is: string, wanted: string): string => (differenceOf(is, wanted) <= 1 ? "as wanted" : differenceWords(is, wanted));

interface AtHand {
  draft: PotDraft;
  set: SetPot;
  poured: readonly Poured[];
  pot: ReturnType<typeof potOf>;
  go: PotGo | undefined;
}

/** What the pot is called where nobody named it. */
const usualName = (go: PotGo | undefined, now: number): string => `${go ? go.layer.name : "Mix"}, ${format(now, "d MMM")}`;

/** A dried dab is what it is; before that, the sum. */
const colourOf = ({ draft, pot }: Pick<AtHand, "draft" | "pot">): string => draft.seen ?? pot.color;

/** Puts the pot on the rack, and on what takes it from now on. @returns whether that was stored */
export function useKeepPot(at: AtHand): (lays: PotGo["lays"], name?: string, came?: string) => Promise<boolean> {
  const { draft, set, poured, pot, go } = at;
  const { run } = useActions();
  const { scene } = useProject();
  const now = useNow();
  // Pressed twice it is one pot.
  const busy = useRef(false);
  return async (lays, name = "", came = "") => {
    if (busy.current) return false;
    busy.current = true;
    const drops = poured.reduce((n, p) => n + p.drops, 0);
    const ml = poured.reduce((sum, p) => sum + p.drops * dropOf(p.paint), 0);
    const [first] = poured;
    const perMl = Math.min(LIMITS.dropsPerMl.most, Math.max(LIMITS.dropsPerMl.least, drops / ml));
    const hex = colourOf(at);
    const done = await run("pot.keep", {
      took: poured.map(({ paint }, i) => ({ paintId: paint.id, ml: pot.of[i].ml })),
      paint: {
        id: newId(),
        // Its parts are the demo's.
        ...(scene.demo && { demo: true }),
        name: name || usualName(go, now),
        hex,
        family: first.paint.family,
        sheen: first.paint.sheen,
        stockMl: Math.round(pot.ml * 100) / 100,
        dropsPerMl: Math.round(perMl * 10) / 10,
        mix: {
          parts: poured.map(({ paint, drops: n }) => ({ paintId: paint.id, name: paint.name, hex: paint.hex, drops: n })),
          thinning: draft.thinning,
          at: now,
          came: came || (draft.wanted ? cameWords(hex, draft.wanted) : ""),
        },
      },
      ...(lays.length > 0 && { lays: [...lays] }),
    });
    busy.current = false;
    if (done.ok) set({ counted: {}, ...(lays.length > 0 && { go: null }) });
    return done.ok;
  };
}

/** Keeps the pot as one more on the rack; what it was mixed for takes it from now on. */
export function KeepPot(at: AtHand) {
  const { draft, poured, go } = at;
  const now = useNow();
  const [name, setName] = useState("");
  const [came, setCame] = useState("");
  const [card, setCard] = useState(false);
  const words = came || (draft.wanted ? cameWords(colourOf(at), draft.wanted) : "");
  const usual = usualName(go, now);
  const keepPot = useKeepPot(at);
  const keep = async (lays: PotGo["lays"]): Promise<void> => {
    if (!(await keepPot(lays, name, came))) return;
    setName("");
    setCame("");
  };
  return (
    <Section title="Keep this pot">
      <div className="flex flex-wrap items-end gap-3">
        <ParsedField
          className="w-52"
          label="Name of the pot"
          text={name}
          placeholder={usual}
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
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        {go && (
          <button className="btn btn-solid" onClick={() => void keep(go.lays)}>
            Keep it, and lay it on {go.parts.length === 1 ? go.parts[0].name : `${go.parts.length} parts`}
          </button>
        )}
        <button className="btn" onClick={() => void keep([])}>
          Put it on the rack
        </button>
        <button className="btn" onClick={() => setCard(true)}>
          Card as a code
        </button>
      </div>
      <p className="mt-1 text-sm text-soft">
        Its parts are kept with it. Where it is laid, ground, varnish, air and pieces come from the log.
      </p>
      {card && (
        <CardCode
          lines={cardLines({
            name: name || usual,
            parts: poured.map((p) => ({ name: p.paint.name, drops: p.drops })),
            thinning: draft.thinning,
            on: go?.label,
            ground: go?.ground.name.toLowerCase(),
            came: words,
            date: format(now, "d MMM yyyy"),
          })}
          onClose={() => setCard(false)}
        />
      )}
    </Section>
  );
}
