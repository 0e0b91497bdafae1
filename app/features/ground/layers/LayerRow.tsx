/** One layer of a zone: its method and depth, what to measure out, its windows, what it hides and must not touch. */
import { X } from "lucide-react";
import { GROUND_METHODS, type GroundLayer, type GroundMethodId, type PartsBy } from "~core/ground";
import { kilograms, type LayerSum } from "~core/look";
import { LIMITS } from "~core/project";
import { formatDuration, formatMass, formatMillilitres, formatMm, formatReal, readAsMm, type Reasons } from "~core/units";
import { useActions } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { sayProblem } from "~app/ui/sayProblem";
import { Sideways } from "~app/ui/sideways";
import { Why } from "~app/ui/why";
import { Cautions } from "../Cautions";

const METHODS = GROUND_METHODS.map((m) => ({ value: m.id, label: m.name }));
const BY: readonly { value: PartsBy; label: string }[] = [
  { value: "volume", label: "by volume" },
  { value: "mass", label: "by mass" },
];

export function LayerRow({ sum, nth, planned, ratio }: { sum: LayerSum; nth: number; planned: boolean; ratio: number }) {
  const { run } = useActions();
  const { layer, method, amounts } = sum;
  const set = (change: Partial<GroundLayer>) => run("list.set", { list: "scene.layers", key: layer.id, change });
  const { kind } = method.makeup;
  const mixed = (method.makeup.kind === "grains" && method.makeup.loose.length > 1) || kind === "paste";
  return (
    <section aria-label={`Layer ${nth}`} className="mt-3 border-t-[1.5px] border-ink pt-2">
      <div className="flex flex-wrap items-end gap-2">
        <Choice
          label={`Layer ${nth}, from below`}
          value={layer.methodId}
          options={METHODS}
          onChange={(methodId: GroundMethodId) => void set({ methodId })}
        />
        <ParsedField
          className="w-28"
          label={kind === "growth" ? "Height" : kind === "scored" ? "Lines apart" : "Depth, dry"}
          draftKey={layer.id}
          text={formatMm(layer.depthMm)}
          parse={parseMmIn(LIMITS.layerDepthMm)}
          readAs={readAsMm}
          onCommit={(depthMm) => set({ depthMm })}
        />
        {mixed && <Choice label="Parts are measured" value={layer.by} options={BY} onChange={(by) => void set({ by })} />}
        <IconButton
          label={`Remove layer ${nth}: ${method.name}`}
          onClick={() => void run("layer.drop", { layerId: layer.id }).then((d) => !d.ok && sayProblem(d.problem))}
        >
          <X size={18} />
        </IconButton>
      </div>
      <p className="mt-1">
        <span className="font-semibold">
          {amounts.dryG > 0 ? `${kilograms(amounts.dryG)} dry` : "adds no weight"}
          {amounts.pours > 1 && `, in ${amounts.pours} pours`}
        </span>
        , {formatDuration(amounts.handsOnS)} of your time, {formatDuration(amounts.waitS)} until it is hard.{" "}
        <Why of={method.name} reasons={reasonsOf(sum)} />
      </p>
      {amounts.items.length > 0 && (
        <Sideways label={`What layer ${nth} takes`}>
          <table className="plain">
            <tbody>
              {amounts.items.map((i) => (
                <tr key={i.name}>
                  <td>{i.name}</td>
                  <td className="text-right font-semibold">{i.ml > 0 ? formatMillilitres(i.ml) : ""}</td>
                  <td className="text-right">{formatMass(i.g)}</td>
                  <td className="text-soft">{i.parts}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      {method.hardS > 0 && (
        <p className="text-soft">
          Work it for {formatDuration(method.wetS)}; firm after {formatDuration(method.firmS)}, when dust goes on; hard after{" "}
          {formatDuration(method.hardS)}.
        </p>
      )}
      <p className="text-soft">
        Hides {method.hides}. Keep it off {method.keepOff}. {kind === "growth" && `${formatReal(layer.depthMm * ratio)} high in real life.`}
        {kind === "grains" && ` A grain of 0.5 mm is ${formatReal(0.5 * ratio)} in real life.`}
      </p>
      <ol className="ml-5 list-decimal">
        {method.steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      <Cautions method={method} />
      {!planned && <p className="text-soft">No evening is planned for it: its step was taken out of the order of work.</p>}
    </section>
  );
}

const reasonsOf = ({ layer, method, amounts }: LayerSum): Reasons => ({
  formula: amounts.formula,
  inputs: [
    { name: "depth", value: formatMm(layer.depthMm) },
    { name: "lies there", value: formatMillilitres(amounts.layerMl) },
    { name: "wet and dry", value: `${kilograms(amounts.wetG)}, ${kilograms(amounts.dryG)}` },
  ],
  assumptions: [
    { text: `Ratios, times and windows of "${method.name}"`, kind: "practice" },
    { text: "Densities of sand, powder, filler and resin", kind: "memory" },
    { text: "A tenth more is measured out than lies there: spill and what stays in the pot", kind: "practice" },
    ...(method.makeup.kind === "grains" || method.makeup.kind === "cement"
      ? [{ text: "Grains, powder and liquids do not simply add up", kind: "published" as const, source: "absolute volumes, ACI 211" }]
      : []),
  ],
});
