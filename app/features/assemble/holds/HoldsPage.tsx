/** What nods, tips or snaps: every part on its feet, and the pins of joints that have some. */
import { useMemo } from "react";
import { HOLDS, standingOf, TIP_MARKS, footFor, weightFor, type Standing } from "~core/joint";
import { builtOf } from "~core/plan";
import { jointsOfPart, jointWords, materialOf, namesIn, type Part, type Project } from "~core/project";
import { balanceRequest } from "~core/results";
import { formatMm, type Reasons } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { useResult } from "~app/data/results.client";
import { Sideways } from "~app/ui/sideways";
import { Why } from "~app/ui/why";
import { PRIORITY } from "../../../../workers/pool";
import { AssembleLeaves } from "../AssembleLeaves";
import { PinChoice } from "./PinChoice";
import { Plumb } from "./Plumb";

/** Is it held by another: glued to it, clipped to it, or moving in it? */
const isHeld = (part: Part, { scene }: Project): boolean =>
  jointsOfPart(scene, part.id).some((j) => HOLDS[j.how] !== "apart" || j.how === "clipped");

export default function HoldsPage() {
  const project = useProject();
  const { parts, scene } = project;
  // What stands by itself first: it is what falls.
  const sorted = useMemo(
    () => [...parts].sort((a, b) => Number(isHeld(a, project)) - Number(isHeld(b, project)) || a.order - b.order),
    [parts, project],
  );
  const pinned = scene.joints.filter((j) => j.how === "pinned");
  const nameOf = namesIn(project);
  return (
    <Page
      title="Holds"
      sub="what it weighs, and how far it can be tilted"
      cells={[
        { label: "parts", value: parts.length },
        { label: "pinned joints", value: pinned.length },
      ]}
    >
      <AssembleLeaves />
      {parts.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Add a part: here you see what it weighs, where its centre of mass lies, and how far it can be tilted before it falls. The demo’s
          crane post is tall on a small foot.
        </p>
      ) : (
        <Sideways label="Parts on their feet">
          <table className="plain mt-3">
            <thead>
              <tr>
                <th>Part</th>
                <th>
                  <span className="sr-only">Tilt</span>
                </th>
                <th className="text-right">Weighs</th>
                <th className="text-right">Centre, up</th>
                <th className="text-right">Tips at</th>
                <th>What to do</th>
              </tr>
            </thead>
            <tbody>
              {sorted.map((p) => (
                <OnItsFeet key={p.id} part={p} />
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      <p className="mt-2 max-w-prose text-sm text-soft">
        As it stands in the scene (said at Ground, else as its file stands), each part alone. {TIP_MARKS.slopeDeg}° stands on a slope,{" "}
        {TIP_MARKS.handledDeg}° stands being handled: common practice, no source. Resin prints count as solid.
      </p>
      {pinned.map((j) => (
        <Section key={j.id} title={`Pin: ${jointWords(j, nameOf)}`}>
          <PinChoice joint={j} />
        </Section>
      ))}
      {pinned.length === 0 && parts.length > 0 && (
        <p className="mt-4 text-soft">No joint is pinned. Set one to “pinned and glued” at Joint, and its wire is chosen here.</p>
      )}
    </Page>
  );
}

function OnItsFeet({ part }: { part: Part }) {
  const project = useProject();
  const answer = useResult(balanceRequest(part), PRIORITY.shown);
  const built = useMemo(() => builtOf(part, project), [part, project]);
  if (answer.state !== "ready")
    return (
      <tr>
        <td className="font-semibold">{part.name}</td>
        <td colSpan={5} className="text-soft">
          {answer.state === "failed" ? `cannot be weighed: ${answer.problem.message}` : "measuring"}
        </td>
      </tr>
    );
  const s = standingOf(answer.value, part.factor, built);
  const held = isHeld(part, project);
  return (
    <tr>
      <td className="font-semibold">
        <span className="flex items-center gap-2">
          <Silhouette part={part} />
          {part.name}
        </span>
      </td>
      <td>
        <Plumb deg={s.tipDeg} />
      </td>
      <td className="text-right">{grams(s.massG)}</td>
      <td className="text-right">{formatMm(Math.round(s.heightMm * 10) / 10)}</td>
      <td className="text-right whitespace-nowrap">
        {!held && s.tipDeg < TIP_MARKS.slopeDeg ? <span className="note-act">▲ {degrees(s.tipDeg)}</span> : degrees(s.tipDeg)}
        <Why of={`how far ${part.name} can be tilted`} reasons={reasonsOf(s, materialOf(part, project.scene))} />
      </td>
      <td>{held ? <span className="text-soft">held by its joint</span> : adviceOf(s)}</td>
    </tr>
  );
}

const grams = (g: number): string => `${g < 10 ? g.toFixed(1) : Math.round(g)} g`;
/** Beyond this nobody asks. */
const degrees = (deg: number): string => (deg > 45 ? "over 45°" : `${Math.round(deg)}°`);

function adviceOf(s: Standing): string {
  if (s.tipDeg >= TIP_MARKS.handledDeg) return "stands by itself";
  const weight = weightFor(s, TIP_MARKS.handledDeg);
  const foot = `a foot that reaches ${formatMm(Math.ceil(footFor(s, TIP_MARKS.handledDeg)))} from under its centre`;
  // A weight of many times the piece is no washer.
  return weight < 3 * s.massG ? `a washer of ${grams(weight)} under it, or ${foot}` : `${foot}, or glue it down`;
}

const reasonsOf = (s: Standing, material: string): Reasons => ({
  formula:
    "The angle whose tangent is the way from under the centre of mass to the nearest edge of its feet, over the height of the centre.",
  inputs: [
    { name: "centre of mass, up", value: formatMm(Math.round(s.heightMm * 10) / 10) },
    { name: "to the nearest edge", value: formatMm(Math.round(s.edgeMm * 10) / 10) },
    { name: "weighs", value: grams(s.massG) },
  ],
  assumptions: [
    { text: `${material}: walls and infill as its printer makes them, films as they are planned; density from memory`, kind: "memory" },
    { text: "As it stands in the scene, on what lies within 0.1 mm of the lowest point", kind: "model" },
  ],
});
