/** The rack: pots as they stand, by kind and hue, from dark to light; how full each is, and what the plan still takes. */
import { Download, Plus, Upload } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { fillOf, onShelves } from "~core/paint";
import { paintNeeds } from "~core/plan";
import type { Paint } from "~core/project";
import { PaintEditor } from "~app/shared/PaintEditor";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { newPaint, potWords } from "~app/shared/Rack";
import { useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { ParsedField, parseText } from "~app/ui/field";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";
import { PaintLeaves } from "../PaintLeaves";
import { ManyPots } from "./ManyPots";

export default function RackPage() {
  const project = useProject();
  const { run } = useActions();
  const { model } = useTonight();
  const { paints } = project;
  const [editing, setEditing] = useState<Paint | null>(null);
  const [many, setMany] = useState(false);
  const [words, setWords] = useState("");
  const csv = useRef<HTMLInputElement>(null);
  const needs = useMemo(() => new Map(paintNeeds(project, model.states).map((n) => [n.paintId, n.needMl])), [project, model.states]);
  const sought = words.trim().toLowerCase();
  const shown = paints.filter((p) => `${p.name} ${p.family} ${p.place ?? ""} ${p.lot ?? ""}`.toLowerCase().includes(sought));
  const short = paints.filter((p) => (needs.get(p.id) ?? 0) > p.stockMl);
  const readCsv = async ([file]: File[]): Promise<void> => {
    const { rackOfCsv } = await import("./rackCsv");
    const read = rackOfCsv(await file.text(), paints);
    if (!read.ok) return sayProblem(read.problem);
    if (read.value.fresh.length === 0) return void toast("All of these pots are on the rack already.");
    const done = await run("list.add", { list: "paints", items: read.value.fresh });
    if (done.ok && read.value.known > 0) toast(`${read.value.known} were on the rack already.`);
  };
  return (
    <Page
      title="The rack"
      cells={[
        { label: "pots", value: paints.length },
        { label: "empty", value: paints.filter((p) => p.stockMl <= 0).length },
        {
          label: "the plan",
          value: short.length > 0 ? <span className="note-act">▲ {short.length} short</span> : "enough of all",
        },
      ]}
    >
      <PaintLeaves />
      <div className="mt-3 flex flex-wrap items-end gap-2">
        <ParsedField
          className="w-52"
          label="Find a pot"
          text={words}
          placeholder="a name, a kind, a place"
          parse={parseText(60)}
          onCommit={setWords}
        />
        <button className="btn btn-solid" onClick={() => setMany(true)}>
          <Plus size={16} aria-hidden="true" />
          Many at once
        </button>
        <button className="btn" onClick={() => setEditing(newPaint())}>
          Add to the rack
        </button>
        <button className="btn" onClick={() => csv.current?.click()}>
          <Upload size={16} aria-hidden="true" />
          From CSV
        </button>
        <FileInput inputRef={csv} id="rack-csv" label="A rack as CSV" accept=".csv,text/csv" onFiles={(files) => void readCsv(files)} />
        <button
          className="btn"
          disabled={paints.length === 0}
          onClick={() => {
            void import("./rackCsv").then(({ csvOfRack }) => download(fileName("rack", "csv"), csvOfRack(paints), "text/csv"));
          }}
        >
          <Download size={16} aria-hidden="true" />
          To CSV
        </button>
      </div>
      {paints.length === 0 && (
        <p className="mt-4 max-w-prose text-soft">
          Nothing on the rack yet. Paste the names of your pots, one a line: kinds and colours are guessed from the words, and one
          photograph of the caps gives the colours.
        </p>
      )}
      {onShelves(shown).map(({ shelf, pots }) => (
        <Section key={shelf} title={shelf[0].toUpperCase() + shelf.slice(1)}>
          <ul className="flex flex-wrap gap-x-2 gap-y-3">
            {pots.map((p) => (
              <PotOnShelf key={p.id} paint={p} needMl={needs.get(p.id) ?? 0} onOpen={() => setEditing(p)} />
            ))}
          </ul>
        </Section>
      ))}
      {paints.length > 0 && shown.length === 0 && <p className="mt-4 text-soft">No pot has that in its name, kind or place.</p>}
      <p className="mt-5 text-sm text-soft">
        The fill is what is left; the line across it is what is left once the plan has had its share; dashed pots are empty. Where the size
        of a pot is not set, the next usual size is drawn.
      </p>
      {editing && (
        <PaintEditor
          paint={editing}
          known={paints.find((p) => p.id === editing.id)}
          currency={project.habits.currency}
          onChange={(change) => setEditing((p) => p && { ...p, ...change })}
          onClose={() => setEditing(null)}
        />
      )}
      {many && <ManyPots onClose={() => setMany(false)} />}
    </Page>
  );
}

const WIDE = 44,
  HIGH = 56;

/** A pot, drawn: its colour as high as it is full. */
function PotOnShelf({ paint, needMl, onOpen }: { paint: Paint; needMl: number; onOpen: () => void }) {
  const { now, then } = fillOf(paint, needMl);
  const [top, bottom] = [paint.can ? 14 : 11, HIGH - 1];
  const body = bottom - top;
  const empty = paint.stockMl <= 0;
  const short = needMl > paint.stockMl;
  const needs = needMl > 0 ? `, the plan takes ${short ? "more than there is" : "some of it"}` : "";
  return (
    <li>
      <button className="w-[6.6rem] p-1 text-left hover:bg-board" onClick={onOpen} aria-label={`${paint.name}, ${potWords(paint)}${needs}`}>
        <svg width={WIDE} height={HIGH} aria-hidden="true" className="block">
          {/* A can has a nozzle, a pot a cap. */}
          {paint.can ? (
            <path d={`M${WIDE / 2 - 3} 1h6v5h-6zM${WIDE / 2 - 9} 6h18l6 8h-30z`} fill="none" stroke="var(--ink)" />
          ) : (
            <rect x="8" y="1" width={WIDE - 16} height="9" fill={paint.hex} stroke="var(--ink)" />
          )}
          {!empty && <rect x="3" y={bottom - body * now} width={WIDE - 6} height={body * now} fill={paint.hex} />}
          <rect
            x="3"
            y={top}
            width={WIDE - 6}
            height={body}
            fill="none"
            stroke={short ? "var(--act)" : "var(--ink)"}
            strokeWidth="1.4"
            strokeDasharray={empty ? "3 3" : undefined}
          />
          {needMl > 0 && !empty && (
            <path
              d={`M0 ${bottom - body * then}H${WIDE}`}
              stroke={short ? "var(--act)" : "var(--ink)"}
              strokeWidth="2"
              style={{ mixBlendMode: "difference" }}
            />
          )}
        </svg>
        <span className={`mt-0.5 line-clamp-2 block text-sm leading-tight ${short ? "note-act" : ""}`}>
          {short && "▲ "}
          {paint.name}
        </span>
      </button>
    </li>
  );
}
