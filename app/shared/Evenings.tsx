/** The user's evenings: when there is time for the bench. The schedule falls into them. */
import { fail, formatDuration, ok, parseDuration, type Result } from "~core/units";
import { LIMITS, type Evening, type Scene } from "~core/project";
import { useActions, useProject } from "./scene";
import { orNothing, ParsedField } from "~app/ui/field";

const DAYS = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"];
const ORDER = [1, 2, 3, 4, 5, 6, 0];

/** "19 to 22", "19:00–22:30", "none". */
export function parseEvening(text: string): Result<{ from: string; to: string } | null> {
  if (/^\s*(none|-|–)?\s*$/i.test(text)) return ok(null);
  const m = /^\s*(\d{1,2})(?::(\d{2}))?\s*(?:-|–|to|until)\s*(\d{1,2})(?::(\d{2}))?\s*$/i.exec(text);
  const [h0, m0, h1, m1] = m ? [Number(m[1]), Number(m[2] ?? 0), Number(m[3]) % 24, Number(m[4] ?? 0)] : [99, 99, 99, 99];
  if (!m || h0 > 23 || Number(m[3]) > 24 || m0 > 59 || m1 > 59)
    return fail("evening", 'Enter from and to, such as "19 to 22:30", or "none".');
  const two = (n: number): string => String(n).padStart(2, "0");
  const from = `${two(h0)}:${two(m0)}`,
    to = `${two(h1)}:${two(m1)}`;
  return from === to ? fail("evening", "From and to are the same.") : ok({ from, to });
}

const { least, most } = LIMITS.weekMostH;

/** "8 h", "90 min"; a number alone is hours. */
function parseWeek(text: string): Result<number> {
  const read = parseDuration(/^\s*[\d.,]+\s*$/.test(text) ? `${text.trim()} h` : text);
  if (!read.ok) return read;
  const hours = read.value / 3600;
  return hours >= least && hours <= most ? ok(hours) : fail("week", `From ${formatDuration(least * 3600)} to ${most} hours.`);
}

export function Evenings({ scene }: { scene: Scene }) {
  const { run } = useActions();
  const { habits } = useProject();
  const set = (weekday: number, span: { from: string; to: string } | null) => run("evening.set", { weekday, span });
  const text = (e: Evening | undefined): string => (e ? `${e.from} to ${e.to}` : "none");
  return (
    <div>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(8.2rem,1fr))] gap-3">
        {ORDER.map((d) => (
          <ParsedField
            key={d}
            label={DAYS[d]}
            text={text(scene.evenings.find((e) => e.weekday === d))}
            parse={parseEvening}
            onCommit={(span) => set(d, span)}
          />
        ))}
      </div>
      {scene.evenings.length > 0 && (
        <fieldset className="mt-3">
          <legend className="text-sm text-soft">Somebody helps on</legend>
          <div className="flex flex-wrap gap-x-4">
            {ORDER.flatMap((d) => scene.evenings.find((e) => e.weekday === d) ?? []).map((e) => (
              <label key={e.weekday} className="flex min-h-[44px] items-center gap-2">
                <input
                  type="checkbox"
                  className="h-6 w-6"
                  checked={e.helper === true}
                  onChange={(c) => void run("evening.helper", { weekday: e.weekday, helper: c.target.checked })}
                />
                {DAYS[e.weekday]}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <ParsedField
        className="mt-3 w-48"
        label="Hours a week at most"
        text={habits.weekMostH == null ? "" : formatDuration(habits.weekMostH * 3600)}
        placeholder="as many as there are"
        parse={orNothing<number>(parseWeek)}
        readAs={(h) => (h === null ? "as many as there are" : formatDuration(h * 3600))}
        onCommit={(h: number | null) => run("field.set", { of: "habits", change: { weekMostH: h } })}
      />
      <p className="mt-1 text-sm text-soft">
        In {scene.timeZone.replace("_", " ")} time. No plate changes from 23:00 to 07:00. Hours a week are hours at the bench, from Monday
        on: evenings beyond them are left free.
      </p>
    </div>
  );
}
