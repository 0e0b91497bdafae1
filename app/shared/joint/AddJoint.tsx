/** A joint of a part, said by its other side: another part, its own copies, the board, the ground, or something else. */
import { useState } from "react";
import { HOLDS, type Side } from "~core/joint";
import { brokenJoint, newJoint, type Part } from "~core/project";
import { placeOfSeam } from "~core/plan";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";

const sideOf = (value: string, partId: string): Side =>
  value === "copies"
    ? { kind: "part", partId }
    : value === "board" || value === "ground"
      ? { kind: value }
      : value === "words"
        ? { kind: "words", words: "something else" }
        : { kind: "part", partId: value.slice("part ".length) };

export function AddJoint({ part, onAdded }: { part: Part; onAdded?: (jointId: string) => void }) {
  const { parts } = useProject();
  const { run } = useActions();
  const [other, setOther] = useState("");
  const add = async (value: string): Promise<void> => {
    if (!value) return;
    setOther("");
    const joint = value === "snapped" ? brokenJoint(newId(), part.id) : newJoint(newId(), part.id, sideOf(value, part.id));
    const done = await run("joint.add", {
      joint,
      // What is glued takes its place in the order of work at once.
      step:
        HOLDS[joint.how] === "glue"
          ? { partId: part.id, at: placeOfSeam(part.work, joint), item: { id: newId(), kind: "glue", jointId: joint.id } }
          : null,
    });
    if (done.ok) onAdded?.(joint.id);
    else sayProblem(done.problem);
  };
  return (
    <Choice
      className="w-72"
      label={`${part.name} is joined to`}
      value={other}
      onChange={(value: string) => void add(value)}
      options={[
        { value: "", label: "choose the other side…" },
        ...(part.copies > 1 ? [{ value: "copies", label: "copies of itself" }] : []),
        ...parts.filter((p) => p.id !== part.id).map((p) => ({ value: `part ${p.id}`, label: p.name })),
        { value: "board", label: "the board" },
        { value: "ground", label: "the ground" },
        { value: "snapped", label: "a piece that snapped off" },
        { value: "words", label: "something else" },
      ]}
    />
  );
}
