/** Glues, abrasives and tools: what is at hand, how much of it, and what it cost. */
import { X } from "lucide-react";
import { spacedNumber } from "~core/units";
import { LIMITS, SUPPLY_KINDS, type Supply, type SupplyKind } from "~core/project";
import { costText, parseCostIn } from "~app/shared/cost";
import { newId, useActions, useProject } from "~app/shared/scene";
import { useStock } from "~app/shared/useStock";
import { Choice, orNothing, ParsedField, parseName, parseNumberIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const KINDS = Object.keys(SUPPLY_KINDS) as SupplyKind[];
/** In the order of the table of its kind: finer after coarser. */
const inOrder = (supplies: readonly Supply[], kind: SupplyKind): Supply[] => {
  const at = new Map(SUPPLY_KINDS[kind].choices.map((c, i) => [c.id, i]));
  return supplies.filter((s) => s.kind === kind).sort((a, b) => (at.get(a.what) ?? 0) - (at.get(b.what) ?? 0));
};

export function Supplies() {
  return (
    <>
      <div className="grid gap-x-8 gap-y-4 desk:grid-cols-2">
        {KINDS.map((kind) => (
          <OfKind key={kind} kind={kind} />
        ))}
      </div>
      <p className="mt-1 text-soft">
        Joints tell you when a glue is not on your shelf, and Tonight starts with the airbrush and spray place listed here. If nothing is
        listed, everything counts as available.
      </p>
    </>
  );
}

function OfKind({ kind }: { kind: SupplyKind }) {
  const project = useProject();
  const { run } = useActions();
  const { count } = useStock();
  const { label, unit, choices } = SUPPLY_KINDS[kind];
  const { currency } = project.habits;
  const add = (what: string): void => {
    const choice = choices.find((c) => c.id === what);
    if (choice) void run("list.add", { list: "supplies", items: [{ id: newId(), kind, name: choice.name, what, stock: 1, price: null }] });
  };
  return (
    <section aria-label={`${label}s`}>
      <h3 className="text-lg">{label}s</h3>
      <ul>
        {inOrder(project.supplies, kind).map((s) => (
          <li key={s.id} className="flex items-end gap-1.5 border-b border-rule py-1">
            <ParsedField
              className="min-w-0 flex-1"
              hideLabel
              label={`Name of ${s.name}`}
              draftKey={s.id}
              text={s.name}
              parse={parseName}
              onCommit={(name) => run("field.set", { of: "supply", id: s.id, change: { name } })}
            />
            <ParsedField
              className="w-16"
              hideLabel
              label={`${s.name}, ${unit} left`}
              draftKey={s.id}
              text={spacedNumber(s.stock)}
              parse={parseNumberIn(LIMITS.stock)}
              readAs={(n) => `${spacedNumber(n)} ${unit}`}
              onCommit={(stock) => count(s, stock)}
            />
            <ParsedField
              className="w-24"
              hideLabel
              label={`Price of ${s.name}`}
              draftKey={s.id}
              text={costText(s.price)}
              placeholder="price"
              parse={parseCostIn(currency)}
              readAs={(c) => (c === null ? "none" : costText(c))}
              onCommit={(price) => run("field.set", { of: "supply", id: s.id, change: { price } })}
            />
            {kind !== "tool" && kind !== "bath" && (
              <ParsedField
                className="w-16"
                hideLabel
                label={`${s.name}: ${unit} at that price`}
                draftKey={s.id}
                text={s.whole ? spacedNumber(s.whole) : ""}
                placeholder="of"
                parse={orNothing<number>(parseNumberIn(LIMITS.stock))}
                readAs={(n) => (n === null ? "not set" : `for ${spacedNumber(n)} ${unit}`)}
                onCommit={(whole) => run("field.set", { of: "supply", id: s.id, change: { whole } })}
              />
            )}
            <IconButton label={`Remove ${s.name}`} onClick={() => void run("list.drop", { list: "supplies", keys: [s.id] })}>
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
      <Choice
        className="mt-2 w-52"
        hideLabel
        label={`Add: ${label.toLowerCase()}`}
        value=""
        onChange={add}
        options={[
          { value: "", label: `add ${kind === "abrasive" ? "an" : "a"} ${label.toLowerCase()}` },
          ...choices.map((c) => ({ value: c.id, label: c.name })),
        ]}
      />{" "}
      <span className="text-sm text-soft">in {unit}</span>
    </section>
  );
}
