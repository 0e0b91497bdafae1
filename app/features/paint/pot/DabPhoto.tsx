/** The colour of a dried dab from a photograph: one mark on a white sheet, one on the dab. The photograph is looked at and not kept. */
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { dabColour, PHOTO_WITHIN, type Pixels, type Spot } from "~core/paint";
import type { Result } from "~core/units";
import { PictureProgress } from "~app/shared/PictureProgress";
import { usePictures } from "~app/shared/pictures";
import { Dialog } from "~app/ui/dialog";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";

/** Looked at no larger than this, px. */
const LONGEST = 800;
/** A mark reads so much to each side, as a share of the photograph's width. */
const MARK = 0.012;

interface Photo {
  url: string;
  pixels: Pixels;
}

async function openPhoto(file: Blob): Promise<Photo | null> {
  const bitmap = await createImageBitmap(file);
  const by = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * by));
  canvas.height = Math.max(1, Math.round(bitmap.height * by));
  const context = canvas.getContext("2d", { willReadFrequently: true });
  context?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  if (!context) return null;
  const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
  return { url: canvas.toDataURL("image/jpeg", 0.9), pixels: { rgba: data, width, height } };
}

export function DabPhoto({ onColour }: { onColour: (hex: string) => void }) {
  const work = usePictures();
  const input = useRef<HTMLInputElement>(null);
  const [photo, setPhoto] = useState<Photo | null>(null);
  const take = async ([file]: File[]): Promise<void> => {
    const { pictures, problems } = await work.take([file]);
    problems.forEach(sayProblem);
    const opened = pictures[0] && (await openPhoto(pictures[0].file));
    if (opened) setPhoto(opened);
  };
  return (
    <>
      <button className="btn" onClick={() => input.current?.click()}>
        From a photograph
      </button>
      <FileInput inputRef={input} id="dab-photo" label="A photograph of the dab" accept="image/*" onFiles={(files) => void take(files)} />
      <PictureProgress work={work} />
      {photo && <Marks photo={photo} onColour={onColour} onClose={() => setPhoto(null)} />}
    </>
  );
}

const STEP: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function Marks({ photo, onColour, onClose }: { photo: Photo; onColour: (hex: string) => void; onClose: () => void }) {
  const { width, height } = photo.pixels;
  const [sheet, setSheet] = useState<Spot>({ x: width * 0.25, y: height * 0.5 });
  const [dab, setDab] = useState<Spot>({ x: width * 0.6, y: height * 0.5 });
  const read = useMemo(() => dabColour(photo.pixels, sheet, dab, Math.max(2, Math.round(width * MARK))), [photo, sheet, dab, width]);
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

/** A ring that is dragged over the photograph. */
function Mark({
  label,
  at,
  size: { width, height },
  onMove,
}: {
  label: string;
  at: Spot;
  size: { width: number; height: number };
  onMove: (to: Spot) => void;
}) {
  const within = ({ x, y }: Spot): Spot => ({ x: Math.min(width - 1, Math.max(0, x)), y: Math.min(height - 1, Math.max(0, y)) });
  const drag = (e: PointerEvent<HTMLButtonElement>): void => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const box = e.currentTarget.parentElement!.getBoundingClientRect();
    onMove(within({ x: ((e.clientX - box.left) / box.width) * width, y: ((e.clientY - box.top) / box.height) * height }));
  };
  const key = (e: KeyboardEvent): void => {
    const step = STEP[e.key];
    if (!step) return;
    e.preventDefault();
    const by = Math.max(1, Math.round(width * (e.shiftKey ? 0.05 : 0.008)));
    onMove(within({ x: at.x + step[0] * by, y: at.y + step[1] * by }));
  };
  return (
    <button
      type="button"
      aria-label={`${label}: mark at ${Math.round((at.x / width) * 100)} %, ${Math.round((at.y / height) * 100)} %`}
      className="absolute flex h-11 w-11 -translate-x-1/2 -translate-y-1/2 cursor-move items-center justify-center"
      style={{ left: `${(at.x / width) * 100}%`, top: `${(at.y / height) * 100}%` }}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onKeyDown={key}
    >
      <span className="h-5 w-5 rounded-full border-2 border-ink outline-2 outline-paper" aria-hidden="true" />
      <span className="absolute top-9 whitespace-nowrap bg-paper px-1 text-sm font-semibold text-ink">{label}</span>
    </button>
  );
}
