/** Colours of caps that stand in rows, read from one photograph. */
import { useMemo, useState } from "react";
import { capColours, capSpots, PHOTO_WITHIN, type Spot } from "~core/paint";
import { Dialog } from "~app/ui/dialog";
import { ParsedField, parseCount } from "~app/ui/field";
import { Mark, markRadius, PhotoButton, type Photo } from "~app/shared/photo";

const MOST_PER_ROW = 40;

export const CapsPhoto = ({ count, onColours }: { count: number; onColours: (hexes: readonly (string | null)[]) => void }) => (
  <PhotoButton id="caps-photo" label="A photograph of the caps" words="Colours from a photograph of the caps">
    {(photo, close) => <Rows photo={photo} count={count} onColours={onColours} onClose={close} />}
  </PhotoButton>
);

function Rows({
  photo,
  count,
  onColours,
  onClose,
}: {
  photo: Photo;
  count: number;
  onColours: (hexes: readonly (string | null)[]) => void;
  onClose: () => void;
}) {
  const { width, height } = photo.pixels;
  const spot = (x: number, y: number): Spot => ({ x: width * x, y: height * y });
  const [sheet, setSheet] = useState(spot(0.08, 0.08));
  const [first, setFirst] = useState(spot(0.15, 0.25));
  const [rowEnd, setRowEnd] = useState(spot(0.85, 0.25));
  const [last, setLast] = useState(spot(0.85, 0.85));
  const [perRow, setPerRow] = useState(Math.min(count, Math.max(1, Math.ceil(Math.sqrt(count * 1.5)))));
  const rows = Math.ceil(count / perRow);
  const at = useMemo(() => ({ first, rowEnd, last, perRow, rows }), [first, rowEnd, last, perRow, rows]);
  const read = useMemo(() => capColours(photo.pixels, sheet, at, markRadius(photo.pixels)).slice(0, count), [photo, sheet, at, count]);
  const bad = read.find((r) => !r.ok);
  const lamplight = read.some((r) => r.ok && r.value.lamplight);
  const size = { width, height };
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title="Caps in rows">
      <p className="text-soft">
        The caps in the order of the names, row after row, a white sheet beside them, by daylight. Put the marks on the sheet, the first
        cap, the last of the first row, and the last of the last row.
      </p>
      <ParsedField
        className="mt-2 w-36"
        label="Caps in a row"
        text={String(perRow)}
        parse={parseCount({ least: 1, most: Math.max(1, Math.min(count, MOST_PER_ROW)) })}
        onCommit={setPerRow}
      />
      <div className="relative mt-3 w-fit max-w-full touch-none select-none">
        <img src={photo.url} alt="The photograph" className="block max-h-[46vh] max-w-full" draggable={false} />
        <svg viewBox={`0 0 ${width} ${height}`} className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
          {capSpots(at)
            .slice(0, count)
            .map((s, i) => (
              <circle key={i} cx={s.x} cy={s.y} r={width * 0.012} fill="none" stroke="var(--act)" strokeWidth={width * 0.004} />
            ))}
        </svg>
        <Mark label="White sheet" at={sheet} size={size} onMove={setSheet} />
        <Mark label="First" at={first} size={size} onMove={setFirst} />
        <Mark label="End of row" at={rowEnd} size={size} onMove={setRowEnd} />
        <Mark label="Last" at={last} size={size} onMove={setLast} />
      </div>
      <p className="mt-2 flex flex-wrap gap-1" role="status">
        {read.map((r, i) => (
          <span
            key={i}
            className="h-6 w-6 border border-ink"
            style={{ background: r.ok ? r.value.hex : "none" }}
            title={r.ok ? r.value.hex : r.problem.message}
          />
        ))}
      </p>
      {bad && !bad.ok && <p className="note-act mt-1">▲ {bad.problem.message}</p>}
      <p className={`mt-1 text-sm ${lamplight ? "note-act" : "text-soft"}`}>
        {lamplight
          ? `Taken by lamplight: colours may be off by ${PHOTO_WITHIN.lamp}. Take it again by daylight.`
          : `By daylight good to about ${PHOTO_WITHIN.daylight}, a visible difference. A dried dab is better than a cap.`}
      </p>
      <div className="mt-3 flex gap-2">
        <button
          className="btn btn-solid"
          disabled={!read.some((r) => r.ok)}
          onClick={() => {
            onColours(read.map((r) => (r.ok ? r.value.hex : null)));
            onClose();
          }}
        >
          Take these colours
        </button>
        <button className="btn" onClick={onClose}>
          Leave them
        </button>
      </div>
    </Dialog>
  );
}
