/** What a field understood while it is typed in: "read as 1 000 mm", or both ways to read it as buttons. */
import type { Result } from "~core/units";

export function ReadingNote<T>({
  id,
  parsed,
  readAs,
  onPick,
}: {
  id?: string;
  parsed: Result<T>;
  /** The value in words; nothing when the text already says it. */
  readAs?: (value: T) => string;
  /** One of the readings, as a text that means only that. */
  onPick: (text: string) => void;
}) {
  if (parsed.ok) {
    return readAs ? (
      <p id={id} aria-live="polite" className="mt-1 text-sm text-soft">
        read as {readAs(parsed.value)}
      </p>
    ) : null;
  }
  const { readings } = parsed.problem;
  if (!readings) return null;
  return (
    <div id={id} role="group" aria-label="Which one is meant?" className="mt-1 flex flex-wrap items-center gap-2">
      <span className="text-act">Which one?</span>
      {readings.map((r) => (
        // Pressed before the field is left, so that leaving it does not refuse the text first.
        <button key={r.text} type="button" className="btn" onMouseDown={(e) => e.preventDefault()} onClick={() => onPick(r.text)}>
          {r.readAs}
        </button>
      ))}
    </div>
  );
}
