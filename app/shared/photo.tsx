/** A photograph that colours are read from: opened small, looked at and not kept, with marks that are dragged over it. */
import { useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from "react";
import type { Pixels, Spot } from "~core/paint";
import { PictureProgress } from "~app/shared/PictureProgress";
import { usePictures } from "~app/shared/pictures";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";

/** Looked at no larger than this, px. */
const LONGEST = 800;
/** A mark reads so much to each side, as a share of the photograph's width. */
const MARK = 0.012;

/** What a mark reads to each side, px. */
export const markRadius = ({ width }: Pixels): number => Math.max(2, Math.round(width * MARK));

export interface Photo {
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

/** A button that takes a photograph, and what is shown while it is looked at. */
export function PhotoButton({
  id,
  label,
  words,
  solid = false,
  disabled = false,
  children,
}: {
  id: string;
  /** What the file is. */
  label: string;
  /** What stands on the button. */
  words: string;
  solid?: boolean;
  disabled?: boolean;
  children: (photo: Photo, close: () => void) => ReactNode;
}) {
  const work = usePictures();
  const input = useRef<HTMLInputElement>(null);
  const [photo, setPhoto] = useState<Photo | null>(null);
  const take = async ([file]: File[]): Promise<void> => {
    const { pictures, problems } = await work.take([file]);
    problems.forEach(sayProblem);
    const opened = pictures[0] && (await openPhoto(pictures[0].file));
    if (opened) setPhoto(opened);
    else if (pictures[0]) sayProblem({ code: "picture.canvas", message: "This browser cannot read pictures here." });
  };
  return (
    <>
      <button className={`btn ${solid ? "btn-solid" : ""}`} disabled={disabled} onClick={() => input.current?.click()}>
        {words}
      </button>
      <FileInput inputRef={input} id={id} label={label} accept="image/*" onFiles={(files) => void take(files)} />
      <PictureProgress work={work} />
      {photo && children(photo, () => setPhoto(null))}
    </>
  );
}

const STEP: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A ring that is dragged over the photograph. */
export function Mark({
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
