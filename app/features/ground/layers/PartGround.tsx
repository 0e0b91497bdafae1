/** Ground on a part by a typed area: small bases that are no board. */
import { groundAmounts, methodById } from "~core/ground";
import { kilograms } from "~core/look";
import type { Part } from "~core/project";
import { groundsIn } from "~core/stations/kinds";
import { formatArea, formatDuration, formatMillilitres, formatMm } from "~core/units";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useActions, useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { beginWork } from "~app/shared/workItems";
import { Cautions } from "../Cautions";

export function PartGround({ parts }: { parts: readonly Part[] }) {
  const project = useProject();
  const { run } = useActions();
  // What was made by hand has ground most often.
  const among = [...project.parts].sort(
    (a, b) => Number(b.source.kind === "scratch") - Number(a.source.kind === "scratch") || a.order - b.order,
  );
  const { part, choose } = usePartAtHand(project, among);
  const begin = (): void => {
    const item = part && beginWork("ground", part, project);
    if (item) void run("list.add", { list: "part.work", of: part.id, items: [item] });
  };
  return (
    <>
      {parts.length === 0 && <p className="text-soft">None. A small base gets its ground by its area: choose the part.</p>}
      {parts.map((p) => (
        <div key={p.id} className="mt-1">
          {groundsIn(p.work).map((g) => {
            const method = methodById(g.recipeId);
            if (!method) return null;
            const a = groundAmounts(method, { areaMm2: g.areaMm2 * p.copies, depthMm: g.depthMm });
            return (
              <div key={g.id} className="flex items-start gap-2 border-b border-rule py-1">
                <Silhouette part={p} />
                <div>
                  <span className="font-semibold">{p.name}</span>: {method.name.toLowerCase()}, {formatArea(g.areaMm2 * p.copies)},{" "}
                  {formatMm(g.depthMm)}.{" "}
                  {a.items
                    .filter((i) => i.ml > 0)
                    .map((i) => `${formatMillilitres(i.ml)} ${i.name}`)
                    .join(", ")}
                  ; {kilograms(a.dryG)} dry, {formatDuration(a.handsOnS)}. Area and depth are changed in the part’s order of work.
                  <Cautions method={method} />
                </div>
              </div>
            );
          })}
        </div>
      ))}
      {part && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <PartPicker part={part} among={among} choose={choose} />
          <button className="btn" onClick={begin}>
            Add groundwork
          </button>
        </div>
      )}
    </>
  );
}
