/** One effect: its measures, and what it takes. */
import { X } from "lucide-react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { POURS, type PourProduct } from "~core/ground";
import { leastLetterMm, letterMm } from "~core/look";
import { domeOf, FACE_KINDS, sparePanes, vatLayers, type Effect, type FaceKind } from "~core/paint";
import { LIMITS, type Range } from "~core/project";
import { formatDuration, formatMillilitres, formatMm, formatReal, readAsMm, spacedNumber, type Result } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, parseCount, ParsedField, parseMmIn, parseName, parseNumberIn, parseText } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { Why } from "~app/ui/why";

const PRODUCTS = (Object.keys(POURS) as PourProduct[]).map((value) => ({ value, label: POURS[value].label }));
const SHAPES = [
  { value: "round", label: "round" },
  { value: "square", label: "rectangle" },
] as const;

const FACES: readonly { value: FaceKind | ""; label: string }[] = [
  { value: "", label: "nothing" },
  ...(Object.keys(FACE_KINDS) as FaceKind[]).map((value) => ({ value, label: FACE_KINDS[value] })),
];

export function EffectRow({ effect: e }: { effect: Effect }) {
  const { run } = useActions();
  const set = (change: Partial<Effect>): Promise<Result<unknown>> => run("list.set", { list: "scene.effects", key: e.id, change });
  const length = (label: string, key: "aMm" | "bMm" | "deepMm", range: Range = LIMITS.effectMm) => (
    <ParsedField
      className="w-24"
      label={label}
      draftKey={e.id}
      text={formatMm(e[key])}
      parse={parseMmIn(range)}
      readAs={readAsMm}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  return (
    <li className="border-b border-rule py-2" aria-label={e.name}>
      <div className="flex flex-wrap items-end gap-2">
        <ParsedField className="w-44" label="Name" draftKey={e.id} text={e.name} parse={parseName} onCommit={(name) => set({ name })} />
        {e.kind !== "dome" && (
          <Choice label="Shape" value={e.round ? "round" : "square"} options={SHAPES} onChange={(s) => set({ round: s === "round" })} />
        )}
        {length(e.round ? "Across" : "Width", "aMm")}
        {!e.round && length(e.kind === "pane" ? "Height" : "Length", "bMm")}
        {e.kind !== "pane" && length(e.kind === "dome" ? "Height" : "Depth", "deepMm", LIMITS.effectDeepMm)}
        {e.kind === "vat" && (
          <ParsedField
            className="w-28"
            label="Banks lean, °"
            draftKey={e.id}
            text={spacedNumber(e.slopeDeg)}
            parse={parseNumberIn(LIMITS.bankDeg)}
            onCommit={(slopeDeg) => set({ slopeDeg })}
          />
        )}
        {e.kind === "vat" && (
          <Choice label="Poured with" value={e.product} options={PRODUCTS} onChange={(product: PourProduct) => set({ product })} />
        )}
        {e.kind === "pane" && e.round && (
          <Choice label="Face" value={e.face ?? ""} options={FACES} onChange={(face) => set({ face: face === "" ? null : face })} />
        )}
        {e.kind === "pane" && (
          <ParsedField
            className="w-44"
            label="Words on it"
            draftKey={e.id}
            text={e.words ?? ""}
            placeholder="none"
            parse={parseText(LIMITS.name)}
            onCommit={(words) => set({ words })}
          />
        )}
        <ParsedField
          className="w-20"
          label="How many"
          draftKey={e.id}
          text={String(e.count)}
          parse={parseCount(LIMITS.effectCount)}
          onCommit={(count) => set({ count })}
        />
        <IconButton label={`Remove ${e.name}`} onClick={() => void run("list.drop", { list: "scene.effects", keys: [e.id] })}>
          <X size={18} />
        </IconButton>
      </div>
      {e.kind === "vat" && <Vat effect={e} />}
      {e.kind === "dome" && <DomeFacts effect={e} />}
      {e.kind === "pane" && (
        <p className="mt-1">
          {e.count} and {sparePanes(e.count)} to spare. <Letters effect={e} />
        </p>
      )}
    </li>
  );
}

/** How high what is printed on a pane stands, in the model and real, and whether it can be read. */
function Letters({ effect }: { effect: Effect }) {
  const { scene } = useProject();
  const mm = letterMm(effect);
  if (mm === null) return null;
  const least = leastLetterMm(scene.viewingDistanceMm);
  return (
    <span className={mm < least ? "text-setting-ink" : ""}>
      Letters {formatMm(mm)} high, {formatReal(mm * scene.scale.ratio)} real
      {mm < least ? `: too small to read from ${formatReal(scene.viewingDistanceMm)}, which takes ${formatMm(least)}.` : "."}
    </span>
  );
}

export const Care = ({ text }: { text: string }) => (
  <span className="block text-sm text-soft">
    {text} {CARE_FIRST}
  </span>
);

function Vat({ effect: e }: { effect: Effect }) {
  const layers = vatLayers(e);
  if (!layers.ok) return <p className="note-act mt-1">▲ {layers.problem.message}</p>;
  const { leaves, waitS, cautions, says, mostLayerMm } = POURS[e.product];
  const all = layers.value.reduce((sum, l) => sum + l.ml, 0);
  if (layers.value.length === 0) return <p className="mt-1 text-soft">Without depth it is painted, not poured.</p>;
  return (
    <div className="mt-1">
      <p>
        <span className="font-semibold">{formatMillilitres(all)}</span> in{" "}
        {layers.value.length === 1 ? "one layer" : `${layers.value.length} layers`}
        {layers.value.length > 1 &&
          `, from the bottom ${layers.value.map((l) => formatMillilitres(l.ml)).join(", ")}; ${formatDuration(waitS)} between`}
        .{" "}
        <Why
          of={`what ${e.name} takes`}
          reasons={{
            formula: "Its section over the depth of each layer, ÷ what is left when it has set, × how many.",
            inputs: [
              { name: "thickest layer", value: formatMm(mostLayerMm) },
              { name: "left when set", value: `${Math.round(leaves * 100)} %` },
            ],
            assumptions: [{ text: `Layers and shrinking of ${POURS[e.product].label}: the product's own sheet wins`, kind: "practice" }],
          }}
        />
      </p>
      <p className="text-sm text-soft">{says} It creeps up the walls by a millimetre or so: level the piece and stop short of the rim.</p>
      {cautions.map((c) => (
        <Care key={c} text={CAUTIONS[c].text} />
      ))}
    </div>
  );
}

/** Fewer drops than this are touched on with a needle. */
const LEAST_DROP = 0.6;

function DomeFacts({ effect: e }: { effect: Effect }) {
  const { mm3, drops, lowMm, highMm } = domeOf(e);
  return (
    <div className="mt-1">
      <p>
        <span className="font-semibold">{mm3.toFixed(mm3 < 10 ? 1 : 0)} mm³</span> each,{" "}
        {drops < LEAST_DROP
          ? "less than a drop: touch it on with a needle"
          : drops < 1.5
            ? "about a drop"
            : `about ${Math.round(drops)} drops`}
        {e.count > 1 ? `; ${formatMillilitres((mm3 * e.count) / 1000)} for ${e.count}` : ""}.
      </p>
      <p className={e.deepMm > highMm ? "note-act" : "text-soft"}>
        {e.deepMm > highMm ? "▲ It would run over: " : ""}A drop on a disc of that size stands {formatMm(lowMm)} to {formatMm(highMm)} high
        by itself, if the print below is sealed and its rim is clean.
      </p>
      <Care text={CAUTIONS.resin.text} />
    </div>
  );
}
