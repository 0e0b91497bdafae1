/** In hand, on a phone with dirty hands: one target in the lower half, pieces that fill, and a word where something went wrong. */
import { useEffect, useRef, useSyncExternalStore, type ReactNode } from "react";
import { formatDuration } from "~core/units";

const NARROW = "(max-width: 699px)";

/** Is the window as narrow as a phone's? */
export const usePhone = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(NARROW);
      query.addEventListener("change", changed);
      return () => query.removeEventListener("change", changed);
    },
    () => window.matchMedia(NARROW).matches,
    () => false,
  );

/**
 * Fills the phone. The large button ticks the next piece, and ends the go when all are ticked: it asks nothing. It has the focus, so that
 * Enter, a remote or a foot switch press it.
 */
export function InHandPhone({
  title,
  pieces,
  ticked,
  tookS,
  plannedS,
  notes,
  leave = "To the page",
  onTick,
  onEnd,
  onWrong,
  onLeave,
  children,
}: {
  title: string;
  pieces: readonly { key: string; name: string; picture?: (done: boolean) => ReactNode }[];
  ticked: ReadonlySet<string>;
  tookS: number;
  plannedS: number;
  /** Cautions and what was learned: they stay in sight. */
  notes: readonly string[];
  /** What the way out of it is called. */
  leave?: string;
  onTick: (key: string) => void;
  /** Of those that are ticked; of all where none is. */
  onEnd: () => void;
  /** Of the piece that is next. */
  onWrong: (key: string) => void;
  onLeave: () => void;
  /** What is kept at the step: a picture, a word. */
  children: ReactNode;
}) {
  const next = pieces.find((p) => !ticked.has(p.key));
  const one = pieces.length === 1;
  const label = one ? "Finish" : next ? `${ticked.size} of ${pieces.length} done` : "Finish all";
  // The one thing to press, also by a remote: it has the focus again after every press.
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), [ticked]);
  return (
    <section aria-label="In hand" className="fixed inset-0 z-40 flex flex-col bg-paper p-3">
      <div className="flex items-start justify-between gap-2">
        <div className="min-w-0">
          <p className="font-slab text-[1.3rem] leading-tight">{title}</p>
          <p className="text-soft">
            {formatDuration(tookS)}, planned {formatDuration(plannedS)}
          </p>
        </div>
        <button className="btn shrink-0" onClick={onLeave}>
          {leave}
        </button>
      </div>
      <ul className="mt-3 flex min-h-0 flex-1 flex-wrap content-start gap-2 overflow-y-auto">
        {pieces.map((p) => {
          const done = ticked.has(p.key);
          return (
            <li key={p.key}>
              <button
                className={`flex min-h-[64px] w-[6.5rem] flex-col items-center border p-1 text-sm leading-tight ${done ? "border-ink bg-ink text-paper" : "border-rule"}`}
                aria-pressed={done}
                onClick={() => onTick(p.key)}
              >
                {p.picture?.(done)}
                <span className="line-clamp-2">{p.name}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {notes.map((n) => (
        <p key={n} className="mt-1 text-sm text-setting-ink">
          {n}
        </p>
      ))}
      <button
        ref={button}
        className="btn btn-solid mt-2 h-[40vh] flex-col text-2xl"
        onClick={() => (one || !next ? onEnd() : onTick(next.key))}
      >
        <span>{label}</span>
        {next && !one && <span className="text-base font-normal">press for {next.name}</span>}
      </button>
      <div className="mt-2 grid grid-cols-3 gap-2">
        <button className="btn" onClick={() => onWrong((next ?? pieces[0]).key)} aria-label={`${(next ?? pieces[0]).name} went wrong`}>
          wrong
        </button>
        {children}
        {!one && (
          <button className="btn col-span-3" disabled={ticked.size === 0 || !next} onClick={onEnd}>
            End with {ticked.size} of {pieces.length}
          </button>
        )}
      </div>
    </section>
  );
}
