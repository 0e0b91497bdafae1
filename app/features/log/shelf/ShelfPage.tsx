/** Shelf: what is left of everything that runs down, when it runs dry and for what, and the lines that say so. */
import { addDays, format } from "date-fns";
import { useMemo, useState } from "react";
import { toast } from "sonner";
import type { StockLine } from "~core/ledger";
import { chanceWords, labelSheet, PARCEL_DAYS, shelfRows, SURE, type ShelfRow } from "~core/look";
import { LIMITS } from "~core/project";
import { spacedNumber } from "~core/units";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { useStock } from "~app/shared/useStock";
import { ParsedField, parseNumberIn, parseText } from "~app/ui/field";
import { LogLeaves } from "../LogLeaves";
import { amount } from "./amount";
import { Lines } from "./Lines";

export default function ShelfPage() {
  const project = useProject();
  const { model } = useTonight();
  const [words, setWords] = useState("");
  const rows = useMemo(() => shelfRows(project, model), [project, model]);
  const mixes = project.paints.flatMap((p) => (p.mix ? [{ ...p, mix: p.mix }] : [])).sort((a, b) => b.mix.at - a.mix.at);
  const labels = async (): Promise<void> => {
    const { drawingToPdf } = await import("~app/shared/files/drawingPdf");
    const title = "Labels for mixes";
    const { drawing, shown } = labelSheet(mixes, { title, paper: paperOf(project.habits.paper), day: (at) => format(at, "d MMM yyyy") });
    download(fileName(title, "pdf"), await drawingToPdf(drawing, title), "application/pdf");
    if (shown < mixes.length) toast(`The latest ${shown} of ${mixes.length} mixes are on the page.`);
  };
  const sought = words.trim().toLowerCase();
  const shown = rows.filter((r) => `${r.name} ${r.kind} ${r.place}`.toLowerCase().includes(sought));
  const short = rows.filter((r) => r.dry);
  const unsure = rows.filter((r) => !r.dry && r.chance !== null && r.chance < SURE);
  const lost = rows.filter((r) => r.missing).length;
  const needed = shown.filter((r) => r.needs > 0);
  const rest = shown.filter((r) => r.needs <= 0);
  return (
    <Page
      title="Shelf"
      sub="what is left, and for how long"
      cells={[
        { label: "kept", value: rows.length },
        { label: "the plan", value: short.length > 0 ? <span className="note-act">▲ {short.length} short</span> : "enough of all" },
        { label: "close", value: unsure.length },
        ...(lost > 0 ? [{ label: "not found", value: <span className="note-act">▲ {lost}</span> }] : []),
      ]}
    >
      <LogLeaves short={short.length} />
      <ParsedField
        className="mt-3 w-64"
        label="Find on the shelf"
        text={words}
        placeholder="a name, a kind, a place"
        parse={parseText(60)}
        onCommit={setWords}
      />
      {mixes.length > 0 && (
        <button className="btn mt-2" onClick={() => void labels()}>
          Labels for {mixes.length === 1 ? "your mix" : `your ${mixes.length} mixes`}
        </button>
      )}
      {rows.length === 0 && (
        <p className="mt-4 max-w-prose text-soft">
          Nothing is kept yet. Add paints at the rack, and spools, resin, glue, filler and ground in Workshop. What each step takes comes
          off by itself.
        </p>
      )}
      {needed.length > 0 && (
        <Section title="The plan takes of these">
          <Rows rows={needed} />
        </Section>
      )}
      {rest.length > 0 && (
        <Section title="Not needed by the plan">
          <Rows rows={rest} />
        </Section>
      )}
      {rows.length > 0 && shown.length === 0 && <p className="mt-4 text-soft">Nothing on the shelf has that in its name, kind or place.</p>}
      <p className="mt-4 text-sm text-soft">
        What a step takes is an estimate until somebody counts. A count is kept as what was seen; the difference is kept as unexplained.
        “Lasts” allows for thick and thin hands; after a count it goes by yours. Order dates allow 4 days and a shop that sends on weekdays.
      </p>
    </Page>
  );
}

const Rows = ({ rows }: { rows: readonly ShelfRow[] }) => (
  <ul>
    {rows.map((r) => (
      <Row key={r.item.id} row={r} />
    ))}
  </ul>
);

const WIDE = 150;

/** How full, and what the plan takes of it. */
function Bar({ row }: { row: ShelfRow }) {
  const { level, needs, dry } = row;
  const most = Math.max(row.whole ?? 0, level, needs, 1e-9);
  const x = (n: number): number => (WIDE - 2) * Math.min(1, Math.max(0, n / most));
  return (
    <svg width={WIDE} height="20" aria-hidden="true" className="shrink-0">
      <rect x="1" y="3" width={x(level)} height="14" fill={"hex" in row.item ? row.item.hex : "var(--rule)"} />
      <rect x="1" y="3" width={WIDE - 2} height="14" fill="none" stroke={dry ? "var(--act)" : "var(--ink)"} strokeWidth="1.3" />
      {needs > 0 && <path d={`M${1 + x(needs)} 0v20`} stroke={dry ? "var(--act)" : "var(--ink)"} strokeWidth="2.4" />}
    </svg>
  );
}

/** A parcel that is on its way: what takes of it is planned for after it. */
function Ordered({ row: { item, name } }: { row: ShelfRow }) {
  const { scene } = useProject();
  const { run } = useActions();
  const comes = scene.awaits?.find((a) => a.itemId === item.id && !a.came);
  if (comes)
    return <span className="block font-normal text-soft">ordered, expected {format(`${comes.day.slice(0, 10)}T12:00`, "EEE d MMM")}</span>;
  const order = (): void => {
    const day = format(addDays(Date.now(), PARCEL_DAYS), "yyyy-MM-dd");
    const what = `${name}, ordered`.slice(0, LIMITS.name);
    void run("list.add", { list: "scene.awaits", items: [{ id: newId(), what, day, partId: null, itemId: item.id, came: false }] });
  };
  return (
    <button className="btn-text" aria-label={`${name}: ordered today`} onClick={order}>
      ordered
    </button>
  );
}

function Row({ row }: { row: ShelfRow }) {
  const { name, unit, level, needs, chance, dry, order, lines, kind, place, missing } = row;
  const { parts } = useProject();
  const now = useNow();
  const { count } = useStock();
  const [open, setOpen] = useState(false);
  const usedAt = ({ partId }: StockLine): string => {
    const part = parts.find((p) => p.id === partId);
    return part ? ` at ${part.name}` : "";
  };
  const orderWords = order === null ? null : order < now ? "order today" : `order by ${format(order, "EEE d MMM")}`;
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <button className="min-h-[44px] w-56 text-left leading-tight hover:bg-board" aria-expanded={open} onClick={() => setOpen(!open)}>
          <span className="block font-semibold">{name}</span>
          <span className="block text-sm text-soft">
            {kind}
            {place && `, ${place}`}
          </span>
        </button>
        <Bar row={row} />
        <ParsedField
          className="w-24"
          hideLabel
          label={`${name}: ${unit} left`}
          draftKey={row.item.id}
          text={spacedNumber(Math.round(level * 10) / 10)}
          parse={parseNumberIn(LIMITS.stock)}
          readAs={(n) => `${spacedNumber(n)} ${unit}`}
          onCommit={(n) => count(row.item, n)}
        />
        <span className="w-16 text-soft">{unit}</span>
        <p className="min-w-[15rem] flex-1 leading-tight">
          {missing && (
            <span className="note-act block">
              ▲ not found since {format(missing.since, "EEE d MMM")}
              {place && `; its place: ${place}`}
              {missing.used && `; last used ${format(missing.used.at, "EEE d MMM")}${usedAt(missing.used)}`}
            </span>
          )}
          {needs > 0 && (
            <>
              takes {amount(needs, unit)}
              {chance !== null && ", "}
            </>
          )}
          {chance !== null && <span className={chance < SURE ? "text-setting-ink" : ""}>{chanceWords(chance)}</span>}
          {dry && (
            <span className="note-act block">
              ▲ {missing ? "wanted" : "runs dry"} {format(dry.at, "EEE d MMM")} at {dry.step.partName}: {dry.step.title};{" "}
              {missing && "found by then, or "}
              {orderWords}
              <Ordered row={row} />
            </span>
          )}
        </p>
      </div>
      {open && <Lines row={row} lines={lines} />}
    </li>
  );
}
