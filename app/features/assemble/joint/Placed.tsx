/** Where the two stand together, drawn from the front and from above, and what is between them: gap or bite, along the way that one goes. */
import { useEffect, useState } from "react";
import { HOLDS, type Joint, type PairChecked, type Placing } from "~core/joint";
import { LIMITS, type Part } from "~core/project";
import { formatMm, readAsMm, type Result } from "~core/units";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { Section } from "~app/shared/Page";
import { useActions } from "~app/shared/scene";
import { useOutline } from "~app/shared/useSheet";
import { useWhole } from "~app/shared/useWhole";
import { meshSourceOf } from "~app/data/results.client";
import { Choice, ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";
import { Progress } from "~app/ui/progress";
import { runJob } from "~workers/client";

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
        <button className="btn mt-2" onClick={() => void set((p) => p)}>
          Use positions from the files
        </button>
      </Section>
    );
  return <Standing joint={j} place={j.place} a={a} b={b} set={set} forget={() => change(() => undefined)} />;
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
      <Checked joint={joint} place={place} a={a} b={b} />
      <div className="mt-2 flex flex-wrap gap-6">
        <Two
          view="front"
          place={place}
          a={a}
          b={b}
          onArrow={(across, up, fine) => void move(across === 0 ? 2 : 0, (across || up) * (fine ? FINE_MM : STEP_MM))}
        />
        <Two
          view="plan"
          place={place}
          a={a}
          b={b}
          onArrow={(across, up, fine) => void move(across === 0 ? 1 : 0, (across || up) * (fine ? FINE_MM : STEP_MM))}
        />
      </div>
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

type Answer =
  | { state: "checking"; share: number }
  | { state: "failed"; message: string }
  | { state: "open"; of: string }
  | { state: "done"; found: PairChecked };

function Checked({ joint, place, a, b }: { joint: Joint; place: Placing; a: Part; b: Part }) {
  const { run } = useActions();
  const asked = JSON.stringify([place, a.source, a.factor, b.source, b.factor]);
  const [answer, setAnswer] = useState<{ of: string; is: Answer } | null>(null);
  // What is asked is another where what it says is another, not where a row was read again.
  const [wanted, keep] = useState({ asked, place, a, b });
  if (wanted.asked !== asked) keep({ asked, place, a, b });
  useEffect(() => {
    const { asked, place, a, b } = wanted;
    const stop = new AbortController();
    const say = (is: Answer): void => {
      if (!stop.signal.aborted) setAnswer({ of: asked, is });
    };
    void (async () => {
      const sources = [await meshSourceOf(a), await meshSourceOf(b)] as const;
      for (const s of sources) if (!s.ok) return say({ state: "failed", message: s.problem.message });
      const [first, second] = sources;
      if (!first.ok || !second.ok) return;
      const done = await runJob(
        "pair",
        { a: first.value, aFactor: a.factor, b: second.value, bFactor: b.factor, place },
        { signal: stop.signal, onProgress: (share) => say({ state: "checking", share }) },
      );
      if (!done.ok) say({ state: "failed", message: done.problem.message });
      else if ("open" in done.value) say({ state: "open", of: done.value.open === "a" ? a.name : b.name });
      else say({ state: "done", found: done.value });
    })();
    return () => stop.abort();
  }, [wanted]);
  const is = answer?.of === asked ? answer.is : ({ state: "checking", share: 0 } as const);
  if (is.state === "checking")
    return (
      <p role="status" className="flex items-center gap-3 text-soft">
        Checking gap and overlap <Progress share={is.share} label="Checking gap and overlap" />
      </p>
    );
  if (is.state === "failed") return <p className="note-act">▲ {is.message}</p>;
  if (is.state === "open")
    return <p className="note-act">▲ {is.of} is not closed, so gap and overlap cannot be checked. Repair it at Parts, Mesh and walls.</p>;
  const { tightest, places } = is.found;
  const same = places.every((p) => p.biteMm3 === 0 && Math.abs((p.gapMm ?? 5) - (tightest.gapMm ?? 5)) < 0.005);
  const where = places.length === 1 ? "" : same ? ", all along its path" : `, ${Math.round(tightest.share * 100)} % along its path`;
  const bothMm = tightest.gapMm === null ? null : Math.round(tightest.gapMm * 200) / 100;
  const differs = bothMm !== null && HOLDS[joint.how] !== "glue" && Math.abs(bothMm - joint.widthMm) >= 0.02;
  return (
    <div data-testid="pair-verdict" aria-live="polite">
      {tightest.biteMm3 > 0 ? (
        <p className="note-act">
          ▲ They overlap{where}: {tightest.biteMm3 < 0.01 ? "under 0.01" : tightest.biteMm3.toFixed(2)} mm³, at about{" "}
          {tightest.biteAt!.map((v) => v.toFixed(1)).join(" / ")} mm in {b.name}. Move them apart, or redraw one.
        </p>
      ) : tightest.gapMm === null ? (
        <p>More than 5 mm apart{where}: they do not touch.</p>
      ) : (
        <p className="font-semibold">
          {formatMm(Math.round(tightest.gapMm * 100) / 100)} between them at the tightest point{where}, from the files.
        </p>
      )}
      {differs && (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          The joint says {formatMm(joint.widthMm)} on both sides together; the files leave {formatMm(bothMm)}.
          <button
            className="btn"
            onClick={() => void run("list.set", { list: "scene.joints", key: joint.id, change: { widthMm: bothMm } })}
          >
            Take {formatMm(bothMm)}
          </button>
        </p>
      )}
      {places.length > 1 && <Way places={places} />}
    </div>
  );
}

/** The room along the way, as a strip. */
function Way({ places }: { places: PairChecked["places"] }) {
  const most = Math.max(0.1, ...places.map((p) => p.gapMm ?? 5));
  return (
    <svg width={places.length * 34 + 4} height={64} role="img" aria-label="Room along the path">
      {places.map((p, i) => {
        const high = p.biteMm3 > 0 ? 44 : 4 + (40 * (p.gapMm ?? 5)) / most;
        return (
          <g key={p.share}>
            <rect
              x={2 + i * 34}
              y={48 - high}
              width={28}
              height={high}
              fill={p.biteMm3 > 0 ? "var(--act)" : "var(--board)"}
              stroke="var(--ink)"
              strokeWidth={1}
            />
            <text x={16 + i * 34} y={61} fontSize="11" textAnchor="middle" fill="var(--soft)">
              {p.biteMm3 > 0 ? "overlap" : p.gapMm === null ? "> 5" : p.gapMm.toFixed(2)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const WIDE = 320,
  HIGH = 220;

/** Lowest corner of a part's file at its size, as the view sees it. */
const lowOf = (p: Part, k: number): number => (p.source.kind === "mesh" ? p.source.report.bounds.min[k] * p.factor : 0);

/** Both outlines, one over the other. */
function Two({
  view,
  place,
  a,
  b,
  onArrow,
}: {
  view: "front" | "plan";
  place: Placing;
  a: Part;
  b: Part;
  onArrow: (across: number, up: number, fine: boolean) => void;
}) {
  const [first, second] = [useOutline(a), useOutline(b)].map((s) => s?.views.find((v) => v.name === view));
  const up = view === "front" ? 2 : 1;
  // A quarter turn shows another side: its box stands for it then.
  const turned = place.turnDeg % 180 !== 0;
  if (!first || !second) return <p className="text-soft">Drawing.</p>;
  const at = [0, up].map((k) => lowOf(a, k) + place.atMm[k] * b.factor - lowOf(b, k));
  const [wideA, highA] = [first.widthMm, first.heightMm];
  const low = [Math.min(0, at[0]), Math.min(0, at[1])],
    high = [Math.max(second.widthMm, at[0] + wideA), Math.max(second.heightMm, at[1] + highA)];
  const s = Math.min((WIDE - 12) / Math.max(1e-6, high[0] - low[0]), (HIGH - 12) / Math.max(1e-6, high[1] - low[1]));
  const x = (mm: number): number => 6 + (mm - low[0]) * s;
  const y = (mm: number): number => HIGH - 6 - (mm - low[1]) * s;
  return (
    <figure>
      <svg
        width={WIDE}
        height={HIGH}
        role="application"
        tabIndex={0}
        aria-label={`${a.name} in ${b.name}, ${view === "front" ? "from the front" : "from above"}: arrows move it`}
        onKeyDown={(e) => {
          const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
          if (!d) return;
          e.preventDefault();
          onArrow(d[0], d[1], e.shiftKey);
        }}
      >
        <path d={segmentsPath(second.outline, { x: x(0), y: y(0) }, s)} fill="none" stroke="var(--soft)" strokeWidth="1.3" />
        {turned ? (
          <rect
            x={x(at[0])}
            y={y(at[1] + highA)}
            width={wideA * s}
            height={highA * s}
            fill="none"
            stroke="var(--ink)"
            strokeDasharray="5 3"
          />
        ) : (
          <path d={segmentsPath(first.outline, { x: x(at[0]), y: y(at[1]) }, s)} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
        )}
      </svg>
      <figcaption className="text-sm text-soft">{view === "front" ? "from the front" : "from above"}</figcaption>
    </figure>
  );
}
