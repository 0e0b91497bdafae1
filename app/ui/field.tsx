/** A field that reads what people type: keeps the text when it is wrong, says what would be right, stores when it is right. */
import { useId, useState } from "react";
import type { Result } from "~core/measure";

interface ParsedFieldProps<T> {
  label: string;
  /** Present value as text. */
  text: string;
  parse: (text: string) => Result<T>;
  onCommit: (value: T, text: string) => void;
  className?: string;
  hideLabel?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
}

export function ParsedField<T>({ label, text, parse, onCommit, className, hideLabel, placeholder, autoFocus }: ParsedFieldProps<T>) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const commit = (): void => {
    if (typed === null) return;
    if (typed === text) return setTyped(null);
    const parsed = parse(typed);
    if (!parsed.ok) return setWrong(parsed.problem.message);
    setTyped(null);
    setWrong(null);
    onCommit(parsed.value, typed);
  };
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
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => {
          setTyped(e.target.value);
          setWrong(null);
        }}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === "Enter") {
            e.preventDefault();
            commit();
          }
          if (e.key === "Escape" && typed !== null) {
            e.stopPropagation();
            setTyped(null);
            setWrong(null);
          }
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="mt-1 text-act">
          {wrong}
        </p>
      )}
    </div>
  );
}

/** A whole number within limits. */
export const parseCount =
  (least: number, most: number) =>
  (text: string): Result<number> => {
    const n = Number(text.trim());
    return Number.isInteger(n) && n >= least && n <= most
      ? { ok: true, value: n }
      : { ok: false, problem: { code: "count", message: `A whole number from ${least} to ${most}.` } };
  };

/** Any number within limits; a comma may stand for the point. */
export const parseNumber =
  (least: number, most: number) =>
  (text: string): Result<number> => {
    const n = Number(text.trim().replace(",", "."));
    return text.trim() !== "" && n >= least && n <= most
      ? { ok: true, value: n }
      : { ok: false, problem: { code: "number", message: `A number from ${least} to ${most}.` } };
  };

export const parseName = (text: string): Result<string> =>
  text.trim() && text.trim().length <= 120
    ? { ok: true, value: text.trim() }
    : { ok: false, problem: { code: "name", message: "A name of 1 to 120 characters." } };

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
