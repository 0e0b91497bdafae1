/** Copies of a part that differ from the others. */
import { LIMITS, type Part, type Variation } from "~core/project";
import { newId, useActions } from "~app/shared/scene";
import { parseCount, ParsedField, parsePercentIn, readAsPercent, parseText } from "~app/ui/field";
import { piecesOf } from "~app/shared/writeParts";
import { Sideways } from "~app/ui/sideways";

export function Variations({ part }: { part: Part }) {
  const { variations } = part;
  const { run } = useActions();
  const set = (key: string, change: Partial<Variation>) => run("list.set", { list: "part.variations", of: part.id, key, change });
  const used = variations.reduce((n, v) => n + v.copies, 0);
  const pieces = piecesOf(part, part.copies);
  return (
    <>
      {variations.length > 0 && (
        <Sideways label="Variants">
          <table className="plain min-w-[44rem]">
            <thead>
              <tr>
                <th>Copies</th>
                <th>Mirrored</th>
                <th>Size</th>
                <th>Variant (open, shut …)</th>
                <th>Extra colour</th>
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {variations.map((v, i) => (
                <tr key={v.id}>
                  <td className="w-24">
                    <ParsedField
                      hideLabel
                      label={`Variants, row ${i + 1}`}
                      text={String(v.copies)}
                      parse={parseCount(LIMITS.copies)}
                      onCommit={(copies) => set(v.id, { copies })}
                    />
                  </td>
                  <td>
                    <input
                      type="checkbox"
                      className="size-6 accent-ink"
                      aria-label="Mirrored"
                      checked={v.mirrored}
                      onChange={(e) => void set(v.id, { mirrored: e.target.checked })}
                    />
                  </td>
                  <td className="w-32">
                    <ParsedField
                      hideLabel
                      label={`Per cent of its size, row ${i + 1}`}
                      text={`${v.percent} %`}
                      parse={parsePercentIn(LIMITS.percent)}
                      readAs={readAsPercent}
                      onCommit={(percent) => set(v.id, { percent })}
                    />
                  </td>
                  <td>
                    <ParsedField
                      hideLabel
                      label={`State, row ${i + 1}`}
                      text={v.state}
                      placeholder="open"
                      parse={parseText(40)}
                      onCommit={(state) => set(v.id, { state })}
                    />
                  </td>
                  <td>
                    <ParsedField
                      hideLabel
                      label={`Extra colour, row ${i + 1}`}
                      text={v.extraColour}
                      placeholder="red lid"
                      parse={parseText(60)}
                      onCommit={(extraColour) => set(v.id, { extraColour })}
                    />
                  </td>
                  <td>
                    <button
                      className="btn-text"
                      aria-label="Remove this variant"
                      onClick={() => void run("list.drop", { list: "part.variations", of: part.id, keys: [v.id] })}
                    >
                      ✕
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button
          className="btn"
          onClick={() =>
            void run("list.add", {
              list: "part.variations",
              of: part.id,
              items: [{ id: newId(), copies: 1, mirrored: variations.length === 0, percent: 100, state: "", extraColour: "" }],
            })
          }
        >
          {variations.length === 0 ? "Add a variant" : "Add another variant"}
        </button>
        <p className={used > part.copies ? "note-act" : "text-soft"}>
          {variations.length === 0
            ? "All copies are identical. A row of crates looks more real if two are mirrored, one is at 95 % and one is open."
            : used > part.copies
              ? `▲ ${used} are variants, but only ${part.copies} copies are needed.`
              : `${pieces.map((p) => `${p.copies} × ${p.name === part.name ? "plain" : p.name.slice(part.name.length + 2)}`).join("; ")}. 3MF files are written this way.`}
        </p>
      </div>
    </>
  );
}
