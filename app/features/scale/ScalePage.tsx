/** Scale: the ratio the scene settles on, what it leaves open, what the eye sees, and which real details each process holds. */
import { scaleLog } from "d3";
import { formatMm, formatReal, parseLength, type Result, ok, fail } from "~core/measure";
import type { Project } from "~core/project";
import {
  arcMinuteMm,
  describeScale,
  EYE_SHARE,
  figureHeightMm,
  figureRatio,
  figureRatioRange,
  figureScale,
  formatRatio,
  judgeFeature,
  RAILWAY_SCALES,
  REAL_FEATURES,
  REAL_THINGS,
  STATURES_MM,
  VIEWING_DISTANCES,
  type FigureSchool,
  type Process,
  type Scale,
} from "~core/scale";
import { Page, Section } from "~app/features/frame/Page";
import { useActions } from "~app/features/frame/scene";
import { parseScale } from "~app/features/parts/ScaleQuestion";
import { Choice, ParsedField, parseName } from "~app/ui/field";
import { useWidth } from "~app/ui/useWidth";
import { Why } from "~app/ui/why";

const parseDistance = (text: string): Result<number> => {
  const r = parseLength(text, "m");
  if (!r.ok) return r;
  return r.value.mm >= 50 && r.value.mm <= 20000 ? ok(r.value.mm) : fail("distance", "Between 5 cm and 20 m.");
};

export function ScalePage({ project }: { project: Project }) {
  const { scene } = project;
  const { scale } = scene;
  const { run } = useActions();
  const settle = (next: Scale): void => run("scene.scale", { scale: next });
  const eye = arcMinuteMm(scene.viewingDistanceMm);
  return (
    <Page
      title={`${formatRatio(scale.ratio)}`}
      sub={
        scale.kind === "figure"
          ? `${scale.figureMm} mm figures, foot to ${scale.school}, person of ${formatReal(scale.statureMm ?? 0)}`
          : "an exact ratio"
      }
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scale) },
        { label: "seen from", value: formatMm(scene.viewingDistanceMm) },
      ]}
    >
      <div className="mt-3 grid items-end gap-3 tab:grid-cols-2 desk:grid-cols-5">
        <ParsedField label="Scene" text={scene.name} parse={parseName} onCommit={(name) => run("scene.set", { name })} />
        <ParsedField
          label="Scale: a figure, or a ratio"
          text={scale.kind === "figure" ? `${scale.figureMm} mm` : formatRatio(scale.ratio)}
          parse={parseScale}
          onCommit={settle}
        />
        {scale.kind === "figure" && (
          <>
            <Choice
              label="Counted from the foot to"
              value={scale.school ?? "eye"}
              onChange={(school: FigureSchool) => settle(figureScale(scale.figureMm!, school, scale.statureMm))}
              options={[
                { value: "eye", label: "the eye" },
                { value: "crown", label: "the crown" },
              ]}
            />
            <Choice
              label="of a person of"
              value={String(scale.statureMm ?? STATURES_MM[0].mm)}
              onChange={(mm) => settle(figureScale(scale.figureMm!, scale.school, Number(mm)))}
              options={STATURES_MM.map((s) => ({ value: String(s.mm), label: s.label }))}
            />
          </>
        )}
        <ParsedField
          label="Seen from"
          text={formatMm(scene.viewingDistanceMm)}
          parse={parseDistance}
          onCommit={(viewingDistanceMm) => run("scene.set", { viewingDistanceMm })}
        />
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        {VIEWING_DISTANCES.map((d) => (
          <button
            key={d.id}
            className="btn"
            aria-pressed={scene.viewingDistanceMm === d.mm}
            disabled={scene.viewingDistanceMm === d.mm}
            onClick={() => run("scene.set", { viewingDistanceMm: d.mm })}
          >
            {d.label}, {formatMm(d.mm)}
          </button>
        ))}
        <span className="self-center text-soft">
          There the eye resolves {formatMm(eye)}: {formatReal(eye * scale.ratio)} in real life.
        </span>
        <Why
          of="What the eye resolves"
          reasons={{
            formula: "distance × tan(1/60°)",
            inputs: [{ name: "distance", value: formatMm(scene.viewingDistanceMm) }],
            assumptions: [{ text: "Decimal acuity 1.0 is a gap of one minute of arc.", kind: "published", source: "ISO 8596:2017" }],
          }}
        />
      </div>
      <Section title="What the figure leaves open">
        <RatioBand scale={scale} />
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="Known things at this scale">
          <table className="plain">
            <thead>
              <tr>
                <th>Thing</th>
                <th>Real</th>
                <th>Model</th>
              </tr>
            </thead>
            <tbody>
              {REAL_THINGS.filter((t) =>
                [
                  "a door leaf",
                  "a stair riser",
                  "a brick course",
                  "a handrail",
                  "a steel drum",
                  "the side of a pallet",
                  "a two-storey eave",
                  "a standing person",
                ].includes(t.name),
              ).map((t) => (
                <tr key={t.name} title={`${t.measure}: ${t.source}`}>
                  <td>{t.name.replace(/^(a|the) /, "")}</td>
                  <td className="text-real">{formatReal(t.mm)}</td>
                  <td className="font-semibold">{formatMm(t.mm / scale.ratio)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-soft">
            Beside it stands a figure of {formatMm(figureHeightMm(scale))} from foot to crown. Any other length: press / and type.
          </p>
        </Section>
        <Section title="Details that hold, and that vanish">
          <table className="plain">
            <thead>
              <tr>
                <th>Detail</th>
                <th>Model</th>
                <th>Filament</th>
                <th>Resin</th>
              </tr>
            </thead>
            <tbody>
              {REAL_FEATURES.map((f) => (
                <tr key={f.name} title={f.source}>
                  <td>
                    {f.name}, {formatReal(f.realMm)}
                  </td>
                  <td className="font-semibold">{formatMm(f.realMm / scale.ratio)}</td>
                  {(["fdm", "resin"] as Process[]).map((p) => {
                    const v = judgeFeature(f.realMm, scale.ratio, f.floor, p);
                    return (
                      <td key={p} className={v.prints ? "" : "text-soft"}>
                        {v.prints ? "holds" : <>vanishes; ×{v.exaggeration.toFixed(1)} holds</>}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-sm text-soft">
            Least sizes after primer: common practice, no source. Your own test ladder replaces them.
          </p>
        </Section>
      </div>
    </Page>
  );
}

/** The range of ratios that a figure's height allows, with the standard scales near it, on a logarithmic line. */
function RatioBand({ scale }: { scale: Scale }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const figureMm = scale.figureMm ?? figureHeightMm(scale) * EYE_SHARE;
  const range = scale.kind === "figure" ? figureRatioRange(figureMm) : { low: scale.ratio, high: scale.ratio };
  const x = scaleLog([Math.min(range.low, scale.ratio) * 0.72, Math.max(range.high, scale.ratio) * 1.4], [10, Math.max(20, width - 10)]);
  const [low, high] = x.domain();
  const marks = [
    ...RAILWAY_SCALES.map((r) => ({ name: r.name, ratio: r.ratio })),
    ...[24, 32, 35, 48, 50, 56, 60, 72, 76, 100, 144].map((n) => ({ name: `1:${n}`, ratio: n })),
  ]
    .filter((m) => m.ratio > low && m.ratio < high)
    .sort((a, b) => a.ratio - b.ratio);
  const ends = [-Infinity, -Infinity, -Infinity];
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height="118"
          role="img"
          aria-label={`The scene settles on ${formatRatio(scale.ratio)}, within ${formatRatio(range.low)} to ${formatRatio(range.high)}`}
        >
          {scale.kind === "figure" && (
            <rect
              x={x(range.low)}
              y="30"
              width={x(range.high) - x(range.low)}
              height="16"
              fill="none"
              stroke="var(--real)"
              strokeWidth="1.3"
            />
          )}
          {scale.kind === "figure" && (
            <text x={x(range.low)} y="22" fontSize="14" fill="var(--real)">
              {scale.figureMm} mm may mean {formatRatio(range.low)} to {formatRatio(range.high)}
            </text>
          )}
          {scale.kind === "figure" &&
            STATURES_MM.flatMap((s) =>
              (["eye", "crown"] as const).map((school) => (
                <line
                  key={s.id + school}
                  x1={x(figureRatio(figureMm, school, s.mm))}
                  x2={x(figureRatio(figureMm, school, s.mm))}
                  y1="34"
                  y2="42"
                  stroke="var(--real)"
                />
              )),
            )}
          <line x1="10" x2={width - 10} y1="52" y2="52" stroke="var(--ink)" strokeWidth="1.3" />
          {marks.map((m) => {
            const w = m.name.length * 7 + 10;
            const row = ends.findIndex((e) => e < x(m.ratio) - w / 2);
            if (row < 0) return <line key={m.name} x1={x(m.ratio)} x2={x(m.ratio)} y1="52" y2="58" stroke="var(--ink)" />;
            ends[row] = x(m.ratio) + w / 2;
            return (
              <g key={m.name}>
                <line x1={x(m.ratio)} x2={x(m.ratio)} y1="52" y2={60 + row * 16} stroke="var(--rule)" />
                <text x={x(m.ratio)} y={72 + row * 16} fontSize="13" textAnchor="middle" fill="var(--soft)">
                  {m.name}
                </text>
              </g>
            );
          })}
          <path d={`M${x(scale.ratio)} 52l-6 -10h12z`} fill="var(--act)" />
          <text
            x={x(scale.ratio) + 9}
            y="44"
            fontSize="14"
            fontWeight="600"
            fill="var(--act)"
            stroke="var(--paper)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {formatRatio(scale.ratio)}
          </text>
        </svg>
      )}
    </div>
  );
}
