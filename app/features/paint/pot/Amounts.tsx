/** How much of what the pot takes, whether the rack has it, and how high it stands in a cup. */
import { Plus } from "lucide-react";
import { heightInCupMm, KEEP_BACK } from "~core/paint";
import { pottedCoats } from "~core/plan";
import { formatMillilitres, ok, type Result } from "~core/units";
import { Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseNumberIn } from "~app/ui/field";
import type { PotDraft, Poured, SetPot } from "./draft";

const parseThinning = (text: string): Result<number> => {
  const t = text.trim().toLowerCase();
  return t === "" || t === "none" ? ok(0) : parseNumberIn({ least: 0, most: 50 })(t.replace(/^1\s*:\s*/, ""));
};

export function Amount({ draft, set }: { draft: PotDraft; set: SetPot }) {
  const project = useProject();
  const coats = project.parts.flatMap((part) =>
    pottedCoats(part, project).map((c) => ({
      id: c.keys,
      label: `${c.name} on ${part.copies > 1 ? `${part.copies} × ` : ""}${part.name}`,
      ml: c.ml.potMl,
    })),
  );
  return (
    <Section title="How much">
      <div className="flex flex-wrap items-end gap-3">
        <ParsedField
          className="w-28"
          label="Paint, ml"
          text={String(Math.round(draft.ml * 100) / 100)}
          parse={parseNumberIn({ least: 0.05, most: 10_000 })}
          onCommit={(ml) => set({ ml })}
        />
        <ParsedField
          className="w-40"
          label="Thinner to one of paint"
          text={draft.thinning === 0 ? "none" : `1:${draft.thinning}`}
          parse={parseThinning}
          onCommit={(thinning) => set({ thinning })}
        />
        {coats.length > 0 && (
          <Choice
            className="w-72"
            label="As much as a coat takes"
            value=""
            options={[
              { value: "", label: "choose a coat" },
              ...coats.map((c) => ({ value: c.id, label: `${c.label}: ${formatMillilitres(c.ml)}` })),
            ]}
            onChange={(id) => {
              const coat = coats.find((c) => c.id === id);
              if (coat) set({ ml: Math.max(0.05, Math.round(coat.ml * KEEP_BACK * 100) / 100) });
            }}
          />
        )}
      </div>
      <p className="mt-1 text-sm text-soft">A coat’s amount is taken with a third more, so that the last piece gets the same colour.</p>
    </Section>
  );
}

export function Enough({ poured, ml }: { poured: readonly Poured[]; ml: readonly number[] }) {
  return (
    <Section title="Is it enough?">
      <ul>
        {poured.map(({ paint }, i) => {
          const short = ml[i] > paint.stockMl;
          return (
            <li key={paint.id} className={`flex flex-wrap items-baseline justify-between gap-2 py-1 ${short ? "note-act" : ""}`}>
              <span className="font-semibold">
                {short && "▲ "}
                {paint.name}
              </span>
              <span>
                {formatMillilitres(ml[i])} of {formatMillilitres(paint.stockMl)}
                {short && `, ${formatMillilitres(ml[i] - paint.stockMl)} short`}
              </span>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

const CUP_FIELDS = [
  { key: "bottomMm", label: "Inside, bottom, mm" },
  { key: "topMm", label: "Inside, top, mm" },
  { key: "heightMm", label: "Height, mm" },
] as const;
const NEW_CUP = { bottomMm: 20, topMm: 26, heightMm: 30 };

export function CupMarks({ draft, set, totalMl }: { draft: PotDraft; set: SetPot; totalMl: number }) {
  const { cup } = draft;
  const at = cup && heightInCupMm(cup, totalMl);
  return (
    <Section title="Marks on your cup">
      {cup ? (
        <>
          <div className="flex flex-wrap items-end gap-3">
            {CUP_FIELDS.map(({ key, label }) => (
              <ParsedField
                key={key}
                className="w-36"
                label={label}
                draftKey={`cup ${key}`}
                text={String(cup[key])}
                parse={parseNumberIn({ least: 1, most: 1000 })}
                onCommit={(mm) => set((now) => ({ cup: { ...(now.cup ?? NEW_CUP), [key]: mm } }))}
              />
            ))}
          </div>
          {at === null ? (
            <p className="note-act mt-2">▲ The cup is too small for {formatMillilitres(totalMl)}.</p>
          ) : (
            <p className="mt-2">
              {formatMillilitres(totalMl)} stand {Math.round(at * 10) / 10} mm high in it.
            </p>
          )}
        </>
      ) : (
        <button className="btn" onClick={() => set({ cup: NEW_CUP })}>
          <Plus size={16} aria-hidden="true" />
          Say how wide the cup is
        </button>
      )}
    </Section>
  );
}
