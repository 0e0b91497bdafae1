/** Assemble: joints with a glue that suits the pair, and where in the order each stands. */
import { X } from "lucide-react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { gluesFor, MATERIALS } from "~core/joint";
import { JOINT_KINDS } from "~core/print";
import { formatDuration, formatMm, readAsMm } from "~core/units";
import { coatsFrom, isAtHand, LIMITS, materialOf, type Part } from "~core/project";
import { surroundingsOf } from "~core/plan";
import { formatRatio } from "~core/scale";
import { jointMaterial, jointTo, coatsLaid, gluesIn, type GlueWork } from "~core/stations/kinds";
import { Page, Section } from "~app/shared/Page";
import { AtStage } from "~app/shared/AtStage";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useActions, useProject } from "~app/shared/scene";
import { beginWork, describeItem } from "~app/shared/workItems";
import { IconButton } from "~app/ui/iconButton";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { AssembleLeaves } from "./AssembleLeaves";
import { Sideways } from "~app/ui/sideways";

type Joint = GlueWork;

export default function AssemblePage() {
  const project = useProject();
  const { part, choose } = usePartAtHand(
    project,
    [...project.parts].sort((a, b) => Number(hasJoint(b)) - Number(hasJoint(a)) || a.order - b.order),
  );
  const { scene } = project;
  const { run } = useActions();
  const joints = part ? gluesIn(part.work) : [];
  const all = project.parts.flatMap((p) => gluesIn(p.work).map((j) => ({ part: p, joint: j })));
  return (
    <Page
      title={part ? `Joints of ${part.name}` : "Assemble"}
      sub={part && <PartPicker part={part} among={project.parts} choose={choose} />}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "joints", value: all.length },
      ]}
    >
      <AssembleLeaves />
      <AtStage station="assemble" part={part} choose={choose} />
      {!part && (
        <p className="mt-6 max-w-prose text-soft">
          Add a part and this page finds a glue for its two materials, with open time and time to full load. In the demo, the sluice frame
          sits on foam, under load, with a 0.5 mm gap: five-minute epoxy, before paint.
        </p>
      )}
      {part && joints.map((j) => <JointOf key={j.id} joint={j} part={part} />)}
      {part && part.joints.length > 0 && <Seams part={part} />}
      {part && joints.length === 0 && part.joints.length === 0 && <p className="mt-6 text-soft">{part.name} has no joints yet.</p>}
      {part && (
        <button
          className="btn mt-4"
          onClick={() => {
            const joint = beginWork("glue", part, project);
            if (joint) void run("work.add", { partId: part.id, at: part.work.length, items: [joint] });
          }}
        >
          Add a joint
        </button>
      )}
      {all.length > 0 && (
        <Section title="All joints in the scene, in each part’s order of work">
          <Sideways label="All joints">
            <table className="plain">
              <thead>
                <tr>
                  <th>Part</th>
                  <th>Joint</th>
                  <th>Comes after</th>
                  <th>Comes before</th>
                </tr>
              </thead>
              <tbody>
                {all.map(({ part: p, joint }) => {
                  const i = p.work.indexOf(joint);
                  return (
                    <tr key={joint.id + p.id}>
                      <td>
                        <button className="min-h-[44px] font-semibold underline underline-offset-2" onClick={() => choose(p.id)}>
                          {p.name}
                        </button>
                      </td>
                      <td>
                        {describeItem(joint, p, project).title}, {describeItem(joint, p, project).detail}
                      </td>
                      <td>{i > 0 ? describeItem(p.work[i - 1], p, project).title : "nothing"}</td>
                      <td>{i + 1 < p.work.length ? describeItem(p.work[i + 1], p, project).title : "nothing"}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Sideways>
        </Section>
      )}
    </Page>
  );
}

const hasJoint = (p: Part): boolean => gluesIn(p.work).length > 0;

/** Where a piece meets the others that it was cut with. */
function Seams({ part }: { part: Part }) {
  const project = useProject();
  return (
    <Section title="Seams between pieces">
      <ul>
        {part.joints.map((j) => {
          const other = project.parts.find((p) => p.id === j.partId);
          return (
            <li key={j.id} className="border-b border-rule py-1">
              <span className="font-semibold">{other?.name ?? "a deleted piece"}</span>: {JOINT_KINDS[j.kind]}
              {j.kind === "plain" ? "" : `, ${formatMm(j.clearanceMm)} clearance on every side`}; {(j.sectionMm2 / 100).toFixed(1)} cm² to
              glue, seam of {formatMm(j.seamMm)}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

function JointOf({ joint, part }: { joint: Joint; part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const index = part.work.indexOf(joint);
  const painted = coatsLaid(part.work.slice(0, index), coatsFrom(part, project)).length > 0;
  const material = materialOf(part, project.scene);
  const at = surroundingsOf(project);
  const toMaterial = jointMaterial(joint, at);
  const choices = gluesFor({ a: material, b: toMaterial, gapMm: joint.gapMm, load: joint.load, painted });
  const chosen = choices.find((c) => c.glue.id === joint.glueId);
  const set = (change: Partial<Joint>) => run("list.set", { list: "part.work", of: part.id, key: joint.id, change });
  const others = project.parts.filter((p) => p.id !== part.id);
  const name = jointTo(joint, at);
  return (
    <section aria-label={`Joint to ${name}`} className="mt-4 border-t-[1.5px] border-ink pt-2">
      <div className="grid items-end gap-3 tab:grid-cols-[1fr_1fr_8rem_auto_auto]">
        <Choice
          label="Glued to"
          value={joint.toPartId ?? ""}
          onChange={(id) => {
            const target = others.find((p) => p.id === id);
            set(target ? { toPartId: id, to: target.name, toMaterial: null } : { toPartId: null });
          }}
          options={[
            ...others.map((p) => ({ value: p.id, label: p.name })),
            { value: "", label: joint.toPartId === null ? `${joint.to}, not in this scene` : "something not in this scene" },
          ]}
        />
        <Choice
          label="which is of"
          value={toMaterial}
          onChange={(toMaterial) => set({ toMaterial })}
          options={MATERIALS.map((m) => ({ value: m, label: m }))}
        />
        <ParsedField
          label="Widest gap"
          text={`${joint.gapMm} mm`}
          parse={parseMmIn(LIMITS.gapMm)}
          readAs={readAsMm}
          onCommit={(gapMm) => set({ gapMm })}
        />
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" className="h-6 w-6" checked={joint.load} onChange={(e) => set({ load: e.target.checked })} />
          takes load
        </label>
        <IconButton label="Remove this joint" onClick={() => run("list.drop", { list: "part.work", of: part.id, keys: [joint.id] })}>
          <X size={18} />
        </IconButton>
      </div>
      <p className="mt-2 text-soft">
        {material} on {toMaterial}
        {painted ? ", after paint: the joint is only as strong as the paint under the glue" : ", before paint"}.
      </p>
      {chosen && !chosen.suits && (
        <p className="note-act mt-1">
          ▲ {chosen.glue.name}: {chosen.why.join(", ")}.
        </p>
      )}
      <ul className="mt-1">
        {choices.map((c) => (
          <li
            key={c.glue.id}
            className="grid grid-cols-[1fr_auto] items-center gap-3 border-b border-rule py-1 desk:grid-cols-[12rem_1fr_20rem_auto]"
          >
            <span className={`${c.glue.id === joint.glueId ? "font-semibold" : ""} ${c.suits ? "" : "text-soft"}`}>
              {c.glue.id === joint.glueId && "▸ "}
              {c.glue.name}
              {isAtHand(project.supplies, "glue", c.glue.id) === false && (
                <span className="font-normal text-soft">, not on your shelf</span>
              )}
            </span>
            <span className="max-desk:col-span-2 max-desk:row-start-2">
              {c.suits ? c.why.join(" ") : `no: ${c.why.join(", ")}`}
              {c.glue.cautions.map((x) => (
                <span key={x} className="text-setting-ink">
                  {" "}
                  △ {CAUTIONS[x].short}
                </span>
              ))}
            </span>
            <span className="text-soft max-desk:col-span-2">
              {c.glue.flashS > 0 && `spread, wait ${formatDuration(c.glue.flashS)}, `}
              move within {formatDuration(c.glue.openS)}, hold {formatDuration(c.glue.handleS)}, load after {formatDuration(c.glue.fullS)}
            </span>
            <button className="btn max-desk:row-start-1" disabled={c.glue.id === joint.glueId} onClick={() => set({ glueId: c.glue.id })}>
              {c.glue.id === joint.glueId ? "chosen" : "choose"}
            </button>
          </li>
        ))}
      </ul>
      {chosen && chosen.glue.cautions.length > 0 && (
        <p className="mt-2 text-setting-ink">
          △ {chosen.glue.cautions.map((x) => CAUTIONS[x].text).join(" ")} {CARE_FIRST}
        </p>
      )}
      <p className="mt-1 text-sm text-soft">Times: common practice, no source; the glue’s own sheet wins.</p>
    </section>
  );
}
