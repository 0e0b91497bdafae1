/** All parts of the scene with what is needed, good and failed. */
import { Link } from "react-router";
import { formatDuration, formatMm, formatReal } from "~core/measure";
import { failedCount, goodCount } from "~core/plan";
import { partRealMm, partSizeMm, printOptions, type Project } from "~core/project";
import { formatRatio } from "~core/scale";
import { Page } from "~app/features/frame/Page";
import { useActions } from "~app/features/frame/scene";
import { downloadParts } from "~app/features/files/download";
import { Key } from "~app/ui/keys";

export function PartsPage({ project }: { project: Project }) {
  const { scene, parts, records } = project;
  const { openNewPart } = useActions();
  const needed = parts.reduce((n, p) => n + p.copies, 0);
  const good = parts.reduce((n, p) => n + Math.min(p.copies, goodCount(p, records)), 0);
  return (
    <Page
      title="Parts"
      sub={parts.length ? `${parts.length} kinds, ${needed} pieces` : "nothing here yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "good", value: `${good} of ${needed}` },
      ]}
    >
      {parts.length === 0 ? (
        <EmptyParts />
      ) : (
        <div className="mt-4 overflow-x-auto">
          <table className="plain">
            <thead>
              <tr>
                <th>Part</th>
                <th>Model, mm</th>
                <th>Real height</th>
                <th>Needed</th>
                <th>Good</th>
                <th>Failed</th>
                <th className="max-tab:hidden">Best printer</th>
                <th className="max-tab:hidden">Machine, all copies</th>
              </tr>
            </thead>
            <tbody>
              {parts.map((p) => {
                const best = printOptions(p, scene)[0];
                return (
                  <tr key={p.id}>
                    <td>
                      <Link
                        className="inline-flex min-h-[44px] min-w-[44px] items-center whitespace-nowrap font-semibold underline underline-offset-2"
                        to={`/s/${scene.id}/parts/${p.id}`}
                      >
                        {p.name}
                      </Link>
                    </td>
                    <td className="whitespace-nowrap">
                      {partSizeMm(p)
                        .map((v) => formatMm(v).replace(" mm", ""))
                        .join(" × ")}
                    </td>
                    <td className="text-real">{formatReal(partRealMm(p, scene)[2])}</td>
                    <td>{p.copies}</td>
                    <td>{goodCount(p, records)}</td>
                    <td>{failedCount(p, records) || ""}</td>
                    <td className="max-tab:hidden">
                      {best ? best.printer.name : p.source.kind === "scratch" ? `by hand, ${p.source.material}` : "reckoning"}
                    </td>
                    <td className="max-tab:hidden">{best ? formatDuration(best.job.timeS.value) : ""}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      <div className="no-print mt-4 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={openNewPart}>
          New part <Key k="n" />
        </button>
        {parts.length > 0 && (
          <button className="btn" onClick={() => void downloadParts(project)}>
            Parts as CSV
          </button>
        )}
      </div>
    </Page>
  );
}

function EmptyParts() {
  return (
    <div className="mt-8 max-w-prose">
      <p className="text-lg">Drop a mesh file anywhere, or type a size from a shop page.</p>
      <p className="mt-2 text-soft">
        A mill house of 192 × 148 × 118 mm, for one, is 6.6 m tall beside a 28 mm figure and too long for a 180 mm bed: you would know
        before you buy it.
      </p>
    </div>
  );
}
