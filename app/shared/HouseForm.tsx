/** House standards and which parts do not keep them. */
import { Link } from "react-router";
import { fail, formatMm, ok, parseLength, readAsMm, type Result } from "~core/units";
import { houseFindings } from "~core/project";
import type { HouseStandards } from "~core/subject";
import { useActions } from "./scene";
import { ParsedField } from "~app/ui/field";
import { useProject } from "~app/shared/scene";

/** A model length, or nothing. */
export const parseMmOrNone = (text: string): Result<number | null> => {
  if (!text.trim() || text.trim() === "–") return ok(null);
  const r = parseLength(text, "mm");
  if (!r.ok) return r;
  return r.value.mm > 0 && r.value.mm <= 2000 ? ok(r.value.mm) : fail("standard", "Enter 0 to 2 m, on the model.");
};
export const readAsMmOrNone = (mm: number | null): string => (mm === null ? "none" : readAsMm(mm));
export const parseHexOrNone = (text: string): Result<string | null> => {
  if (!text.trim() || text.trim() === "–") return ok(null);
  return /^#[0-9a-f]{6}$/i.test(text.trim()) ? ok(text.trim().toLowerCase()) : fail("colour", "Enter # and six digits, such as #6b5238.");
};
export const mmText = (mm: number | null): string => (mm === null ? "" : formatMm(mm));

const FIELDS: { key: Exclude<keyof HouseStandards, "groundHex">; label: string; placeholder: string }[] = [
  { key: "gridMm", label: "Grid", placeholder: "1 in" },
  { key: "clipSlotMm", label: "Clip slot, width", placeholder: "4.2 mm" },
  { key: "wallHeightMm", label: "Wall height", placeholder: "50 mm" },
  { key: "baseMm", label: "Base thickness", placeholder: "5 mm" },
];

export function HouseForm() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const set = (change: Partial<HouseStandards>) => run("field.set", { of: "scene.house", change });
  const any = Object.values(scene.house).some((v) => v !== null);
  const bad = parts.flatMap((part) =>
    houseFindings(part, scene)
      .filter((f) => !f.fits)
      .map((f) => ({ part, f })),
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-3 tab:grid-cols-3">
        {FIELDS.map((f) => (
          <ParsedField
            key={f.key}
            label={f.label}
            text={mmText(scene.house[f.key])}
            placeholder={`none; ${f.placeholder}`}
            parse={parseMmOrNone}
            readAs={readAsMmOrNone}
            onCommit={(v) => set({ [f.key]: v })}
          />
        ))}
        <ParsedField
          label="Ground colour"
          text={scene.house.groundHex ?? ""}
          placeholder="none; #6b5238"
          parse={parseHexOrNone}
          onCommit={(groundHex) => set({ groundHex })}
        />
      </div>
      <ul className="mt-2">
        {bad.map(({ part, f }) => (
          <li key={part.id + f.message} className="border-b border-rule py-1">
            <span className="note-act">
              ▲{" "}
              <Link className="link" to={`/s/${scene.id}/parts/${part.id}/record`}>
                {part.name}
              </Link>
              :
            </span>{" "}
            {f.message}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-soft">
        {!any
          ? "A 1 in grid, 50 mm walls, one clip: every new piece is checked against what you set here."
          : bad.length === 0
            ? "Every part with these measures meets them."
            : "Enter a part’s own slot, wall and base on its “Record” tab."}
      </p>
    </>
  );
}
