/** One go of the list: what it takes, when it may be begun, and what of it is done. */
import { format } from "date-fns";
import { isDoneAway, openPieces, readyAt, type AwayGo } from "~core/away";
import { formatDuration } from "~core/units";
import type { CarriedRow } from "~store/awayRows";
import type { Change } from "./change";

/** What a go waits for, in words; null where it may be begun. */
function waitsFor(go: AwayGo, row: CarriedRow, now: number): string | null {
  const times = openPieces(go, row.said).map((p) => readyAt(p, row.list, row.said));
  if (times.length === 0) return null;
  const known = times.filter((t) => t !== null);
  if (known.some((t) => t <= now)) return null;
  if (known.length === 0) return "after what comes before it on this list";
  const at = Math.min(...known);
  return `dry or ready at ${format(at, at - now < 20 * 3_600_000 ? "HH:mm" : "EEE HH:mm")}`;
}

export function AwayGoItem({
  go,
  row,
  now,
  onStart,
  change,
}: {
  go: AwayGo;
  row: CarriedRow;
  now: number;
  onStart: () => void;
  change: Change;
}) {
  const open = openPieces(go, row.said);
  const waits = waitsFor(go, row, now);
  const many = go.pieces.length > 1;
  const title = many ? `${go.title}, on ${go.pieces.length}` : `${go.pieces[0].name}: ${go.title}`;
  const planned = open.reduce((n, p) => n + p.handsS, 0);
  const again = go.pieces.filter((p) => row.said.some((s) => s.n === p.n && s.result === "failed"));
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2">
      <div className="min-w-0 flex-1 basis-52">
        <p className={`text-[1.08rem] font-semibold leading-tight ${open.length === 0 ? "text-soft" : ""}`}>
          {title}
          {go.scene && <span className="font-normal text-soft">, {go.scene}</span>}
        </p>
        <p className="text-soft">
          {open.length === 0
            ? "done"
            : `${formatDuration(planned)}${many && open.length < go.pieces.length ? `, ${go.pieces.length - open.length} of ${go.pieces.length} done` : ""}`}
          {waits && open.length > 0 && `; ${waits}`}
        </p>
        {many && open.length > 0 && <p className="text-sm text-soft">{open.map((p) => p.name).join(", ")}</p>}
        {again.length > 0 && <p className="note-act">▲ again: {again.map((p) => p.name).join(", ")}</p>}
        {go.care.length > 0 && open.length > 0 && <p className="text-sm text-setting-ink">△ {go.care.join(" ")}</p>}
      </div>
      {open.length > 0 ? (
        <button
          className={`btn min-h-[50px] min-w-[84px] ${waits ? "" : "btn-solid"}`}
          disabled={row.inHand !== null}
          onClick={onStart}
          aria-label={`Start: ${title}`}
        >
          start
        </button>
      ) : (
        <button
          className="btn"
          onClick={() => void change((r) => ({ ...r, said: r.said.filter((s) => !go.pieces.some((p) => p.n === s.n)) }))}
          aria-label={`${title}: not done after all`}
        >
          not done
        </button>
      )}
      {many && open.length > 0 && open.length < go.pieces.length && (
        <p className="basis-full text-sm text-soft">
          Done:{" "}
          {go.pieces
            .filter((p) => isDoneAway(row.said, p.n))
            .map((p) => p.name)
            .join(", ")}
        </p>
      )}
    </li>
  );
}
