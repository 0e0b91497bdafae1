/**
 * What the printers that answer do meanwhile: a print that is started is sent to its printer, one that ends or fails there ends in the log,
 * with the time and the layer that the printer says. One window watches, whichever page it shows; the next takes over when it is closed.
 */
import { useEffect, useRef, useState } from "react";
import { loadedOn } from "~core/plan";
import { massOfStock } from "~core/print";
import type { Project, StepRecord } from "~core/project";
import { hash32 } from "~core/units";
import { listenTo, sendJob, tellPrinter, type LinkState } from "~app/data/printerLink.client";
import { startedHere } from "~app/data/startedHere.client";
import type { RunIn } from "./scene";

/** A print that was begun longer ago than this is not sent by itself any more: whoever sees that it never ran sends it again. */
const FRESH_MS = 90_000;

/** The print that is open on a printer, by the logs of all scenes, and whose it is. */
export function openPrint(projects: readonly Project[], printerId: string): { record: StepRecord; project: Project } | undefined {
  return projects
    .flatMap((project) =>
      project.records.filter((r) => r.print?.printerId === printerId && r.finishedAt === null).map((record) => ({ record, project })),
    )
    .sort((a, b) => a.record.startedAt - b.record.startedAt)
    .at(-1);
}

const orderOf = (record: StepRecord, project: Project) => {
  const printer = project.scene.printers.find((p) => p.id === record.print?.printerId);
  const loaded = printer && loadedOn(printer, project.supplies);
  const print = record.print!;
  return {
    id: record.id,
    name: `${print.pieces.map((p) => p.name).join(", ")}`.slice(0, 300) || record.title.slice(0, 300),
    layers: Math.max(1, Math.round(print.layers)),
    totalS: Math.max(1, record.plannedS),
    massG: print.plannedMassG,
    // The same print has the same fate at a stand-in.
    seed: hash32(record.id),
    ...(loaded && { stockG: massOfStock(print.profile, loaded.stock) }),
  };
};

/** Does this window watch? One of all that are open does. */
function useLeader(): boolean {
  // Where there are no locks, every window watches: what is told twice is stored once.
  const [leads, setLeads] = useState(typeof navigator !== "undefined" && !("locks" in navigator));
  useEffect(() => {
    if (!("locks" in navigator)) return;
    let release: (() => void) | undefined;
    const stop = new AbortController();
    navigator.locks
      .request("inch-hollow-printers", { signal: stop.signal }, () => {
        setLeads(true);
        return new Promise<void>((resolve) => (release = resolve));
      })
      .catch(() => undefined);
    return () => {
      stop.abort();
      release?.();
    };
  }, []);
  return leads;
}

export function usePrinterWatch(project: Project, others: readonly Project[], runIn: RunIn): void {
  const leads = useLeader();
  const now = useRef([project]);
  const told = useRef(new Set<string>());
  const last = useRef(new Map<string, () => void>());
  useEffect(() => {
    now.current = [project, ...others];
  }, [project, others]);
  const linked = project.scene.printers.flatMap((p) => (p.address ? [`${p.id} ${p.address}`] : []));
  const key = leads ? linked.join("|") : "";
  useEffect(() => {
    if (!key) return;
    const heard = (printerId: string, address: string, { state, problem }: LinkState): void => {
      if (!state || problem) return;
      const open = openPrint(now.current, printerId);
      if (!open) return;
      const { record } = open;
      const { job, phase, fault } = state;
      if (job?.id !== record.id) {
        // It stands free, or holds a plate that somebody has just taken off by starting the next, and was never told: it is told once.
        const once = `send ${record.id}`;
        const free = job === null || phase === "ended" || phase === "failed";
        // What came with a file was pressed by nobody here.
        if (free && startedHere(record.id) && Date.now() - record.startedAt < FRESH_MS && !told.current.has(once)) {
          told.current.add(once);
          void (job === null ? Promise.resolve() : tellPrinter(address, "clear")).then(() =>
            sendJob(address, orderOf(record, open.project)),
          );
        }
        return;
      }
      if (phase !== "ended" && phase !== "failed") return;
      const once = `end ${record.id}`;
      if (told.current.has(once)) return;
      told.current.add(once);
      const pieces = record.print!.pieces;
      const count = pieces.reduce((n, p) => n + p.pieces, 0);
      const failed = phase === "failed";
      void runIn(open.project.scene.id, "step.finish", {
        recordId: record.id,
        result: failed ? "failed" : "good",
        good: 0,
        failed: failed ? count : 0,
        wentWrong: "",
        saidS: Math.max(1, job.elapsedS),
        print: { massG: job.massG, failure: fault },
        ...(failed && pieces.length > 1 ? { came: pieces.map((p) => ({ partId: p.partId, good: 0, failed: p.pieces })) } : {}),
      }).then((done) => {
        // Not stored, so not told: the next word of the printer tries again.
        if (!done.ok) told.current.delete(once);
      });
    };
    const ends = key.split("|").map((line) => {
      const [printerId, address] = line.split(" ");
      return listenTo(address, (link) => {
        last.current.set(printerId, () => heard(printerId, address, link));
        heard(printerId, address, link);
      });
    });
    const known = last.current;
    return () => {
      ends.forEach((end) => end());
      known.clear();
    };
  }, [key, runIn]);
  // A print that was started just now is sent without waiting for the printer's next word: the last one is heard again.
  useEffect(() => {
    for (const hear of last.current.values()) hear();
  }, [project, others]);
}
