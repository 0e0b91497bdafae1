/** Repair or reprint: the question that the log raises by itself. */
import { Link } from "react-router";
import { familyTroubles } from "~core/plan";
import { asksItself, HANDS_ON_S } from "~core/print";
import { optionAtHand, type Part, type Project } from "~core/project";
import { useProject } from "~app/shared/scene";

/** The person's minutes around printing a part again. */
export const ownMin = (part: Part, project: Project): number => {
  const option = optionAtHand(part, project.scene);
  const hands = HANDS_ON_S[option?.printer.process ?? "fdm"];
  return (hands.startPlate + hands.clearPlate + hands.cleanPart) / 60;
};

/** Questions that the log raises by itself. */
export function Asked() {
  const project = useProject();
  const asked = familyTroubles(project).flatMap((t) => {
    const part = project.parts.find((p) => p.id === t.partIds[0]);
    const words = part && asksItself({ misfits: t.misfits, filedMin: t.filedMin, reprintOwnMin: ownMin(part, project) });
    return words ? [{ family: t.family, words }] : [];
  });
  if (asked.length === 0) return null;
  return (
    <ul className="mt-3">
      {asked.map((a) => (
        <li key={a.family} className="note-act">
          ▲ {a.family}: {a.words}{" "}
          <Link className="underline" to={`/s/${project.scene.id}/print/all/faults`}>
            Repair, or print again?
          </Link>
        </li>
      ))}
    </ul>
  );
}
