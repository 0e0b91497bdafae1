/** Everything that is put together: what is next and what contradicts itself, the parts pulled apart, the order, and every joint. */
import { useMemo } from "react";
import { Link, useNavigate } from "react-router";
import { HOLDS, JOINT_HOW, jointFault, ORDER_RULES, type Joint } from "~core/joint";
import { groupAround, nextJoint, notPlanned } from "~core/look";
import { contradictions, placeOfSeam } from "~core/plan";
import { countOf, jointsOfPart, LIMITS, jointWords, namesIn, unitsOfScene, type Part } from "~core/project";
import { gluesIn } from "~core/stations/kinds";
import { AddJoint } from "~app/shared/joint/AddJoint";
import { Page, Section } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { newId, useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { ParsedField, parseText } from "~app/ui/field";
import { useKey } from "~app/ui/keys";
import { Sideways } from "~app/ui/sideways";
import { AssembleLeaves } from "../AssembleLeaves";
import { OnPaper } from "./OnPaper";
import { OrderStrip } from "./OrderStrip";
import { PulledApart } from "./PulledApart";

export default function TogetherPage() {
  const project = useProject();
  const { model } = useTonight();
  const navigate = useNavigate();
  const { run } = useActions();
  const { scene, parts } = project;
  const joined = (p: Part): boolean => jointsOfPart(scene, p.id).length > 0;
  const next = useMemo(() => nextJoint(project, model), [project, model]);
  const first = next && scene.joints.find((j) => j.id === next.jointId)?.a;
  const { part, choose } = usePartAtHand(
    project,
    [...parts].sort(
      (a, b) => Number(b.id === first) - Number(a.id === first) || Number(joined(b)) - Number(joined(a)) || a.order - b.order,
    ),
  );
  const nameOf = namesIn(project);
  const words = (j: Joint): string => jointWords(j, nameOf);
  const group = part ? groupAround(part.id, scene.joints) : [];
  const among = parts.filter((p) => group.includes(p.id));
  const joints = scene.joints.filter((j) => group.includes(j.a));
  const units = unitsOfScene(project).filter((u) => group.includes(u[0]));
  const setting = new Set(
    among.flatMap((p) => gluesIn(p.work).flatMap((g) => (model.states.get(`${p.id}/${g.id}/0`)?.kind === "setting" ? g.jointId : []))),
  );
  return (
    <Page
      title="Assemble"
      sub={part && <PartPicker part={part} among={parts} choose={choose} />}
      cells={[
        { label: "joints", value: scene.joints.reduce((sum, j) => sum + countOf(j, parts), 0) },
        { label: "dry fits", value: `${scene.joints.filter((j) => j.fits.length > 0).length} of ${scene.joints.length}` },
      ]}
    >
      <AssembleLeaves />
      {scene.joints.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          No joints yet. Add what is joined to what: glue, filler, order and dry fits follow from it. In the demo, the sluice frame sits on
          foam, under load, with a 0.5 mm gap: five-minute epoxy, before paint.
        </p>
      ) : (
        <p className="mt-3 text-lg" data-testid="next-joint">
          {next ? <span className={next.open ? "font-semibold" : ""}>{next.words}</span> : "All joints are glued."}
          {next?.waitsFor && <span className="text-soft"> It waits for {next.waitsFor}.</span>}
        </p>
      )}
      <Against />
      {joints.length > 0 && <PulledApart parts={among} joints={joints} setting={setting} words={words} />}
      {joints.slice(0, 9).map((j, i) => (
        <JointKey key={j.id} n={i + 1} words={words(j)} open={() => void navigate(`joint?joint=${j.id}`)} />
      ))}
      {units.map((u) => (
        <p key={u.join(" ")} className="mt-1 text-soft">
          One piece before paint: {u.map((id) => nameOf(id) ?? "a part").join(", ")}. It is held, painted and dried as one.
        </p>
      ))}
      {part && (
        <div className="mt-3 flex flex-wrap items-end gap-3">
          {joints.length > 0 && <OnPaper parts={among} joints={joints} />}
          <ParsedField
            className="w-72"
            label={`Never cut on ${part.name}`}
            draftKey={part.id}
            text={part.neverCut ?? ""}
            parse={parseText(LIMITS.shortText)}
            onCommit={(neverCut) => run("field.set", { of: "part", id: part.id, change: { neverCut } })}
          />
          <AddJoint part={part} onAdded={(id) => void navigate(`joint?joint=${id}`)} />
        </div>
      )}
      {joints.length > 0 && (
        <Section title="In this order" aside={<span className="text-soft">filled: done; bold: ready; hatched: setting or drying</span>}>
          <OrderStrip parts={among} />
        </Section>
      )}
      {scene.joints.length > 0 && <AllJoints />}
    </Page>
  );
}

/** A digit opens a joint of the drawing. */
function JointKey({ n, words, open }: { n: number; words: string; open: () => void }) {
  useKey(String(n), `Joint ${n}: ${words}`, "Assemble", open);
  return null;
}

/** Where joints and the orders of work contradict each other, each as a circle of steps. */
function Against() {
  const project = useProject();
  const { run } = useActions();
  const circles = useMemo(() => contradictions(project), [project]);
  const titles = useTonight().model.steps;
  const nameOf = (key: string): string => {
    const s = titles.find((x) => x.key === key);
    return s ? `“${s.title}” of ${s.partName}` : "a step";
  };
  const loose = notPlanned(project);
  const names = namesIn(project);
  return (
    <>
      {circles.map(({ edges, drop }) => (
        <div key={`${drop.from} ${drop.to}`} className="note-act mt-2 max-w-prose">
          <p>
            ▲ {nameOf(drop.from)} should come before {nameOf(drop.to)}: {ORDER_RULES[drop.rule].reason}. The current order is the opposite
            {edges.length > 2 ? `, over ${edges.length - 1} steps` : ""}.
          </p>
          <Move from={drop.from} to={drop.to} />
        </div>
      ))}
      {loose.map((j) => (
        <p key={j.id} className="mt-2 flex flex-wrap items-center gap-3">
          {jointWords(j, names)}: not in the plan yet.
          <button
            className="btn"
            onClick={() => {
              const part = project.parts.find((p) => p.id === j.a);
              if (!part) return;
              void run("work.add", {
                partId: part.id,
                at: placeOfSeam(part.work, j),
                items: [{ id: newId(), kind: "glue", jointId: j.id }],
              });
            }}
          >
            Add to plan
          </button>
        </p>
      ))}
    </>
  );
}

/** One press puts the two in order, where both are of one part. */
function Move({ from, to }: { from: string; to: string }) {
  const { parts } = useProject();
  const { run } = useActions();
  const [partId, fromItem] = from.split("/");
  const [other, toItem] = to.split("/");
  const part = parts.find((p) => p.id === partId);
  if (!part || other !== partId) return null;
  const place = part.work.findIndex((w) => w.id === toItem);
  if (place < 0 || part.work.findIndex((w) => w.id === fromItem) < place) return null;
  return (
    <button className="btn mt-1" onClick={() => void run("list.move", { list: "part.work", of: partId, key: fromItem, to: place })}>
      Move it there
    </button>
  );
}

function AllJoints() {
  const project = useProject();
  const { scene, parts } = project;
  const nameOf = namesIn(project);
  const copiesOf = (id: string): number => parts.find((p) => p.id === id)?.copies ?? 1;
  return (
    <Section title="Joints of the scene">
      <Sideways label="Joints">
        <table className="plain">
          <thead>
            <tr>
              <th>Joint</th>
              <th>How</th>
              <th>Painted</th>
              <th>Notes</th>
            </tr>
          </thead>
          <tbody>
            {scene.joints.map((j) => {
              const n = countOf(j, parts);
              const fault = jointFault(j, copiesOf);
              return (
                <tr key={j.id}>
                  <td>
                    <Link className="btn" to={`/s/${scene.id}/assemble/joint?joint=${j.id}`}>
                      {jointWords(j, nameOf)}
                    </Link>
                  </td>
                  <td>
                    {JOINT_HOW[j.how]}
                    {n > 1 ? ` ×${n}` : ""}
                  </td>
                  <td>
                    {HOLDS[j.how] === "glue" || j.paint === "before" ? `${j.paint === "before" ? "before" : "after"} joining` : "together"}
                  </td>
                  <td>{fault && <span className="note-act">▲ {fault}</span>}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Sideways>
    </Section>
  );
}
