/**
 * A value that a row holds as a whole and that is changed field by field: each change goes on from what the one before has said, drawn or
 * not, so that ten fast ones are ten.
 */
import { useCallback, useLayoutEffect, useRef } from "react";

/** @param send stores the whole value @returns changes it by what it is now */
export function useWhole<T, R>(value: T, send: (value: T) => Promise<R>): (change: (now: T) => T) => Promise<R> {
  const latest = useRef(value);
  const pending = useRef(0);
  const sends = useRef(send);
  useLayoutEffect(() => {
    sends.current = send;
    if (pending.current === 0) latest.current = value;
  });
  return useCallback((change) => {
    latest.current = change(latest.current);
    pending.current++;
    return sends.current(latest.current).finally(() => pending.current--);
  }, []);
}
