/** What must stay bare before each spray: faces, slots, panes and holes, part by part. The same list stands at Paint, Spray day. */
import { Link } from "react-router";
import { keptBare, stepsAmong } from "~core/plan";
import type { Part } from "~core/project";
import { formatArea } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { useTonight } from "~app/shared/tonightModel";
import { AssembleLeaves } from "../AssembleLeaves";

export default function BarePage() {
  const project = useProject();
  const { model } = useTonight();
  const rows = project.parts.flatMap((part) => {
    const bare = keptBare(part, project);
    const coat = stepsAmong(model.steps, part.id).find(
      (s) => s.station === "paint" && !["done", "setting"].includes(model.states.get(s.key)?.kind ?? "blocked"),
    );
    return bare.length > 0 ? [{ part, bare, next: coat?.title ?? null, open: coat !== undefined }] : [];
  });
  // What is painted next comes first; what is painted already is past masking.
  rows.sort((a, b) => Number(b.open) - Number(a.open) || a.part.order - b.part.order);
  return (
    <Page
      title="Keep bare"
      sub="tape, plug or leave out, before each spray"
      cells={[
        { label: "parts", value: rows.length },
        { label: "places", value: rows.reduce((n, r) => n + r.bare.length, 0) },
      ]}
    >
      <AssembleLeaves />
      {rows.length === 0 && (
        <p className="mt-6 max-w-prose text-soft">
          Nothing has to stay bare yet. Faces that are glued after paint or carry load, slots that move or clip, panes and masks are listed
          here once they are said.
        </p>
      )}
      {rows.map(({ part, bare, next, open }) => (
        <Section
          key={part.id}
          title={part.name}
          aside={<span className="text-soft">{open ? `before: ${next}` : "its coats are on, or none is planned"}</span>}
        >
          <div className="flex items-start gap-4">
            <Silhouette part={part} />
            <ul className="grow">
              {bare.map((b) => (
                <li key={b.key} className="grid grid-cols-[1fr_auto] items-center gap-3 border-b border-rule py-1">
                  <span>
                    {b.words}
                    {b.joint?.areaMm2 && <span className="text-soft">, {formatArea(b.joint.areaMm2)}</span>}
                    {part.copies > 1 && <span className="text-soft">, on each of {part.copies}</span>}
                  </span>
                  <Where part={part} jointId={b.joint?.id} />
                </li>
              ))}
            </ul>
          </div>
        </Section>
      ))}
      {rows.length > 0 && (
        <p className="mt-3 max-w-prose text-sm text-soft">
          A plug is a strip of the same width, wrapped in tape: paint in a slot is scraped out, paint over a hinge glues it. Tape comes off
          before the paint is hard.
        </p>
      )}
    </Page>
  );
}

function Where({ part, jointId }: { part: Part; jointId: string | undefined }) {
  const { scene } = useProject();
  return jointId ? (
    <Link className="btn" to={`/s/${scene.id}/assemble/joint?joint=${jointId}`}>
      Joint
    </Link>
  ) : (
    <Link className="btn" to={`/s/${scene.id}/parts/${part.id}`}>
      Part
    </Link>
  );
}
