/** The part's own scale: two picked points and a known thing between them, more of them, and what follows from it. */
import { lazy, Suspense, useMemo, useState } from "react";
import { fail, formatMm, formatReal, ok, parseLength, readAsMm, type Result } from "~core/units";
import { impliedScale, observationsOf, partSizeMm, thinWalls, type Part, type Sighting } from "~core/project";
import {
  contradicting,
  DETAIL_FLOORS,
  fitAfter,
  formatRatio,
  holdsFloor,
  inferRatio,
  PROCESS_FITS,
  ratioRange,
  REAL_THINGS,
  type Mismatch,
  type RealThing,
} from "~core/scale";
import { HOUSE_TOLERANCE } from "~core/subject";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { verdictOf } from "~core/look";
import { parseOwnThing, readAsThing } from "~app/shared/scaleParsing";
import { Choice, ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { PartLeaves } from "../PartLeaves";
import { PickSheet, type PickedSpan } from "./PickSheet";
import type { Picked } from "~app/shared/turntable/turntableScene";
import { useSheet } from "~app/shared/useSheet";
import { SheetWaits } from "~app/shared/SheetWaits";
import { Sideways } from "~app/ui/sideways";
import { usePart } from "~app/shared/part";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

const parseModelLength = (text: string): Result<number> => {
  const r = parseLength(text, "mm");
  return r.ok ? (r.value.mm > 0 ? ok(r.value.mm) : fail("length", "Enter a length above zero.")) : r;
};

const rangeText = (low: number, high: number): string => (low === high ? formatReal(low) : `${formatReal(low)} to ${formatReal(high)}`);

export default function PartScalePage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const { run } = useActions();
  const implied = impliedScale(part, scene);
  return (
    <Page
      title={part.name}
      sub={implied ? verdictOf(implied) : "scale not known yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "its own", value: implied ? `${formatRatio(implied.inferred.low)} to ${formatRatio(implied.inferred.high)}` : "unknown" },
      ]}
    >
      <PartLeaves part={part} />
      <Picker part={part} onAdd={(s) => void run("list.add", { list: "part.sightings", of: part.id, items: [s] })} />
      {observationsOf(part).length > 0 && (
        <Section title="What the known sizes say">
          <Sightings part={part} onRemove={(key) => void run("list.drop", { list: "part.sightings", of: part.id, keys: [key] })} />
        </Section>
      )}
      {implied && (
        <Section
          title={
            implied.mismatch.verdict === "fits"
              ? `${formatRatio(implied.inferred.ratio)}: fits in a ${formatRatio(scene.scale.ratio)} scene`
              : `${formatRatio(implied.inferred.ratio)}: ${Math.abs(implied.mismatch.off * 100).toFixed(0)} % too ${implied.mismatch.off > 0 ? "large" : "small"} for ${formatRatio(scene.scale.ratio)}`
          }
          aside={
            <Why
              of="Own scale"
              reasons={{
                formula:
                  "ratio = real size ÷ size on the model, as a range; overlapping ranges are intersected, the rest are listed as outliers; per cent = current per cent × its ratio ÷ the scene’s ratio",
                inputs: observationsOf(part).map((o) => ({
                  name: o.thing,
                  value: `${rangeText(o.lowRealMm, o.highRealMm)} on ${formatMm(o.modelMm)}: ${formatRatio(ratioRange(o).low)} to ${formatRatio(ratioRange(o).high)}`,
                })),
                assumptions: [{ text: "Allows two per cent for picking on bevelled edges.", kind: "practice" }],
              }}
            />
          }
        >
          <BeforeAfter part={part} of={implied.mismatch} />
        </Section>
      )}
    </Page>
  );
}

function Picker({ part, onAdd }: { part: Part; onAdd: (s: Sighting) => void }) {
  const project = useProject();
  const { scene } = project;
  const state = useSheet(part);
  const [on, setOn] = useState<"sheet" | "turntable">("sheet");
  const [span, setSpan] = useState<PickedSpan | null>(null);
  const [picked, setPicked] = useState<Picked[]>([]);
  const [typed, setTyped] = useState<number | null>(null);
  const [reading, setReading] = useState<Result<number> | null>(null);
  const [thing, setThing] = useState("a door leaf");
  const things = useMemo(() => [...scene.ownThings, ...REAL_THINGS], [scene.ownThings]);
  const marks = useMemo(() => picked.map((p) => p.at), [picked]);
  const fromSheet = span?.points.length === 2 ? Math.hypot(span.points[0].u - span.points[1].u, span.points[0].v - span.points[1].v) : null;
  const fromTable = picked.length === 2 ? Math.hypot(...[0, 1, 2].map((k) => picked[0].at[k] - picked[1].at[k])) : null;
  const said = reading?.ok ? reading.value : typed;
  // What is typed and cannot be read is no length, and what was picked before is not meant.
  const modelMm = reading && !reading.ok ? null : (said ?? (on === "sheet" ? fromSheet : fromTable));
  const chosen = things.find((t) => t.name === thing) ?? things[0];
  const add = (t: RealThing): void => {
    if (modelMm === null || !(modelMm > 0)) return;
    onAdd({
      id: newId(),
      thing: t.name.slice(0, 120),
      lowRealMm: t.low,
      highRealMm: t.high,
      fileMm: modelMm / part.factor,
      how: said === null ? "picked" : "typed",
    });
    setSpan(null);
    setPicked([]);
    setTyped(null);
  };
  return (
    <div className="mt-3 grid gap-6 desk:grid-cols-[minmax(0,1.7fr)_minmax(18rem,1fr)]">
      <div>
        <div className="mb-2 flex gap-2" role="group" aria-label="Where to pick">
          {(["sheet", "turntable"] as const).map((w) => (
            <button key={w} className={`btn ${on === w ? "btn-solid" : ""}`} aria-pressed={on === w} onClick={() => setOn(w)}>
              On the {w}
            </button>
          ))}
        </div>
        {on === "turntable" ? (
          <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
            <Turntable
              of={part}
              className="h-[360px]"
              marks={marks}
              joined
              onPick={(p) => {
                setTyped(null);
                setPicked((before) => (before.length === 1 ? [...before, p] : [p]));
              }}
            />
          </Suspense>
        ) : state.sheet ? (
          <PickSheet
            sheet={state.sheet}
            span={span}
            onSpan={(s) => {
              setTyped(null);
              setSpan(s);
            }}
          />
        ) : (
          <SheetWaits state={state} />
        )}
      </div>
      <div>
        <h2 className="text-xl">{modelMm === null ? "Pick two points, or type a length" : `${formatMm(modelMm)} on the model`}</h2>
        {modelMm !== null && (
          <p className="text-soft" data-testid="span-real">
            {formatReal(modelMm * scene.scale.ratio)} if it is {formatRatio(scene.scale.ratio)}
          </p>
        )}
        <ParsedField
          className="mt-2"
          label="Length on the model now"
          text={typed === null ? "" : formatMm(typed)}
          placeholder="36.3 mm"
          parse={parseModelLength}
          readAs={readAsMm}
          onReading={setReading}
          onCommit={setTyped}
        />
        <Choice
          className="mt-2"
          label="What it measures"
          value={chosen.name}
          onChange={setThing}
          options={things.map((t) => ({ value: t.name, label: `${t.name}, ${t.measure}: ${rangeText(t.low, t.high)}` }))}
        />
        <p className="mt-1 text-sm text-soft">{chosen.source}</p>
        <button className="btn btn-solid mt-2" disabled={modelMm === null} onClick={() => add(chosen)}>
          {modelMm === null ? "Add" : `Add: ${formatRatio(Math.sqrt(chosen.low * chosen.high) / modelMm)}`}
        </button>
        <ParsedField
          className="mt-3"
          label="or something else whose size you know"
          text=""
          placeholder="lock gate = 4 to 4.5 m"
          parse={(t) => (modelMm === null ? fail("pick", "Pick two points or type a length first.") : parseOwnThing(t))}
          readAs={readAsThing}
          onCommit={add}
        />
      </div>
    </div>
  );
}

function Sightings({ part, onRemove }: { part: Part; onRemove: (id: string) => void }) {
  // What was picked comes first, then its own doorway where that agrees with something.
  const observations = observationsOf(part);
  const outliers = inferRatio(observations)?.outliers ?? [];
  const contradict = contradicting(observations);
  return (
    <>
      {contradict.length > 0 && (
        <p role="alert" className="note-act mb-2">
          ▲{" "}
          {contradict
            .map(
              (i) =>
                `${observations[i].thing} says ${formatRatio(ratioRange(observations[i]).low)} to ${formatRatio(ratioRange(observations[i]).high)}`,
            )
            .join("; ")}
          . They contradict each other, so no scale can be worked out. Remove the wrong one.
        </p>
      )}
      <Sideways label="Known sizes used">
        <table className="plain">
          <thead>
            <tr>
              <th>Thing</th>
              <th>Real</th>
              <th>On the model</th>
              <th>Scale</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {observations.map((o, i) => {
              const picked = part.sightings.at(i);
              const r = ratioRange(o);
              const outlier = outliers.includes(i) || contradict.includes(i);
              return (
                <tr key={picked?.id ?? o.thing}>
                  <td className={outlier ? "note-act" : "font-semibold"}>
                    {outlier && "▲ "}
                    {o.thing}
                  </td>
                  <td className="text-real">{rangeText(o.lowRealMm, o.highRealMm)}</td>
                  <td>
                    {formatMm(o.modelMm)}, {picked?.how ?? "found in the walls"}
                  </td>
                  <td>
                    {formatRatio(r.low)} to {formatRatio(r.high)}
                    {outliers.includes(i) && <span className="note-act">, disagrees with the others</span>}
                  </td>
                  <td>
                    {picked && (
                      <button className="btn-text" onClick={() => onRemove(picked.id)} aria-label={`Remove ${o.thing}`}>
                        remove
                      </button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Sideways>
    </>
  );
}

/** What happens to the part at the per cent that would bring it to the scene's scale. */
function BeforeAfter({ part, of }: { part: Part; of: Mismatch }) {
  const project = useProject();
  const { factor: by, percent } = of;
  const { scene } = project;
  const { run } = useActions();
  const size = partSizeMm(part);
  const text = (s: readonly number[]): string => `${s.map((v) => formatMm(v).replace(" mm", "")).join(" × ")} mm`;
  const processes = [...new Set(scene.printers.map((p) => p.process))];
  const rows: { what: string; now: string; then: string; act: boolean }[] = [
    { what: "size", now: text(size), then: text(size.map((v) => v * by)), act: false },
    ...processes.flatMap((process) => {
      const word = process === "fdm" ? "filament" : "resin";
      const now = thinWalls(part, scene, process),
        then = thinWalls(part, scene, process, part.factor * by);
      const fit = fitAfter(PROCESS_FITS[process].slideMm, by, process);
      const ribMm = DETAIL_FLOORS.find((f) => f.short === "rib")!.mm[process];
      return [
        {
          what: `finest rib today that ${word} can print`,
          now: formatMm(ribMm),
          then: `${formatMm(ribMm / by)}${by < 1 ? ": finer ribs are lost" : ""}`,
          act: false,
        },
        ...(now && then
          ? [
              {
                what: `thinnest wall (${word} needs ${formatMm(then.floorMm)})`,
                now: formatMm(now.thinnestMm),
                then: formatMm(then.thinnestMm),
                act: !holdsFloor(then.thinnestMm, then.floorMm),
              },
            ]
          : []),
        {
          what: `sliding pegs and slots in ${word}`,
          now: `${formatMm(fit.nowMm)} gap`,
          then: `${formatMm(fit.thenMm)} gap${fit.verdict === "tight" ? `: take ${formatMm(fit.offsetMm)} off each face` : fit.verdict === "loose" ? ": rattles" : ""}`,
          act: fit.verdict !== "slides",
        },
      ];
    }),
    ...(part.measures.clipSlotMm !== null
      ? [
          {
            what: `clip slot${scene.house.clipSlotMm === null ? "" : ` (standard ${formatMm(scene.house.clipSlotMm)})`}`,
            now: formatMm(part.measures.clipSlotMm * part.factor),
            then: formatMm(part.measures.clipSlotMm * part.factor * by),
            act:
              scene.house.clipSlotMm !== null &&
              Math.abs(part.measures.clipSlotMm * part.factor * by - scene.house.clipSlotMm) > HOUSE_TOLERANCE.clipSlotMm,
          },
        ]
      : []),
  ];
  const same = Math.abs(by - 1) < 0.002;
  return (
    <>
      <Sideways label="Sizes at each scale">
        <table className="plain">
          <thead>
            <tr>
              <th>At this size</th>
              <th>now, {(part.factor * 100).toFixed(1)} %</th>
              <th>at {percent.toFixed(1)} %</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.what}>
                <td>{r.what}</td>
                <td className="whitespace-nowrap">{r.now}</td>
                <td className={r.act ? "note-act" : "font-semibold"}>
                  {r.act && "▲ "}
                  {r.then}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button
          className="btn btn-solid"
          disabled={same}
          onClick={() => run("part.rescale", { partId: part.id, factor: part.factor * by })}
        >
          Print it at {percent.toFixed(1)} %
        </button>
        <span className="text-soft">
          {of.percentHigh / of.percentLow > 1.005 &&
            `What is known leaves a range of ${of.percentLow.toFixed(0)} to ${of.percentHigh.toFixed(0)} %. `}
          Type {percent.toFixed(1)} % in your slicer, with the file at its original size{same ? ": this is the size it prints at now" : ""}.
        </span>
      </div>
    </>
  );
}
