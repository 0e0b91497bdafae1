/** Everything that is put together: what is next, and every joint with how it is held. */
import { Link, useNavigate } from "react-router";
import { HOLDS, JOINT_HOW, jointFault } from "~core/joint";
import { countOf, jointsOfPart, jointWords, namesIn, type Part } from "~core/project";
import { AddJoint } from "~app/shared/joint/AddJoint";
import { AtStage } from "~app/shared/AtStage";
import { Page, Section } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useProject } from "~app/shared/scene";
import { Sideways } from "~app/ui/sideways";
import { AssembleLeaves } from "../AssembleLeaves";

export default function TogetherPage() {
  const project = useProject();
  const navigate = useNavigate();
  const { scene, parts } = project;
  const joined = (p: Part): boolean => jointsOfPart(scene, p.id).length > 0;
  const { part, choose } = usePartAtHand(
    project,
    [...parts].sort((a, b) => Number(joined(b)) - Number(joined(a)) || a.order - b.order),
  );
  return (
    <Page
      title="Assemble"
      sub={part && <PartPicker part={part} among={parts} choose={choose} />}
      cells={[{ label: "joints", value: scene.joints.reduce((sum, j) => sum + countOf(j, parts), 0) }]}
    >
      <AssembleLeaves />
      <AtStage station="assemble" part={part} choose={choose} />
      {scene.joints.length === 0 && (
        <p className="mt-6 max-w-prose text-soft">
          No joints yet. Say what is joined to what: glue, filler, order and dry fits follow from it. In the demo, the sluice frame sits on
          foam, under load, with a 0.5 mm gap: five-minute epoxy, before paint.
        </p>
      )}
      {part && (
        <div className="mt-3">
          <AddJoint part={part} onAdded={(id) => void navigate(`/s/${scene.id}/assemble/joint?joint=${id}`)} />
        </div>
      )}
      {scene.joints.length > 0 && <AllJoints />}
    </Page>
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
