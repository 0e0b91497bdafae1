/**
 * Keeps the print facts of all parts fresh: whatever is missing or made for another size or profile is computed in the
 * worker, one part and printer after the other, and stored with the part.
 */
import { useEffect, useState } from "react";
import { useRevalidator } from "react-router";
import { runMeshJob } from "~workers/mesh/client";
import { printFactsOf, type Part, type Project } from "~core/project";
import type { Printer } from "~core/print";
import { keepPrintFacts } from "~store/printFacts";
import { db } from "~app/data/database.client";
import { geometryKey } from "./geometryKey";
import { meshSourceOf } from "./meshSource";

interface Missing {
  part: Part;
  printer: Printer;
  /** Tells a failed attempt from the next one. */
  key: string;
}

const wantsFacts = (part: Part): boolean => part.source.kind !== "scratch";

function missingFacts(project: Project): Missing[] {
  return project.parts
    .filter(wantsFacts)
    .flatMap((part) =>
      project.scene.printers
        .filter((p) => !printFactsOf(part, p))
        .map((printer) => ({ part, printer, key: `${geometryKey(part)} ${JSON.stringify(printer)}` })),
    );
}

export interface Reckoning {
  text: string | null;
  /** Last problem by part. */
  problems: ReadonlyMap<string, string>;
}

export function usePrintFacts(project: Project): Reckoning {
  const { revalidate } = useRevalidator();
  const [progress, setProgress] = useState<{ part: string; fraction: number; left: number } | null>(null);
  const [failed, setFailed] = useState<ReadonlyMap<string, { partId: string; message: string }>>(new Map());
  const missing = missingFacts(project).filter((m) => !failed.has(m.key));
  const next = missing[0];
  const nextKey = next ? `${next.part.id} ${next.key}` : null;

  useEffect(() => {
    if (!next) return;
    const stop = new AbortController();
    void (async () => {
      const source = await meshSourceOf(next.part);
      if (stop.signal.aborted) return;
      const fail = (message: string): void => setFailed((f) => new Map(f).set(next.key, { partId: next.part.id, message }));
      if (!source) return fail("The mesh of this part is not in this browser. Drop its file again.");
      const print = next.part.work.find((w) => w.kind === "print" && w.printerId === next.printer.id);
      const result = await runMeshJob(
        "print",
        { source, factor: next.part.factor, printer: next.printer, up: print?.kind === "print" ? print.up : null },
        {
          signal: stop.signal,
          onProgress: (fraction) => setProgress({ part: next.part.name, fraction, left: missing.length }),
        },
      );
      if (stop.signal.aborted) return;
      if (!result.ok) return fail(result.problem.message);
      await keepPrintFacts(db, project.scene.id, next.part.id, [result.value]);
      setProgress(null);
      await revalidate();
    })();
    return () => stop.abort();
    // One job at a time, named by its key; the rest of the project may change meanwhile.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [nextKey]);

  return {
    text: next
      ? `reckoning ${progress?.part ?? next.part.name}: ${Math.round((progress?.fraction ?? 0) * 100)} %, ${missing.length} to go`
      : null,
    problems: new Map([...failed.values()].map((f) => [f.partId, f.message])),
  };
}
