/** When the scene is ready: the plan's own date, how often it holds, and what leaving things out would buy. */
import { format } from "date-fns";
import { formatDuration } from "~core/units";
import { chanceBy, personWords, readyByAt, type Tonight } from "~core/plan";
import { eveningsToPlan, type EveningsSeen } from "~core/learn";
import { useActions, useProject } from "~app/shared/scene";
import { useChance } from "~app/shared/tonightModel";
import { Choice } from "~app/ui/field";
import { LeaveOut } from "./LeaveOut";

/** One sentence on the date that was set, with the one that would hold. */
function readyText(share: number, sure: string | null): string {
  const inTen = Math.round(share * 10);
  const later = sure === null ? "Not enough bench time: add an evening or drop something." : `${sure} would be met 8 times in 10.`;
  if (inTen >= 8) return inTen === 10 ? "Yes, almost certainly." : `Yes, ${inTen} times in 10.`;
  return inTen === 0 ? `No. ${later}` : `Only ${inTen} ${inTen === 1 ? "time" : "times"} in 10. ${later}`;
}

/** How many evenings to plan so that as many as are needed happen, by what records tell; nothing where the user said a share. */
function PlanEvenings({ wanted, seen, said }: { wanted: number; seen?: EveningsSeen; said?: number | null }) {
  if (wanted === 0 || !seen || (said !== null && said !== undefined)) return null;
  const planned = eveningsToPlan(seen, wanted, 0.8);
  return planned > wanted ? <> (plan {planned}: some fall out)</> : null;
}

interface Said {
  value: string;
  label: string;
}
const NOT_SAID: Said = { value: "", label: "not set" };
const EVENINGS_HAPPEN: Said[] = [
  NOT_SAID,
  ...[10, 9, 8, 7, 6, 5, 4].map((n) => ({ value: String(n), label: n === 10 ? "all happen" : `${n} happen` })),
];
const HOURS_TAKE: Said[] = [NOT_SAID, ...[0.8, 1, 1.25, 1.5, 2].map((n) => ({ value: String(n), label: formatDuration(n * 3600) }))];

/** What a file or a command may have said beside the usual answers is shown as it is. */
const withStored = (usual: readonly Said[], stored: number | null | undefined, label: (n: number) => string): Said[] =>
  stored == null || usual.some((o) => o.value === String(stored))
    ? [...usual]
    : [...usual, { value: String(stored), label: label(stored) }];

/** When it is ready: the plan's own date, and how often that holds when times vary and prints fail. */
export function Ready({ model }: { model: Tonight }) {
  const project = useProject();
  const { run } = useActions();
  const { scene } = project;
  const { habits } = project;
  const chance = useChance();
  const day = (ms: number): string => format(ms, "EEEE d MMMM");
  const by = readyByAt(scene);
  const inTime = chance && by !== null ? chanceBy(chance, by) : null;
  return (
    <section aria-label="Ready" className="mt-5">
      <h2 className="text-lg">{by !== null ? `Ready by ${day(by)}?` : "Ready when?"}</h2>
      {model.steps.length === 0 ? (
        <p className="text-soft">Plan a part to see when it will be ready.</p>
      ) : (
        <>
          <p className="font-semibold">
            {inTime !== null && chance && !scene.rests
              ? readyText(inTime, Number.isFinite(chance.p80) ? day(chance.p80) : null)
              : scene.rests
                ? "This scene is paused, so nothing is planned. Untick “paused” for it in Workshop."
                : model.finish === null
                  ? "Not with the evenings you have. Add one below."
                  : `${day(model.finish)}, if all goes to plan.`}
          </p>
          {inTime === null && !scene.rests && chance && Number.isFinite(chance.p80) && (
            <p>
              {model.finish !== null && day(chance.p80) === day(model.finish) ? "That" : day(chance.p80)} is met 8 times in 10, allowing for
              failed prints and slow evenings.
            </p>
          )}
          {chance && !scene.rests && (
            <p className="text-soft">{chance.stale ? "From a moment ago. Recalculating." : personWords(chance.person)}</p>
          )}
          <p className="text-soft">
            {formatDuration(model.handsOnS)} of your time over {model.evenings} {model.evenings === 1 ? "evening" : "evenings"}
            {chance && <PlanEvenings wanted={model.evenings} seen={chance.person.seen} said={habits.eveningsOfTen} />}
            {model.machineS > 0 && `, ${formatDuration(model.machineS)} of printing to start`}.
          </p>
        </>
      )}
      {inTime !== null && inTime < 0.8 && chance?.cuts && !scene.rests && <LeaveOut cuts={chance.cuts} />}
      <label className="mt-2 flex items-center gap-2">
        <span className="label">ready by</span>
        <input
          type="date"
          className="field w-44"
          value={scene.readyBy?.slice(0, 10) ?? ""}
          onChange={(e) => run("field.set", { of: "scene", change: { readyBy: e.target.value || null } })}
        />
      </label>
      <div className="mt-2 flex flex-wrap gap-3">
        <Choice
          className="w-40"
          label="Of 10 planned evenings"
          value={String(habits.eveningsOfTen ?? "")}
          onChange={(v) => void run("field.set", { of: "habits", change: { eveningsOfTen: v === "" ? null : Number(v) } })}
          options={withStored(EVENINGS_HAPPEN, habits.eveningsOfTen, (n) => `${n} happen`)}
        />
        <Choice
          className="w-40"
          label="A planned hour takes me"
          value={String(habits.hoursTake ?? "")}
          onChange={(v) => void run("field.set", { of: "habits", change: { hoursTake: v === "" ? null : Number(v) } })}
          options={withStored(HOURS_TAKE, habits.hoursTake, (n) => formatDuration(n * 3600))}
        />
      </div>
    </section>
  );
}
