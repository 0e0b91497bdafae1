/**
 * Counting drops with wet hands: the glass fills the upper half, one target fills the lower. Nothing is lost when the phone goes off; while it
 * is open the screen stays awake, where the browser can do that.
 */
import { Dialog as Radix } from "radix-ui";
import { useEffect } from "react";
import type { potOf } from "~core/paint";
import type { PotGo } from "~core/plan";
import { formatMillilitres } from "~core/units";
import { hatchFill } from "~app/ui/hatch";
import { COUNTED_ML } from "./Glass";
import { useKeepPot } from "./KeepPot";
import type { PotDraft, Poured, SetPot } from "~app/shared/potDraft";

/** The screen stays on while this is shown. */
function useAwakeScreen(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = (): void => {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      // A browser may refuse, on a low battery for one: then the screen goes off as always.
      navigator.wakeLock.request("screen").then(
        (got) => (gone ? void got.release() : (lock = got)),
        () => undefined,
      );
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}

interface Target {
  id: string;
  name: string;
  hex: string | null;
  ml: number;
  drops: number;
  /** Too much to count: it is poured up to its mark. */
  pours: boolean;
  in: number;
}

export function Count({
  draft,
  set,
  poured,
  pot,
  go,
  onClose,
}: {
  draft: PotDraft;
  set: SetPot;
  poured: readonly Poured[];
  pot: ReturnType<typeof potOf>;
  go: PotGo | undefined;
  onClose: () => void;
}) {
  useAwakeScreen();
  const keep = useKeepPot({ draft, set, poured, pot, go });
  const targets: Target[] = poured.map(({ paint }, i) => ({
    id: paint.id,
    name: paint.name,
    hex: paint.hex,
    ml: pot.of[i].ml,
    drops: Math.max(1, pot.of[i].drops),
    pours: pot.of[i].ml > COUNTED_ML,
    in: Math.min(Math.max(1, pot.of[i].drops), draft.counted[paint.id] ?? 0),
  }));
  const at = targets.findIndex((t) => t.in < t.drops);
  const here = at < 0 ? null : targets[at];
  const put = (id: string, to: (n: number) => number): void =>
    set((now) => ({ counted: { ...now.counted, [id]: Math.max(0, to(now.counted[id] ?? 0)) } }));
  const drop = (): void => {
    // Who presses on too fast keeps nothing by it.
    if (!here) return;
    navigator.vibrate?.(here.in + 1 >= here.drops ? [60, 40, 60] : 15);
    put(here.id, (n) => (here.pours ? here.drops : n + 1));
  };
  const back = (): void => {
    const last = here && here.in > 0 ? here : targets.slice(0, at < 0 ? targets.length : at).at(-1);
    if (last) put(last.id, (n) => (last.pours ? 0 : Math.min(n, last.drops) - 1));
  };
  const total = targets.reduce((sum, t) => sum + t.ml, 0);
  return (
    <Radix.Root open onOpenChange={(o) => !o && onClose()}>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-paper text-ink"
          onKeyDown={(e) => {
            if (e.key === "Backspace" || e.key === "ArrowLeft") {
              e.preventDefault();
              back();
            }
            if (e.key === "ArrowRight") drop();
          }}
        >
          <div className="flex items-center justify-between gap-3 px-4 py-2">
            <Radix.Title className="text-lg">Count the drops</Radix.Title>
            <Radix.Close className="btn">Close</Radix.Close>
          </div>
          <div className="flex min-h-0 flex-1 items-stretch gap-4 px-4 pb-2">
            <svg viewBox="0 0 100 100" preserveAspectRatio="none" className="h-full w-1/3 max-w-40 shrink-0" aria-hidden="true">
              {targets.map((t, i) => {
                const below = targets.slice(0, i).reduce((sum, x) => sum + x.ml, 0);
                const [y, h] = [100 - ((below + t.ml) / total) * 96, (t.ml / total) * 96];
                const full = h * (t.in / t.drops);
                return (
                  <g key={t.id}>
                    <rect x="2" y={y} width="96" height={h} fill={hatchFill("thinner")} opacity="0.35" />
                    <rect x="2" y={y + h - full} width="96" height={full} fill={t.hex ?? "none"} />
                    <path d={`M2 ${y}H98`} stroke="var(--ink)" strokeWidth="0.4" vectorEffect="non-scaling-stroke" />
                  </g>
                );
              })}
              <path d="M1 0V99H99V0" fill="none" stroke="var(--ink)" strokeWidth="2.5" vectorEffect="non-scaling-stroke" />
            </svg>
            <ol className="min-w-0 flex-1 self-end">
              {[...targets].reverse().map((t) => (
                <li
                  key={t.id}
                  aria-current={t === here ? "step" : undefined}
                  className={`border-t border-rule py-1 ${t === here ? "font-semibold" : "text-soft"}`}
                >
                  {t.name}
                  <span className="block text-sm">
                    {formatMillilitres(t.ml)}
                    {t.pours ? (t.in >= t.drops ? ", in" : ", to the mark") : `, ${t.in} of ${t.drops}`}
                  </span>
                </li>
              ))}
            </ol>
          </div>
          <button
            autoFocus
            className="min-h-[46vh] w-full touch-manipulation border-t-2 border-ink bg-ink px-4 text-paper select-none"
            onClick={drop}
            aria-disabled={!here}
            aria-label={here ? (here.pours ? `${here.name} is poured` : `One drop of ${here.name}`) : "All of it is in the glass"}
          >
            {here ? (
              <span role="status" className="block">
                <span className="block text-2xl">{here.name}</span>
                <span className="block font-slab text-7xl leading-none">
                  {here.pours ? formatMillilitres(here.ml) : here.drops - here.in}
                </span>
                <span className="mt-2 block text-lg">
                  {here.pours ? "pour it up to the mark, then press" : here.in === 0 ? "drops: one press each" : "more"}
                </span>
              </span>
            ) : (
              <span role="status" className="block">
                <span className="block text-3xl">All in.</span>
                <span className="mt-2 block text-lg">
                  {pot.thinnerMl > 0 && `${formatMillilitres(pot.thinnerMl)} of thinner, then `}stir, and let a dab dry on card.
                </span>
                <span className="mt-3 block text-lg font-semibold">
                  Keep it, and it is on the rack{go && `, for ${go.parts.length === 1 ? go.parts[0].name : `${go.parts.length} parts`}`}.
                </span>
              </span>
            )}
          </button>
          <div className="flex gap-2 px-4 py-2">
            {!here && (
              <button className="btn btn-solid flex-1" onClick={() => void keep(go?.lays ?? []).then((kept) => kept && onClose())}>
                Keep it
              </button>
            )}
            <button className="btn flex-1" onClick={back} disabled={targets.every((t) => t.in === 0)}>
              One back
            </button>
            {here && !here.pours && (
              <button className="btn flex-1" onClick={() => put(here.id, () => here.drops)}>
                All of it is in
              </button>
            )}
            <button className="btn flex-1" onClick={() => set({ counted: {} })} disabled={targets.every((t) => t.in === 0)}>
              Start again
            </button>
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
