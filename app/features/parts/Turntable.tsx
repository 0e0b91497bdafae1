/** The part on a turntable. Loads its 3D code when it is first shown. Turned by dragging or the arrow keys. */
import { useEffect, useRef, useState } from "react";
import { runMeshJob } from "~workers/mesh/client";
import type { Part } from "~core/project";
import { geometryKey } from "./geometryKey";
import { meshSourceOf } from "./meshSource";

export default function Turntable({ part }: { part: Part }) {
  const holder = useRef<HTMLDivElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const key = geometryKey(part);
  useEffect(() => {
    const stop = new AbortController();
    let dispose: (() => void) | undefined;
    void (async () => {
      const source = await meshSourceOf(part);
      if (!source || stop.signal.aborted) return;
      const [result, { showOnTurntable }] = await Promise.all([
        runMeshJob("turntable", { source, factor: part.factor }, { signal: stop.signal }),
        import("./turntableScene"),
      ]);
      if (stop.signal.aborted || !holder.current) return;
      if (!result.ok) return setProblem(result.problem.message);
      try {
        dispose = showOnTurntable(holder.current, result.value);
      } catch {
        setProblem("This browser shows no 3D pictures here. The sheet says the same in three views.");
      }
    })();
    return () => {
      stop.abort();
      dispose?.();
    };
    // The key names the geometry.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return (
    <div>
      <div
        ref={holder}
        tabIndex={0}
        role="img"
        aria-label={`${part.name} on a turntable. Arrow keys turn it.`}
        className="h-[300px] w-full touch-none border border-rule bg-board"
      />
      <p className="mt-1 text-sm text-soft">{problem ?? "drag, or use the arrow keys; wheel to come closer"}</p>
    </div>
  );
}
