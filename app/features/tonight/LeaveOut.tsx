/** Too much for the date: what leaving things out buys, in days. */
import { format } from "date-fns";
import type { CutChoice, LeftOut, ShownCuts } from "~core/plan";
import { formatDuration } from "~core/units";
import { useActions } from "~app/shared/scene";
import { sayProblem } from "~app/ui/sayProblem";

/** So many choices are shown; the smallest come first. */
const SHOWN = 4;

const days = (n: number): string => (n === 1 ? "1 day" : `${n} days`);

const buysWords = (c: CutChoice): string =>
  `${Number.isFinite(c.days) ? (c.days > 0 ? `${days(c.days)} sooner` : "the same day, in time") : "then it fits your evenings"}: ${format(c.finish, "EEEE d MMMM")} if all goes to plan${c.keeps ? "" : ", still late"}`;

const thing = ({ words, handsS }: LeftOut): string => `${words} (${formatDuration(handsS)})`;

export function LeaveOut({ cuts: { lateDays, choices, none, untried } }: { cuts: ShownCuts }) {
  const { run } = useActions();
  return (
    <div className="mt-2" role="group" aria-label="What leaving out buys">
      {lateDays !== null && lateDays > 0 && (
        <p className="note-act">▲ {days(lateDays)} too late to be met 8 times in 10. What leaving things out buys:</p>
      )}
      {(lateDays === null || lateDays <= 0) && <p className="note-act">▲ What leaving things out buys:</p>}
      <ul>
        {choices.slice(0, SHOWN).map((c) => (
          <li key={c.drop.map((d) => d.words).join()} className="flex items-center gap-x-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{c.drop.map(thing).join(", and ")}</span>
              <span className="block text-soft">{buysWords(c)}</span>
            </span>
            <button
              className="btn"
              aria-label={`Leave out ${c.drop.map((d) => d.words).join(", and ")}`}
              onClick={() =>
                void run("work.leaveOut", { stepKeys: c.drop.flatMap((d) => d.keys) }).then((done) => !done.ok && sayProblem(done.problem))
              }
            >
              leave out
            </button>
          </li>
        ))}
      </ul>
      {choices.length === 0 && (
        <p>
          {none.length > 0
            ? "Nothing that may be left out buys a day: an evening more does."
            : "Nothing planned may be left out: add an evening, or move the date."}
        </p>
      )}
      {none.length > 0 && <p className="text-soft">Buys no day, as far as was tried: {none.map(thing).join("; ")}.</p>}
      {untried > 0 && <p className="text-soft">{untried === 1 ? "One smaller thing was" : `${untried} smaller things were`} not tried.</p>}
    </div>
  );
}
