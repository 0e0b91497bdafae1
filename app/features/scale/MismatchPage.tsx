/** All parts side by side: what scale each seems to be of, and which will look wrong beside each other. */
import { Link } from "react-router";
import { observationsOf } from "~core/project";
import { describeScale, formatRatio } from "~core/scale";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { MismatchChart } from "./MismatchChart";
import { chartRows, jarringPairs, verdictOf } from "~core/look";
import { ScaleLeaves } from "./ScaleLeaves";

export default function MismatchPage() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const rows = chartRows(project);
  const unknown = parts.filter((p) => !rows.some((r) => r.part.id === p.id));
  const pairs = jarringPairs(rows);
  return (
    <Page
      title="Side by side"
      sub={rows.length ? `${rows.length} of ${parts.length} parts have something of known size` : "nothing of known size yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scene.scale) },
        { label: "look wrong", value: String(rows.filter((r) => r.mismatch.verdict === "wrong").length) },
      ]}
    >
      <ScaleLeaves />
      {rows.length === 0 ? (
        <p className="mt-4 max-w-2xl">
          Open a part, go to its “Own scale” tab, and pick two points on something of known size. A door 36.3 mm tall on a downloaded model
          means {formatRatio(2032 / 36.3)}. Two such measurements confirm each other, and the part appears here.
        </p>
      ) : (
        <>
          <div className="mt-4">
            <MismatchChart rows={rows} ratio={scene.scale.ratio} secondary={scene.secondary?.ratio ?? null} />
            <p className="text-sm text-soft">
              Shaded: within 5 %, not visible. Hatched: within 12 %, hardly visible. A solid mark is confirmed by two measurements, an open
              one by a single measurement.
            </p>
          </div>
          <Section title="What to do">
            <ul>
              {rows.map((r) => (
                <li key={r.part.id} className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-1.5">
                  <span>
                    <Link className="link" to={`/s/${scene.id}/parts/${r.part.id}/scale`}>
                      {r.part.name}
                    </Link>
                    , <span className={r.mismatch.verdict === "wrong" ? "note-act" : ""}>{verdictOf(r)}</span>
                    {r.inferred.outliers.length > 0 && (
                      <span className="text-soft">
                        {" "}
                        ({r.inferred.outliers.map((i) => observationsOf(r.part)[i].thing).join(", ")} disagrees)
                      </span>
                    )}
                  </span>
                  {r.mismatch.verdict !== "fits" && (
                    <button
                      className="btn"
                      onClick={() => run("part.rescale", { partId: r.part.id, factor: r.part.factor * r.mismatch.factor })}
                    >
                      Print it at {r.mismatch.percent.toFixed(1)} %
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </Section>
          {pairs.length > 0 && (
            <Section title="Do not put these side by side">
              <ul>
                {pairs.slice(0, 8).map((p) => (
                  <li key={p.large.part.id + p.small.part.id} className="border-b border-rule py-1.5">
                    <span className="note-act">
                      ▲ {p.large.part.name} beside {p.small.part.name}:
                    </span>{" "}
                    {p.times.toFixed(2)} times as large as it should be. Keep them on separate boards, put the smaller one behind
                    {scene.secondary ? ` at ${formatRatio(scene.secondary.ratio)}` : ""}, or rescale one.
                  </li>
                ))}
              </ul>
            </Section>
          )}
        </>
      )}
      {unknown.length > 0 && rows.length > 0 && (
        <p className="mt-3 text-soft">
          Scale unknown:{" "}
          {unknown.slice(0, 12).map((p, i) => (
            <span key={p.id}>
              {i > 0 && ", "}
              <Link className="link" to={`/s/${scene.id}/parts/${p.id}/scale`}>
                {p.name}
              </Link>
            </span>
          ))}
          {unknown.length > 12 && ` and ${unknown.length - 12} more`}.
        </p>
      )}
    </Page>
  );
}
