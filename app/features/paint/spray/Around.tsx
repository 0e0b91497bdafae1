/** What stands around a spray day: whether the air allows it, and what the airbrush is wanted for before it is cleaned. */
import { format } from "date-fns";
import { dewPointC, FAMILIES, METHODS, sprayFault, sprayLimitRh, type CoatFamily, type CoatMethod } from "~core/coat";
import { daylightBetween, placeOfZone } from "~core/daylight";
import { CLEAN, type SprayDay } from "~core/plan";
import type { Project } from "~core/project";
import { formatDuration } from "~core/units";
import type { Rests } from "~core/work";
import { Section } from "~app/shared/Page";
import { useMoment, useTonight } from "~app/shared/tonightModel";

/** Brushed, and thinned with water: what the air for cans does not stop. */
const isWaterBrushed = ({ method, family }: Rests): boolean =>
  typeof method === "string" &&
  Object.hasOwn(METHODS, method) &&
  !METHODS[method as CoatMethod].sprayed &&
  FAMILIES[family as CoatFamily]?.cleaner === "water";

/** May it be sprayed, and until when. */
export function May({ project }: { project: Project }) {
  const now = useMoment();
  const { air, place, timeZone } = project.habits;
  const { model } = useTonight();
  const fault = sprayFault(air);
  const light = daylightBetween(now, now + 86_400_000, place ?? placeOfZone(timeZone)).find((d) => d.to > now);
  const isLight = light && light.from <= now;
  const brushed = model.offers.filter((o) => isWaterBrushed(o.step.rests) && o.step.needs.length === 0).slice(0, 3);
  return (
    <div className={`mt-3 border p-3 ${fault ? "border-act" : "border-ink"}`}>
      <p className={`text-lg font-semibold ${fault ? "text-act" : ""}`}>{fault ? "▲ Do not spray now" : "You may spray"}</p>
      <p>
        {air.airC} °C, {air.rh} % humidity: the dew point is {dewPointC(air).toFixed(1)} °C.{" "}
        {fault ??
          `Stop above ${Math.floor(sprayLimitRh(air.airC))} %, or where the piece is colder than ${(dewPointC(air) + 3).toFixed(0)} °C.`}{" "}
        <span className="text-soft">
          Outdoors:{" "}
          {isLight
            ? `light until ${format(light.to, "HH:mm")}`
            : light
              ? `dark now, light from ${format(light.from, "EEE HH:mm")}`
              : "no daylight today"}
          {!place && ", estimated from your time zone"}. Room and humidity are set on the tab Coats.
        </span>
      </p>
      {fault && brushed.length > 0 && (
        <p className="mt-1">Water-based brushing goes on: {brushed.map((o) => `${o.step.partName}: ${o.step.title}`).join("; ")}.</p>
      )}
    </div>
  );
}

/** Before the airbrush is cleaned: what the next days still want from it. */
export function Ahead({ day }: { day: SprayDay }) {
  if (day.ahead.length === 0) return null;
  return (
    <Section title="Before you clean the airbrush">
      <p className="text-soft">The next days want it again. Setting up and cleaning cost more than the spraying.</p>
      <ul>
        {day.ahead.slice(0, 6).map((a) => (
          <li key={a.step.key} className="flex flex-wrap justify-between gap-3 border-b border-rule py-1">
            <span>
              <span className="font-semibold">{a.step.partName}</span>: {a.step.title}
            </span>
            <span className="text-soft">
              {format(a.at, "EEE d MMM")}; now + {formatDuration(a.workS)}, another day {formatDuration(a.anotherDayS)}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-soft">Cleaning at the end: {formatDuration(CLEAN.atEndS)}, common practice, no source.</p>
    </Section>
  );
}
