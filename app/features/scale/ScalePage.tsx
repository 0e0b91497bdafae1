/** The scale desk: the ratio the scene settles on, what it leaves open, any length both ways, what the eye sees, which details hold. */
import { useState } from "react";
import { formatMm, formatReal, ok, readAsMm, type Result } from "~core/units";
import {
  arcMinuteMm,
  describeScale,
  figureHeightMm,
  figureScale,
  formatRatio,
  parseScale,
  RAILWAY_SCALES,
  railwayScale,
  REAL_THINGS,
  STATURES_MM,
  VIEWING_DISTANCES,
  type FigureSchool,
  type RealThing,
  type Scale,
} from "~core/scale";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseName } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { DetailTable } from "./DetailTable";
import { LengthDesk } from "./LengthDesk";
import { parseDistance, parseOwnThing, readAsThing } from "~app/shared/scaleParsing";
import { RatioBand } from "./RatioBand";
import { ScaleLeaves } from "./ScaleLeaves";
import { Sideways } from "~app/ui/sideways";

/** An empty field means none. */
const parseSecondary = (text: string): Result<number | null> => {
  if (!text.trim() || /^none$/i.test(text.trim())) return ok(null);
  const scale = parseScale(text);
  return scale.ok ? ok(scale.value.ratio) : scale;
};

const scaleText = (scale: Scale): string =>
  scale.kind === "figure" ? `${scale.figureMm} mm` : scale.kind === "railway" ? (scale.railway ?? "") : formatRatio(scale.ratio);

function subOf(scale: Scale): string {
  if (scale.kind === "figure")
    return `${scale.figureMm} mm figures, foot to ${scale.school}, person of ${formatReal(scale.statureMm ?? 0)}`;
  const railway = RAILWAY_SCALES.find((r) => r.name === scale.railway);
  return railway ? `scale ${railway.name}, track ${formatMm(railway.gaugeMm)}: ${railway.source}` : "an exact ratio";
}

export default function ScalePage() {
  const project = useProject();
  const { scene } = project;
  const { scale, secondary } = scene;
  const { run } = useActions();
  const settle = (next: Scale) => run("scene.scale", { scale: next });
  const eye = arcMinuteMm(scene.viewingDistanceMm);
  return (
    <Page
      title={`${formatRatio(scale.ratio)}`}
      sub={subOf(scale)}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scale) },
        { label: "seen from", value: formatMm(scene.viewingDistanceMm) },
      ]}
    >
      <ScaleLeaves />
      <div className="mt-3 grid items-start gap-3 tab:grid-cols-2 desk:grid-cols-5">
        <ParsedField
          label="Scene"
          text={scene.name}
          parse={parseName}
          onCommit={(name) => run("field.set", { of: "scene", change: { name: name } })}
        />
        <ParsedField
          label="Scale: figure, ratio or railway"
          text={scaleText(scale)}
          placeholder="28 mm, 1:64, H0, 4 mm to the foot"
          parse={parseScale}
          readAs={describeScale}
          onCommit={settle}
        />
        {scale.kind === "figure" ? (
          <>
            <Choice
              label="Measured from foot to"
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
        ) : (
          <Choice
            className="desk:col-span-2"
            label="or a standard railway scale"
            value={scale.railway ?? ""}
            onChange={(name) => {
              const railway = RAILWAY_SCALES.find((r) => r.name === name);
              if (railway) settle(railwayScale(railway));
            }}
            options={[
              { value: "", label: "none" },
              ...RAILWAY_SCALES.map((r) => ({ value: r.name, label: `${r.name}, ${formatRatio(r.ratio)}, ${formatMm(r.gaugeMm)} track` })),
            ]}
          />
        )}
        <ParsedField
          label="Second scale, for the background"
          text={secondary ? formatRatio(secondary.ratio) : ""}
          placeholder="none; 1:72"
          parse={parseSecondary}
          readAs={(n) => (n === null ? "none" : formatRatio(n))}
          onCommit={(ratio) =>
            run("field.set", {
              of: "scene",
              change: { secondary: ratio === null ? null : { ratio, use: secondary?.use ?? "forced perspective" } },
            })
          }
        />
      </div>
      {secondary && <SecondaryWords />}
      <div className="mt-2 flex flex-wrap gap-2">
        {VIEWING_DISTANCES.map((d) => (
          <button
            key={d.id}
            className="btn"
            aria-pressed={scene.viewingDistanceMm === d.mm}
            disabled={scene.viewingDistanceMm === d.mm}
            onClick={() => run("field.set", { of: "scene", change: { viewingDistanceMm: d.mm } })}
          >
            {d.label}, {formatMm(d.mm)}
          </button>
        ))}
        <ParsedField
          className="w-28"
          hideLabel
          label="Seen from"
          text={formatMm(scene.viewingDistanceMm)}
          parse={parseDistance}
          readAs={readAsMm}
          onCommit={(viewingDistanceMm) => run("field.set", { of: "scene", change: { viewingDistanceMm: viewingDistanceMm } })}
        />
        <span className="self-center text-soft">
          At that distance the eye resolves {formatMm(eye)}: {formatReal(eye * scale.ratio)} in real life.
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
      <Section title="Convert a length">
        <LengthDesk ratio={scale.ratio} secondary={secondary?.ratio ?? null} own={scene.ownThings} />
      </Section>
      <Section title={scale.kind === "figure" ? "Range of the figure size" : "Scales near it"}>
        <RatioBand scale={scale} secondary={secondary?.ratio ?? null} />
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="Known things at this scale">
          <KnownThings />
        </Section>
        <Section title="Details that print, drown or are lost">
          <DetailTable ratio={scale.ratio} processes={[...new Set(scene.printers.map((p) => p.process))]} />
        </Section>
      </div>
    </Page>
  );
}

function SecondaryWords() {
  const project = useProject();
  const { scene } = project;
  const { run } = useActions();
  const secondary = scene.secondary!;
  const further = secondary.ratio / scene.scale.ratio;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <Choice
        className="w-52"
        hideLabel
        label="What the second scale is for"
        value={secondary.use}
        onChange={(use) => run("field.set", { of: "scene", change: { secondary: { ...secondary, use } } })}
        options={[
          { value: "forced perspective", label: "forced perspective" },
          { value: "background", label: "background only" },
        ]}
      />
      <p className="text-soft">
        Background objects are {(100 / further).toFixed(0)} % of their foreground size.{" "}
        {further > 1
          ? `Seen from ${formatMm(scene.viewingDistanceMm)} they appear ${formatReal(scene.viewingDistanceMm * (further - 1) * scene.scale.ratio)} further back than they are.`
          : "The background is larger than the foreground, so the depth effect is reversed."}
      </p>
    </div>
  );
}

const SHOWN = [
  "a door leaf",
  "a stair riser",
  "a brick course",
  "a handrail",
  "a steel drum",
  "the side of a pallet",
  "a two-storey eave",
  "a standing person",
];

function KnownThings() {
  const project = useProject();
  const { scene } = project;
  const { scale, secondary } = scene;
  const { run } = useActions();
  const [all, setAll] = useState(false);
  const things = [...scene.ownThings, ...(all ? REAL_THINGS : REAL_THINGS.filter((t) => SHOWN.includes(t.name)))];
  const add = (thing: RealThing) => run("list.add", { list: "things", items: [thing] });
  return (
    <>
      <Sideways label="Things at this scale">
        <table className="plain">
          <thead>
            <tr>
              <th>Thing</th>
              <th>Real</th>
              <th>Model</th>
              {secondary && <th>Behind</th>}
              <th>
                <span className="sr-only">Source or remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {things.map((t, i) => (
              <tr key={`${t.name} ${i}`}>
                <td>{t.name.replace(/^(a|the) /, "")}</td>
                <td className="text-real" title={t.measure}>
                  {t.low === t.high ? formatReal(t.mm) : `${formatReal(t.low)} to ${formatReal(t.high)}`}
                </td>
                <td className="font-semibold">{formatMm(t.mm / scale.ratio)}</td>
                {secondary && <td>{formatMm(t.mm / secondary.ratio)}</td>}
                <td className="text-right">
                  {i < scene.ownThings.length ? (
                    <button className="btn-text" onClick={() => void run("list.drop", { list: "things", keys: [t.name] })}>
                      remove
                    </button>
                  ) : (
                    <Why
                      of={t.name}
                      word="source"
                      reasons={{
                        formula: `${t.measure} ÷ ${scale.ratio.toFixed(2)}`,
                        inputs: [],
                        assumptions: [{ text: t.measure, kind: t.kind, source: t.source }],
                      }}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <button className="btn" onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? "Show common ones only" : `Show all ${REAL_THINGS.length} known things`}
        </button>
        <ParsedField
          className="min-w-56 flex-1"
          label="Add a known thing"
          text=""
          placeholder="sluice handwheel = 60 cm"
          parse={parseOwnThing}
          readAs={readAsThing}
          onCommit={add}
        />
      </div>
      <p className="mt-2 text-soft">For comparison, a figure is {formatMm(figureHeightMm(scale))} from foot to crown.</p>
    </>
  );
}
