/** What glows: how long it runs, what it takes, where the cell goes, and what must be ordered when. */
import { format } from "date-fns";
import { X } from "lucide-react";
import { LEDS, LIGHT_FIELDS, lightRuns, NEW_LIGHT, SOURCES, type Light } from "~core/light";
import { LIMITS } from "~core/project";
import { formatMm, type Reasons } from "~core/units";
import { FieldInput } from "~app/shared/FieldInput";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { IconButton } from "~app/ui/iconButton";
import { sayProblem } from "~app/ui/sayProblem";
import { Why } from "~app/ui/why";
import { AssembleLeaves } from "../AssembleLeaves";

const DAY_MS = 86_400_000;

export default function LightPage() {
  const { scene } = useProject();
  const { run } = useActions();
  const lights = scene.lights ?? [];
  const add = (): void =>
    void run("list.add", { list: "scene.lights", items: [{ ...NEW_LIGHT, id: newId() }] }).then(
      (done) => !done.ok && sayProblem(done.problem),
    );
  return (
    <Page
      title="Light"
      sub="an LED on a cell first"
      cells={[
        { label: "lights", value: lights.length },
        { label: "cells a year", value: cells(lights.reduce((n, l) => n + (lightRuns(l).cellsAYear ?? 0), 0)) },
      ]}
    >
      <AssembleLeaves />
      {lights.length === 0 && (
        <p className="mt-6 max-w-prose text-soft">
          No lights yet. An LED pushed on a coin cell needs no solder. Add one to see its hours, the cavity it needs and when to order it.
        </p>
      )}
      {lights.map((l) => (
        <One key={l.id} light={l} />
      ))}
      <button className="btn mt-4" disabled={lights.length >= LIMITS.lights} onClick={add}>
        Add a light
      </button>
      {lights.length > 0 && (
        <p className="mt-3 max-w-prose text-sm text-soft">
          Light leaks through thin walls: two coats of black inside before any colour, and a look at it in the dark. A flame stays free of
          paint under the black. Capacities and voltages are typical and from memory; cell sizes as in IEC 60086-2, resistors as in IEC
          60063.
        </p>
      )}
    </Page>
  );
}

const cells = (n: number): string => (n === 0 ? "none" : n < 10 ? n.toFixed(1) : String(Math.round(n)));

function One({ light }: { light: Light }) {
  const { scene } = useProject();
  const { run } = useActions();
  const runs = lightRuns(light);
  const ready = scene.readyBy === null ? null : Date.parse(`${scene.readyBy}T12:00`);
  return (
    <Section
      title={light.name}
      aside={
        <IconButton label={`Remove: ${light.name}`} onClick={() => void run("list.drop", { list: "scene.lights", keys: [light.id] })}>
          <X size={18} />
        </IconButton>
      }
    >
      <div className="grid items-end gap-2 tab:grid-cols-4">
        {(Object.keys(LIGHT_FIELDS) as (keyof typeof LIGHT_FIELDS)[]).map((key) => (
          <FieldInput
            key={key}
            name={`${light.id} ${key}`}
            field={LIGHT_FIELDS[key]}
            value={light[key]}
            onChange={(value) => run("list.set", { list: "scene.lights", key: light.id, change: { [key]: value } })}
          />
        ))}
      </div>
      <p className="mt-2" aria-live="polite" data-testid="light-runs">
        {runs.hours === null ? (
          <span className="font-semibold">Runs as long as its supply is on.</span>
        ) : (
          <span className="font-semibold">
            About {runs.hours < 10 ? runs.hours.toFixed(1) : Math.round(runs.hours)} h from{" "}
            {runs.cells === 1 ? "a cell" : `${runs.cells} cells`}, {cells(runs.cellsAYear!)} a year.
          </span>
        )}{" "}
        {runs.resistorOhm === null
          ? "Pushed on its cell, it needs no resistor."
          : `A resistor of ${runs.resistorOhm} Ω in series; it takes ${Math.round(runs.resistorMW!)} mW.`}{" "}
        {runs.cavityMm && `Cavity for the cell and the legs: ${formatMm(runs.cavityMm[0])} wide, ${formatMm(runs.cavityMm[1])} high.`}{" "}
        <Why of={`how long ${light.name} runs`} reasons={reasonsOf(light)} />
      </p>
      {ready !== null && light.leadDays > 0 && (
        <p className="mt-1">
          Order it by {format(ready - light.leadDays * DAY_MS, "d MMMM yyyy")}: {light.leadDays} days by post before the scene is to be
          ready.
        </p>
      )}
      {runs.warnings.map((w) => (
        <p key={w} className="mt-1 text-setting-ink">
          △ {w}
        </p>
      ))}
    </Section>
  );
}

function reasonsOf(light: Light): Reasons {
  const led = LEDS.find((l) => l.id === light.led)!;
  const source = SOURCES.find((s) => s.id === light.source)!;
  return {
    formula:
      "Hours: what the cell holds × 0.6 ÷ current. Resistor: (voltage of the source − forward voltage) ÷ current, up to the next of the E24 series.",
    inputs: [
      { name: "current", value: `${light.mA} mA` },
      { name: `${led.name} LED`, value: `${led.forwardV} V` },
      { name: source.name, value: source.mAh === null ? `${source.volts} V` : `${source.volts} V, ${source.mAh} mAh` },
    ],
    assumptions: [
      { text: "Six tenths of a cell are had before it is too dim", kind: "practice" },
      { text: "Capacity and forward voltage: typical values; the product's own sheet wins", kind: "memory" },
    ],
  };
}
