/** The board, what stands on it and a figure, drawn into a photograph of the table by the four corners of a sheet of paper. */
import { useState } from "react";
import { poseOf, projected, thicknessOf, type Pose } from "~core/ground";
import { figureHeightMm } from "~core/scale";
import { formatMm } from "~core/units";
import { Mark, type Photo } from "~app/shared/photo";
import { useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import type { AtHand } from "~app/shared/useBoard";

const SHEETS = [
  { value: "297 210", label: "A4, long side to you" },
  { value: "210 297", label: "A4, short side to you" },
  { value: "420 297", label: "A3, long side to you" },
] as const;

interface Spot {
  x: number;
  y: number;
}

const CORNERS = ["front left", "front right", "back right", "back left"] as const;

export function InPhoto({ photo, hand, onClose }: { photo: Photo; hand: AtHand; onClose: () => void }) {
  const { scene } = useProject();
  const { width, height } = photo.pixels;
  const [corners, setCorners] = useState<readonly Spot[]>([
    { x: width * 0.3, y: height * 0.75 },
    { x: width * 0.7, y: height * 0.75 },
    { x: width * 0.62, y: height * 0.5 },
    { x: width * 0.38, y: height * 0.5 },
  ]);
  const [sheet, setSheet] = useState<(typeof SHEETS)[number]["value"]>("297 210");
  const size = sheet.split(" ").map(Number) as [number, number];
  const pose = poseOf(
    corners.map((c) => [c.x, c.y]),
    size,
    [width, height],
  );
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Choice label="The sheet" value={sheet} options={SHEETS} onChange={setSheet} />
        <button className="btn" onClick={onClose}>
          Put the picture away
        </button>
      </div>
      <div className="relative mt-3 w-fit max-w-full touch-none select-none">
        <img src={photo.url} alt="The picture" className="block max-h-[56vh] max-w-full" draggable={false} />
        {pose && <Drawn pose={pose} hand={hand} size={[width, height]} sheet={size} />}
        {corners.map((c, i) => (
          <Mark
            key={i}
            label={CORNERS[i]}
            at={c}
            size={{ width, height }}
            onMove={(to) => setCorners((all) => all.map((m, k) => (k === i ? to : m)))}
          />
        ))}
      </div>
      <p className="mt-2 max-w-prose" data-testid="pose">
        {pose ? (
          <>
            The camera stood about {Math.round(Math.hypot(pose.eyeMm[0] - size[0] / 2, pose.eyeMm[1] - size[1] / 2, pose.eyeMm[2]) / 10)} cm
            from the sheet, {Math.round(Math.abs(pose.eyeMm[2]) / 10)} cm above the table; its lens is like{" "}
            {Math.round((pose.focalPx / Math.max(width, height)) * 36)} mm on a sensor 36 mm wide. Drawn with the sheet’s front left corner
            as the board’s; the figure is {formatMm(Math.round(figureHeightMm(scene.scale)))}.
          </>
        ) : (
          <span className="note-act">
            ▲ From these corners the lens cannot be told: photograph the sheet aslant, not from straight above, and put the marks on its
            corners in turn.
          </span>
        )}
      </p>
      <p className="text-sm text-soft">
        From the homography of the sheet (Zhang 2000), the middle of the picture taken as its centre: a picture that was cropped is wrong,
        and so is one from a very wide lens.
      </p>
    </>
  );
}

function Drawn({
  pose,
  hand,
  size,
  sheet,
}: {
  pose: Pose;
  hand: AtHand;
  size: readonly [number, number];
  sheet: readonly [number, number];
}) {
  const { scene } = useProject();
  const at = (x: number, y: number, z: number): string =>
    projected(pose, size, [x, y, z])
      .map((v) => v.toFixed(1))
      .join(" ");
  const prism = (ring: readonly number[], from: number, to: number): string => {
    let low = "",
      high = "",
      sides = "";
    for (let i = 0; i < ring.length; i += 2) {
      low += `${i === 0 ? "M" : "L"}${at(ring[i], ring[i + 1], from)}`;
      high += `${i === 0 ? "M" : "L"}${at(ring[i], ring[i + 1], to)}`;
      if (ring.length <= 16) sides += `M${at(ring[i], ring[i + 1], from)}L${at(ring[i], ring[i + 1], to)}`;
    }
    return `${low}Z${high}Z${sides}`;
  };
  const top = hand.board ? thicknessOf(hand.board.layers) : 0;
  const figure = figureHeightMm(scene.scale);
  const x = sheet[0] + 20;
  return (
    <svg viewBox={`0 0 ${size[0]} ${size[1]}`} className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      {[5, 2].map((w) => (
        <g key={w} fill="none" stroke={w === 5 ? "var(--paper)" : "var(--act)"} strokeWidth={w === 5 ? 4 : 1.6}>
          <path d={prism([0, 0, sheet[0], 0, sheet[0], sheet[1], 0, sheet[1]], 0, 0)} />
          {hand.board && <path d={prism(hand.board.outlineMm, 0, top)} />}
          {hand.placed.map((p) => (
            <path key={p.standing.id} d={p.shadow.map((ring) => prism(ring, top + p.fromMm, top + p.toMm)).join("")} />
          ))}
          <path d={`M${at(x, 0, 0)}L${at(x, 0, figure)}M${at(x - figure / 6, 0, figure * 0.75)}L${at(x + figure / 6, 0, figure * 0.75)}`} />
        </g>
      ))}
    </svg>
  );
}
