/** The part on a turntable. Loads its 3D code when it is first shown. Turned by dragging or the arrow keys. */
import { useEffect, useRef, useState } from "react";
import { runJob } from "~workers/client";
import { type Part, geometryKey } from "~core/project";
import { meshSourceOf } from "~app/data/results.client";
import type { Picked, TurntableView } from "./turntableScene";

interface TurntableProps {
  part: Part;
  /** Called with the point that is pressed, in model millimetres. */
  onPick?: (picked: Picked) => void;
  marks?: readonly [number, number, number][];
  className?: string;
}

const NO_MARKS: readonly [number, number, number][] = [];

export default function Turntable({ part, onPick, marks = NO_MARKS, className = "h-[300px]" }: TurntableProps) {
  const holder = useRef<HTMLDivElement>(null);
  const view = useRef<TurntableView | null>(null);
  const picked = useRef(onPick);
  useEffect(() => {
    picked.current = onPick;
  });
  const [ready, setReady] = useState("");
  const [thinned, setThinned] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const key = geometryKey(part);
  useEffect(() => {
    const stop = new AbortController();
    void (async () => {
      const source = await meshSourceOf(part);
      if (stop.signal.aborted) return;
      if (!source.ok) return setProblem(source.problem.message);
      const [result, { showOnTurntable }] = await Promise.all([
        runJob("turntable", { source: source.value, factor: part.factor }, { signal: stop.signal }),
        import("./turntableScene"),
      ]);
      if (stop.signal.aborted || !holder.current) return;
      if (!result.ok) return setProblem(result.problem.message);
      try {
        view.current = showOnTurntable(holder.current, result.value, (p) => picked.current?.(p));
        setThinned(result.value.thinned);
        setReady(key);
      } catch {
        setProblem("This browser shows no 3D pictures here. The sheet says the same in three views.");
      }
    })();
    return () => {
      stop.abort();
      view.current?.dispose();
      view.current = null;
    };
    // The key names the geometry.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useEffect(() => view.current?.mark(marks), [marks, ready]);
  return (
    <div>
      <div
        ref={holder}
        tabIndex={0}
        role="img"
        aria-label={`${part.name} on a turntable. Arrow keys turn it.`}
        className={`w-full touch-none border border-rule bg-board ${className} ${onPick ? "cursor-crosshair" : ""}`}
      />
      <p className="mt-1 text-sm text-soft">
        {problem ?? `drag, or use the arrow keys; wheel to come closer${thinned ? "; drawn with fewer triangles than it has" : ""}`}
      </p>
    </div>
  );
}
