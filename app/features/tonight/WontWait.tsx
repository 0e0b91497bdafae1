/** What will not wait: windows that shut, one trip to spray, the airbrush before it is put away, decisions, and by when goes must be begun. */
import { format } from "date-fns";
import { Link } from "react-router";
import { decideBy, type Trip, type WontWait as WontWaitFor } from "~core/look";
import type { LatestStart } from "~core/plan";
import { formatDuration } from "~core/units";
import { Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { useChance, useMoment, useTonight } from "~app/shared/tonightModel";

/** What is told of each at most. */
const MOST = 6;
const DAY_MS = 86_400_000;

const dayOf = (at: number, now: number): string =>
  at - now < 0.7 * DAY_MS && new Date(at).getDate() === new Date(now).getDate() ? "tonight" : format(at, "EEE d MMM");

export function WontWait() {
  const project = useProject();
  const chance = useChance();
  const { wontWait } = useTonight();
  const now = useMoment();
  const latest = chance?.latest?.list ?? [];
  const { decisions, trip, ahead } = wontWait;
  const windows = wontWait.windows.filter((w) => w.until > now || w.shutAt !== null);
  const nameOf = (partId: string): string => project.parts.find((p) => p.id === partId)?.name ?? "a deleted part";
  if (windows.length + decisions.length + latest.length === 0 && !trip && ahead.length === 0) return null;
  return (
    <Section title="What will not wait">
      <ul>
        {windows.slice(0, MOST).map((w) => (
          <li key={w.stepKey} className="border-b border-rule py-1">
            <strong>{nameOf(w.partId)}</strong>, {w.of}:{" "}
            {w.until <= now ? "shut since" : w.from > now ? `from ${format(w.from, "HH:mm")} until` : "until"}{" "}
            {format(w.until, w.until - now < 0.7 * DAY_MS ? "HH:mm" : "EEE HH:mm")} {w.what}. Then {w.then}.
            {w.shutAt !== null && (
              <span className="note-act block">▲ The next coat is planned for {format(w.shutAt, "EEE HH:mm")}, while it is shut.</span>
            )}
          </li>
        ))}
        {trip && (
          <li className="border-b border-rule py-1">
            <strong>One trip to spray:</strong> {tripWords(trip)}{" "}
            <Link className="btn ml-2" to={`/s/${project.scene.id}/paint/spray`}>
              Spray day
            </Link>
          </li>
        )}
        {ahead.length > 0 && (
          <li className="border-b border-rule py-1">
            <strong>Before the airbrush is put away:</strong> {aheadWords(ahead)}.
          </li>
        )}
        {decisions.slice(0, MOST).map((d, i) => {
          const by = decideBy(d, latest);
          return (
            <li key={i} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
              <span className="min-w-0 flex-1 basis-64">
                <strong>{nameOf(d.partId)}:</strong> not decided: {d.what}.{" "}
                {by && (
                  <span className="text-soft">
                    {by.dated ? "Last free evening" : "The plan has it"}: {dayOf(by.at, now)}.
                  </span>
                )}
              </span>
              <Link className="btn" to={`/s/${project.scene.id}/${d.where}`} aria-label={`Decide: ${nameOf(d.partId)}, ${d.what}`}>
                decide
              </Link>
            </li>
          );
        })}
      </ul>
      {decisions.length > MOST && <p className="text-soft">{decisions.length - MOST} more that nobody has decided.</p>}
      {latest.length > 0 && <ByWhen list={latest} unasked={chance?.latest?.unasked ?? 0} now={now} />}
    </Section>
  );
}

/** Goes by the last evening on which they may be begun, so that the plan keeps the date. */
function ByWhen({ list, unasked, now }: { list: readonly LatestStart[]; unasked: number; now: number }) {
  const days = new Map<number, LatestStart[]>();
  for (const l of list) days.set(l.by, [...(days.get(l.by) ?? []), l]);
  return (
    <details className="mt-2">
      <summary className="min-h-[44px] cursor-pointer py-2.5">
        Latest starts: <strong>{list[0].title}</strong> by {dayOf(list[0].by, now)}
        {list.length > 1 && `, and ${list.length - 1} more`}
      </summary>
      <dl className="grid grid-cols-[7rem_1fr] gap-x-3">
        {[...days].map(([by, goes]) => (
          <div key={by} className="contents">
            <dt className="font-semibold">{dayOf(by, now)}</dt>
            <dd>{goes.map((g) => `${g.title} (${g.on.length > 2 ? `${g.on.length} parts` : g.on.join(", ")})`).join("; ")}</dd>
          </div>
        ))}
      </dl>
      <p className="text-sm text-soft">
        Each by itself, if all else goes to plan: a print that fails or an evening that falls out moves it.
        {unasked > 0 && ` ${unasked} later ones were not looked at.`}
      </p>
    </details>
  );
}

const tripWords = ({ pieces, all, usedS }: Trip): string =>
  pieces === 0
    ? `the first of ${all} takes longer than an hour.`
    : `${pieces === all ? "all" : pieces} of ${all} pieces in ${formatDuration(usedS)}, cleaning between colours included.`;

/** "Rust on Sluice frame (Fri): +1 min now, 16 min another day". */
const aheadWords = (ahead: WontWaitFor["ahead"]): string =>
  ahead
    .slice(0, 3)
    .map(
      (a) =>
        `${a.title} on ${a.partName} (${format(a.at, "EEE")}): +${formatDuration(a.workS)} now, ${formatDuration(a.anotherDayS)} another day`,
    )
    .join("; ") + (ahead.length > 3 ? `; and ${ahead.length - 3} more` : "");
