/**
 * The table of all parts: sorted by any column, picked one by one or all together, moved through by the arrow keys. Only rows in sight are
 * drawn, and anew only when they change, so that five hundred of them stay quick.
 */
import {
  createColumnHelper,
  createSortedRowModel,
  FlexRender,
  rowSelectionFeature,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { defaultRangeExtractor, useVirtualizer } from "@tanstack/react-virtual";
import { Fragment, memo, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { Link, useNavigate } from "react-router";
import { formatDuration, formatMm, formatReal } from "~core/units";
import { TRACK_KEYS } from "~core/plan";
import type { TableRow } from "~core/look";
import { Sideways } from "~app/ui/sideways";

export type ColumnSet = "what" | "where";
/** Ids of the picked parts. */
export type Picked = Record<string, true>;

const features = tableFeatures({ rowSortingFeature, rowSelectionFeature, sortedRowModel: createSortedRowModel(), sortFns });
const column = createColumnHelper<typeof features, TableRow>();

const nameColumn = column.accessor("name", { header: "Part", sortFn: "alphanumeric" });
const WHAT = column.columns([
  nameColumn,
  column.accessor("group", { header: "Group", sortFn: "alphanumeric" }),
  column.accessor("longestMm", {
    header: "Model, mm",
    cell: (c) => c.row.original.size.map((v) => formatMm(v).replace(" mm", "")).join(" × "),
  }),
  column.accessor("realHeightMm", { header: "Real height", cell: (c) => <span className="text-real">{formatReal(c.getValue())}</span> }),
  column.accessor((r) => r.track.needed, { id: "needed", header: "Needed" }),
  column.accessor((r) => r.track.good, { id: "good", header: "Good" }),
  column.accessor("printer", { header: "Best printer", sortFn: "alphanumeric" }),
  column.accessor("hoursS", { header: "Machine, all", cell: (c) => (c.getValue() === null ? "" : formatDuration(c.getValue() ?? 0)) }),
  column.accessor("faults", {
    header: "Mesh",
    cell: (c) => (c.getValue() === 0 ? "" : <span className="note-act">▲ {c.getValue()}</span>),
  }),
  column.accessor("tags", { header: "Tags", sortFn: "alphanumeric" }),
]);
const WHERE = column.columns([
  nameColumn,
  ...TRACK_KEYS.map((key) =>
    column.accessor((r) => r.track[key], {
      id: key,
      header: key.charAt(0).toUpperCase() + key.slice(1),
      cell: (c) => {
        const n = c.getValue();
        return key === "failed" && n > 0 ? (
          <span className="note-act">{n}</span>
        ) : n === 0 && key !== "needed" ? (
          <span className="text-soft">0</span>
        ) : (
          n
        );
      },
    }),
  ),
  column.accessor("mapped", { header: "Map", cell: (c) => (c.getValue() ? "on the map" : "") }),
]);

export function PartsTable({
  rows,
  columns,
  base,
  selected,
  onSelected,
  picture,
}: {
  rows: TableRow[];
  columns: ColumnSet;
  base: string;
  selected: Picked;
  onSelected: React.Dispatch<React.SetStateAction<Picked>>;
  /** A picture of the part in a row. */
  picture: (partId: string) => React.ReactNode;
}) {
  const table = useTable({
    features,
    columns: columns === "what" ? WHAT : WHERE,
    data: rows,
    getRowId: (r) => r.id,
    state: { rowSelection: selected },
    onRowSelectionChange: onSelected,
  });
  const body = useRef<HTMLTableSectionElement>(null);
  const navigate = useNavigate();
  const [focused, setFocused] = useState(0);
  const shown = table.getRowModel().rows;
  const inTabOrder = Math.min(focused, shown.length - 1);
  const { drawn, below, measure, reach } = useRowsInSight(body, shown.length, inTabOrder);
  const sorting = table.state.sorting;
  const toggle = useCallback(
    (id: string): void => onSelected(({ [id]: was, ...others }) => (was ? others : { ...others, [id]: true })),
    [onSelected],
  );

  const onKeyDown = (e: React.KeyboardEvent): void => {
    const row = (e.target as HTMLElement).closest("tr");
    if (!row || (e.target as HTMLElement).tagName === "INPUT") return;
    const at = Number(row.dataset.index);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: shown.length - 1, PageDown: at + 12, PageUp: at - 12 }[e.key];
    if (to !== undefined) {
      e.preventDefault();
      const next = Math.min(shown.length - 1, Math.max(0, to));
      if (e.shiftKey) onSelected({ ...selected, [shown[at].id]: true, [shown[next].id]: true });
      setFocused(next);
      reach(next);
    } else if (e.key === " ") {
      e.preventDefault();
      toggle(shown[at].id);
    } else if (e.key === "Enter" && e.target === row) {
      e.preventDefault();
      void navigate(`${base}/${shown[at].id}`);
    }
  };
  const all = shown.length > 0 && shown.every((r) => selected[r.id]);
  return (
    <Sideways label="Parts" className="mt-2">
      <table className="plain" data-testid="parts-table" aria-rowcount={shown.length + 1}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id} aria-rowindex={1}>
              <th className="w-11">
                <PickBox
                  label="Select all shown"
                  checked={all}
                  onChange={() => onSelected(all ? {} : Object.fromEntries(shown.map((r) => [r.id, true])))}
                />
              </th>
              {group.headers.map((header) => {
                const sort = sorting.find((s) => s.id === header.column.id);
                return (
                  <th
                    key={header.id}
                    aria-sort={sort ? (sort.desc ? "descending" : "ascending") : undefined}
                    className="max-tab:nth-[n+6]:hidden"
                  >
                    <button
                      className="min-h-[44px] min-w-[44px] whitespace-nowrap text-left hover:underline"
                      onClick={header.column.getToggleSortingHandler()}
                    >
                      <FlexRender header={header} />
                      {sort ? (sort.desc ? " ↓" : " ↑") : ""}
                    </button>
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody ref={body} onKeyDown={onKeyDown}>
          {drawn.map(({ index: i, gap }) => {
            const row = shown[i];
            return (
              <Fragment key={row.id}>
                {gap > 0 && <Gap height={gap} />}
                <Row
                  measure={measure}
                  row={row.original}
                  cells={columns}
                  index={i}
                  base={base}
                  picked={selected[row.id] === true}
                  inTabOrder={i === inTabOrder}
                  onToggle={toggle}
                  picture={picture(row.id)}
                  render={() =>
                    row
                      .getAllCells()
                      .slice(1)
                      .map((cell) => <FlexRender key={cell.id} cell={cell} />)
                  }
                />
              </Fragment>
            );
          })}
          {below > 0 && <Gap height={below} />}
        </tbody>
      </table>
    </Sideways>
  );
}

/** Height of a row before any was drawn, px. */
const ROW_PX = 49;

/** Which rows are drawn, and how much room is left before each and below the last for those that are not; all of them on paper. */
function useRowsInSight(body: React.RefObject<HTMLTableSectionElement | null>, count: number, kept: number) {
  const [top, setTop] = useState(0);
  const [onPaper, setOnPaper] = useState(false);
  const wanted = useRef<number | null>(null);
  const sheet = (): HTMLElement | null => document.getElementById("sheet");
  useLayoutEffect(() => {
    const at = body.current?.getBoundingClientRect().top ?? 0;
    const scroller = sheet();
    if (scroller) setTop(at - scroller.getBoundingClientRect().top + scroller.scrollTop);
  }, [body, count]);
  useEffect(() => {
    const before = (): void => flushSync(() => setOnPaper(true));
    const after = (): void => setOnPaper(false);
    window.addEventListener("beforeprint", before);
    window.addEventListener("afterprint", after);
    return () => {
      window.removeEventListener("beforeprint", before);
      window.removeEventListener("afterprint", after);
    };
  }, []);
  const rows = useVirtualizer({
    count,
    getScrollElement: sheet,
    estimateSize: () => ROW_PX,
    overscan: 10,
    scrollMargin: top,
    // The row that the keyboard is at stays, wherever the wheel goes.
    rangeExtractor: (range) => [...new Set([...defaultRangeExtractor(range), ...(kept >= 0 ? [kept] : [])])].sort((a, b) => a - b),
  });
  let end = top;
  const drawn = onPaper
    ? Array.from({ length: count }, (_, index) => ({ index, gap: 0 }))
    : rows.getVirtualItems().map((row) => {
        const gap = row.start - end;
        end = row.end;
        return { index: row.index, gap };
      });
  const below = onPaper ? 0 : top + rows.getTotalSize() - end;
  useEffect(() => {
    if (wanted.current === null) return;
    const row = body.current?.querySelector<HTMLElement>(`tr[data-index="${wanted.current}"]`);
    if (!row) return;
    wanted.current = null;
    row.focus();
  });
  const reach = (index: number): void => {
    wanted.current = index;
    rows.scrollToIndex(index);
  };
  return { drawn, below, measure: rows.measureElement, reach };
}

/** Room for rows that are not drawn. */
const Gap = ({ height }: { height: number }) => (
  <tr aria-hidden="true">
    <td colSpan={99} style={{ height, padding: 0, border: 0 }} />
  </tr>
);

/** A box that is small to see and large to press. */
const PickBox = ({ label, checked, onChange, tabIndex }: { label: string; checked: boolean; onChange: () => void; tabIndex?: number }) => (
  <label className="flex size-11 items-center">
    <input type="checkbox" tabIndex={tabIndex} className="size-6 accent-ink" aria-label={label} checked={checked} onChange={onChange} />
  </label>
);

interface RowProps {
  measure: (row: Element | null) => void;
  row: TableRow;
  cells: ColumnSet;
  index: number;
  base: string;
  picked: boolean;
  inTabOrder: boolean;
  onToggle: (id: string) => void;
  picture: React.ReactNode;
  render: () => React.ReactNode[];
}

const Row = memo(
  function Row({ measure, row, index, base, picked, inTabOrder, onToggle, picture, render }: RowProps) {
    return (
      <tr
        ref={measure}
        data-index={index}
        aria-rowindex={index + 2}
        tabIndex={inTabOrder ? 0 : -1}
        className={picked ? "bg-board" : undefined}
        aria-selected={picked}
      >
        <td>
          <PickBox label={`Pick ${row.name}`} checked={picked} onChange={() => onToggle(row.id)} tabIndex={-1} />
        </td>
        <td>
          <Link
            tabIndex={-1}
            className="inline-flex min-h-[44px] min-w-[44px] items-center gap-2 whitespace-nowrap font-semibold underline underline-offset-2"
            to={`${base}/${row.id}`}
          >
            {picture}
            {row.name}
          </Link>
        </td>
        {render().map((cell, i) => (
          <td key={i} className="whitespace-nowrap max-tab:nth-[n+6]:hidden">
            {cell}
          </td>
        ))}
      </tr>
    );
  },
  // What is rendered follows from the row and the set of columns alone.
  (a, b) =>
    a.row === b.row &&
    a.cells === b.cells &&
    a.picked === b.picked &&
    a.index === b.index &&
    a.inTabOrder === b.inTabOrder &&
    a.base === b.base,
);
