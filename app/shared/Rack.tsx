/** The shelf of paints: one for the whole workshop. */
import { useState } from "react";
import { comesInPots, FAMILIES, levelByWeight, levelWords, USUAL_CAN_CM2, wholeOf, type Can, type CoatFamily } from "~core/coat";
import { spacedNumber } from "~core/units";
import { LIMITS, type Paint } from "~core/project";
import { newId, useActions } from "./scene";
import { Dialog } from "~app/ui/dialog";
import { costText, parseCostIn } from "./cost";
import { Choice, orNothing, ParsedField, parseName, parseNumberIn } from "~app/ui/field";
import { useProject } from "~app/shared/scene";

export function Rack() {
  const project = useProject();
  const [editing, setEditing] = useState<Paint | null>(null);
  return (
    <div>
      <ul className="grid gap-x-6 tab:grid-cols-2 desk:grid-cols-3">
        {project.paints.map((p) => (
          <li key={p.id} className="border-b border-rule">
            <button className="flex min-h-[48px] w-full items-center gap-3 text-left hover:bg-board" onClick={() => setEditing(p)}>
              <span className="h-8 w-8 shrink-0 border border-ink" style={{ background: p.hex }} aria-hidden="true" />
              <span className="min-w-0">
                <span className="block truncate font-semibold">{p.name}</span>
                <span className="block text-sm text-soft">
                  {p.family}, {p.can ? levelWords(p) : `${p.stockMl} ml`}
                  {p.mix && `, mixed from ${p.mix.parts.map((x) => x.name).join(", ")}`}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <button
        className="btn mt-3"
        onClick={() => setEditing({ id: newId(), name: "New paint", hex: "#808080", family: "water acrylic", sheen: "matt", stockMl: 20 })}
      >
        Add to the rack
      </button>
      {editing && (
        <PaintEditor
          paint={editing}
          known={project.paints.find((p) => p.id === editing.id)}
          currency={project.habits.currency}
          onChange={(change) => setEditing((p) => p && { ...p, ...change })}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
}

function PaintEditor({
  paint,
  known,
  currency,
  onChange,
  onClose,
}: {
  paint: Paint;
  known: Paint | undefined;
  currency: string;
  onChange: (change: Partial<Paint>) => void;
  onClose: () => void;
}) {
  const { run } = useActions();
  // What was changed here, and no more: another window may have changed the rest.
  const keep = () =>
    known
      ? run("field.set", {
          of: "paint",
          id: paint.id,
          change: Object.fromEntries(Object.entries(paint).filter(([k, v]) => v !== known[k as keyof Paint])),
        })
      : run("list.add", { list: "paints", items: [paint] });
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={known ? paint.name : "New paint: name"}>
      <div className="grid gap-3 tab:grid-cols-2">
        <ParsedField label="Name" text={paint.name} parse={parseName} onCommit={(name) => onChange({ name })} />
        <label>
          <span className="label block">Colour when dry</span>
          <input type="color" className="field" value={paint.hex} onChange={(e) => onChange({ hex: e.target.value })} />
        </label>
        <Choice
          label="Type"
          value={paint.family}
          onChange={(family: CoatFamily) => onChange({ family })}
          options={(Object.keys(FAMILIES) as CoatFamily[])
            .filter(comesInPots)
            .map((f) => ({ value: f, label: `${f} (${FAMILIES[f].cleaner})` }))}
        />
        <Choice
          label="Sheen"
          value={paint.sheen}
          onChange={(sheen) => onChange({ sheen })}
          options={[
            { value: "matt", label: "matt" },
            { value: "satin", label: "satin" },
            { value: "gloss", label: "gloss" },
          ]}
        />
        {paint.can ? (
          <CanLevel paint={{ ...paint, can: paint.can }} onChange={onChange} />
        ) : (
          <ParsedField
            label="Left, ml"
            text={String(paint.stockMl)}
            parse={parseNumberIn(LIMITS.stockMl)}
            readAs={(ml) => `${spacedNumber(ml)} ml`}
            onCommit={(stockMl) => onChange({ stockMl })}
          />
        )}
        <ParsedField
          label="Cost when bought"
          text={costText(paint.price ?? null)}
          placeholder="not set"
          parse={parseCostIn(currency)}
          readAs={(c) => (c === null ? "not set" : costText(c))}
          onCommit={(price) => onChange({ price })}
        />
        <ParsedField
          label="Size when full, ml"
          text={paint.wholeMl ? String(paint.wholeMl) : ""}
          placeholder="not set"
          parse={orNothing<number>(parseNumberIn(LIMITS.stockMl))}
          readAs={(ml) => (ml === null ? "not set" : `${spacedNumber(ml)} ml`)}
          onCommit={(wholeMl) => onChange({ wholeMl })}
        />
        {!paint.can && (
          <ParsedField
            label="Drops in 1 ml"
            text={paint.dropsPerMl ? String(paint.dropsPerMl) : ""}
            placeholder="20 if nobody counted: 20 drops on a scale"
            parse={orNothing<number>(parseNumberIn(LIMITS.dropsPerMl))}
            readAs={(n) => (n === null ? "not counted: taken as 20" : `${spacedNumber(n)} drops`)}
            onCommit={(dropsPerMl) => onChange({ dropsPerMl })}
          />
        )}
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input
            type="checkbox"
            className="h-5 w-5"
            checked={Boolean(paint.can)}
            onChange={(e) => onChange({ can: e.target.checked ? { cm2: USUAL_CAN_CM2, fullG: null, emptyG: null } : null })}
          />
          It is a spray can
        </label>
      </div>
      <div className="mt-4 flex gap-2">
        <button
          className="btn btn-solid"
          onClick={() => {
            void keep().then((done) => done.ok && onClose());
          }}
        >
          {known ? "Save" : "Add it"}
        </button>
        {known && known.stockMl > 0 && (
          <button
            className="btn"
            onClick={() => {
              void run("field.set", { of: "paint", id: paint.id, change: { stockMl: 0 } }).then((done) => done.ok && onClose());
            }}
          >
            That was the last of it
          </button>
        )}
        {known && (
          <button
            className="btn"
            onClick={() => {
              void run("list.drop", { list: "paints", keys: [paint.id] }).then((done) => done.ok && onClose());
            }}
          >
            Remove it from the rack
          </button>
        )}
      </div>
    </Dialog>
  );
}

const inGrams = (g: number | null): string => (g === null ? "" : String(g));

/** How full a can is: by area, and by its weight where it was weighed. */
function CanLevel({ paint, onChange }: { paint: Paint & { can: Can }; onChange: (change: Partial<Paint>) => void }) {
  const { can } = paint;
  const weight = (key: "fullG" | "emptyG", label: string) => (
    <ParsedField
      label={label}
      text={inGrams(can[key])}
      placeholder="not weighed"
      parse={orNothing<number>(parseNumberIn(LIMITS.massG))}
      readAs={(g) => (g === null ? "not weighed" : `${spacedNumber(g)} g`)}
      onCommit={(g) => onChange({ can: { ...can, [key]: g } })}
    />
  );
  return (
    <fieldset className="grid gap-3 border border-rule p-3 tab:col-span-2 tab:grid-cols-2">
      <legend className="label px-1">Left: {levelWords(paint)}</legend>
      <ParsedField
        label="A full can covers, cm²"
        text={String(can.cm2)}
        parse={parseNumberIn(LIMITS.canCm2)}
        readAs={(cm2) => `${spacedNumber(cm2)} cm² in one coat`}
        onCommit={(cm2) => onChange({ can: { ...can, cm2 } })}
      />
      <ParsedField
        label="How full, %"
        text={String(Math.round((paint.stockMl / wholeOf(paint)) * 100))}
        parse={parseNumberIn({ least: 0, most: 100 })}
        readAs={(percent) => `${spacedNumber(percent)} %`}
        onCommit={(percent) => onChange({ stockMl: Math.round(percent * wholeOf(paint)) / 100 })}
      />
      {weight("fullG", "Weighs full, g")}
      {weight("emptyG", "Weighs empty, g")}
      <ParsedField
        label="Weighs now, g"
        text=""
        placeholder="put it on a scale"
        parse={(text) => {
          const now = parseNumberIn(LIMITS.massG)(text);
          return now.ok ? levelByWeight(paint, now.value) : now;
        }}
        readAs={(ml) => levelWords({ ...paint, stockMl: ml })}
        onCommit={(stockMl) => onChange({ stockMl })}
      />
      <p className="text-sm text-soft">
        Millilitres of a can include the propellant. {spacedNumber(USUAL_CAN_CM2)} cm² a can is common practice on small pieces; your own
        count is better. A nearly empty can spits: shake it, and try it on card first.
      </p>
    </fieldset>
  );
}
