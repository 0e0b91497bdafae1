import { contradictions } from "~core/subject";
import { impliedScale } from "~core/project";
import { Leaves } from "~app/ui/leaves";
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
      leaves={[
        { to: base, label: "Desk" },
        { to: `${base}/change`, label: "What if" },
        { to: `${base}/beside`, label: "Side by side", note: wrong ? `${wrong} wrong` : undefined },
        { to: `${base}/subject`, label: "Subject", note: clashes ? `${clashes} clash${clashes === 1 ? "" : "es"}` : undefined },
        { to: `${base}/references`, label: "References", note: scene.references.length ? String(scene.references.length) : undefined },
      ]}
    />
  );
}
