/** The pin of one joint: what it carries, and the wires of the shops that hold it. */
import { drillFor, HOLES, pinsFor, standingOf, WIRES, type Joint, type PinSaid } from "~core/joint";
import { LIMITS, materialOf } from "~core/project";
import { balanceRequest } from "~core/results";
import { builtOf } from "~core/plan";
import { formatMm, readAsMm } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { useWhole } from "~app/shared/useWhole";
import { useResult } from "~app/data/results.client";
import { ParsedField, parseMmIn } from "~app/ui/field";
import { Sideways } from "~app/ui/sideways";

/** Common practice, no source: a hole of a centimetre, with a wall's thickness beside it. */
const BEGINS: PinSaid = { holeMm: 10, coverMm: 1, offsetMm: 5, heightMm: 10 };
const SHOWN = 6;

export function PinChoice({ joint: j }: { joint: Joint }) {
  const project = useProject();
  const { run } = useActions();
  const part = project.parts.find((p) => p.id === j.a);
  const answer = useResult(part ? balanceRequest(part) : null);
  const change = useWhole(j.pin, (pin) => run("list.set", { list: "scene.joints", key: j.id, change: { pin } }));
  if (answer.state === "failed") return <p className="note-act">▲ Its mass cannot be measured: {answer.problem.message}</p>;
  if (!part || answer.state !== "ready") return <p className="text-soft">Measuring its mass.</p>;
  const pin = j.pin ?? BEGINS;
  const { massG } = standingOf(answer.value, part.factor, builtOf(part, project));
  const material = materialOf(part, project.scene);
  const body = material === "resin print" ? ("resin" as const) : ("filament" as const);
  const pins = pinsFor({ ...pin, massG, body });
  const fields = [
    ["offsetMm", "Centre of mass, sideways", LIMITS.pinReachMm],
    ["heightMm", "Free length of the pin", LIMITS.pinReachMm],
    ["holeMm", "Depth of the hole", LIMITS.pinDeepMm],
    ["coverMm", "Wall beside the hole", LIMITS.pinMm],
  ] as const;
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        {fields.map(([key, label, range]) => (
          <ParsedField
            key={key}
            className="w-44"
            label={label}
            draftKey={`${j.id} ${key}`}
            text={formatMm(pin[key])}
            parse={parseMmIn(range)}
            readAs={readAsMm}
            onCommit={(mm) => change((now = BEGINS) => ({ ...now, [key]: mm }))}
          />
        ))}
      </div>
      <p className="mt-2 max-w-prose" data-testid="pin-verdict">
        {pins[0].holds ? (
          <>
            <span className="font-semibold">
              {formatMm(pins[0].wire.dMm)} {WIRES[pins[0].wire.material].label}
            </span>
            , drilled {formatMm(drillFor(pins[0].wire.dMm))}, carries {part.name}, {Math.round(massG)} g: it nods by{" "}
            {pins[0].droopDeg.toFixed(1)}°.
          </>
        ) : (
          <span className="note-act">▲ No stock wire holds it. {pins[0].why}</span>
        )}{" "}
        Moving the hole under the centre helps more than a thicker wire.
      </p>
      <Sideways label="Wires">
        <table className="plain mt-2">
          <thead>
            <tr>
              <th>Wire</th>
              <th className="text-right">Nods</th>
              <th className="text-right">Wire, MPa</th>
              <th className="text-right">Hole, MPa</th>
              <th className="text-right">Tears, MPa</th>
              <th>Verdict</th>
            </tr>
          </thead>
          <tbody>
            {pins.slice(0, SHOWN).map((p) => (
              <tr key={`${p.wire.material} ${p.wire.dMm}`}>
                <td>
                  {formatMm(p.wire.dMm)} {WIRES[p.wire.material].label}
                </td>
                <td className="text-right">{p.droopDeg.toFixed(1)}°</td>
                <td className="text-right">{Math.round(p.bendingMPa)}</td>
                <td className="text-right">{p.bearingMPa.toFixed(1)}</td>
                <td className="text-right">{p.shearMPa.toFixed(1)}</td>
                <td>{p.holds ? "holds" : <span className="note-act">▲ {p.why}</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <p className="mt-1 text-sm text-soft">
        Beam formulas; stiffness of wires from memory; a {body} hole widens at about {HOLES[body].bearingMPa} MPa and tears at{" "}
        {HOLES[body].shearMPa} MPa: common practice, no source. △ Drilling: eye protection, fingers behind the drill, mask for dust.
      </p>
    </>
  );
}
