/** It went wrong: what is seen on a coat, what it may be, what to do now and what never to do. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { FAMILIES } from "~core/coat";
import { cluesOf, PLACES, rescueOf, TIMES, TROUBLES, type Likely, type PlaceSeen, type TimeSeen, type Trouble } from "~core/paint";
import { laidCoats, stackWords, wentWrongOf, type LaidCoat } from "~core/plan";
import { LIMITS } from "~core/project";
import { formatDuration } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Choice } from "~app/ui/field";
import { PaintLeaves } from "../PaintLeaves";

/** So many coats can be asked about: the latest. */
const ASKED = 40;

const agoWords = ({ record }: LaidCoat, now: number): string =>
  record.finishedAt === null ? "in hand" : `${formatDuration((now - record.finishedAt) / 1000)} ago`;

export default function WrongPage() {
  const project = useProject();
  const { model } = useTonight();
  const now = useNow();
  const [search, setSearch] = useSearchParams();
  const coats = laidCoats(project, model).slice(0, ASKED);
  const coat = coats.find((c) => c.record.stepKey === search.get("step")) ?? coats.at(0);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [where, setWhere] = useState<PlaceSeen | null>(null);
  const [when, setWhen] = useState<TimeSeen | null>(null);
  const at = coat ? wentWrongOf(coat, project, model, now) : null;
  const found = trouble ? rescueOf({ trouble, where, when }, at) : [];
  return (
    <Page
      title="It went wrong"
      sub={
        coats.length > 0 && (
          <Choice
            className="w-[26rem] max-w-[calc(100vw-3.5rem)]"
            label="Which coat"
            hideLabel
            value={coat?.record.stepKey ?? ""}
            options={coats.map((c) => ({
              value: c.record.stepKey,
              label: `${c.layer.name} on ${c.part.name}, ${agoWords(c, now)}`,
            }))}
            onChange={(step) => setSearch({ step }, { replace: true })}
          />
        )
      }
      cells={[
        { label: "scene", value: project.scene.name },
        { label: "coats laid", value: coats.length },
      ]}
    >
      <PaintLeaves />
      {at ? (
        <p className="mt-3">
          <span className="font-semibold">{at.layer.name}</span> over {stackWords(at.below) || "the bare piece"};{" "}
          {at.sinceS === null ? "in hand" : `${formatDuration(at.sinceS)} ago`}; {at.air.airC} °C, {at.air.rh} % humidity.{" "}
          <span className="text-soft">{[...cluesOf(at).values()].join("; ")}.</span>
        </p>
      ) : (
        <p className="mt-3 max-w-prose text-soft">
          No coat of this scene is laid yet. You can still ask: then the answer goes by what people see, and not by your stack and your air.
        </p>
      )}
      <div className="mt-2 grid gap-x-8 desk:grid-cols-[1fr_1.25fr]">
        <div>
          <Chips label="What do you see?" of={TROUBLES} chosen={trouble} onChoose={setTrouble} />
          {trouble && (
            <>
              <Chips label="Where?" of={PLACES} chosen={where} onChoose={setWhere} />
              <Chips label="When did it come?" of={TIMES} chosen={when} onChoose={setWhen} />
            </>
          )}
        </div>
        <Section title={trouble ? TROUBLES[trouble][0].toUpperCase() + TROUBLES[trouble].slice(1) : "What it may be"}>
          {!trouble && (
            <p className="text-soft">Say what you see. Stop painting until you know: most coats are spoiled by the second try.</p>
          )}
          {found.length > 0 && (
            <>
              {(where === null || when === null) && (
                <p className="note-act">
                  ▲ Causes that look alike are told apart by place and time: say {where === null ? "where you see it" : "when it came"}.
                </p>
              )}
              <ol>
                {found.map((f, i) => (
                  <Cause key={f.row.cause} likely={f} first={i === 0} told={where !== null && when !== null} coat={coat} />
                ))}
              </ol>
              {at && FAMILIES[at.layer.family].cleaner === "strong thinner" && (
                <p className="text-setting-ink">△ {CAUTIONS["solvent-spray"].text}</p>
              )}
              <p className="mt-2 text-sm text-soft">
                An order of what is likely, not a diagnosis: common practice, no source. {CARE_FIRST}
              </p>
            </>
          )}
        </Section>
      </div>
    </Page>
  );
}

/** More are shown only until one is chosen. */
const FEW = 8;

function Chips<T extends string>({
  label,
  of,
  chosen,
  onChoose,
}: {
  label: string;
  of: Readonly<Record<T, string>>;
  chosen: T | null;
  onChoose: (chosen: T | null) => void;
}) {
  // Once it is said, what comes next stands right below.
  const shown = chosen === null || Object.keys(of).length <= FEW ? (Object.keys(of) as T[]) : [chosen];
  return (
    <fieldset className="mt-3">
      <legend className="text-lg font-semibold">{label}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {shown.map((id) => (
          <button
            key={id}
            type="button"
            className={`btn ${chosen === id ? "btn-solid" : ""}`}
            aria-pressed={chosen === id}
            onClick={() => onChoose(chosen === id ? null : id)}
          >
            {of[id]}
          </button>
        ))}
        {shown.length === 1 && (
          <button type="button" className="btn-text" onClick={() => onChoose(null)}>
            Something else
          </button>
        )}
      </div>
    </fieldset>
  );
}

/** In words: nobody knows it to a hundredth. */
function likelyWords(share: number, told: boolean): string {
  if (share > 0.85 && told) return "almost surely";
  if (share > 0.55) return "likely";
  if (share > 0.3) return "may be";
  return share > 0.1 ? "less likely" : "hardly";
}

function Cause({
  likely: { row, share, because },
  first,
  told,
  coat,
}: {
  likely: Likely;
  first: boolean;
  /** Place and time were said. */
  told: boolean;
  coat: LaidCoat | undefined;
}) {
  const { run } = useActions();
  const project = useProject();
  const title = `${row.cause[0].toUpperCase()}${row.cause.slice(1)}: ${row.now}`.slice(0, LIMITS.title);
  const saved = project.lessons.some((l) => l.title === title);
  const about = coat?.part.work.find((w) => w.id === coat.layer.itemId)?.kind ?? null;
  return (
    <li className={`border-b border-rule py-2 ${first ? "" : "text-[0.97rem]"}`}>
      <p className="flex flex-wrap items-center gap-x-3">
        <svg width="64" height="10" aria-hidden="true" className="shrink-0">
          <rect x="0.5" y="0.5" width="63" height="9" fill="none" stroke="var(--ink)" />
          <rect width={64 * share} height="10" fill="var(--ink)" />
        </svg>
        <span className="text-soft">{likelyWords(share, told)}</span>
        <span className="font-semibold">{row.cause}</span>
      </p>
      {because.length > 0 && <p className="text-sm text-soft">Speaks for it: {because.join("; ")}.</p>}
      {(first || share > 0.15) && (
        <>
          <p className="mt-1">
            <span className="font-semibold">Now:</span> {row.now}
          </p>
          <p className="note-act">✕ {row.never}</p>
          {row.care && <p className="text-setting-ink">△ {CAUTIONS[row.care].text}</p>}
          <p className="text-soft">
            Try it {row.tryOn}.{" "}
            <button
              className="btn-text"
              disabled={saved}
              onClick={() =>
                void run("list.add", {
                  list: "lessons",
                  items: [{ id: newId(), title, about, ...(coat && { product: coat.layer.family }), at: Date.now() }],
                })
              }
            >
              {saved ? "Saved as a lesson" : "Save as a lesson"}
            </button>
          </p>
        </>
      )}
    </li>
  );
}
