/** All schools for one surface: those that apply with what they take, the others with why not here. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { Fold } from "~app/ui/fold";
import { materialCost, materialCostText } from "~core/project";
import { formatDuration, formatMillilitres } from "~core/units";
import { PRODUCTS, schoolById, sheetsText, type Recommended, type SchoolId, type Way } from "~core/surface";
import { useProject } from "~app/shared/scene";

export function Ways({
  ways,
  best,
  shown,
  onShow,
  inPlan,
  onUse,
}: {
  ways: readonly Way[];
  best: Recommended;
  shown: SchoolId;
  onShow: (id: SchoolId) => void;
  inPlan: SchoolId | null;
  onUse: (id: SchoolId) => void;
}) {
  const here = ways.filter((w) => w.whyNot === null),
    elsewhere = ways.filter((w) => w.whyNot !== null);
  return (
    <>
      <p className="mb-1">
        <span className="font-semibold">{schoolById(best.school)?.name}.</span> {best.why}
      </p>
      <ul data-testid="ways">
        {here.map((w) => (
          <li
            key={w.plan.school}
            className={`border-b border-rule py-1.5 ${shown === w.plan.school ? "border-[1.5px] border-ink px-2" : ""}`}
          >
            <div className="flex flex-wrap items-center justify-between gap-x-3">
              <button
                className={`min-h-[44px] text-left text-lg ${shown === w.plan.school ? "font-semibold" : "underline underline-offset-2"}`}
                aria-pressed={shown === w.plan.school}
                onClick={() => onShow(w.plan.school)}
              >
                {w.plan.name}
              </button>
              <span className="flex items-center gap-3">
                <span className="font-semibold">{took(w)}</span>
                <button className="btn" disabled={inPlan === w.plan.school} onClick={() => onUse(w.plan.school)}>
                  {inPlan === w.plan.school ? "in the plan" : "use this"}
                  <span className="sr-only">: {w.plan.name.toLowerCase()}</span>
                </button>
              </span>
            </div>
            {shown === w.plan.school && <WayDetail way={w} />}
          </li>
        ))}
      </ul>
      {elsewhere.length > 0 && (
        <Fold label={`Not suitable here: ${elsewhere.map((w) => w.plan.name.toLowerCase()).join("; ")}`}>
          <ul>
            {elsewhere.map((w) => (
              <li key={w.plan.school} className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-1.5">
                <span>{w.plan.name}</span>
                <span className="text-soft">{w.whyNot}</span>
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </>
  );
}

const took = ({ plan }: Way): string =>
  plan.stages.length === 0
    ? "no work"
    : [
        plan.handsOnS > 0 ? formatDuration(plan.handsOnS) : null,
        plan.nights > 0 ? `${plan.nights} ${plan.nights === 1 ? "night" : "nights"}` : null,
        plan.machineS > 0 ? `${formatDuration(plan.machineS)} of machine time` : null,
      ]
        .filter(Boolean)
        .join(", ");

function WayDetail({ way: { plan } }: { way: Way }) {
  const project = useProject();
  const rounds = [...new Set(plan.stages.map((s) => s.round))];
  const cost = materialCostText(materialCost(plan, project));
  return (
    <div className="pb-1">
      <p className="text-soft">{schoolById(plan.school)?.says}</p>
      {plan.stages.length > 0 && (
        <p>
          {plan.rounds > 1 ? `up to ${plan.rounds} rounds, ` : ""}
          {plan.nights > 0 ? `${plan.nights + 1} evenings, ` : ""}
          {formatDuration(plan.handsOnS)} hands-on, {formatDuration(plan.waitS - plan.machineS)} waiting
          {plan.nights > 0 ? ` (${plan.nights} ${plan.nights === 1 ? "night" : "nights"})` : ""}; leaves {Math.round(plan.leavesMm * 1000)}{" "}
          µm
          {plan.usedMl > 0 ? `; ${formatMillilitres(plan.wetMl)} wet, ${formatMillilitres(plan.usedMl)} from the pot` : ""}
          {plan.papers.length > 0 ? `; ${plan.papers.map((p) => `P${p.grade} ${sheetsText(p.sheets)}`).join(", ")}` : ""}
          {cost ? `; ${cost}` : ""}.
        </p>
      )}
      {rounds.map((round) => (
        <div key={round}>
          {rounds.length > 1 && (
            <p className="label mt-1">
              {round === 1
                ? "First round, whole surface"
                : round > plan.rounds
                  ? "Finish, whole surface"
                  : `Round ${round}, about ${Math.max(1, Math.round((plan.stages.find((s) => s.round === round)?.share ?? 0) * 100))} % of the surface`}
            </p>
          )}
          <ol className="ml-5 list-decimal">
            {plan.stages
              .filter((s) => s.round === round)
              .map((s, i) => (
                <li key={i}>
                  {s.title}: {formatDuration(s.handsOnS)}
                  {s.waitS > 0 ? `, wait ${formatDuration(s.waitS)}` : ""}
                  {s.product && PRODUCTS[s.product].needs.length > 0 ? `, ${PRODUCTS[s.product].needs.join(", ")}` : ""}
                  {s.cautions.map((c) => (
                    <span key={c} className="text-setting-ink">
                      {" "}
                      △ {CAUTIONS[c].short}
                    </span>
                  ))}
                </li>
              ))}
          </ol>
        </div>
      ))}
      {plan.costs.map((c) => (
        <p key={c} className="note-act">
          ▲ {c}
        </p>
      ))}
      {plan.notes.map((n) => (
        <p key={n} className="text-soft">
          {n}
        </p>
      ))}
      {plan.cautions.length > 0 && (
        <p className="text-setting-ink">
          △ {plan.cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
        </p>
      )}
    </div>
  );
}
