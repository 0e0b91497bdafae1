/** How much of what the pot takes, for what it is mixed, whether it covers and goes through an airbrush, and whether the rack has it. */
import { FAMILIES, levelWords } from "~core/coat";
import { coatsToCover, throughAirbrush, type CoatsToCover } from "~core/paint";
import type { PotGo } from "~core/plan";
import { LIMITS, usableOf } from "~core/project";
import { formatMillilitres, ok, spacedNumber, type Result } from "~core/units";
import { Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, orNothing, ParsedField, parseNumberIn } from "~app/ui/field";
import { LEAST_ML, potFor, type PotDraft, type Poured, type SetPot } from "~app/shared/potDraft";

const parseThinning = (text: string): Result<number> => {
  const t = text.trim().toLowerCase();
  return t === "" || t === "none" ? ok(0) : parseNumberIn({ least: 0, most: 50 })(t.replace(/^1\s*:\s*/, ""));
};

/** What it is mixed for. */
export function For({ draft, set, goes }: { draft: PotDraft; set: SetPot; goes: readonly PotGo[] }) {
  return (
    <Choice
      className="w-[26rem] max-w-[calc(100vw-3.5rem)]"
      label="What the pot is for"
      hideLabel
      value={goes.some((g) => g.key === draft.go) ? draft.go! : ""}
      options={[
        { value: "", label: "for no coat of the plan" },
        ...goes.map((g) => ({ value: g.key, label: `${g.label}, ${g.ml < 0.05 ? "a drop" : formatMillilitres(g.ml)}` })),
      ]}
      onChange={(key) => {
        const go = goes.find((g) => g.key === key);
        set(go ? potFor(go) : { go: null });
      }}
    />
  );
}

export function Amount({ draft, set }: { draft: PotDraft; set: SetPot }) {
  return (
    <Section title="How much">
      <div className="flex flex-wrap items-end gap-3">
        <ParsedField
          className="w-28"
          label="Paint, ml"
          text={String(Math.round(draft.ml * 100) / 100)}
          parse={parseNumberIn({ least: LEAST_ML, most: 10_000 })}
          onCommit={(ml) => set({ ml })}
        />
        <ParsedField
          className="w-40"
          label="Thinner to one of paint"
          text={draft.thinning === 0 ? "none" : `1:${draft.thinning}`}
          parse={parseThinning}
          onCommit={(thinning) => set({ thinning })}
        />
      </div>
      <p className="mt-1 text-sm text-soft">For a coat of the plan a third more is mixed, so that the last piece gets the same colour.</p>
    </Section>
  );
}

const coverWords = (covers: CoatsToCover | null): string => {
  if (!covers) return "It is meant to be seen through.";
  if (covers.most === null)
    return covers.least >= 12
      ? "More than 12 coats: lay a nearer undercoat first."
      : `${covers.least} coats or more: lay a nearer undercoat first.`;
  return covers.least === covers.most
    ? `${covers.least} ${covers.least === 1 ? "coat covers" : "coats cover"}.`
    : `${covers.least} to ${covers.most} coats cover.`;
};

/** A mix hides as its pots do, where all of them were tried and say the same. */
function hidesOf(poured: readonly Poured[]): "badly" | "well" | null {
  const [first] = poured;
  return poured.every((p) => p.paint.hides === first.paint.hides) ? (first.paint.hides ?? null) : null;
}

/** Whether it covers what is below, and whether it can be sprayed. */
export function Behaves({
  draft,
  set,
  go,
  poured,
  color,
}: {
  draft: PotDraft;
  set: SetPot;
  go: PotGo | undefined;
  poured: readonly Poured[];
  color: string;
}) {
  const { paints, habits } = useProject();
  const { run } = useActions();
  const over = paints.find((p) => p.id === draft.over);
  const ground = over ?? (go?.ground.hex ? { name: go.ground.name, hex: go.ground.hex } : null);
  const { family } = poured[0].paint;
  const method = go?.layer.method ?? FAMILIES[family].usual ?? "brush";
  const covers =
    ground && coatsToCover({ family, method, thinning: draft.thinning, hex: draft.seen ?? color }, ground.hex, hidesOf(poured));
  const nozzleMm = habits.nozzleMm ?? null;
  const sprays = throughAirbrush(
    poured.map((p) => p.paint),
    draft.thinning,
    nozzleMm,
  );
  return (
    <Section title="Does it cover, does it spray?">
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          className="w-64"
          label="Over"
          value={over?.id ?? ""}
          options={[
            { value: "", label: go?.ground.hex ? `${go.ground.name}, by the plan` : "choose what is below" },
            ...paints.filter((p) => !/varnish|effect|wash/.test(p.family)).map((p) => ({ value: p.id, label: p.name })),
          ]}
          onChange={(id) => set({ over: id || null })}
        />
        <ParsedField
          className="w-40"
          label="Airbrush nozzle, mm"
          text={nozzleMm === null ? "" : String(nozzleMm)}
          placeholder="not set"
          parse={orNothing<number>(parseNumberIn(LIMITS.nozzleMm))}
          readAs={(mm) => (mm === null ? "not set" : `${spacedNumber(mm)} mm`)}
          onCommit={(mm) => run("field.set", { of: "habits", change: { nozzleMm: mm } })}
        />
      </div>
      {ground && (
        <p className="mt-2">
          <span className="font-semibold">{coverWords(covers)}</span>{" "}
          <span className="text-soft">
            Over {ground.name.toLowerCase()}, {draft.thinning > 0 ? `thinned 1:${draft.thinning}` : "as it comes"}. How well a pot hides is
            common practice by its kind and brightness: one coat on card says more.
          </span>
        </p>
      )}
      <p className={`mt-1 ${sprays.goes === "no" || sprays.goes === "nozzle" ? "note-act" : ""}`}>
        <span className="font-semibold">{sprays.goes === "no" || sprays.goes === "nozzle" ? "▲ Airbrush:" : "Airbrush:"}</span>{" "}
        {sprays.words}
      </p>
    </Section>
  );
}

export function Enough({ poured, ml }: { poured: readonly Poured[]; ml: readonly number[] }) {
  return (
    <Section title="Is it enough?">
      <ul>
        {poured.map(({ paint }, i) => {
          const short = ml[i] > usableOf(paint);
          return (
            <li key={paint.id} className={`flex flex-wrap items-center justify-between gap-2 py-1 ${short ? "note-act" : ""}`}>
              <span className="font-semibold">
                {short && "▲ "}
                {paint.name}
              </span>
              <span className="flex items-center gap-3">
                <svg width="120" height="12" aria-hidden="true">
                  <rect x="0.5" y="0.5" width="119" height="11" fill="none" stroke="var(--ink)" />
                  <rect
                    width={120 * Math.min(1, paint.stockMl > 0 ? ml[i] / paint.stockMl : 1)}
                    height="12"
                    fill={short ? "var(--act)" : "var(--ink)"}
                  />
                </svg>
                {formatMillilitres(ml[i])} of {levelWords(paint)}
                {ml[i] > paint.stockMl && `, ${formatMillilitres(ml[i] - paint.stockMl)} short`}
              </span>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
