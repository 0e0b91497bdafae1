/** Where two parts stand together and how one of them moves, if anybody says so. */
import { nearestOnPlan, placedOn, placingFromPlan } from "~core/ground";
import type { Joint, Placing } from "~core/joint";
import { geometryKey, LIMITS, type Part } from "~core/project";
import { formatMm, readAsMm, type Result } from "~core/units";
import { Section } from "~app/shared/Page";
import { footRequest } from "~core/results";
import { useResult } from "~app/data/results.client";
import { useActions, useProject } from "~app/shared/scene";
import { useWhole } from "~app/shared/useWhole";
import { ByFaces } from "./ByFaces";
import { PairVerdict } from "./PairVerdict";
import { TwoViews } from "./TwoViews";
import { Choice, ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";

const AS_IN_FILE: Placing = { atMm: [0, 0, 0], turnDeg: 0, travel: null };
/** One press of an arrow, and with Shift, mm. */
const STEP_MM = 0.5,
  FINE_MM = 0.1;

export function Placed({ joint: j, a, b }: { joint: Joint; a: Part; b: Part }) {
  const { run } = useActions();
  const change = useWhole(j.place, (place) => run("list.set", { list: "scene.joints", key: j.id, change: { place } }));
  const set = (said: (place: Placing) => Partial<Placing>): ReturnType<typeof change> =>
    change((now = AS_IN_FILE) => ({ ...now, ...said(now) }));
  if (!j.place)
    return (
      <Section title="Position">
        <p className="max-w-prose">
          Position not set, and not required. Set it to check gap and overlap between {a.name} and {b.name}, along the path that one of them
          moves.
        </p>
        <div className="mt-2 flex flex-wrap gap-2">
          <button className="btn" onClick={() => void set((p) => p)}>
            Use positions from the files
          </button>
          <FromPlan a={a} b={b} take={(place) => void set(() => place)} />
        </div>
        <ByFaces key={`${geometryKey(a)} ${geometryKey(b)}`} a={a} b={b} turnDeg={0} take={(place) => void set(() => place)} />
      </Section>
    );
  return <Standing joint={j} place={j.place} a={a} b={b} set={set} forget={() => change(() => undefined)} />;
}

/** Where both stand on one board of Ground, as their files do, that says it. */
function FromPlan({ a, b, take }: { a: Part; b: Part; take: (place: Placing) => void }) {
  const { scene } = useProject();
  const asked = (scene.standings ?? []).some((s) => s.partId === a.id) && (scene.standings ?? []).some((s) => s.partId === b.id);
  const [footA, footB] = [useResult(asked ? footRequest(a) : null), useResult(asked ? footRequest(b) : null)];
  if (footA.state !== "ready" || footB.state !== "ready" || [a, b].some((p) => (p.stands ?? "+z") !== "+z")) return null;
  const footOf = (partId: string) => (partId === a.id ? footA.value : partId === b.id ? footB.value : undefined);
  const all = [...placedOn(scene.standings ?? [], (s) => footOf(s.partId)).values()];
  const copies = (part: Part) =>
    all.flatMap((placed) =>
      placed && placed.standing.partId === part.id && placed.standing.leanDeg === 0 ? [{ placed, foot: footOf(part.id)! }] : [],
    );
  const pair = nearestOnPlan(copies(a), copies(b));
  return (
    pair && (
      <button className="btn" onClick={() => take(placingFromPlan(pair[0], pair[1], b.factor))}>
        As they stand on the plan
      </button>
    )
  );
}

function Standing({
  joint,
  place,
  a,
  b,
  set,
  forget,
}: {
  joint: Joint;
  place: Placing;
  a: Part;
  b: Part;
  set: (change: (place: Placing) => Partial<Placing>) => Promise<Result<unknown>>;
  forget: () => Promise<Result<unknown>>;
}) {
  const move = (axis: 0 | 1 | 2, mm: number): Promise<Result<unknown>> =>
    set((p) => ({ atMm: p.atMm.map((v, k) => (k === axis ? Math.round((v + mm) * 1000) / 1000 : v)) as Placing["atMm"] }));
  const { travel } = place;
  const parseAt = parseMmIn({ least: -LIMITS.placeMm, most: LIMITS.placeMm });
  return (
    <Section
      title="Position"
      aside={
        <button className="btn" onClick={() => void forget()}>
          Remove position
        </button>
      }
    >
      <PairVerdict joint={joint} place={place} a={a} b={b} />
      <div className="mt-2 flex flex-wrap gap-6">
        <TwoViews
          view="front"
          place={place}
          a={a}
          b={b}
          onArrow={(across, up, fine) => void move(across === 0 ? 2 : 0, (across || up) * (fine ? FINE_MM : STEP_MM))}
        />
        <TwoViews
          view="plan"
          place={place}
          a={a}
          b={b}
          onArrow={(across, up, fine) => void move(across === 0 ? 1 : 0, (across || up) * (fine ? FINE_MM : STEP_MM))}
        />
      </div>
      <ByFaces
        key={`${geometryKey(a)} ${geometryKey(b)}`}
        a={a}
        b={b}
        turnDeg={place.turnDeg}
        take={({ atMm, turnDeg }) => void set(() => ({ atMm, turnDeg }))}
      />
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {(["x", "y", "z"] as const).map((axis, k) => (
          <ParsedField
            key={axis}
            className="w-24"
            label={`${axis} in ${b.name}`}
            draftKey={`${joint.id} ${axis}`}
            text={formatMm(place.atMm[k])}
            parse={parseAt}
            readAs={readAsMm}
            onCommit={(mm) => set((p) => ({ atMm: p.atMm.map((v, i) => (i === k ? mm : v)) as Placing["atMm"] }))}
          />
        ))}
        <button className="btn" onClick={() => void set((p) => ({ turnDeg: (p.turnDeg + 90) % 360 }))}>
          Quarter turn
        </button>
        <Choice
          className="w-48"
          label="Movement"
          value={travel === null ? "" : `${travel.kind} ${travel.kind === "slides" ? travel.along : travel.about}`}
          onChange={(value: string) => {
            const [kind, axis] = value.split(" ") as ["slides" | "turns" | "", "x" | "y" | "z"];
            void set(() => ({
              travel: kind === "" ? null : kind === "slides" ? { kind, along: axis, byMm: 20 } : { kind, about: axis, byDeg: 90 },
            }));
          }}
          options={[
            { value: "", label: "fixed" },
            ...(["x", "y", "z"] as const).map((axis) => ({ value: `slides ${axis}`, label: `slides along ${axis}` })),
            ...(["x", "y", "z"] as const).map((axis) => ({ value: `turns ${axis}`, label: `turns about ${axis}` })),
          ]}
        />
        {travel?.kind === "slides" && (
          <ParsedField
            className="w-24"
            label="Distance"
            draftKey={`${joint.id} by`}
            text={formatMm(travel.byMm)}
            parse={parseAt}
            readAs={readAsMm}
            onCommit={(byMm) => set(() => ({ travel: { ...travel, byMm } }))}
          />
        )}
        {travel?.kind === "turns" && (
          <ParsedField
            className="w-24"
            label="Angle, °"
            draftKey={`${joint.id} deg`}
            text={String(travel.byDeg)}
            parse={parseNumberIn({ least: -360, most: 360 })}
            onCommit={(byDeg) => set(() => ({ travel: { ...travel, byDeg } }))}
          />
        )}
      </div>
      <p className="mt-1 text-sm text-soft">
        Arrows on a drawing move {a.name} by {STEP_MM} mm, with Shift by {FINE_MM} mm. From the files alone, without print tolerance or
        paint.
      </p>
    </Section>
  );
}
