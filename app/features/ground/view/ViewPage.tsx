/** View: what the camera takes in and keeps sharp, the backdrop, who sees whom; and a photograph of the table that the board is drawn into. */
import { useMemo, useState } from "react";
import { backdropOf, frameOf, meanSightMm, NEW_CAMERA, seesOver, type CameraSaid } from "~core/ground";
import { boxOfRings, perimeterOf, ringArea, type Ring } from "~core/lay";
import { LIMITS } from "~core/project";
import { figureHeightMm } from "~core/scale";
import { formatMm, formatReal, readAsMm, spacedNumber, type Result } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";
import { PhotoButton } from "~app/shared/photo";
import { ringsPath } from "~app/ui/rings";
import { GroundLeaves } from "../GroundLeaves";
import { useBoard, type AtHand } from "~app/shared/useBoard";
import { InPhoto } from "./InPhoto";

/** Widths and heights of sensors, mm; common sizes, from memory. */
const SENSORS = [
  { value: "36 24", label: "36 × 24 mm" },
  { value: "23.5 15.6", label: "23.5 × 15.6 mm" },
  { value: "17.3 13", label: "17.3 × 13 mm" },
  { value: "9.8 7.3", label: "9.8 × 7.3 mm, a phone" },
  { value: "6.2 4.6", label: "6.2 × 4.6 mm, a small phone" },
] as const;
type Sensor = (typeof SENSORS)[number]["value"];

const whole = (n: number): number => Math.round(n);

export default function ViewPage() {
  const { scene } = useProject();
  const hand = useBoard();
  const camera = scene.camera ?? NEW_CAMERA;
  const frame = frameOf(camera);
  return (
    <Page
      title="View"
      sub="from where it is looked at and photographed"
      cells={[
        { label: "frame", value: `${whole(frame.wideMm)} × ${whole(frame.highMm)}` },
        { label: "sharp", value: `${whole(frame.nearMm)} to ${Number.isFinite(frame.farMm) ? whole(frame.farMm) : "∞"}` },
      ]}
    >
      <GroundLeaves />
      <div className="mt-3 flex flex-wrap gap-6">
        {hand.board && <FromAbove hand={hand} camera={camera} />}
        <div className="min-w-0 flex-1 basis-80">
          <CameraFields camera={camera} />
          <p className="mt-3">
            <span className="font-semibold">
              It takes in {whole(frame.wideMm)} × {whole(frame.highMm)} mm
            </span>{" "}
            at {formatMm(camera.distanceMm)}: {formatReal(frame.wideMm * scene.scale.ratio)} of the real place. Sharp from{" "}
            {whole(frame.nearMm)} to {Number.isFinite(frame.farMm) ? `${whole(frame.farMm)} mm` : "infinity"}
            {hand.board && deepWords(hand, camera, frame.farMm - frame.nearMm)}.
          </p>
          {camera.backdropMm > 0 && (
            <p>
              The backdrop must be {whole(backdropOf(camera).wideMm)} × {whole(backdropOf(camera).highMm)} mm to fill the frame.
            </p>
          )}
          <p className="text-soft">
            Its eye is {formatReal(camera.heightMm * scene.scale.ratio)} above the ground in real life; a grown figure of{" "}
            {formatMm(whole(figureHeightMm(scene.scale)))} sees from there at {formatMm(whole(figureHeightMm(scene.scale) * 0.93))}.
          </p>
        </div>
      </div>
      {hand.board && <Sight hand={hand} />}
      <Section title="Into a photograph of the table">
        <p className="max-w-prose">
          Lay a sheet of paper of known size on the table, photograph it aslant, and put the four marks on its corners. The camera’s place
          follows, and the board, what stands on it and a figure are drawn in at true size. The picture is looked at here and not kept.
        </p>
        <div className="mt-2">
          <PhotoButton id="table-photo" label="A picture of the table with a sheet of paper" words="Open a picture" solid>
            {(photo, close) => <InPhoto photo={photo} hand={hand} onClose={close} />}
          </PhotoButton>
        </div>
      </Section>
    </Page>
  );
}

/** How deep the board is that way, against what is sharp. */
function deepWords(hand: AtHand, { fromDeg }: CameraSaid, sharpMm: number): string {
  const { x0, x1, y0, y1 } = boxOfRings([hand.board!.outlineMm]);
  const a = (fromDeg * Math.PI) / 180;
  const deep = Math.abs((x1 - x0) * Math.sin(a)) + Math.abs((y1 - y0) * Math.cos(a));
  return sharpMm >= deep
    ? `: all of the board’s ${whole(deep)} mm`
    : `: ${whole(sharpMm)} of the board’s ${whole(deep)} mm, close the aperture or step back`;
}

function CameraFields({ camera }: { camera: CameraSaid }) {
  const { run } = useActions();
  const set = (change: Partial<CameraSaid>): Promise<Result<unknown>> => run("field.set", { of: "scene.camera", change });
  const length = (label: string, key: "focalMm" | "distanceMm" | "heightMm" | "backdropMm", range: { least: number; most: number }) => (
    <ParsedField
      label={label}
      text={formatMm(camera[key])}
      parse={parseMmIn(range)}
      readAs={readAsMm}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  const sensor = `${camera.sensorMm[0]} ${camera.sensorMm[1]}`;
  return (
    <div className="grid grid-cols-2 gap-2">
      {length("Focal length", "focalMm", LIMITS.focalMm)}
      <Choice
        label="Sensor"
        value={sensor as Sensor}
        options={
          SENSORS.some((s) => s.value === sensor) ? SENSORS : [...SENSORS, { value: sensor as Sensor, label: sensor.replace(" ", " × ") }]
        }
        onChange={(v) => void set({ sensorMm: v.split(" ").map(Number) as [number, number] })}
      />
      <ParsedField
        label="Aperture, f/"
        text={spacedNumber(camera.stop)}
        parse={parseNumberIn(LIMITS.stop)}
        onCommit={(stop) => set({ stop })}
      />
      {length("To the middle of the board", "distanceMm", { least: 50, most: LIMITS.cameraMm.most })}
      {length("Eye above the board", "heightMm", LIMITS.cameraMm)}
      {length("Backdrop behind the middle", "backdropMm", LIMITS.cameraMm)}
      <ParsedField
        label="From the front, turned by °"
        text={spacedNumber(camera.fromDeg)}
        parse={parseNumberIn({ least: -360, most: 360 })}
        onCommit={(fromDeg) => set({ fromDeg })}
      />
    </div>
  );
}

/** The board from above with what the camera takes in at its distance, near and far. */
function FromAbove({ hand, camera }: { hand: AtHand; camera: CameraSaid }) {
  const board = hand.board!;
  const { x0, x1, y0, y1 } = boxOfRings([board.outlineMm]);
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const a = (camera.fromDeg * Math.PI) / 180;
  const eye: [number, number] = [cx + camera.distanceMm * Math.sin(a), cy - camera.distanceMm * Math.cos(a)];
  const half = camera.sensorMm[0] / 2 / camera.focalMm;
  const at = (along: number, side: number): [number, number] => [
    eye[0] - along * Math.sin(a) + side * along * half * Math.cos(a),
    eye[1] + along * Math.cos(a) + side * along * half * Math.sin(a),
  ];
  const frame = frameOf(camera);
  const far = Math.min(frame.farMm, camera.distanceMm * 1.6);
  const all: Ring = [x0, y0, x1, y1, ...eye, ...at(far, 1), ...at(far, -1)];
  const b = boxOfRings([all]);
  const s = Math.min(420 / Math.max(1, b.x1 - b.x0), 330 / Math.max(1, b.y1 - b.y0));
  const x = (mm: number): number => 6 + (mm - b.x0) * s;
  const y = (mm: number): number => 6 + (b.y1 - mm) * s;
  const p = (q: readonly [number, number]): string => `${x(q[0]).toFixed(1)} ${y(q[1]).toFixed(1)}`;
  return (
    <svg
      width={(b.x1 - b.x0) * s + 12}
      height={(b.y1 - b.y0) * s + 12}
      role="img"
      aria-label="The camera and the board from above"
      className="shrink-0"
    >
      <path d={`M${p(at(frame.nearMm, -1))}L${p(at(frame.nearMm, 1))}L${p(at(far, 1))}L${p(at(far, -1))}Z`} fill="var(--board)" />
      <path d={ringsPath([board.outlineMm], x, y)} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
      {hand.placed.map((q) => (
        <path key={q.standing.id} d={ringsPath(q.foot, x, y)} fillRule="evenodd" fill="var(--ink)" />
      ))}
      <path d={`M${p(eye)}L${p(at(far, 1))}M${p(eye)}L${p(at(far, -1))}`} stroke="var(--real)" strokeWidth="1" fill="none" />
      <path d={`M${p(at(camera.distanceMm, -1))}L${p(at(camera.distanceMm, 1))}`} stroke="var(--real)" strokeDasharray="5 3" fill="none" />
      <circle cx={x(eye[0])} cy={y(eye[1])} r="5" fill="var(--real)" />
      <text x={x(eye[0]) + 9} y={y(eye[1]) - 2} fontSize="13" fill="var(--real)">
        camera
      </text>
    </svg>
  );
}

/** Rays thrown over the board: one in so many degrees, from so many places a side. */
const RAYS = { deg: 15, places: 12 };

function Sight({ hand }: { hand: AtHand }) {
  const { scene } = useProject();
  const board = hand.board!;
  const eyeMm = figureHeightMm(scene.scale) * 0.93;
  const tall = useMemo(() => hand.placed.filter((p) => p.toMm > eyeMm && p.fromMm < eyeMm), [hand.placed, eyeMm]);
  const { x0, x1, y0, y1 } = boxOfRings([board.outlineMm]);
  const [from, setFrom] = useState<[number, number]>([0.05, 0.5]);
  const [to, setTo] = useState<[number, number]>([0.95, 0.5]);
  const at = ([u, v]: readonly [number, number]): [number, number] => [x0 + u * (x1 - x0), y0 + v * (y1 - y0)];
  const found = useMemo(
    () =>
      sightOver(
        board.outlineMm,
        tall.map((p) => p.shadow),
      ),
    [board.outlineMm, tall],
  );
  const area = Math.abs(ringArea(board.outlineMm));
  const covered = tall.reduce((sum, p) => sum + Math.abs(p.shadow.reduce((q, r) => q + ringArea(r), 0)), 0) / area;
  const sees = seesOver(
    at(from),
    at(to),
    tall.map((p) => p.shadow),
  );
  const perimeters = tall.map((p) => p.shadow.reduce((sum, ring) => sum + perimeterOf(ring), 0));
  const field = (label: string, value: [number, number], set: (v: [number, number]) => void, k: 0 | 1) => (
    <label className="flex items-center gap-2">
      {label}
      <input
        type="range"
        className="h-11"
        min={0}
        max={100}
        value={Math.round(value[k] * 100)}
        aria-label={label}
        onChange={(e) => set(k === 0 ? [Number(e.target.value) / 100, value[1]] : [value[0], Number(e.target.value) / 100])}
      />
    </label>
  );
  return (
    <Section title="Who sees whom">
      <p aria-live="polite">
        <span className="font-semibold">
          Two figures at {Math.round(at(from)[0])}, {Math.round(at(from)[1])} and {Math.round(at(to)[0])}, {Math.round(at(to)[1])} mm{" "}
          {sees ? "see each other" : "do not see each other"}.
        </span>{" "}
        {Math.round(covered * 100)} % of the board is covered by what is taller than an eye; from a place on it one sees about{" "}
        {whole(found)} mm, {formatReal(found * scene.scale.ratio)} in real life
        {perimeters.length > 0 && `; obstacles this sparse on an endless board would leave ${whole(meanSightMm(area, perimeters))} mm`}.
      </p>
      <div className="mt-1 flex flex-wrap gap-x-5 gap-y-1 text-soft">
        {field("first, from the left", from, setFrom, 0)}
        {field("first, from the front", from, setFrom, 1)}
        {field("second, from the left", to, setTo, 0)}
        {field("second, from the front", to, setTo, 1)}
      </div>
      <p className="mt-1 text-sm text-soft">
        Straight lines at eye height past what stands higher; openings in walls are not looked through. Small ruins pack on a quarter of a
        board: common practice, no source.
      </p>
    </Section>
  );
}

/** Mean way from free places to the first obstacle or the edge, mm, by halving each ray until it is known to a millimetre. */
function sightOver(outline: Ring, shadows: readonly (readonly Ring[])[]): number {
  const { x0, x1, y0, y1 } = boxOfRings([outline]);
  let sum = 0,
    n = 0;
  for (let i = 0; i < RAYS.places; i++)
    for (let j = 0; j < RAYS.places; j++) {
      const from: [number, number] = [x0 + ((i + 0.5) / RAYS.places) * (x1 - x0), y0 + ((j + 0.5) / RAYS.places) * (y1 - y0)];
      if (!seesOver(from, from, shadows)) continue;
      for (let deg = 0; deg < 360; deg += RAYS.deg) {
        const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
        const edge = Math.min(
          c > 0 ? (x1 - from[0]) / c : c < 0 ? (x0 - from[0]) / c : Infinity,
          s > 0 ? (y1 - from[1]) / s : s < 0 ? (y0 - from[1]) / s : Infinity,
        );
        let [free, blocked] = [0, edge];
        if (seesOver(from, [from[0] + c * edge, from[1] + s * edge], shadows)) free = edge;
        else
          while (blocked - free > 1) {
            const middle = (free + blocked) / 2;
            if (seesOver(from, [from[0] + c * middle, from[1] + s * middle], shadows)) free = middle;
            else blocked = middle;
          }
        sum += free;
        n++;
      }
    }
  return n > 0 ? sum / n : 0;
}
