/** A part as it looks after each coat, on its own mesh: fields from the pool, a view of them, and the coats laid on that. */
import { useEffect, useMemo, useState } from "react";
import { geometryKey, type Part } from "~core/project";
import { areaPicks } from "~core/look";
import { fieldsRequest } from "~core/results";
import { Replay, type Hex, type Look, type PreviewCoat, type PreviewView, type PrintedLayers } from "~core/paint";
import { meshSourceOf, useResult } from "~app/data/results.client";
import { runJob } from "~workers/client";

/** Pictures after each coat; the first is the bare piece. */
export interface Pictures {
  look: Look;
  replay: Replay;
  /** How it is looked at in these, which may be the view before. */
  view: PreviewView;
}

export type Preview =
  | { state: "ready"; pictures: Pictures; waits: boolean }
  | { state: "measuring"; share: number }
  | { state: "none"; problem: string | null };

/** @param view what is looked at; keep the object while it is the same */
export function usePreview(
  part: Part,
  ground: Hex,
  coats: readonly PreviewCoat[],
  layers: PrintedLayers | null,
  view: PreviewView,
): Preview {
  const isMesh = part.source.kind === "mesh";
  const fields = useResult(isMesh ? fieldsRequest(part) : null);
  const found = fields.state === "ready" ? fields.value : null;
  const key = `${part.id} ${geometryKey(part)} ${JSON.stringify([layers, view, areaPicks(part)])}`;
  const [shown, setShown] = useState<{ key: string; partId: string; look: Look; view: PreviewView } | null>(null);
  const [problem, setProblem] = useState<{ key: string; message: string } | null>(null);
  const settled = problem?.key === key || shown?.key === key ? key : null;
  useEffect(() => {
    // The key says all that the picture follows from.
    if (!found || settled === key) return;
    const stop = new AbortController();
    const failed = (message: string): void => setProblem({ key, message });
    void (async () => {
      const source = await meshSourceOf(part);
      if (stop.signal.aborted) return;
      if (!source.ok) return failed(source.problem.message);
      const look = await runJob(
        "look",
        { source: source.value, factor: part.factor, fields: found, view, layers, picks: areaPicks(part) },
        { signal: stop.signal },
      );
      if (stop.signal.aborted) return;
      if (!look.ok) return failed(look.problem.message);
      if (!look.value) return failed("The mesh was measured in another way. Reload the page.");
      setShown({ key, partId: part.id, look: look.value, view });
    })();
    return () => stop.abort();
  }, [found, key, settled, part, layers, view]);
  const own = shown?.partId === part.id ? shown : null;
  const replay = useMemo(() => own && new Replay(own.look, ground), [own, ground]);
  const pictures = useMemo((): Pictures | null => {
    if (!replay || !own) return null;
    replay.lay(coats);
    return { look: own.look, replay, view: own.view };
  }, [replay, own, coats]);
  if (problem?.key === key) return { state: "none", problem: problem.message };
  if (fields.state === "failed") return { state: "none", problem: fields.problem.message };
  if (pictures) return { state: "ready", pictures, waits: shown?.key !== key };
  return isMesh ? { state: "measuring", share: fields.state === "reckoning" ? fields.share : 0 } : { state: "none", problem: null };
}
