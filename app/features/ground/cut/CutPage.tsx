/** Cut: panels, roofs, mitres and openings with the thickness allowed for, on the stock in hand, and at true size on paper. */
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { boxPanels, cutPlan, holeMm, mitreDeg, NEW_STOCK, roofOf, type CutStock, type Panel } from "~core/ground";
import { paneSheets } from "~core/look";
import { LIMITS, partSizeMm } from "~core/project";
import { formatMm, formatReal, readAsMm, spacedNumber, type Result } from "~core/units";
import { CAUTIONS } from "~core/care";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { Choice, parseCount, ParsedField, parseMmIn, parseName, parseNumberIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { sayProblem } from "~app/ui/sayProblem";
import { format } from "date-fns";
import { GroundLeaves } from "../GroundLeaves";

export default function CutPage() {
  const { scene, habits } = useProject();
  const { run } = useActions();
  const now = useNow();
  const panels = scene.panels ?? [];
  const stock = scene.stock ?? NEW_STOCK;
  const plan = useMemo(() => cutPlan(scene.panels ?? [], scene.stock ?? NEW_STOCK), [scene.panels, scene.stock]);
  const add = (items: Omit<Panel, "id">[]): void =>
    void run("list.add", { list: "scene.panels", items: items.map((p) => ({ ...p, id: newId() })) }).then(
      (d) => !d.ok && sayProblem(d.problem),
    );
  const paper = async (): Promise<void> => {
    const head = { name: `${scene.name}: panels`, date: format(now, "d MMM yyyy"), paper: paperOf(habits.paper) };
    const sheets = paneSheets(
      panels.map((p) => ({ name: p.name, round: false, aMm: p.widthMm, bMm: p.heightMm, count: p.count })),
      head,
      () => 0,
    );
    if (!sheets.ok) return sayProblem(sheets.problem);
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    download(fileName(`${scene.name} panels`, "pdf"), await drawingsToPdf(sheets.value, head.name), "application/pdf");
  };
  return (
    <Page
      title="Cut"
      sub="panels with their thickness allowed for"
      cells={[
        { label: "panels", value: panels.reduce((n, p) => n + p.count, 0) },
        { label: "sheets", value: plan.ok ? plan.value.sheetsUsed : "–" },
      ]}
    >
      <GroundLeaves />
      <Section title="On the stock in hand">
        <Stock stock={stock} />
        {!plan.ok && <p className="note-act mt-2">▲ {plan.problem.message}</p>}
        {plan.ok && plan.value.left.length > 0 && (
          <p className="note-act mt-2">
            ▲ No room for {plan.value.left.map((l) => `${l.count} × ${l.name}`).join(", ")}: another sheet, or fewer.
          </p>
        )}
        {plan.ok && (
          <div className="mt-2 flex flex-wrap gap-4">
            {Array.from({ length: plan.value.sheetsUsed }, (_, sheet) => {
              const s = 300 / Math.max(stock.widthMm, stock.heightMm);
              return (
                <svg key={sheet} width={stock.widthMm * s + 2} height={stock.heightMm * s + 2} role="img" aria-label={`Sheet ${sheet + 1}`}>
                  <rect
                    x="1"
                    y="1"
                    width={stock.widthMm * s}
                    height={stock.heightMm * s}
                    fill="var(--paper)"
                    stroke="var(--ink)"
                    strokeWidth="1.8"
                  />
                  {plan.value.pieces
                    .filter((p) => p.sheet === sheet)
                    .map((p, i) => (
                      <g key={i}>
                        <rect
                          x={1 + p.xMm * s}
                          y={1 + p.yMm * s}
                          width={p.widthMm * s}
                          height={p.heightMm * s}
                          fill="var(--board)"
                          stroke="var(--ink)"
                          strokeWidth="0.8"
                        />
                        {Math.min(p.widthMm, p.heightMm) * s > 14 && (
                          <text
                            x={1 + (p.xMm + p.widthMm / 2) * s}
                            y={6 + (p.yMm + p.heightMm / 2) * s}
                            fontSize="14"
                            textAnchor="middle"
                            fill="var(--ink)"
                          >
                            {panels.findIndex((q) => q.id === p.panelId) + 1}
                          </text>
                        )}
                      </g>
                    ))}
                </svg>
              );
            })}
          </div>
        )}
        <p className="mt-1 max-w-prose text-sm text-soft">Cuts run right through, strips first, then across. △ {CAUTIONS.blade.text}</p>
      </Section>
      <Section
        title="Panels"
        aside={
          panels.length > 0 && (
            <button className="btn" onClick={() => void paper()}>
              At true size on paper
            </button>
          )
        }
      >
        {panels.length === 0 && (
          <p className="max-w-prose text-soft">
            No panel yet. Add one, or the walls of a box below: two go through, two are shorter by twice the thickness.
          </p>
        )}
        <ul>
          {panels.map((p, i) => (
            <PanelRow key={p.id} panel={p} nth={i + 1} />
          ))}
        </ul>
        <button
          className="btn mt-2"
          disabled={panels.length >= LIMITS.panels}
          onClick={() => add([{ name: "Panel", widthMm: 100, heightMm: 60, count: 1 }])}
        >
          Add a panel
        </button>
      </Section>
      <BoxWalls onAdd={add} />
      <RoofSums ratio={scene.scale.ratio} onAdd={add} />
      <Openings onAdd={add} />
    </Page>
  );
}

function PanelRow({ panel: p, nth }: { panel: Panel; nth: number }) {
  const { run } = useActions();
  const set = (change: Partial<Panel>) => run("list.set", { list: "scene.panels", key: p.id, change });
  const length = (label: string, key: "widthMm" | "heightMm") => (
    <ParsedField
      className="w-24"
      label={label}
      draftKey={p.id}
      text={formatMm(Math.round(p[key] * 10) / 10)}
      parse={parseMmIn(LIMITS.panelMm)}
      readAs={readAsMm}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  return (
    <li className="flex flex-wrap items-end gap-2 border-b border-rule py-1" aria-label={p.name}>
      <span className="w-6 pb-2 text-right text-lg">{nth}</span>
      <ParsedField className="w-52" label="Name" draftKey={p.id} text={p.name} parse={parseName} onCommit={(name) => set({ name })} />
      {length("Width", "widthMm")}
      {length("Height", "heightMm")}
      <ParsedField
        className="w-20"
        label="How many"
        draftKey={p.id}
        text={String(p.count)}
        parse={parseCount(LIMITS.panelCount)}
        onCommit={(count) => set({ count })}
      />
      <IconButton label={`Remove ${p.name}`} onClick={() => void run("list.drop", { list: "scene.panels", keys: [p.id] })}>
        <X size={18} />
      </IconButton>
    </li>
  );
}

function Stock({ stock }: { stock: CutStock }) {
  const { run } = useActions();
  const set = (change: Partial<CutStock>): Promise<Result<unknown>> => run("field.set", { of: "scene.stock", change });
  const length = (label: string, key: "widthMm" | "heightMm" | "kerfMm", range: { least: number; most: number }) => (
    <ParsedField
      className="w-32"
      label={label}
      text={formatMm(stock[key])}
      parse={parseMmIn(range)}
      readAs={readAsMm}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  return (
    <div className="flex flex-wrap items-end gap-2">
      {length("Width of a sheet", "widthMm", LIMITS.boardSideMm)}
      {length("Height of a sheet", "heightMm", LIMITS.boardSideMm)}
      <ParsedField
        className="w-24"
        label="Sheets"
        text={String(stock.sheets)}
        parse={parseCount(LIMITS.sheets)}
        onCommit={(sheets) => set({ sheets })}
      />
      {length("A cut takes", "kerfMm", LIMITS.kerfMm)}
      <p className="pb-2 text-soft">A knife takes nothing, a saw its kerf.</p>
    </div>
  );
}

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

function BoxWalls({ onAdd }: { onAdd: OnAdd }) {
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

function RoofSums({ ratio, onAdd }: { ratio: number; onAdd: OnAdd }) {
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

function Openings({ onAdd }: { onAdd: OnAdd }) {
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
