import { contradictions } from "~core/subject";
import { impliedScale } from "~core/project";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";
import { useProject } from "~app/shared/scene";

/** What belongs to the Scale station. */
export function ScaleLeaves() {
  const project = useProject();
  const { scene, parts } = project;
  const base = `/s/${scene.id}/scale`;
  const wrong = parts.filter((p) => impliedScale(p, scene)?.mismatch.verdict === "wrong").length;
  const clashes = contradictions(scene.dimensions).length;
  return (
    <Leaves
      of="Scale"
      base={base}
      tabs={tabsOf("scale")}
      notes={{
        beside: wrong ? `${wrong} wrong` : null,
        subject: clashes ? `${clashes} clash${clashes === 1 ? "" : "es"}` : null,
        references: scene.references.length ? String(scene.references.length) : null,
      }}
    />
  );
}
