/** What each surface is in real life. It decides before printing what is done about lines, and later how it is painted. */
import { formatArea, formatMm } from "~core/units";
import { saidId, surfacesOf, type Part } from "~core/project";
import { linesOnMaterial, REAL_MATERIALS, realMaterial } from "~core/subject";
import { useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { Sideways } from "~app/ui/sideways";

/** Surfaces offered, the largest ones; the rest are hardly painted apart. */
const SHOWN = 6;
const WORDS = { hidden: "its own relief hides the lines", pass: "lines look like its grain", treat: "lines need hiding" };

export function RealMaterials({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const shown = surfacesOf(part, project.scene)
    .filter((k) => !k.laid.looksDown && !k.found.gathered)
    .sort((a, b) => b.laid.areaMm2 - a.laid.areaMm2)
    .slice(0, SHOWN);
  if (shown.length === 0) return <p className="text-soft">No surface is large enough to paint separately.</p>;
  return (
    <Sideways label="Real materials">
      <table className="plain">
        <thead>
          <tr>
            <th>Surface</th>
            <th>Real material</th>
            <th>Layer lines</th>
            <th>Painted</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((k) => {
            const { name, laid } = k;
            const material = realMaterial(k.said?.material ?? "");
            const cusp = laid.cuspMm;
            const verdict = material && cusp > 0 ? linesOnMaterial(material, laid, project.scene.scale.ratio) : null;
            return (
              <tr key={k.number}>
                <td>
                  {name}, <span className="text-soft">{formatArea(laid.areaMm2)}</span>
                </td>
                <td className="w-48">
                  <Choice
                    hideLabel
                    label={`What the ${name} is made of in real life`}
                    value={material?.id ?? ""}
                    onChange={(m) =>
                      run("surface.say", { partId: part.id, surfaceId: saidId(k), anchor: k.anchor, change: { material: m } })
                    }
                    options={[{ value: "", label: "not set" }, ...REAL_MATERIALS.map((m) => ({ value: m.id, label: m.name }))]}
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
                    <span className="text-soft">{cusp > 0 ? `steps of ${formatMm(cusp)}` : "none worth noting"}</span>
                  )}
                </td>
                <td className="text-soft">{material?.paint ?? ""}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Sideways>
  );
}
