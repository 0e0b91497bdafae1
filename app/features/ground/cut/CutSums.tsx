/** Panels that follow from a few lengths: walls, roofs, siding, and holes for printed parts. The lengths are asked for and not kept. */
import { useState } from "react";
import { boxPanels, holeMm, mitreDeg, roofOf, SCORINGS, sidingOf, type Panel } from "~core/ground";
import { LIMITS, partSizeMm } from "~core/project";
import { formatMm, formatReal, readAsMm, spacedNumber } from "~core/units";
import { Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";

type OnAdd = (items: Omit<Panel, "id">[]) => void;

/** A few lengths that are asked for and not kept. */
function useLengths<K extends string>(
  begins: Record<K, number>,
): [Record<K, number>, (key: K, label: string, unit?: "deg") => React.ReactNode] {
  const [values, setValues] = useState(begins);
  return [
    values,
    (key, label, unit) => (
      <ParsedField
        key={key}
        className="w-32"
        label={label}
        text={unit ? spacedNumber(values[key]) : formatMm(values[key])}
        parse={unit ? parseNumberIn({ least: 5, most: 80 }) : parseMmIn({ least: 0.1, most: 5000 })}
        readAs={unit ? undefined : readAsMm}
        onCommit={(v) => setValues((now) => ({ ...now, [key]: v }))}
      />
    ),
  ];
}

export function BoxWalls({ onAdd }: { onAdd: OnAdd }) {
  const [v, field] = useLengths({ widthMm: 120, depthMm: 80, heightMm: 60, thickMm: 5 });
  const panels = boxPanels(v);
  return (
    <Section title="Walls of a box">
      <div className="flex flex-wrap items-end gap-2">
        {field("widthMm", "Outer width")}
        {field("depthMm", "Outer depth")}
        {field("heightMm", "Height")}
        {field("thickMm", "Thickness")}
        <button className="btn" disabled={panels.some((p) => p.widthMm <= 1 || p.heightMm <= 1)} onClick={() => onAdd(panels)}>
          Add these panels
        </button>
      </div>
      <p className="mt-1">{panels.map((p) => `${p.name}: ${p.count} × ${formatMm(p.widthMm)} × ${formatMm(p.heightMm)}`).join("; ")}.</p>
    </Section>
  );
}

export function RoofSums({ ratio, onAdd }: { ratio: number; onAdd: OnAdd }) {
  const [v, field] = useLengths({ spanMm: 180, pitchDeg: 35, eavesMm: 10, exposureMm: 10, lengthMm: 120 });
  const roof = roofOf(v);
  return (
    <Section title="A gable roof">
      <div className="flex flex-wrap items-end gap-2">
        {field("spanMm", "Span of the walls")}
        {field("pitchDeg", "Pitch, °", "deg")}
        {field("eavesMm", "Eaves beyond the wall")}
        {field("exposureMm", "Height of a course")}
        {field("lengthMm", "Length of the ridge")}
        <button className="btn" onClick={() => onAdd([{ name: "Roof slope", widthMm: v.lengthMm, heightMm: roof.slopeMm, count: 2 }])}>
          Add both slopes
        </button>
      </div>
      <p className="mt-1">
        Slope {formatMm(Math.round(roof.slopeMm * 10) / 10)}, ridge {formatMm(Math.round(roof.riseMm * 10) / 10)} above the walls,{" "}
        {roof.courses} courses of {formatReal(v.exposureMm * ratio)} in real life. Edges that meet at the ridge are cut at{" "}
        {spacedNumber(90 - v.pitchDeg)}°; bars at a right-angled corner at {spacedNumber(mitreDeg(90))}°.
      </p>
    </Section>
  );
}

export function Openings({ onAdd }: { onAdd: OnAdd }) {
  const { parts, scene } = useProject();
  const [id, choose] = useState("");
  const printed = parts.filter((p) => p.source.kind !== "scratch");
  const part = printed.find((p) => p.id === id) ?? printed[0];
  const [v, field] = useLengths({ roomMm: 0.3 });
  if (!part) return null;
  const [a, b, c] = [...partSizeMm(part)].sort((p, q) => q - p);
  return (
    <Section title="An opening for a printed part">
      <div className="flex flex-wrap items-end gap-2">
        <Choice
          label="Window, door or grille"
          value={part.id}
          options={printed.map((p) => ({ value: p.id, label: p.name }))}
          onChange={choose}
        />
        {field("roomMm", "Room a side")}
        <button
          className="btn"
          onClick={() =>
            onAdd([{ name: `Template: ${part.name}`.slice(0, 120), widthMm: holeMm(b, v.roomMm), heightMm: holeMm(a, v.roomMm), count: 1 }])
          }
        >
          Add its template
        </button>
      </div>
      <p className="mt-1 max-w-prose">
        The hole is {formatMm(Math.round(holeMm(b, v.roomMm) * 10) / 10)} × {formatMm(Math.round(holeMm(a, v.roomMm) * 10) / 10)}, by its
        two longest sides; it is {formatMm(Math.round(c * 10) / 10)} deep. Print and prime it before the hole is cut in {scene.name};
        measure the print, not the file.
      </p>
    </Section>
  );
}

export function SidingStrips({ ratio, longestMm, onAdd }: { ratio: number; longestMm: number; onAdd: OnAdd }) {
  const boardMm = Math.max(0.5, Math.round((SCORINGS.boards.realMm[1] / ratio) * 10) / 10);
  const [v, field] = useLengths({ widthMm: 120, heightMm: 60, exposureMm: boardMm, lapMm: 1 });
  const siding = sidingOf({ ...v, stockMm: longestMm });
  const { panel } = siding;
  const tooMany = panel.count > LIMITS.panelCount.most;
  return (
    <Section title="Siding of lapped strips">
      <div className="flex flex-wrap items-end gap-2">
        {field("widthMm", "Wall, wide")}
        {field("heightMm", "Wall, high")}
        {field("exposureMm", "Shows of a strip")}
        {field("lapMm", "Lap over the next")}
        <button className="btn" disabled={v.lapMm >= v.heightMm || tooMany} onClick={() => onAdd([panel])}>
          Add these strips
        </button>
      </div>
      <p className="mt-1 max-w-prose">
        {siding.courses} courses from below, {formatMm(Math.round(siding.exposureMm * 100) / 100)} of each showing (
        {formatReal(siding.exposureMm * ratio)} in real life) so that the last ends at the top: {panel.count} strips of{" "}
        {formatMm(Math.round(panel.widthMm * 10) / 10)} × {formatMm(Math.round(siding.stripMm * 100) / 100)}
        {siding.inCourse > 1 && `, ${siding.inCourse} end to end in a course; let their joints wander`}. A strip under the first one sets
        its slope.
      </p>
      {v.lapMm >= v.heightMm && <p className="note-act">▲ The lap is as high as the wall: make it less.</p>}
      {tooMany && (
        <p className="note-act">
          ▲ At most {LIMITS.panelCount.most} strips of one kind are kept: let more of a strip show, or do the wall in parts.
        </p>
      )}
    </Section>
  );
}
