/** The colour of a dried dab from a photograph: one mark on a white sheet, one on the dab. The photograph is looked at and not kept. */
import { useMemo, useState } from "react";
import { dabColour, PHOTO_WITHIN, type Spot } from "~core/paint";
import type { Result } from "~core/units";
import { Dialog } from "~app/ui/dialog";
import { Mark, markRadius, PhotoButton, type Photo } from "~app/shared/photo";

export const DabPhoto = ({ onColour }: { onColour: (hex: string) => void }) => (
  <PhotoButton id="dab-photo" label="A photograph of the dab" words="From a photograph">
    {(photo, close) => <Marks photo={photo} onColour={onColour} onClose={close} />}
  </PhotoButton>
);

function Marks({ photo, onColour, onClose }: { photo: Photo; onColour: (hex: string) => void; onClose: () => void }) {
  const { width, height } = photo.pixels;
  const [sheet, setSheet] = useState<Spot>({ x: width * 0.25, y: height * 0.5 });
  const [dab, setDab] = useState<Spot>({ x: width * 0.6, y: height * 0.5 });
  const read = useMemo(() => dabColour(photo.pixels, sheet, dab, markRadius(photo.pixels)), [photo, sheet, dab]);
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title="The dab in the photograph">
      <p className="text-soft">
        Put one mark on a white sheet beside the dab, in the same light, and one on the dab: drag them, or use the arrow keys. Take the
        photograph at a window.
      </p>
      <div className="relative mt-3 w-fit max-w-full touch-none select-none">
        <img src={photo.url} alt="The photograph" className="block max-h-[52vh] max-w-full" draggable={false} />
        <Mark label="White sheet" at={sheet} size={{ width, height }} onMove={setSheet} />
        <Mark label="Dab" at={dab} size={{ width, height }} onMove={setDab} />
      </div>
      <Reading read={read} />
      <div className="mt-3 flex gap-2">
        <button
          className="btn btn-solid"
          disabled={!read.ok}
          onClick={() => {
            if (read.ok) onColour(read.value.hex);
            onClose();
          }}
        >
          Take this colour
        </button>
        <button className="btn" onClick={onClose}>
          Leave it
        </button>
      </div>
    </Dialog>
  );
}

function Reading({ read }: { read: Result<{ hex: string; lamplight: boolean }> }) {
  if (!read.ok)
    return (
      <p className="note-act mt-2" role="status">
        ▲ {read.problem.message}
      </p>
    );
  const { hex, lamplight } = read.value;
  return (
    <p className="mt-2 flex items-center gap-3" role="status">
      <span className="h-8 w-16 shrink-0 border border-ink" style={{ background: hex }} aria-hidden="true" />
      <span className={lamplight ? "note-act" : ""}>
        {hex},{" "}
        {lamplight
          ? `taken by lamplight: it may be off by ${PHOTO_WITHIN.lamp}, another colour. Take it again by daylight.`
          : `by daylight good to about ${PHOTO_WITHIN.daylight}, a visible difference. A camera can make lamplight look white: then it is worse.`}
      </span>
    </p>
  );
}
