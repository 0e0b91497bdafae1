/** Up to five colours picked by hand from one photograph with a white sheet in it. */
import { useMemo, useState } from "react";
import { dabColour, PHOTO_WITHIN, type Spot } from "~core/paint";
import { Dialog } from "~app/ui/dialog";
import { Mark, markRadius, PhotoButton, type Photo } from "~app/shared/photo";

const MOST = 5;

export const SwatchPhoto = ({ room, onColours }: { room: number; onColours: (hexes: readonly string[]) => void }) => (
  <PhotoButton id="look-photo" label="A photograph of the real thing" words="Pick from a photograph" solid disabled={room <= 0}>
    {(photo, close) => <Marks photo={photo} most={Math.min(MOST, room)} onColours={onColours} onClose={close} />}
  </PhotoButton>
);

function Marks({
  photo,
  most,
  onColours,
  onClose,
}: {
  photo: Photo;
  most: number;
  onColours: (hexes: readonly string[]) => void;
  onClose: () => void;
}) {
  const { width, height } = photo.pixels;
  const [sheet, setSheet] = useState<Spot>({ x: width * 0.1, y: height * 0.15 });
  const [spots, setSpots] = useState<readonly Spot[]>([{ x: width * 0.5, y: height * 0.5 }]);
  const read = useMemo(() => spots.map((s) => dabColour(photo.pixels, sheet, s, markRadius(photo.pixels))), [photo, sheet, spots]);
  const bad = read.find((r) => !r.ok);
  const size = { width, height };
  const lamplight = read.some((r) => r.ok && r.value.lamplight);
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title="Colours of the real thing">
      <p className="text-soft">
        Put one mark on something white in the same light, the others on colours that matter. Arrow keys move a mark.
      </p>
      <div className="relative mt-3 w-fit max-w-full touch-none select-none">
        <img src={photo.url} alt="The photograph" className="block max-h-[50vh] max-w-full" draggable={false} />
        <Mark label="White" at={sheet} size={size} onMove={setSheet} />
        {spots.map((s, i) => (
          <Mark
            key={i}
            label={String(i + 1)}
            at={s}
            size={size}
            onMove={(to) => setSpots((all) => all.map((x, j) => (j === i ? to : x)))}
          />
        ))}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-2" role="status">
        {read.map((r, i) => (
          <span key={i} className="flex items-center gap-1">
            {i + 1}
            <span className="h-8 w-12 border border-ink" style={{ background: r.ok ? r.value.hex : "none" }} />
          </span>
        ))}
      </p>
      {bad && !bad.ok && <p className="note-act mt-1">▲ {bad.problem.message}</p>}
      <p className={`text-sm ${lamplight ? "note-act" : "text-soft"}`}>
        {lamplight
          ? `Taken by lamplight: colours may be off by ${PHOTO_WITHIN.lamp}.`
          : `By daylight good to about ${PHOTO_WITHIN.daylight}, a visible difference. Shade and sun differ far more.`}
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button
          className="btn"
          disabled={spots.length >= most}
          onClick={() => setSpots([...spots, { x: width * (0.2 + 0.15 * spots.length), y: height * 0.7 }])}
        >
          One more mark
        </button>
        <button
          className="btn btn-solid"
          disabled={!read.some((r) => r.ok)}
          onClick={() => {
            onColours(read.flatMap((r) => (r.ok ? r.value.hex : [])));
            onClose();
          }}
        >
          Take {spots.length === 1 ? "this colour" : "these colours"}
        </button>
      </div>
    </Dialog>
  );
}
