/** Cut: panels, roofs, mitres and openings with the thickness allowed for, on the stock in hand, and at true size on paper. */
import { useMemo } from "react";
import { cutPlan, NEW_STOCK, scoreLines, type CutStock, type Panel } from "~core/ground";
import { paneSheets } from "~core/look";
import { LIMITS } from "~core/project";
import { formatMm, ok, readAsMm, type Result } from "~core/units";
import { CAUTIONS } from "~core/care";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { parseCount, ParsedField, parseMmIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import { format } from "date-fns";
import { GroundLeaves } from "../GroundLeaves";
import { BoxWalls, Openings, RoofSums, SidingStrips } from "./CutSums";
import { PanelRow } from "./PanelRow";

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
    const panes: Parameters<typeof paneSheets>[0][number][] = [];
    for (const p of panels) {
      const lines = p.scored ? scoreLines(p, p.scored) : ok([]);
      if (!lines.ok) return sayProblem({ ...lines.problem, message: `${p.name}: ${lines.problem.message}` });
      panes.push({ name: p.name, round: false, aMm: p.widthMm, bMm: p.heightMm, count: p.count, lines: lines.value });
    }
    const sheets = paneSheets(panes, head, () => 0);
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
            <PanelRow key={p.id} panel={p} nth={i + 1} ratio={scene.scale.ratio} />
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
      <SidingStrips ratio={scene.scale.ratio} longestMm={Math.max(stock.widthMm, stock.heightMm)} onAdd={add} />
      <Openings onAdd={add} />
    </Page>
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
