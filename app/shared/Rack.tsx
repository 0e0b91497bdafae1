/** The shelf of paints: one for the whole workshop. */
import { useState } from "react";
import { comesInPots, FAMILIES, type CoatFamily } from "~core/coat";
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
                  {p.family}, {p.stockMl} ml{p.mix && `, mixed from ${p.mix.parts.map((x) => x.name).join(", ")}`}
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
        <ParsedField
          label="Left, ml"
          text={String(paint.stockMl)}
          parse={parseNumberIn(LIMITS.stockMl)}
          readAs={(ml) => `${spacedNumber(ml)} ml`}
          onCommit={(stockMl) => onChange({ stockMl })}
        />
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
        <ParsedField
          label="Drops in 1 ml"
          text={paint.dropsPerMl ? String(paint.dropsPerMl) : ""}
          placeholder="20 if nobody counted: 20 drops on a scale"
          parse={orNothing<number>(parseNumberIn(LIMITS.dropsPerMl))}
          readAs={(n) => (n === null ? "not counted: taken as 20" : `${spacedNumber(n)} drops`)}
          onCommit={(dropsPerMl) => onChange({ dropsPerMl })}
        />
      </div>
      <div className="mt-4 flex gap-2">
        <button
          className="btn btn-solid"
          onClick={() => {
            void keep().then((done) => done.ok && onClose());
          }}
        >
          Add it
        </button>
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
