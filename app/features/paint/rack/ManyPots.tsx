/** Many pots at once: names pasted, kinds and colours guessed and looked at, colours read from one photograph of the caps. */
import { X } from "lucide-react";
import { useState } from "react";
import { comesInPots, FAMILIES, USUAL_CAN_CM2, type CoatFamily } from "~core/coat";
import { namedPots, type Named } from "~core/paint";
import { LIMITS, type Paint } from "~core/project";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Dialog } from "~app/ui/dialog";
import { Choice, ParsedField, parseNumberIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { CapsPhoto } from "./CapsPhoto";

/** What a pot holds where nothing is said: that is asked once, for all. */
const USUAL_ML = 17;

interface Row extends Named {
  id: string;
}

const FAMILY_OPTIONS = (Object.keys(FAMILIES) as CoatFamily[]).filter(comesInPots).map((f) => ({ value: f, label: f }));

export function ManyPots({ onClose }: { onClose: () => void }) {
  const { run } = useActions();
  const { paints } = useProject();
  const [text, setText] = useState("");
  const [rows, setRows] = useState<readonly Row[] | null>(null);
  const [eachMl, setEachMl] = useState(USUAL_ML);
  const there = new Set(paints.map((p) => p.name.toLowerCase()));
  const fresh = rows?.filter((r) => !there.has(r.name.toLowerCase())) ?? [];
  const room = LIMITS.paints - paints.length;
  const change = (id: string, to: Partial<Row>): void => setRows((all) => all && all.map((r) => (r.id === id ? { ...r, ...to } : r)));
  const put = async (): Promise<void> => {
    const items = fresh.map(({ id, name, family, sheen, hex, stockMl, can }): Paint => {
      const ml = stockMl ?? (can ? 400 : eachMl);
      return {
        id,
        name: name.slice(0, LIMITS.name),
        family,
        sheen,
        hex,
        stockMl: ml,
        wholeMl: ml,
        ...(can && { can: { cm2: USUAL_CAN_CM2, fullG: null, emptyG: null } }),
      };
    });
    const done = await run("list.add", { list: "paints", items });
    if (done.ok) onClose();
  };
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title="Many pots at once">
      {rows === null ? (
        <>
          <label className="block">
            <span className="label">Names, one a line</span>
            <textarea
              className="field h-56 w-full"
              value={text}
              autoFocus
              placeholder={"Lime white, 17 ml\nRed-brown wash\nGrey primer can, 400 ml"}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
          <button
            className="btn btn-solid mt-3"
            disabled={namedPots(text).length === 0}
            onClick={() => setRows(namedPots(text).map((n) => ({ ...n, id: newId() })))}
          >
            Read {namedPots(text).length} {namedPots(text).length === 1 ? "name" : "names"}
          </button>
        </>
      ) : (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <ParsedField
              className="w-40"
              label="A full pot holds, ml"
              text={String(eachMl)}
              parse={parseNumberIn(LIMITS.stockMl)}
              onCommit={setEachMl}
            />
            <CapsPhoto
              count={rows.length}
              onColours={(hexes) =>
                setRows((all) => all && all.map((r, i) => (hexes[i] ? { ...r, hex: hexes[i], guessed: { ...r.guessed, hex: false } } : r)))
              }
            />
          </div>
          <p className="mt-2 text-soft">
            Colours and kinds were guessed from the names: dashed swatches are guesses. Put them right here, or later at the pot.
          </p>
          <ul className="mt-2 max-h-[44vh] overflow-y-auto border-y border-rule">
            {rows.map((r) => (
              <li
                key={r.id}
                className="grid grid-cols-[3rem_1fr_auto] items-center gap-2 border-b border-rule py-1 tab:grid-cols-[3rem_1fr_13rem_auto]"
              >
                <input
                  type="color"
                  aria-label={`Colour of ${r.name}`}
                  className={`h-9 w-11 border p-0.5 ${r.guessed.hex ? "border-dashed border-act" : "border-ink"}`}
                  value={r.hex}
                  onChange={(e) => change(r.id, { hex: e.target.value, guessed: { ...r.guessed, hex: false } })}
                />
                <span className="min-w-0">
                  <span className="block truncate font-semibold">{r.name}</span>
                  <span className="block text-sm text-soft">
                    {there.has(r.name.toLowerCase())
                      ? "on the rack already: left as it is"
                      : [r.stockMl !== null && `${r.stockMl} ml`, r.can && "a can", r.guessed.family && "kind guessed"]
                          .filter(Boolean)
                          .join(", ")}
                  </span>
                </span>
                <Choice
                  className="max-tab:col-span-2 max-tab:col-start-2"
                  label={`Type of ${r.name}`}
                  hideLabel
                  value={r.family}
                  options={FAMILY_OPTIONS}
                  onChange={(family: CoatFamily) => change(r.id, { family, guessed: { ...r.guessed, family: false } })}
                />
                <IconButton label={`Leave ${r.name} out`} onClick={() => setRows(rows.filter((x) => x.id !== r.id))}>
                  <X size={18} />
                </IconButton>
              </li>
            ))}
          </ul>
          {fresh.length > room && (
            <p className="note-act mt-2">
              ▲ The rack has room for {room} more of at most {LIMITS.paints} pots.
            </p>
          )}
          <div className="mt-3 flex flex-wrap gap-2">
            <button className="btn btn-solid" disabled={fresh.length === 0 || fresh.length > room} onClick={() => void put()}>
              Put {fresh.length} on the rack
            </button>
            <button className="btn" onClick={() => setRows(null)}>
              Back to the names
            </button>
          </div>
        </>
      )}
    </Dialog>
  );
}
