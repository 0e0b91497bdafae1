/** Mixes of what is on the rack for a colour: searched for in a worker, shown with how near each comes. */
import { useEffect, useRef, useState } from "react";
import { differenceWords, type Found, type Mix } from "~core/paint";
import type { Paint } from "~core/project";
import { asMixPaint } from "~app/shared/potDraft";
import { sayProblem } from "~app/ui/sayProblem";
import { Progress } from "~app/ui/progress";
import { runJob } from "~workers/client";

const MOST_DROPS = 8;
const SHOWN = 6;

export function FindMix({ wanted, paints, onTake }: { wanted: string; paints: readonly Paint[]; onTake: (mix: Mix) => void }) {
  const partsWords = ({ parts }: Mix): string =>
    parts.map(({ drops, paint }) => `${drops} ${paints.find((p) => p.id === paint)?.name ?? "a pot that is gone"}`).join(" : ");
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<{ for: string; found: Found } | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const search = async (): Promise<void> => {
    stop.current?.abort();
    const mine = (stop.current = new AbortController());
    setShare(0);
    const done = await runJob(
      "mixes",
      { target: wanted, paints: paints.map(asMixPaint), mostDrops: MOST_DROPS },
      { signal: mine.signal, onProgress: (f) => setShare(f) },
    );
    if (mine.signal.aborted) return;
    setShare(null);
    if (done.ok) setFound({ for: wanted, found: done.value });
    else sayProblem(done.problem);
  };
  const shown = found?.for === wanted ? found.found : null;
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button className="btn btn-solid" onClick={() => void search()} disabled={paints.length === 0}>
          Find mixes of {paints.length} {paints.length === 1 ? "pot" : "pots"}
        </button>
        {share !== null && (
          <>
            <Progress share={share} label="Looking for mixes" className="w-40" />
            <button className="btn-text" onClick={() => (stop.current?.abort(), setShare(null))}>
              Stop
            </button>
          </>
        )}
      </div>
      {shown && (
        <>
          <ul className="mt-2">
            {shown.mixes.slice(0, SHOWN).map((m) => (
              <li key={m.parts.map((p) => `${p.drops} ${p.paint}`).join()} className="flex items-center gap-3 border-b border-rule py-1">
                <Two a={wanted} b={m.result} />
                <span className="flex-1">
                  <span className="font-semibold">{partsWords(m)}</span>
                  <span className="block text-sm text-soft">{differenceWords(m.result, wanted)}</span>
                </span>
                <button className="btn" onClick={() => onTake(m)}>
                  Take it
                </button>
              </li>
            ))}
          </ul>
          {shown.closest && (
            <p className="mt-2 text-soft">
              {shown.closest.deltaE00 <= 2
                ? "The closest is as good as the same."
                : `Nothing here comes nearer than ${partsWords(shown.closest)}: ${differenceWords(shown.closest.result, wanted)}.`}
            </p>
          )}
        </>
      )}
    </>
  );
}

/** Two colours side by side. */
export const Two = ({ a, b }: { a: string; b: string }) => (
  <span className="flex shrink-0 border border-ink" aria-hidden="true">
    <span className="h-8 w-8" style={{ background: a }} />
    <span className="h-8 w-8" style={{ background: b }} />
  </span>
);
