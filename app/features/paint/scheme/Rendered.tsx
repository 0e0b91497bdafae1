/** One state of a piece on its own mesh. What the step touches can be hatched. */
import { memo, useEffect, useRef } from "react";
import type { Pictures } from "./usePreview";

/** Lines of the hatching, pixels of the picture. */
const HATCH_PX = 16;

export const Rendered = memo(function Rendered({
  pictures: { look, replay },
  after,
  hatched,
  width,
  label,
}: {
  pictures: Pictures;
  /** After so many coats. */
  after: number;
  hatched: boolean;
  /** On the page; the picture itself is as fine as it was asked for. */
  width: number | string;
  /** What it shows; none where its button says it. */
  label?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawing = canvas.current?.getContext("2d");
    if (!drawing) return;
    const picture = replay.picture(after);
    if (hatched && after > 0) hatch(picture, replay.touched(after), look.pixels, look.widthPx);
    drawing.putImageData(new ImageData(picture, look.widthPx, look.heightPx), 0, 0);
  });
  return (
    <canvas
      ref={canvas}
      width={look.widthPx}
      height={look.heightPx}
      style={{ width }}
      className="block"
      role={label ? "img" : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    />
  );
});

/** Thin lines in ink over what is touched. */
function hatch(picture: Uint8ClampedArray, touched: Uint8Array, pixels: Uint32Array, widthPx: number): void {
  touched.forEach((on, i) => {
    const x = pixels[i] % widthPx,
      y = Math.floor(pixels[i] / widthPx);
    if (!on || (x + y) % HATCH_PX > 0) return;
    const at = pixels[i] * 4;
    const dark = picture[at] + picture[at + 1] + picture[at + 2] < 300;
    for (let k = 0; k < 3; k++) picture[at + k] = dark ? 255 : 0;
  });
}
