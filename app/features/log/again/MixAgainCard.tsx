/** A kept mix, as it is counted out now: drops for what is to be painted, what is short, and what corrects a new swatch. */
import { useMemo, useState } from "react";
import { mixCard, swatchCorrection, type Again } from "~core/look";
import { mixedFromItself } from "~core/paint";
import { formatMillilitres } from "~core/units";
import { mixedAgain, potFor, usePotDraft } from "~app/shared/potDraft";
import { useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";

export function MixAgainCard({
  kept,
  partId,
  onLeave,
}: {
  kept: Extract<Again, { kind: "mix" }>;
  partId: string | null;
  onLeave: (path: string) => void;
}) {
  const project = useProject();
  const { model } = useTonight();
  const [, set] = usePotDraft(project.scene.id);
  const [seen, setSeen] = useState<string | null>(null);
  const card = useMemo(() => mixCard(project, model, kept, partId), [project, model, kept, partId]);
  const correction = useMemo(() => (seen === null ? null : swatchCorrection(project, kept, card, seen)), [project, kept, card, seen]);
  const { paint, mix } = kept;
  return (
    <>
      <p>
        {card.go ? `For ${card.go.label}` : "Nothing of the plan waits for it: the least that keeps its ratio"}:{" "}
        {formatMillilitres(card.ml)}
        {card.thinnerMl > 0 && ` and ${formatMillilitres(card.thinnerMl)} thinner`}.{mix.came && ` It came out ${mix.came}.`}
      </p>
      <ul>
        {card.parts.map((p) => (
          <li key={p.name} className={p.shortMl > 0 ? "note-act" : ""}>
            {p.shortMl > 0 && "▲ "}
            <strong>{p.drops}</strong> {p.drops === 1 ? "drop" : "drops"} {p.name}
            {p.shortMl > 0 &&
              `: ${formatMillilitres(p.shortMl)} short${p.instead ? `; ${p.instead.name} instead: ${p.instead.lost || "the same"}` : "; nothing on the rack takes its place"}`}
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button
          className="btn btn-solid"
          disabled={mixedFromItself(paint, project.paints)}
          onClick={() => {
            set({ ...mixedAgain(mix, paint.hex, project.paints), ...(card.go ? potFor(card.go) : { go: null }), wanted: paint.hex });
            onLeave("paint/pot");
          }}
        >
          Mix it at the pot
        </button>
        <label className="flex items-center gap-2">
          <input type="color" className="field h-11 w-16 p-1" value={seen ?? paint.hex} onChange={(e) => setSeen(e.target.value)} />
          the new swatch, dry
        </label>
      </div>
      {seen !== null && (
        <p className="mt-1" aria-live="polite">
          {correction === null
            ? "None of its paints is on the rack, so nothing can be said."
            : correction.length === 0
              ? "Near enough: no drop of what is in it brings it nearer."
              : `Add ${correction.map((c) => `${c.drops} ${c.drops === 1 ? "drop" : "drops"} ${c.name}`).join(" and ")}, by the swatches. Dry a dab before it goes on.`}
        </p>
      )}
    </>
  );
}
