/** One registry of keys: what is registered works, and is what the list of keys shows. */
import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from "react";

export interface KeyBinding {
  /** As KeyboardEvent.key, lower case for letters; "mod+z" for Ctrl or Command. */
  key: string;
  label: string;
  group: string;
}

interface Live extends KeyBinding {
  act: () => void;
}

const live = new Map<symbol, Live>();
let snapshot: KeyBinding[] = [];
const listeners = new Set<() => void>();

function changed(): void {
  snapshot = [...live.values()].map(({ key, label, group }) => ({ key, label, group }));
  listeners.forEach((l) => l());
}

const writesText = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
  // A tick takes no letters.
  !(target instanceof HTMLInputElement && target.type === "checkbox");

/** Call once, in the frame: hands key presses to the newest binding of that key. */
export function useKeyboard(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey) return;
      const mod = event.ctrlKey || event.metaKey;
      const name = `${mod ? "mod+" : ""}${mod && event.shiftKey ? "shift+" : ""}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`;
      if (writesText(event.target) && !mod) return;
      if (mod && writesText(event.target)) return;
      // A dialog keeps the keys to itself.
      if (document.querySelector("[role=dialog][data-state=open]")) return;
      // Enter on a button or link presses that one.
      if (event.key === "Enter" && event.target instanceof HTMLElement && event.target.closest("button,a,[role=button],summary")) return;
      const found = [...live.values()].filter((b) => b.key === name).at(-1);
      if (!found) return;
      event.preventDefault();
      found.act();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

/** Binds a key while the component is shown. */
export function useKey(key: string, label: string, group: string, act: () => void, enabled = true): void {
  const latest = useRef(act);
  // A key that is drawn is a key that works: bound before anything is painted.
  useLayoutEffect(() => {
    latest.current = act;
  });
  useLayoutEffect(() => {
    if (!enabled) return;
    const id = Symbol(key);
    live.set(id, { key, label, group, act: () => latest.current() });
    changed();
    return () => {
      live.delete(id);
      changed();
    };
  }, [key, label, group, enabled]);
}

const NONE: KeyBinding[] = [];
export function useKeyList(): KeyBinding[] {
  return useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => snapshot,
    () => NONE,
  );
}

/** How a key reads on a label. */
export const keyName = (key: string): string =>
  key.replace("mod+", "Ctrl ").replace("shift+", "Shift ").replace("Enter", "↵").replace("ArrowLeft", "←").replace("ArrowRight", "→");

export const Key = ({ k }: { k: string }) => (
  <span aria-hidden="true" className="key no-print max-tab:hidden">
    {keyName(k)}
  </span>
);
