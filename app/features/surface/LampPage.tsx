/**
 * Lamp and phone: a photograph under a low lamp with a ruler in it, before and after a coat. The strength of the layer lines is read out of
 * it, and what is left of them becomes one's own filling figure.
 */
import { useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { renderLines } from "~demo/linePhoto";
import { LIMITS, saidId, plainestFirst, printerAtHand, surfacesOf, type Part } from "~core/project";
import {
  compareLines,
  factorOf,
  FILL_PRODUCTS,
  leftAfter,
  PRODUCTS,
  type LineReading,
  type MeterMarks,
  type Pixel,
  type ProductId,
} from "~core/surface";
import { formatMm, ok, parseSides, readAsMm, readAsSides, type Result } from "~core/units";
import { Section } from "~app/shared/Page";
import { storeWithFiles } from "~app/data/edits.client";
import { PictureProgress } from "~app/shared/PictureProgress";
import { usePictures, type CleanPicture } from "~app/shared/pictures";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, orNothing, parseCount, ParsedField, parseMmIn } from "~app/ui/field";
import { FileInput } from "~app/ui/fileInput";
import { runJob } from "~workers/client";
import { SurfaceFrame } from "./SurfaceFrame";
import { sayProblem } from "~app/ui/sayProblem";

export default function LampPage() {
  return <SurfaceFrame title="Lamp and phone: surface">{(part) => <Meter key={part.id} part={part} />}</SurfaceFrame>;
}

interface Shot {
  file: Blob;
  /** As it is kept: smaller, and without where it was taken. */
  clean: CleanPicture;
  /** Where that one is shown from. */
  url: string;
  /** Of the file as it came, px: marks are placed on that. */
  width: number;
  height: number;
  marks: MeterMarks;
}

type When = "before" | "after";

function Meter({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const printer = printerAtHand(part, project.scene);
  const list = [...surfacesOf(part, project.scene)].sort(plainestFirst).filter((k) => k.laid.spacingMm > 0);
  const [number, setNumber] = useState<number | null>(null);
  const at = list.find((k) => k.number === number) ?? list.at(0);
  const known = at?.laid.spacingMm ?? 0;
  const [typed, setTyped] = useState<number | null>(null);
  const pitchMm = typed ?? known;
  const [shots, setShots] = useState<Partial<Record<When, Shot>>>({});
  const [read, setRead] = useState<Partial<Record<When, LineReading>>>({});
  const [product, setProduct] = useState<ProductId>("filler");
  const [coats, setCoats] = useState(1);
  const work = usePictures();
  const take = async (when: When, file: File, marks?: MeterMarks): Promise<void> => {
    const { pictures, problems } = await work.take([file]);
    problems.forEach(sayProblem);
    for (const { width, height, ...clean } of pictures) {
      const shot = { file, clean, url: URL.createObjectURL(clean.file), width, height, marks: marks ?? firstMarks(width, height) };
      setShots((s) => ({ ...s, [when]: shot }));
      setRead((r) => ({ ...r, [when]: undefined }));
    }
  };
  // Ridges as steep as the step and the spacing make them, as a wave.
  const slope = at && pitchMm > 0 ? (Math.PI * at.laid.cuspMm) / pitchMm : 0;
  const compared = read.before && read.after ? compareLines(read.before, read.after, slope) : null;
  const reading = compared &&
    !compared.shadows &&
    at && { product, coats, stepMm: at.laid.cuspMm, pitchMm, left: Math.min(2, compared.left) };
  const factor = reading && factorOf(reading);
  const common = pitchMm > 0 ? leftAfter(1, pitchMm, product).value : 1;
  const keep = async (): Promise<void> => {
    if (!reading) return;
    const done = await run("fill.add", {
      reading: { ...reading, id: newId(), how: "meter", what: `${part.name}, ${at.name}`.slice(0, LIMITS.shortText) },
    });
    if (done.ok) toast.success("Saved to your own figures.");
  };
  const keepPhotos = async (): Promise<void> => {
    if (!at) return;
    const pictures = (["before", "after"] as const).flatMap((when) => {
      const shot = shots[when];
      return shot ? [{ when, ...shot.clean }] : [];
    });
    const there = new Set(at.said?.photos.map((p) => p.hash));
    const fresh = pictures.filter((p, i) => !there.has(p.hash) && pictures.findIndex((o) => o.hash === p.hash) === i);
    const done = await storeWithFiles(
      project.scene.id,
      "pictures",
      fresh.map(({ hash, file }) => ({ hash, file })),
      "surface.say",
      {
        partId: part.id,
        surfaceId: saidId(at),
        anchor: at.anchor,
        change: {},
        photos: { add: fresh.map((p) => ({ hash: p.hash, when: p.when, at: Date.now() })) },
      },
    );
    if (done.ok) toast.success(`Saved with the ${at.name}.`);
    else sayProblem(done.problem);
    await revalidate();
  };
  const sample = async (): Promise<void> => {
    // A made-up pair: ridges as high as this surface has them, and two fifths of that after one coat of filler; the lamp so high that the
    // first throws no shadows.
    const [stepMm, apartMm] = at && pitchMm > 0 ? [at.laid.cuspMm, pitchMm] : [0.1, 0.4];
    const lampDeg = Math.max(20, Math.min(85, (Math.atan((Math.PI * stepMm) / apartMm / 0.35) * 180) / Math.PI));
    for (const [when, height] of [
      ["before", stepMm],
      ["after", stepMm * 0.4],
    ] as const) {
      const made = await madeUp(height, apartMm, lampDeg, when === "before" ? 3 : 4);
      if (made) await take(when, made.file, made.marks);
    }
  };
  if (!printer) return <p className="mt-4 text-soft">Not printed, so it has no layer lines to measure.</p>;
  return (
    <>
      <p className="mt-3 max-w-prose">
        Shine the lamp across the lines, hold the phone square above the surface, and lay a ruler flat beside it. Start with the lamp low
        and raise it until the ridges cast no shadows on each other; for steps of 0.1 mm and more that is quite high. Take a photo before
        and after a coat, from the same place with the same lamp. The two photos show how much of the lines is left, and that becomes your
        own figure for the coat.
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Choice
          className="w-72"
          label="Surface"
          value={at ? String(at.number) : ""}
          onChange={(v) => {
            setNumber(Number(v));
            setTyped(null);
          }}
          options={list.map((k) => ({ value: String(k.number), label: k.name }))}
        />
        <ParsedField
          className="w-40"
          label="Line spacing"
          text={formatMm(pitchMm)}
          parse={parseMmIn({ least: 0.01, most: 20 })}
          readAs={readAsMm}
          onCommit={(mm) => setTyped(mm)}
        />
        <button className="btn" onClick={() => void sample()}>
          Try with sample photos
        </button>
      </div>
      <p className="mt-1 text-sm text-soft">
        Layer ÷ sin(slope), along the surface: {at ? `${printer.layerMm} mm on ${at.laid.slopeDeg.toFixed(0)}°` : "no surface found yet"}. A
        level top shows the lines of its top skin.
      </p>
      <PictureProgress work={work} />
      <div className="mt-3 grid gap-6 desk:grid-cols-2">
        {(["before", "after"] as const).map((when) => (
          <One
            key={when}
            when={when}
            shot={shots[when]}
            pitchMm={pitchMm}
            onFile={(file) => void take(when, file)}
            onMarks={(marks) => {
              setShots((s) => ({ ...s, [when]: s[when] && { ...s[when], marks } }));
              setRead((r) => ({ ...r, [when]: undefined }));
            }}
            reading={read[when]}
            onRead={(r) => setRead((all) => ({ ...all, [when]: r }))}
          />
        ))}
      </div>
      <Section title="What the coat did">
        {compared ? (
          <>
            <p className="text-lg font-semibold" data-testid="left">
              {compared.shadows
                ? "In the first photo the ridges cast shadows, so brightness no longer shows height."
                : compared.gone
                  ? `The lines are gone: less than ${Math.round(compared.high * 100)} % can be left.`
                  : `${Math.round(compared.left * 100)} % of the lines are left, between ${Math.round(compared.low * 100)} and ${Math.round(compared.high * 100)} %.`}
            </p>
            {compared.shadows && (
              <p className="note-act">
                ▲ Between {Math.round(compared.low * 100)} and {Math.round(compared.high * 100)} % may be left. Raise the lamp until the
                lines look half as strong or less, and photograph the bare surface again, or the next part if this one is already coated.
              </p>
            )}
            <div className="mt-2 flex flex-wrap items-end gap-3">
              <Choice
                className="w-64"
                label="The coat was"
                value={product}
                onChange={(p: ProductId) => setProduct(p)}
                options={FILL_PRODUCTS.map((id) => ({ value: id, label: PRODUCTS[id].name }))}
              />
              <ParsedField
                className="w-24"
                label="Coats"
                text={String(coats)}
                parse={parseCount(LIMITS.coats)}
                onCommit={(n) => setCoats(n)}
              />
              <button className="btn btn-solid" onClick={() => void keep()} disabled={!factor}>
                Save as my own figure
              </button>
              <button className="btn" onClick={() => void keepPhotos()}>
                Save both photos with the surface
              </button>
            </div>
            <p className="mt-1 text-soft">
              {compared.shadows
                ? "Photos with shadows are not used as a figure."
                : factor === null
                  ? "At this spacing coats do not level out, so this pair teaches nothing."
                  : `The common figure is ${Math.round(common * 100)} % left per coat; here it was ${Math.round(compared.left ** (1 / coats) * 100)} %.`}
            </p>
          </>
        ) : (
          <p className="text-soft">
            {read.before && read.before.verdict !== "seen"
              ? "No lines were found in the first photo, so there is nothing to compare."
              : read.after && read.after.verdict === "cannot say"
                ? read.after.why
                : "Add and read both photos."}
          </p>
        )}
      </Section>
    </>
  );
}

/** Width and height of what the corners mark; nothing where the phone was held square. */
const sides = orNothing((text): Result<[number, number]> => {
  const read = parseSides(text, [2]);
  if (!read.ok) return read;
  const [width, height] = read.value;
  return width > 0 && height > 0
    ? ok([width, height])
    : {
        ok: false,
        problem: { code: "sides", message: "Enter two lengths above zero, or leave both empty if the photo was taken square on." },
      };
});

/** Where marks stand before anybody has moved them: the ruler along the bottom, the surface in the middle. */
const firstMarks = (width: number, height: number): MeterMarks => ({
  ruler: [
    { x: width * 0.1, y: height * 0.92 },
    { x: width * 0.9, y: height * 0.92 },
  ],
  rulerMm: 50,
  corners: [
    { x: width * 0.2, y: height * 0.15 },
    { x: width * 0.8, y: height * 0.15 },
    { x: width * 0.8, y: height * 0.75 },
    { x: width * 0.2, y: height * 0.75 },
  ],
  sidesMm: null,
});

async function madeUp(heightMm: number, pitchMm: number, lampDeg: number, seed: number): Promise<{ file: File; marks: MeterMarks } | null> {
  const { photo, marks } = renderLines(heightMm, pitchMm, { noise: 0.012, falloff: 0.35, runsDeg: 4, blurPx: 0.7, lampDeg, seed });
  const canvas = new OffscreenCanvas(photo.width, photo.height);
  const context = canvas.getContext("2d");
  if (!context) return null;
  const image = context.createImageData(photo.width, photo.height);
  photo.gray.forEach((v, i) => {
    const s = Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.min(1, v) ** (1 / 2.4) - 0.055));
    image.data.set([s, s, s, 255], i * 4);
  });
  context.putImageData(image, 0, 0);
  const made = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.92 });
  return { file: new File([made], "made-up.jpg", { type: made.type }), marks };
}

function One({
  when,
  shot,
  pitchMm,
  onFile,
  onMarks,
  reading,
  onRead,
}: {
  when: When;
  shot: Shot | undefined;
  pitchMm: number;
  onFile: (file: File) => void;
  onMarks: (marks: MeterMarks) => void;
  reading: LineReading | undefined;
  onRead: (reading: LineReading) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [share, setShare] = useState<number | null>(null);
  const stop = useRef<AbortController | null>(null);
  const url = shot?.url;
  useEffect(
    () => () => {
      if (url) URL.revokeObjectURL(url);
    },
    [url],
  );
  useEffect(() => () => stop.current?.abort(), []);
  const read = async (): Promise<void> => {
    if (!shot) return;
    stop.current?.abort();
    const mine = (stop.current = new AbortController());
    setShare(0);
    const done = await runJob(
      "lines",
      { photo: shot.file, marks: shot.marks, pitchMm },
      { signal: mine.signal, onProgress: (f) => setShare(f) },
    );
    if (mine.signal.aborted) return;
    setShare(null);
    if (done.ok) onRead(done.value);
    else sayProblem(done.problem);
  };
  const title = when === "before" ? "Before" : "After";
  return (
    <section aria-label={`${title} the coat`}>
      <h2 className="text-xl">{title} the coat</h2>
      <FileInput
        inputRef={input}
        id={`lamp-${when}`}
        label={`Photograph ${when} the coat`}
        accept="image/*"
        onFiles={(files) => files[0] && onFile(files[0])}
      />
      {shot ? (
        <>
          <Marked shot={shot} onMarks={onMarks} name={title} />
          <div className="mt-2 flex flex-wrap items-end gap-3">
            <ParsedField
              className="w-36"
              label="Distance between marks"
              draftKey={when}
              text={formatMm(shot.marks.rulerMm)}
              parse={parseMmIn({ least: 1, most: 1000 })}
              readAs={readAsMm}
              onCommit={(rulerMm) => onMarks({ ...shot.marks, rulerMm })}
            />
            <ParsedField
              className="w-40"
              label="Sides, if tilted"
              draftKey={when}
              text={shot.marks.sidesMm ? readAsSides(shot.marks.sidesMm) : ""}
              placeholder="24 × 20 mm"
              parse={sides}
              readAs={(s) => (s ? readAsSides(s) : "square on")}
              onCommit={(sidesMm) => onMarks({ ...shot.marks, sidesMm })}
            />
            {share === null ? (
              <button className="btn btn-solid" onClick={() => void read()}>
                Read the lines
              </button>
            ) : (
              <button
                className="btn"
                onClick={() => {
                  stop.current?.abort();
                  setShare(null);
                }}
              >
                Stop ({Math.round(share * 100)} %)
              </button>
            )}
            <button className="btn" onClick={() => input.current?.click()}>
              Another photo
            </button>
          </div>
          {reading && <Verdict reading={reading} />}
        </>
      ) : (
        <button className="btn mt-2" onClick={() => input.current?.click()}>
          Choose a photo
        </button>
      )}
    </section>
  );
}

const VERDICTS = { seen: "Lines found", gone: "Gone", "cannot say": "Cannot say" } as const;

const Verdict = ({ reading: r }: { reading: LineReading }) => (
  <div className="mt-2 border border-ink p-2" data-testid="verdict">
    <p className={r.verdict === "cannot say" ? "note-act" : "font-semibold"}>
      {r.verdict === "cannot say" && "▲ "}
      {VERDICTS[r.verdict]}
      {r.verdict === "seen"
        ? `, ${(r.strength * 100).toFixed(1)} % contrast (${(r.low * 100).toFixed(1)} to ${(r.high * 100).toFixed(1)})`
        : ""}
    </p>
    <p className="text-soft">
      {r.why}
      {r.verdict !== "cannot say" ? ` ${r.pxPerPitch.toFixed(1)} pixels a line.` : ""}
      {r.runsDeg !== null ? ` They run at ${Math.round(r.runsDeg > 90 ? r.runsDeg - 180 : r.runsDeg)}° from horizontal.` : ""}
    </p>
    {r.banding && (
      <p>
        Waves {formatMm(r.banding.periodMm)} apart, {(r.banding.strength * 100).toFixed(1)} %: from the printer’s lead screws or
        temperature, not the layers.
      </p>
    )}
  </div>
);

const HANDLE = 22;

/** The photograph with its marks: drag them, or take one with Tab and move it with the arrow keys. */
function Marked({ shot, onMarks, name }: { shot: Shot; onMarks: (marks: MeterMarks) => void; name: string }) {
  const frame = useRef<SVGSVGElement>(null);
  const { marks, width, height } = shot;
  const scale = width / 520;
  const set = (which: "ruler" | "corners", i: number, p: Pixel): void => {
    const at = { x: Math.min(width, Math.max(0, p.x)), y: Math.min(height, Math.max(0, p.y)) };
    const moved = marks[which].map((m, k) => (k === i ? at : m));
    onMarks({ ...marks, [which]: moved });
  };
  const point = (e: React.PointerEvent): Pixel => {
    const box = frame.current!.getBoundingClientRect();
    return { x: ((e.clientX - box.left) / box.width) * width, y: ((e.clientY - box.top) / box.height) * height };
  };
  const handle = (which: "ruler" | "corners", i: number, label: string) => {
    const m = marks[which][i];
    return (
      <g
        key={`${which} ${i}`}
        tabIndex={0}
        role="slider"
        aria-label={`${name}: ${label}`}
        aria-valuenow={Math.round(m.x)}
        aria-valuetext={`${Math.round(m.x)}, ${Math.round(m.y)} pixels`}
        className="cursor-move outline-offset-2 focus-visible:outline-2 focus-visible:outline-act"
        onKeyDown={(e) => {
          const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
          if (!by) return;
          e.preventDefault();
          const step = e.shiftKey ? 20 : 2;
          set(which, i, { x: m.x + by[0] * step, y: m.y + by[1] * step });
        }}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={(e) => {
          if (e.currentTarget.hasPointerCapture(e.pointerId)) set(which, i, point(e));
        }}
      >
        <circle cx={m.x} cy={m.y} r={HANDLE * scale} fill="transparent" />
        <circle cx={m.x} cy={m.y} r={6 * scale} fill="var(--paper)" stroke="var(--act)" strokeWidth={2 * scale} />
        <text
          x={m.x + 10 * scale}
          y={m.y - 8 * scale}
          fontSize={15 * scale}
          fontWeight="600"
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={3 * scale}
          paintOrder="stroke"
        >
          {which === "ruler" ? (i === 0 ? "0" : formatMm(marks.rulerMm)) : ""}
        </text>
      </g>
    );
  };
  return (
    <svg
      ref={frame}
      viewBox={`0 0 ${width} ${height}`}
      className="mt-2 w-full touch-none border border-ink"
      role="group"
      aria-label={`${name}: photograph with its marks`}
    >
      <image href={shot.url} width={width} height={height} />
      <path d={`M${marks.corners.map((c) => `${c.x} ${c.y}`).join("L")}Z`} fill="none" stroke="var(--act)" strokeWidth={2 * scale} />
      <path
        d={`M${marks.ruler.map((c) => `${c.x} ${c.y}`).join("L")}`}
        fill="none"
        stroke="var(--act)"
        strokeWidth={2 * scale}
        strokeDasharray={`${6 * scale} ${4 * scale}`}
      />
      {[0, 1, 2, 3].map((i) => handle("corners", i, `corner ${i + 1} of the surface`))}
      {[0, 1].map((i) => handle("ruler", i, i === 0 ? "first mark on the ruler" : "second mark on the ruler"))}
    </svg>
  );
}
