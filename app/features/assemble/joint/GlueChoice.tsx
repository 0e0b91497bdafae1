/** The glue for a joint: one choice, how long it must be left at each gate, and why not each of the others. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { gatesInAir, glueOfJoint, gluesFor, type GlueChoice as Choosing, type Joint } from "~core/joint";
import { isAtHand, seamOf } from "~core/project";
import { stackOfPart } from "~core/plan";
import { formatDuration } from "~core/units";
import { Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Fold } from "~app/ui/fold";

export function GlueChoice({ joint: j }: { joint: Joint }) {
  const project = useProject();
  const { run } = useActions();
  const seam = seamOf(j, project);
  const part = project.parts.find((p) => p.id === j.a);
  const painted = j.paint === "before";
  const gloss = part !== undefined && stackOfPart(part, project).some((l) => l.sheen === "gloss");
  const choices = gluesFor({ a: seam.a, b: seam.b, gapMm: j.widthMm, load: j.load, painted, gloss: painted && gloss });
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
        <p className="note-act">▲ No glue suits this joint. Change the gap, the load or the materials, or pin it.</p>
      )}
      <Fold label="The other glues, and why not">
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
            Leave it to the program
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
