/** What each surface is in real life. It decides before printing what is done about lines, and later how it is painted. */
import { formatArea, formatMm } from "~core/units";
import { printerAtHand, type Part, type Project } from "~core/project";
import { linesOnMaterial, REAL_MATERIALS, realMaterial } from "~core/subject";
import { stepsOn, surfaceName, type Surface } from "~core/surface";
import { useActions } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { grainOf } from "~core/plan";

/** Surfaces offered, the largest ones; the rest are hardly painted apart. */
const SHOWN = 6;
const WORDS = { hidden: "its own relief hides the lines", pass: "lines pass for its grain", treat: "lines must be dealt with" };

export function RealMaterials({ part, project, surfaces }: { part: Part; project: Project; surfaces: readonly Surface[] }) {
  const { run } = useActions();
  const printer = printerAtHand(part, project.scene);
  const shown = surfaces
    .filter((s) => !s.underside)
    .sort((a, b) => b.areaMm2 - a.areaMm2)
    .filter((s, i, all) => all.findIndex((o) => surfaceName(o) === surfaceName(s)) === i)
    .slice(0, SHOWN);
  if (shown.length === 0) return <p className="text-soft">No surface is large enough to be painted apart.</p>;
  const set = (surface: string, material: string) => run("part.material", { partId: part.id, surface, material: material || null });
  return (
    <table className="plain">
      <thead>
        <tr>
          <th>Surface</th>
          <th>In real life</th>
          <th>Its lines</th>
          <th>Painted</th>
        </tr>
      </thead>
      <tbody>
        {shown.map((s) => {
          const name = surfaceName(s);
          const material = realMaterial(part.materials.find((m) => m.surface === name)?.material ?? "");
          const steps = printer ? stepsOn(s.slopeDeg, grainOf(printer)) : { cuspMm: 0, pitchMm: 0 };
          const cusp = steps.cuspMm;
          const verdict = material && cusp > 0 ? linesOnMaterial(material, steps, project.scene.scale.ratio) : null;
          return (
            <tr key={s.id}>
              <td>
                {name}, <span className="text-soft">{formatArea(s.areaMm2)}</span>
              </td>
              <td className="w-48">
                <Choice
                  hideLabel
                  label={`What the ${name} is`}
                  value={material?.id ?? ""}
                  onChange={(m) => set(name, m)}
                  options={[{ value: "", label: "not said yet" }, ...REAL_MATERIALS.map((m) => ({ value: m.id, label: m.name }))]}
                />
              </td>
              <td>
                {material ? (
                  <>
                    {verdict && (
                      <span className={verdict === "treat" ? "note-act" : "font-semibold"}>
                        {verdict === "treat" && "▲ "}
                        {WORDS[verdict]} ({formatMm(cusp)} steps, {formatMm(material.reliefMm / project.scene.scale.ratio)} relief):{" "}
                      </span>
                    )}
                    {material.lines}
                  </>
                ) : (
                  <span className="text-soft">{cusp > 0 ? `steps of ${formatMm(cusp)}` : "none to speak of"}</span>
                )}
              </td>
              <td className="text-soft">{material?.paint ?? ""}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
