/** The glue for a joint: one choice, how long it must be left at each gate, and why not each of the others. */
import { useState } from "react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { gatesInAir, glueOfJoint, gluesFor, proceduresFor, squareOf, type GlueChoice as Choosing, type Joint } from "~core/joint";
import { isAtHand, LIMITS, partSizeMm, seamOf, type Part } from "~core/project";
import { formatDuration, formatMm, readAsMm } from "~core/units";
import { Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { ParsedField, parseMmIn } from "~app/ui/field";
import { Fold } from "~app/ui/fold";

export function GlueChoice({ joint: j }: { joint: Joint }) {
  const project = useProject();
  const { run } = useActions();
  const seam = seamOf(j, project);
  const part = project.parts.find((p) => p.id === j.a);
  const painted = j.paint === "before";
  const choices = gluesFor({ a: seam.a, b: seam.b, gapMm: j.widthMm, load: j.load, painted });
  const used = glueOfJoint({ glueId: j.glueId, load: j.load, seam });
  const chosen = choices.find((c) => c.glue.id === used?.id);
  const choose = (glueId: Joint["glueId"]): void => void run("list.set", { list: "scene.joints", key: j.id, change: { glueId } });
  return (
    <Section
      title="Glue"
      aside={<span className="text-soft">{`${seam.a} on ${seam.b}, ${painted ? "after paint" : "before paint"}`}</span>}
    >
      {chosen ? (
        <Chosen choice={chosen} said={j.glueId !== null} leave={() => choose(null)} />
      ) : (
        <p className="note-act">▲ No glue suits this joint. Change the gap, load or materials, or add a pin.</p>
      )}
      {used && (
        <ul className="mt-2 max-w-prose">
          {proceduresFor(j, used, project.scene.joints).map((p) => (
            <li key={p.id} className="border-l-2 border-rule py-0.5 pl-3">
              {p.words}
            </li>
          ))}
        </ul>
      )}
      {part && j.lengthMm >= 60 && <Square part={part} />}
      <Fold label="Other glues, and why not">
        <ul>
          {choices
            .filter((c) => c !== chosen)
            .map((c) => (
              <li
                key={c.glue.id}
                className="grid grid-cols-[1fr_auto] items-center gap-3 border-b border-rule py-1 desk:grid-cols-[15rem_1fr_auto]"
              >
                <span className={c.suits ? "" : "text-soft"}>
                  {c.glue.name}
                  {isAtHand(project.supplies, "glue", c.glue.id) === false && <span className="text-soft">, not on your shelf</span>}
                </span>
                <span className="max-desk:col-span-2 max-desk:row-start-2">
                  {c.suits ? (c.behind ?? c.why.join(" ")) : `no: ${c.why.join(", ")}`}
                </span>
                <button className="btn max-desk:row-start-1" aria-label={`Choose ${c.glue.name}`} onClick={() => choose(c.glue.id)}>
                  choose
                </button>
              </li>
            ))}
        </ul>
      </Fold>
    </Section>
  );
}

/** Whether a frame or a corner is square, by its two diagonals. */
function Square({ part }: { part: Part }) {
  const [sides, setSides] = useState(() => {
    const [wide, , high] = partSizeMm(part).map((v) => Math.round(v * 10) / 10);
    return { a: wide, b: high };
  });
  const { diagonalMm, perMm } = squareOf(sides.a, sides.b);
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2">
      {(["a", "b"] as const).map((side) => (
        <ParsedField
          key={side}
          className="w-28"
          label={side === "a" ? "One side" : "The other side"}
          draftKey={`${part.id} ${side}`}
          text={formatMm(sides[side])}
          parse={parseMmIn(LIMITS.partSizeMm)}
          readAs={readAsMm}
          onCommit={(mm) => setSides((now) => ({ ...now, [side]: mm }))}
        />
      ))}
      <p className="max-w-prose">
        When square, both diagonals are {formatMm(Math.round(diagonalMm * 10) / 10)}. 1 mm out of square, they differ by{" "}
        {formatMm(Math.round(perMm * 10) / 10)}.
      </p>
    </div>
  );
}

const GATES = [
  ["holdS", "hold it"],
  ["stayS", "do not move it"],
  ["workS", "work on it after"],
  ["fullS", "full load after"],
] as const;

function Chosen({ choice: { glue, suits, why }, said, leave }: { choice: Choosing; said: boolean; leave: () => void }) {
  const project = useProject();
  const gates = gatesInAir(glue, project.habits.air);
  return (
    <div data-testid="glue-chosen">
      <p>
        <span className="text-lg font-semibold">{glue.name}</span>
        {isAtHand(project.supplies, "glue", glue.id) === false && <span className="text-soft">, not on your shelf</span>}
        {said && (
          <button className="btn ml-3" onClick={leave}>
            Choose automatically
          </button>
        )}
      </p>
      <p className={suits ? "" : "note-act"}>{suits ? why.join(" ") : `▲ ${why.join(", ")}.`}</p>
      <dl className="mt-2 flex flex-wrap gap-x-6 gap-y-1">
        {glue.flashS > 0 && (
          <div>
            <dt className="label">spread, then wait</dt>
            <dd>{formatDuration(glue.flashS)}</dd>
          </div>
        )}
        {GATES.map(([gate, words]) => (
          <div key={gate}>
            <dt className="label">{words}</dt>
            <dd>{formatDuration(gates[gate])}</dd>
          </div>
        ))}
      </dl>
      {glue.cautions.length > 0 && (
        <p className="mt-2 text-setting-ink">
          △ {glue.cautions.map((x) => CAUTIONS[x].text).join(" ")} {CARE_FIRST}
        </p>
      )}
      <p className="mt-1 text-sm text-soft">
        Times in the air of your room, {project.habits.air.airC} °C: common practice, no source; the glue’s own sheet wins.
      </p>
    </div>
  );
}
