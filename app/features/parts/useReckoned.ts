/**
 * Keeps what is reckoned of all parts fresh: walls and report of each mesh, print facts for each printer. Whatever is missing, or made
 * for another size, profile or method, is computed in the worker, one after the other, and stored with the part.
 */
import { useEffect, useState } from "react";
import { useRevalidator } from "react-router";
import { runMeshJob } from "~workers/mesh/client";
import { REPORT_VERSION, WALLS_VERSION } from "~core/mesh";
import { printFactsOf, type Part, type Project } from "~core/project";
import type { Printer } from "~core/print";
import { keepMeasured, keepPrintFacts } from "~store/printFacts";
import { ask, db } from "~app/data/database.client";
import { tellStored } from "~app/data/windows.client";
import { geometryKey } from "./geometryKey";
import { meshSourceOf } from "./meshSource";

interface Missing {
  part: Part;
  /** Facts for this printer; null for walls and report. */
  printer: Printer | null;
  /** Tells a failed attempt from the next one. */
  key: string;
}

const wantsFacts = (part: Part): boolean => part.source.kind !== "scratch";

const wantsMeasuring = ({ source }: Part): boolean =>
  source.kind === "mesh" && (source.walls?.version !== WALLS_VERSION || source.report.version !== REPORT_VERSION);

function missingFacts(project: Project): Missing[] {
  return project.parts
    .filter(wantsFacts)
    .flatMap((part) => [
      ...project.scene.printers
        .filter((p) => !printFactsOf(part, p))
        .map((printer): Missing => ({ part, printer, key: `${geometryKey(part)} ${JSON.stringify(printer)}` })),
      ...(wantsMeasuring(part) ? [{ part, printer: null, key: `${geometryKey(part)} walls` }] : []),
    ]);
}

export interface Reckoning {
  text: string | null;
  /** Last problem by part. */
  problems: ReadonlyMap<string, string>;
}

export function useReckoned(project: Project): Reckoning {
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
      const found = await meshSourceOf(next.part);
      if (stop.signal.aborted) return;
      const fail = (message: string): void => setFailed((f) => new Map(f).set(next.key, { partId: next.part.id, message }));
      if (!found.ok) return fail(found.problem.message);
      const source = found.value;
      const { part, printer } = next;
      const options = {
        signal: stop.signal,
        onProgress: (fraction: number) => setProgress({ part: part.name, fraction, left: missing.length }),
      };
      if (printer) {
        const print = part.work.find((w) => w.kind === "print" && w.printerId === printer.id);
        const up = print?.kind === "print" ? print.up : null;
        const result = await runMeshJob("print", { source, factor: part.factor, printer, up }, options);
        if (stop.signal.aborted) return;
        if (!result.ok) return fail(result.problem.message);
        const stored = await ask(() => keepPrintFacts(db, project.scene.id, part.id, [result.value]));
        if (!stored.ok) return fail(stored.problem.message);
      } else if (source.kind === "file") {
        const result = await runMeshJob("measure", { source }, options);
        if (stop.signal.aborted) return;
        if (!result.ok) return fail(result.problem.message);
        const stored = await ask(() => keepMeasured(db, project.scene.id, part.id, source.hash, result.value));
        if (!stored.ok) return fail(stored.problem.message);
      }
      setProgress(null);
      tellStored(project.scene.id);
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
