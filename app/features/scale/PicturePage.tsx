/** Sizes from one picture of the real thing: one rectangle or one length in it is known, others are read from it as ranges. */
import { useState } from "react";
import {
  describeScale,
  formatRatio,
  lengthBeside,
  lengthInPlane,
  marksOffPx,
  toModelMm,
  type Mark as At,
  type ReadLength,
} from "~core/scale";
import { AXES, type Axis } from "~core/subject";
import { LIMITS } from "~core/project";
import { formatMm, formatReal, readAsReal, type Result } from "~core/units";
import { Page } from "~app/shared/Page";
import { Mark, PhotoButton, type Photo } from "~app/shared/photo";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { ScaleLeaves } from "./ScaleLeaves";

type Known = "rectangle" | "length";
const KNOWN = [
  { value: "rectangle", label: "a rectangle: a door, a window, a sheet" },
  { value: "length", label: "one length" },
] as const;
/** A known length, mm. */
const KNOWN_MM = { least: 1, most: 1_000_000 };
const CORNERS = ["1", "2", "3", "4"] as const;

export default function PicturePage() {
  const { scene } = useProject();
  return (
    <Page
      title="Sizes from one picture"
      sub="a known door or sign in it is the ruler"
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scene.scale) },
      ]}
    >
      <ScaleLeaves />
      <p className="mt-3 max-w-prose">
        Take or find a picture of the real thing with something in it whose size you know. Put marks on it, then measure anything on the
        same wall. The picture is looked at here and not kept.
      </p>
      <div className="mt-2">
        <PhotoButton id="size-photo" label="A picture of the real thing" words="Open a picture" solid>
          {(photo, close) => <Measured photo={photo} onClose={close} />}
        </PhotoButton>
      </div>
    </Page>
  );
}

function Measured({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const { scene } = useProject();
  const { width, height } = photo.pixels;
  const at = (x: number, y: number): At => ({ x: width * x, y: height * y });
  const [known, setKnown] = useState<Known>("rectangle");
  const [corners, setCorners] = useState<readonly At[]>([at(0.3, 0.7), at(0.45, 0.7), at(0.45, 0.4), at(0.3, 0.4)]);
  const [ruler, setRuler] = useState<readonly [At, At]>([at(0.3, 0.7), at(0.3, 0.4)]);
  const [pair, setPair] = useState<readonly [At, At]>([at(0.55, 0.7), at(0.55, 0.3)]);
  const [size, setSize] = useState({ wideMm: 900, highMm: 2000, lengthMm: 2000 });
  const read: Result<ReadLength> =
    known === "rectangle" ? lengthInPlane(corners, size, pair, width) : lengthBeside(ruler, size.lengthMm, pair, width);
  const box = { width, height };
  const moved = <T extends readonly At[]>(all: T, i: number, to: At): T => all.map((m, j) => (j === i ? to : m)) as unknown as T;
  const sizeField = (label: string, key: keyof typeof size) => (
    <ParsedField
      className="w-36"
      label={label}
      text={formatReal(size[key])}
      parse={parseMmIn(KNOWN_MM)}
      readAs={readAsReal}
      onCommit={(mm) => setSize((s) => ({ ...s, [key]: mm }))}
    />
  );
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Choice className="w-72" label="What is known" value={known} onChange={setKnown} options={KNOWN} />
        {known === "rectangle" ? (
          <>
            {sizeField("Width, 1 to 2", "wideMm")}
            {sizeField("Height, 2 to 3", "highMm")}
          </>
        ) : (
          sizeField("Length, 1 to 2", "lengthMm")
        )}
        <button className="btn" onClick={onClose}>
          Put the picture away
        </button>
      </div>
      <div className="mt-3 grid gap-4 desk:grid-cols-[auto_1fr]">
        <div className="relative w-fit max-w-full touch-none select-none">
          <img src={photo.url} alt="The picture" className="block max-h-[52vh] max-w-full" draggable={false} />
          <Lines size={box} rings={known === "rectangle" ? [corners] : [ruler]} pair={pair} />
          {known === "rectangle"
            ? corners.map((m, i) => (
                <Mark key={`c${i}`} label={CORNERS[i]} at={m} size={box} onMove={(to) => setCorners((c) => moved(c, i, to))} />
              ))
            : ruler.map((m, i) => (
                <Mark key={`r${i}`} label={CORNERS[i]} at={m} size={box} onMove={(to) => setRuler((r) => moved(r, i, to))} />
              ))}
          {pair.map((m, i) => (
            <Mark key={`p${i}`} label={i === 0 ? "from" : "to"} at={m} size={box} onMove={(to) => setPair((p) => moved(p, i, to))} />
          ))}
        </div>
        <div>
          <p role="status" data-testid="read-length">
            {read.ok ? (
              <>
                <span className="block text-xl">
                  <span className="text-real">{formatReal(read.value.mm)}</span>, model{" "}
                  <span className="font-semibold">{formatMm(toModelMm(read.value.mm, scene.scale.ratio))}</span> at{" "}
                  {formatRatio(scene.scale.ratio)}
                </span>
                <span className="block text-soft">
                  between {formatReal(read.value.low)} and {formatReal(read.value.high)}; model{" "}
                  {formatMm(toModelMm(read.value.low, scene.scale.ratio))} to {formatMm(toModelMm(read.value.high, scene.scale.ratio))}
                </span>
              </>
            ) : (
              <span className="note-act">▲ {read.problem.message}</span>
            )}
          </p>
          <p className="mt-2 max-w-prose text-sm text-soft">
            {known === "rectangle"
              ? "The four marks go round the rectangle; the picture may be slanted. It holds for that wall alone: what stands before it comes out too large, what lies behind it too small. "
              : "Taken as square to both lengths; the range allows for 15° of slant. What stands nearer to the camera comes out too large. "}
            The range also allows for marks that are off by {Math.round(marksOffPx(width))} of {width} px. A lens that bends straight lines
            is not counted: keep away from the edges of the picture.
          </p>
          {read.ok && <KeepSize length={read.value} />}
        </div>
      </div>
    </>
  );
}

/** Into the dimension sheet, as scaled from a photo. */
function KeepSize({ length }: { length: ReadLength }) {
  const { run } = useActions();
  const [name, setName] = useState("");
  const [axis, setAxis] = useState<Axis>("height");
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = (): void => {
    if (!name.trim()) return setSaid("▲ Enter what it measures: wall, door, wheel.");
    const mm = Math.round(length.mm);
    if (mm < 1) return setSaid("▲ Put the two marks apart first.");
    setBusy(true);
    void run("list.add", {
      list: "scene.dimensions",
      items: [
        {
          id: newId(),
          name: name.trim().slice(0, LIMITS.name),
          axis,
          mm,
          text: `${mm} mm`,
          source: `one picture, between ${formatReal(length.low)} and ${formatReal(length.high)}`,
          sure: "photo",
          within: null,
          partId: null,
        },
      ],
    }).then((done) => {
      setBusy(false);
      setSaid(done.ok ? "On the dimension sheet, tab Subject." : `▲ ${done.problem.message}`);
      if (done.ok) setName("");
    });
  };
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <div>
        <label className="label block" htmlFor="read-name">
          What it is
        </label>
        <input
          id="read-name"
          className="field w-44"
          value={name}
          autoComplete="off"
          placeholder="gable"
          onChange={(e) => setName(e.target.value)}
        />
      </div>
      <Choice label="Axis" value={axis} onChange={setAxis} options={AXES.map((a) => ({ value: a, label: a }))} />
      <button className="btn" type="submit" disabled={busy}>
        Keep it on the dimension sheet
      </button>
      {said && (
        <p role="status" className={said.startsWith("▲") ? "note-act w-full" : "w-full text-soft"}>
          {said}
        </p>
      )}
    </form>
  );
}

function Lines({
  size: { width, height },
  rings,
  pair,
}: {
  size: { width: number; height: number };
  rings: readonly (readonly At[])[];
  pair: readonly [At, At];
}) {
  const path = (all: readonly At[]): string => `M${all.map((m) => `${m.x} ${m.y}`).join("L")}${all.length > 2 ? "Z" : ""}`;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      {[...rings.map(path), path(pair)].map((d, i, all) => (
        <g key={i} fill="none">
          <path d={d} stroke="var(--paper)" strokeWidth="4" />
          <path d={d} stroke={i === all.length - 1 ? "var(--act)" : "var(--ink)"} strokeWidth="2" />
        </g>
      ))}
    </svg>
  );
}
