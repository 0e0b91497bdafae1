/** The lines of one thing of the shelf: what was bought, used, counted and thrown away; a purchase and a clearance are said here. */
import { format } from "date-fns";
import { X } from "lucide-react";
import { useState } from "react";
import { LINE_KINDS, OUTCOMES, type StockLine } from "~core/ledger";
import type { ShelfRow } from "~core/look";
import { LIMITS } from "~core/project";
import { formatMoney, spacedNumber, type Money } from "~core/units";
import { parseCostIn } from "~app/shared/cost";
import { useActions, useProject } from "~app/shared/scene";
import { useStock } from "~app/shared/useStock";
import { ParsedField, parseNumberIn, parseText } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { amount } from "./amount";

export function Lines({ row, lines }: { row: ShelfRow; lines: readonly StockLine[] }) {
  const { parts, scene, habits, records } = useProject();
  /** Its entry was deleted with its part: it can only be struck out here. */
  const alone = (l: StockLine): boolean =>
    l.recordId === undefined || (l.sceneId === scene.id && !records.some((r) => r.id === l.recordId));
  const { run } = useActions();
  const { buy, throwAway, missing, place } = useStock();
  const [size, setSize] = useState<number | null>(row.whole);
  const [price, setPrice] = useState<Money | null>(null);
  const { unit, name } = row;
  const whereOf = (l: StockLine): string => {
    const part = parts.find((p) => p.id === l.partId);
    if (part) return part.name;
    return l.sceneId !== undefined && l.sceneId !== scene.id ? "another scene" : (l.note ?? "");
  };
  return (
    <div className="mb-2 ml-3 border-l-[1.5px] border-rule pl-3">
      <div className="flex flex-wrap items-end gap-2">
        <ParsedField
          className="w-28"
          label={`Bought, ${unit}`}
          text={size === null ? "" : spacedNumber(size)}
          placeholder="how much"
          parse={parseNumberIn(LIMITS.stock)}
          onCommit={setSize}
        />
        <ParsedField
          className="w-32"
          label="for"
          text={price ? formatMoney(price, true) : ""}
          placeholder="not set"
          parse={parseCostIn(habits.currency)}
          readAs={(c) => (c ? formatMoney(c, true) : "not set")}
          onCommit={setPrice}
        />
        <button className="btn" disabled={!size} onClick={() => void buy(row.item, size!, price)}>
          Add to the shelf
        </button>
        <ParsedField
          className="w-44"
          label="Stands at"
          draftKey={`place ${row.item.id}`}
          text={row.place}
          placeholder="second shelf, left"
          parse={parseText(LIMITS.shortText)}
          onCommit={(where) => place(row.item, where)}
        />
        <button className="btn" onClick={() => void missing(row.item, row.missing === null)}>
          {row.missing ? "Found" : "Not found"}
        </button>
        {row.level > 0 && (
          <button className="btn" onClick={() => void throwAway(row.item, row.level)}>
            Throw the rest away
          </button>
        )}
      </div>
      {lines.length === 0 && <p className="mt-2 text-soft">Nothing was bought, used or counted since it was put down.</p>}
      <ul className="mt-2">
        {lines.slice(0, SHOWN).map((l) => (
          <li key={l.id} className="flex flex-wrap items-center gap-x-3">
            <span className="w-28 text-soft">{format(l.at, "d MMM yyyy")}</span>
            <span className="w-36">
              {LINE_KINDS[l.kind]} {amount(l.amount, unit)}
            </span>
            <span className="min-w-0 flex-1 text-soft">
              {[l.outcome && l.outcome !== "good" ? OUTCOMES[l.outcome] : "", l.price ? formatMoney(l.price, true) : "", whereOf(l)]
                .filter(Boolean)
                .join(", ")}
            </span>
            {alone(l) ? (
              <IconButton
                label={`Delete: ${name}, ${LINE_KINDS[l.kind]} ${amount(l.amount, unit)}`}
                onClick={() => void run("list.drop", { list: "lines", keys: [l.id] })}
              >
                <X size={18} />
              </IconButton>
            ) : (
              <span className="min-h-[44px] py-2.5 text-sm text-soft">goes with its entry</span>
            )}
          </li>
        ))}
      </ul>
      {lines.length > SHOWN && <p className="text-sm text-soft">{lines.length - SHOWN} earlier lines</p>}
    </div>
  );
}

/** So many lines of one thing are listed. */
const SHOWN = 12;
