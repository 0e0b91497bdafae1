/** All that stands on a board, coloured by where weather and use would mark it, and what is marked most. */
import { lazy, Suspense, useMemo, useState } from "react";
import { leaning } from "~core/mesh";
import { WEATHER, type WeatherPlace, type WindFrom } from "~core/paint";
import { geometryKey } from "~core/project";
import { formatRatio } from "~core/scale";
import { formatArea, ok } from "~core/units";
import { meshSourceOf } from "~app/data/results.client";
import { useProject } from "~app/shared/scene";
import type { Drawn } from "~app/shared/turntable/Turntable";
import type { AtHand } from "~app/shared/useBoard";
import { runJob } from "~workers/client";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

/** Named; a list of more is no help at the bench. */
const MOST_NAMED = 6;
const WAYS_ARE = "with people walking on paving and gravel";
const LOADING = <p className="text-soft">Loading the 3D view…</p>;

/** All that stands on the board at hand, and what of it is marked most. */
export function OnBoard({ hand, place, wind }: { hand: AtHand; place: WeatherPlace; wind: WindFrom }) {
  const { scene, parts } = useProject();
  const { board, placed, footOf, nameOf, measured } = hand;
  const { ratio } = scene.scale;
  const [marked, setMarked] = useState<{ key: string; of: { id: string; mm2: number }[] } | null>(null);
  const drawn = useMemo((): Drawn | null => {
    if (!board) return null;
    const copies = parts.flatMap((p) =>
      placed.flatMap(({ standing: s, fromMm }) => {
        const foot = s.partId === p.id ? footOf(s) : undefined;
        const turn = leaning(p.stands ?? "+z", s.leanDeg);
        return foot
          ? [{ part: p, id: s.id, at: { turn, factor: p.factor, midMm: foot.midMm, xMm: s.xMm, yMm: s.yMm, turnDeg: s.turnDeg, fromMm } }]
          : [];
      }),
    );
    const zones = (scene.zones ?? []).filter((z) => z.boardId === board.id);
    const shape = JSON.stringify([board.outlineMm, copies.map((c) => [geometryKey(c.part), c.at])]);
    const key = `${shape} ${JSON.stringify([zones, place, wind, ratio])}`;
    return {
      name: `${board.name} with what stands on it`,
      shape,
      key,
      draw: async (signal) => {
        const sources = await Promise.all(copies.map((c) => meshSourceOf(c.part)));
        const fault = sources.find((s) => !s.ok);
        if (fault && !fault.ok) return fault;
        const found = await runJob(
          "weather",
          {
            copies: copies.flatMap(({ at }, k) => (sources[k].ok ? [{ source: sources[k].value, at }] : [])),
            outlineMm: board.outlineMm,
            zones,
            by: { kind: "weather", place, wind, ratio },
          },
          { signal },
        );
        if (!found.ok) return found;
        setMarked({ key, of: found.value.markedMm2.map((mm2, k) => ({ id: copies[k].id, mm2 })) });
        return ok(found.value);
      },
    };
  }, [board, parts, placed, footOf, scene.zones, place, wind, ratio]);
  if (!board || !drawn) return null;
  if (measured.done < measured.of)
    return (
      <p role="status" className="text-soft">
        Measuring what stands there: {measured.done} of {measured.of}.
      </p>
    );
  const most = marked?.key === drawn.key ? marked.of.filter((m) => m.mm2 >= 1).sort((a, b) => b.mm2 - a.mm2) : null;
  return (
    <>
      <Suspense fallback={LOADING}>
        <Turntable of={drawn} className="h-[380px]" />
      </Suspense>
      {most && (
        <p className="mt-2" role="note" aria-label="Marked most">
          {most.length === 0
            ? `Nothing on this board is ${WEATHER[place].label}.`
            : `Marked most: ${most
                .slice(0, MOST_NAMED)
                .map((m) => `${nameOf(m.id)} ${formatArea(m.mm2)}`)
                .join(
                  ", ",
                )}${most.length > MOST_NAMED ? ` and ${most.length - MOST_NAMED} more` : ""}. About: every face counts by how likely it is, those inside too.`}
        </p>
      )}
      <p className="text-sm text-soft">
        The redder, the likelier. As all stands on the plan at {formatRatio(ratio)}, {WAYS_ARE}; parts that are not on the plan are not
        looked at, nor is what grows there.
      </p>
    </>
  );
}
