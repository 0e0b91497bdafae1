/** A larger picture of the piece after the step that is stood on: turned, brought nearer, kept as PNG. */
import { useRef, useState } from "react";
import type { Hex, PreviewCoat, PreviewView, PrintedLayers } from "~core/paint";
import type { Part } from "~core/project";
import { download, fileName } from "~app/shared/files/download";
import { Key, useKey } from "~app/ui/keys";
import { Rendered } from "./Rendered";
import { usePreview } from "./usePreview";

const WIDE = 640,
  HIGH = 440;
const MOST_ZOOM = 32;
const TURN_DEG = 45;
const TILTS = [20, 65, -20] as const;

export function Closer({
  part,
  ground,
  coats,
  layers,
  at,
  name,
  unknown,
}: {
  part: Part;
  ground: Hex;
  coats: readonly PreviewCoat[];
  layers: PrintedLayers | null;
  /** The step that is stood on; the picture is after it. */
  at: number;
  /** What that step lays. */
  name: string;
  /** Steps that are not drawn. */
  unknown: readonly string[];
}) {
  const [view, setView] = useState<PreviewView>({
    widthPx: WIDE,
    heightPx: HIGH,
    turnDeg: 30,
    tiltDeg: TILTS[0],
    zoom: 1,
    centre: [0.5, 0.5],
  });
  const [bare, setBare] = useState(false);
  const holder = useRef<HTMLDivElement>(null);
  const preview = usePreview(part, ground, coats, layers, view);
  const turn = (by: number): void => setView((v) => ({ ...v, turnDeg: (v.turnDeg + by + 360) % 360, centre: [0.5, 0.5], zoom: 1 }));
  const tilt = (): void => setView((v) => ({ ...v, tiltDeg: TILTS[(TILTS.findIndex((t) => t === v.tiltDeg) + 1) % TILTS.length] }));
  const zoom = (by: number): void => setView((v) => ({ ...v, zoom: Math.min(MOST_ZOOM, Math.max(1, v.zoom * by)) }));
  useKey("+", "Nearer", "Paint", () => zoom(2));
  useKey("-", "Further away", "Paint", () => zoom(0.5));
  useKey("o", "Turn the picture", "Paint", () => turn(TURN_DEG));
  const ready = preview.state === "ready" ? preview : null;
  /** What is pressed comes to the middle, and nearer. */
  const onPress = (e: React.MouseEvent<HTMLDivElement>): void => {
    const box = e.currentTarget.getBoundingClientRect();
    const [x, y] = [(e.clientX - box.left) / box.width - 0.5, 0.5 - (e.clientY - box.top) / box.height];
    if (!ready) return;
    const { look, view: seen } = ready.pictures;
    const { wideMm, highMm, mmPerPixel } = look.frame;
    // Where it was pressed on the picture that is there: the one that is asked for may not be yet.
    setView((v) => ({
      ...v,
      zoom: Math.min(MOST_ZOOM, v.zoom * 2),
      centre: [
        within(seen.centre[0] + (x * WIDE * mmPerPixel) / Math.max(wideMm, 1e-6)),
        within(seen.centre[1] + (y * HIGH * mmPerPixel) / Math.max(highMm, 1e-6)),
      ],
    }));
  };
  const keep = (): void => {
    holder.current?.querySelector("canvas")?.toBlob((file) => file && download(fileName(`${part.name} ${name}`, "png"), file, "image/png"));
  };
  return (
    <figure className="mt-2 border border-rule p-2" aria-label={`${part.name} after ${name}`}>
      <div className="flex flex-wrap gap-3">
        <div ref={holder} className="w-full max-w-[40rem] cursor-zoom-in bg-board" onClick={onPress}>
          {ready ? (
            <Rendered
              pictures={ready.pictures}
              after={bare ? 0 : at + 1}
              hatched={false}
              width="100%"
              label={`${part.name} ${bare ? "bare" : `after ${name}`}`}
            />
          ) : (
            <p className="p-4 text-soft" role={preview.state === "measuring" ? "status" : undefined}>
              {preview.state === "measuring"
                ? `Measuring how open and how curved the mesh is… ${Math.round(preview.share * 100)} %`
                : (preview.state === "none" && preview.problem) || "A part without a mesh has no picture."}
            </p>
          )}
        </div>
        <div className="flex min-w-[11rem] flex-1 flex-col items-start gap-2">
          <p className="font-semibold">{bare ? "As printed" : `After ${name}`}</p>
          <div className="flex flex-wrap gap-2">
            <button className="btn" onClick={() => turn(TURN_DEG)}>
              Turn <Key k="o" />
            </button>
            <button className="btn" onClick={tilt}>
              {view.tiltDeg === 20 ? "From above" : view.tiltDeg === 65 ? "From below" : "From the side"}
            </button>
            <button className="btn" onClick={() => zoom(2)} disabled={view.zoom >= MOST_ZOOM}>
              Nearer <Key k="+" />
            </button>
            <button className="btn" onClick={() => zoom(0.5)} disabled={view.zoom <= 1}>
              Further <Key k="-" />
            </button>
            <button className="btn" aria-pressed={bare} onClick={() => setBare((b) => !b)}>
              {bare ? "Painted" : "Bare print"}
            </button>
            <button className="btn" onClick={keep} disabled={!ready}>
              Save PNG
            </button>
          </div>
          {ready && <ScaleBar mmPerPixel={ready.pictures.look.frame.mmPerPixel} waits={ready.waits} />}
          <figcaption className="max-w-prose text-sm text-soft">
            {layers
              ? `Layers of ${layers.grain.layerMm} mm${layers.left.some((l) => l < 1) ? ", after the surface work that is planned" : ", as printed"}: they show where the picture is near enough, else as one tone. `
              : "Choose a printer for it, and its layers are drawn too. "}
            Each step covers its share of the area. Gloss, brush marks and runs are not drawn.
            {unknown.length > 0 && ` Not drawn, since the mesh does not say where: ${unknown.join("; ")}.`}
          </figcaption>
        </div>
      </div>
    </figure>
  );
}

const within = (share: number): number => Math.min(1, Math.max(0, share));

/** Round lengths for the bar. */
const ROUND_MM = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500] as const;

function ScaleBar({ mmPerPixel, waits }: { mmPerPixel: number; waits: boolean }) {
  const mm = ROUND_MM.findLast((l) => l / mmPerPixel <= 150) ?? ROUND_MM[0];
  return (
    <p className="flex items-center gap-2 text-sm" role={waits ? "status" : undefined}>
      <svg width={Math.min(180, mm / mmPerPixel) + 2} height="9" aria-hidden="true">
        <path d={`M1 1V8M1 4.5H${mm / mmPerPixel + 1}M${mm / mmPerPixel + 1} 1V8`} stroke="var(--ink)" strokeWidth="1.2" fill="none" />
      </svg>
      {waits ? "drawing…" : `${mm} mm`}
    </p>
  );
}
