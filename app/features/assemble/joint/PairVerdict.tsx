/** Gap or overlap of two parts where they stand, checked in a worker along the path that one of them moves. */
import { useEffect, useState } from "react";
import { HOLDS, type Joint, type PairChecked, type Placing } from "~core/joint";
import type { Part } from "~core/project";
import { formatMm } from "~core/units";
import { useActions } from "~app/shared/scene";
import { meshSourceOf } from "~app/data/results.client";
import { Progress } from "~app/ui/progress";
import { runJob } from "~workers/client";

type Answer =
  | { state: "checking"; share: number }
  | { state: "failed"; message: string }
  | { state: "open"; of: string }
  | { state: "done"; found: PairChecked };

export function PairVerdict({ joint, place, a, b }: { joint: Joint; place: Placing; a: Part; b: Part }) {
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
