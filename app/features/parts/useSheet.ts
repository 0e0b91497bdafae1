/** The drawn sheet of a part: kept in the browser by mesh, size, side up and method; computed in the worker when it is new. */
import { useEffect, useState } from "react";
import { runMeshJob } from "~workers/mesh/client";
import { SHEET_VERSION, type Sheet } from "~core/sheet";
import type { Up } from "~core/mesh";
import type { Part } from "~core/project";
import { ask, db } from "~app/data/database.client";
import { geometryKey } from "./geometryKey";
import { meshSourceOf } from "./meshSource";

export interface SheetState {
  sheet: Sheet | null;
  progress: number;
  problem: string | null;
}

/** Side that points up when the part is printed by its own plan. */
const printUp = (part: Part): Up => {
  const print = part.work.find((w) => w.kind === "print");
  return print?.kind === "print" ? print.up : (part.prints[0]?.up ?? "+z");
};

export function useSheet(part: Part): SheetState {
  const key = `${geometryKey(part)} ${printUp(part)} v${SHEET_VERSION}`;
  const [state, setState] = useState<SheetState & { key: string }>({ key: "", sheet: null, progress: 0, problem: null });
  useEffect(() => {
    const stop = new AbortController();
    void (async () => {
      // A store that does not answer only means that it is drawn anew.
      const kept = await ask(() => db.sheets.get(key));
      if (stop.signal.aborted) return;
      if (kept.ok && kept.value) return setState({ key, sheet: kept.value.sheet, progress: 1, problem: null });
      const source = await meshSourceOf(part);
      if (stop.signal.aborted) return;
      if (!source.ok) return setState({ key, sheet: null, progress: 0, problem: source.problem.message });
      const result = await runMeshJob(
        "sheet",
        { source: source.value, factor: part.factor, up: printUp(part) },
        {
          signal: stop.signal,
          onProgress: (progress) => setState({ key, sheet: null, progress, problem: null }),
        },
      );
      if (stop.signal.aborted) return;
      if (!result.ok) return setState({ key, sheet: null, progress: 0, problem: result.problem.message });
      setState({ key, sheet: result.value, progress: 1, problem: null });
      // A full store only means that it is drawn again next time.
      await ask(() => db.sheets.put({ key, sheet: result.value }));
    })();
    return () => stop.abort();
    // The key names everything the sheet depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return state.key === key ? state : { sheet: null, progress: 0, problem: null };
}
