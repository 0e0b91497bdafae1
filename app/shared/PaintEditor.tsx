/** A pot of the rack: what it is, how much is left, where it stands, and what could take its place. */
import { useState } from "react";
import { comesInPots, FAMILIES, levelByWeight, levelWords, USUAL_CAN_CM2, wholeOf, type Can, type CoatFamily } from "~core/coat";
import { potsInstead, shakeOf, throughAirbrush } from "~core/paint";
import { LIMITS, usableOf, type Paint } from "~core/project";
import { ok, spacedNumber, type Result } from "~core/units";
import { costText, parseCostIn } from "~app/shared/cost";
import { useActions, useProject } from "~app/shared/scene";
import { useStock } from "~app/shared/useStock";
import { Dialog } from "~app/ui/dialog";
import { Choice, orNothing, ParsedField, parseName, parseNumberIn, parseText } from "~app/ui/field";

export function PaintEditor({
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
  const { count } = useStock();
  const [was] = useState(known);
  // What was changed here, and no more: another window may have changed the rest. What is left is a count of the stock book.
  const keep = async (): Promise<Result<unknown>> => {
    if (!known || !was) return run("list.add", { list: "paints", items: [paint] });
    const { stockMl, ...change } = Object.fromEntries(
      Object.entries(paint).filter(([k, v]) => v !== was[k as keyof Paint]),
    ) as Partial<Paint>;
    const said = Object.keys(change).length > 0 ? await run("field.set", { of: "paint", id: paint.id, change }) : ok(null);
    return said.ok && stockMl !== undefined ? count(known, stockMl) : said;
  };
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
        <Choice
          label="One coat hides"
          value={paint.hides ?? ""}
          onChange={(hides: "" | "badly" | "well") => onChange({ hides: hides || null })}
          options={[
            { value: "", label: "not tried" },
            { value: "well", label: "well" },
            { value: "badly", label: "badly" },
          ]}
        />
        <ParsedField
          label="Place"
          text={paint.place ?? ""}
          placeholder="second shelf, left"
          parse={parseText(LIMITS.shortText)}
          onCommit={(place) => onChange({ place })}
        />
        <ParsedField
          label="Lot"
          text={paint.lot ?? ""}
          placeholder="not noted"
          parse={parseText(LIMITS.shortText)}
          onCommit={(lot) => onChange({ lot })}
        />
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
      <About paint={paint} />
      <div className="mt-4 flex flex-wrap gap-2">
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
              void count(known, 0).then((done) => done.ok && onClose());
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

/** What is known of a pot without being asked: shaking, the airbrush, and what could take its place. */
function About({ paint }: { paint: Paint }) {
  const { paints, habits } = useProject();
  const shake = shakeOf(paint);
  const instead = potsInstead(
    paint,
    paints.filter((p) => p.id !== paint.id && usableOf(p) > 0),
  ).slice(0, 3);
  return (
    <div className="mt-3 text-[0.97rem]">
      {shake && <p className="font-semibold">{shake}</p>}
      {!paint.can && <p className="text-soft">Airbrush: {throughAirbrush([paint], 0, habits.nozzleMm ?? null).words}</p>}
      {instead.length > 0 && (
        <p className="text-soft">In its place: {instead.map((p) => `${p.paint.name} (${p.lost || "nothing is lost"})`).join("; ")}.</p>
      )}
    </div>
  );
}
