/** What of the house standards a part has, and the ways it can be. */
import { fail, formatMm, ok, readAsSides, retyped, type Result } from "~core/units";
import { houseFindings, type Part } from "~core/project";
import { useActions, useProject } from "~app/shared/scene";
import { mmText, parseHexOrNone, parseMmOrNone, readAsMmOrNone } from "~app/shared/HouseForm";
import { ParsedField } from "~app/ui/field";
import { parsePartSize } from "../incoming/NewPart";

export function Measures({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const at = (mm: number | null): string => mmText(mm === null ? null : mm * part.factor);
  const set = (change: Partial<Part["measures"]>) => run("field.set", { of: "part.measures", id: part.id, change });
  const toFile = (mm: number | null): number | null => (mm === null ? null : mm / part.factor);
  const findings = houseFindings(part, project.scene);
  return (
    <div className="mt-3">
      <div className="grid grid-cols-2 gap-3 tab:grid-cols-4">
        <ParsedField
          label="Clip slot, as it is"
          text={at(part.measures.clipSlotMm)}
          placeholder="none"
          parse={parseMmOrNone}
          readAs={readAsMmOrNone}
          onCommit={(v) => set({ clipSlotMm: toFile(v) })}
        />
        <ParsedField
          label="Wall height"
          text={at(part.measures.wallHeightMm)}
          placeholder="none"
          parse={parseMmOrNone}
          readAs={readAsMmOrNone}
          onCommit={(v) => set({ wallHeightMm: toFile(v) })}
        />
        <ParsedField
          label="Base"
          text={at(part.measures.baseMm)}
          placeholder="none"
          parse={parseMmOrNone}
          readAs={readAsMmOrNone}
          onCommit={(v) => set({ baseMm: toFile(v) })}
        />
        <ParsedField
          label="Ground colour"
          text={part.measures.groundHex ?? ""}
          placeholder="none"
          parse={parseHexOrNone}
          onCommit={(groundHex) => set({ groundHex })}
        />
      </div>
      <ul className="mt-1">
        {findings.map((f) => (
          <li key={f.message} className={f.fits ? "text-soft" : "note-act"}>
            {f.fits ? "" : "▲ "}
            {f.message}
          </li>
        ))}
      </ul>
      <Configurations part={part} />
    </div>
  );
}

/** Other ways the part can be: folded, taken apart. They are what must fit shelf, box and door. */

function Configurations({ part }: { part: Part }) {
  const { run } = useActions();
  const parse = (text: string): Result<{ name: string; sizeMm: [number, number, number] }> => {
    const m = /^\s*(.{1,40}?)\s*[=:]\s*(.+)$/.exec(text);
    if (!m) return fail("configuration", 'Enter a name and a size, such as "folded = 200 × 150 × 60 mm".');
    const size = retyped(parsePartSize(m[2]), (t) => `${m[1]} = ${t}`);
    return size.ok ? ok({ name: m[1], sizeMm: size.value.map((v) => v / part.factor) as [number, number, number] }) : size;
  };
  return (
    <div className="mt-3">
      {part.configurations.map((c, i) => (
        <p key={c.name + i} className="flex items-center justify-between border-b border-rule">
          <span>
            {c.name}: {c.sizeMm.map((v) => formatMm(v * part.factor)).join(" × ")}
          </span>
          <button className="btn-text" onClick={() => void run("list.drop", { list: "part.configurations", of: part.id, keys: [c.name] })}>
            remove
          </button>
        </p>
      ))}
      <ParsedField
        label="Another state, for shelf and box"
        text=""
        placeholder="folded = 200 × 150 × 60 mm"
        parse={parse}
        readAs={({ name, sizeMm }) => `${name}, ${readAsSides(sizeMm.map((v) => v * part.factor))}`}
        onCommit={(c) => run("list.add", { list: "part.configurations", of: part.id, items: [c] })}
      />
    </div>
  );
}
