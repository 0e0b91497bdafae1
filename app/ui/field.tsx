/**
 * A field that reads what people type: keeps the text when it is wrong, says what would be right, stores when it is right, and lets go of the
 * text only when it was stored.
 */
import { useEffect, useId, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { useLocation } from "react-router";
import { parseMm, parseNumber, parsePercent, spacedNumber, type Result } from "~core/units";
import { LIMITS, type Range } from "~core/project";
import { ReadingNote } from "./reading";
import { dropDraft, leaveDraft, onLeaving, takeDraft } from "./drafts";

interface ParsedFieldProps<T> {
  label: string;
  /** Present value as text. */
  text: string;
  parse: (text: string) => Result<T>;
  /**
   * May answer when it was stored, or why not. `over`: what the field held when typing began, which another window may have changed
   * meanwhile; what a list gained and lost is told against it.
   */
  onCommit: (value: T, text: string, over: string) => void | Promise<Result<unknown>>;
  /**
   * Told at every keystroke what the text would mean, or why it means nothing, for an answer that does not wait until the field is left;
   * null once it is committed or taken back.
   */
  onReading?: (reading: Result<T> | null) => void;
  /** What was read, in words, shown while it is typed. Every field of lengths, times, masses, ratios and percentages has one. */
  readAs?: (value: T) => string;
  className?: string;
  hideLabel?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
  /** Tells fields of one label on one page apart. */
  draftKey?: string;
}

export function ParsedField<T>({
  label,
  text,
  parse,
  onCommit,
  onReading,
  readAs,
  className,
  hideLabel,
  placeholder,
  autoFocus,
  draftKey,
}: ParsedFieldProps<T>) {
  const id = useId();
  const { pathname } = useLocation();
  const key = [pathname, label, draftKey].filter(Boolean).join(" ");
  const [typed, setTyped] = useState<string | null>(() => takeDraft(key, text));
  const [wrong, setWrong] = useState<string | null>(() => {
    const parsed = typed === null ? null : parse(typed);
    return parsed && !parsed.ok ? parsed.problem.message : null;
  });
  const [over, setOver] = useState(text);
  // What was sent and is not acknowledged yet.
  const sent = useRef<string | null>(null);
  const shown = useRef(false);
  const reading = typed === null || typed === text ? null : parse(typed);
  const settle = (): void => {
    setTyped(null);
    setWrong(null);
    dropDraft(key);
    onReading?.(null);
  };
  /** @returns false where it could not be read */
  const commit = (typed: string | null): boolean => {
    if (typed === null || sent.current === typed) return true;
    if (typed === text) {
      settle();
      return true;
    }
    const parsed = parse(typed);
    if (!parsed.ok) {
      leaveDraft(key, typed, text);
      setWrong(parsed.problem.message);
      return false;
    }
    setWrong(null);
    dropDraft(key);
    sent.current = typed;
    const answer = onCommit(parsed.value, typed, over);
    if (!answer) {
      sent.current = null;
      settle();
      return true;
    }
    void answer.then((done) => {
      const was = sent.current;
      sent.current = null;
      if (!shown.current) {
        // Refused after the field went: what was typed waits for its return.
        if (!done.ok && was !== null) leaveDraft(key, was, text);
        return;
      }
      if (!done.ok) return setWrong(done.problem.message);
      // What was typed meanwhile stays.
      setTyped((now) => (now === was ? null : now));
    });
    return true;
  };
  const latest = useRef(() => commit(typed));
  useEffect(() => {
    latest.current = () => commit(typed);
  });
  useEffect(() => {
    shown.current = true;
    const end = onLeaving(() => latest.current());
    return () => {
      shown.current = false;
      end();
      latest.current();
    };
  }, []);
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "label block"}>
        {label}
      </label>
      <input
        id={id}
        className="field"
        value={typed ?? text}
        placeholder={placeholder}
        autoFocus={autoFocus}
        aria-invalid={wrong !== null}
        aria-describedby={wrong ? `${id}-wrong` : reading ? `${id}-read` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => {
          if (typed === null) setOver(text);
          setTyped(e.target.value);
          setWrong(null);
          onReading?.(e.target.value === text ? null : parse(e.target.value));
        }}
        onBlur={() => commit(typed)}
        onKeyDown={(e) => {
          if (e.key === "Enter") {
            e.preventDefault();
            const { form } = e.currentTarget;
            if (!form) commit(typed);
            else {
              // A form that is sent by Enter reads what the field has just told.
              let read = false;
              flushSync(() => (read = commit(typed)));
              if (read) form.requestSubmit();
            }
          }
          if (e.key === "Escape" && typed !== null) {
            e.stopPropagation();
            settle();
          }
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="mt-1 text-act">
          {wrong}
        </p>
      )}
      {reading && (
        <ReadingNote
          id={`${id}-read`}
          parsed={reading}
          readAs={readAs}
          onPick={(picked) => {
            setTyped(picked);
            commit(picked);
          }}
        />
      )}
    </div>
  );
}

/** As the other, but empty stays unsaid. */
export const orNothing =
  <T,>(parse: (text: string) => Result<T>) =>
  (text: string): Result<T | null> =>
    text.trim() ? parse(text) : { ok: true, value: null };

/** A whole number within limits. */
export const parseCount =
  ({ least, most }: Range) =>
  (text: string): Result<number> => {
    const n = /^\d+$/.test(text.trim()) ? Number(text.trim()) : NaN;
    return n >= least && n <= most
      ? { ok: true, value: n }
      : { ok: false, problem: { code: "count", message: `Enter a whole number from ${least} to ${most}.` } };
  };

/** A length within limits, mm. */
export const parseMmIn =
  ({ least, most }: Range) =>
  (text: string): Result<number> => {
    // A length has no sign; a place or a level may lie on the other side of where it is measured from.
    const below = least < 0 && /^\s*[-−–]/.test(text);
    const read = parseMm(below ? text.replace(/^\s*[-−–]/, "") : text);
    const mm = read.ok && below ? { ok: true as const, value: -read.value } : read;
    return !mm.ok || (mm.value >= least && mm.value <= most)
      ? mm
      : { ok: false, problem: { code: "length", message: `Between ${spacedNumber(least)} and ${spacedNumber(most)} mm.` } };
  };

/** Any number within limits, of either decimal mark. */
export const parseNumberIn =
  (range: Range) =>
  (text: string): Result<number> =>
    parseNumber(text, range);

/** A percentage within limits; the sign may be missing. */
export const parsePercentIn =
  (range: Range) =>
  (text: string): Result<number> =>
    parsePercent(text, range);

export const readAsPercent = (percent: number): string => `${spacedNumber(percent)} %`;

export const parseName = (text: string): Result<string> =>
  text.trim() && text.trim().length <= LIMITS.name
    ? { ok: true, value: text.trim() }
    : { ok: false, problem: { code: "name", message: `Enter a name of 1 to ${LIMITS.name} characters.` } };

/** Text that may be empty. */
export const parseText =
  (most: number) =>
  (text: string): Result<string> =>
    text.trim().length <= most
      ? { ok: true, value: text.trim() }
      : { ok: false, problem: { code: "long", message: `At most ${most} characters.` } };

export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  className,
  hideLabel,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  className?: string;
  hideLabel?: boolean;
}) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "label block"}>
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(e) => onChange(e.target.value as T)}>
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  );
}
