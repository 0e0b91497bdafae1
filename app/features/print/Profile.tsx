/** A printer's profile: every value editable where it stands, saying where it comes from; what it was before; copied and exported. */
import { type PrinterChange } from "~core/stations";
import { format } from "date-fns";
import { toast } from "sonner";
import {
  overhangOf,
  profileOf,
  withDefaults,
  withResinDefaults,
  type FilamentPrinter,
  type Lift,
  type Origin,
  type Printer,
  type ResinPrinter,
} from "~core/print";
import { formatMm, parseSize, readAsSides, spacedNumber, type Result } from "~core/units";
import { PROCESS_LABEL } from "~app/shared/labels";
import { download, fileName } from "~app/shared/files/download";
import { newId, useActions, type RunCommand } from "~app/shared/scene";
import { Fold } from "~app/ui/fold";
import { ParsedField, parseNumberIn } from "~app/ui/field";

import { sayProblem } from "~app/ui/sayProblem";

const parseBed = (text: string): Result<[number, number, number]> => {
  const size = parseSize(text);
  if (!size.ok) return size;
  return size.value.every((v) => v >= 20 && v <= 3000)
    ? size
    : { ok: false, problem: { code: "bed", message: "Each side must be 20 mm to 3 m." } };
};

interface ProfileField<P> {
  label: string;
  /** Path of the field, for where its value comes from. */
  path: string;
  get: (p: P) => number;
  /** The field as a change of the profile. */
  change: (n: number) => PrinterChange;
  least: number;
  most: number;
}

const FDM_FIELDS: ProfileField<FilamentPrinter>[] = [
  { label: "layer, mm", path: "layerMm", get: (p) => p.layerMm, change: (layerMm) => ({ layerMm }), least: 0.04, most: 0.6 },
  { label: "infill, %", path: "infill", get: (p) => Math.round(p.infill * 100), change: (n) => ({ infill: n / 100 }), least: 0, most: 100 },
  { label: "wall lines", path: "wallLines", get: (p) => p.wallLines, change: (n) => ({ wallLines: Math.round(n) }), least: 1, most: 20 },
  {
    label: "overhang, ° from upright",
    path: "overhangDeg",
    get: overhangOf,
    change: (overhangDeg) => ({ overhangDeg }),
    least: 20,
    most: 80,
  },
  {
    label: "outer wall, mm/s",
    path: "speedMmS.outerWall",
    get: (p) => p.speedMmS.outerWall,
    change: (outerWall) => ({ speedMmS: { outerWall } }),
    least: 5,
    most: 600,
  },
  {
    label: "infill speed, mm/s",
    path: "speedMmS.infill",
    get: (p) => p.speedMmS.infill,
    change: (infill) => ({ speedMmS: { infill } }),
    least: 5,
    most: 800,
  },
  {
    label: "acceleration, mm/s²",
    path: "accelerationMmS2",
    get: (p) => p.accelerationMmS2,
    change: (accelerationMmS2) => ({ accelerationMmS2 }),
    least: 100,
    most: 40000,
  },
  {
    label: "price per kilogram",
    path: "pricePerKgMinor",
    get: (p) => p.pricePerKgMinor / 100,
    change: (n) => ({ pricePerKgMinor: Math.round(n * 100) }),
    least: 0,
    most: 1000,
  },
  {
    label: "first layer, mm/s",
    path: "firstLayerMmS",
    get: (p) => withDefaults(p).firstLayerMmS,
    change: (firstLayerMmS) => ({ firstLayerMmS }),
    least: 2,
    most: 600,
  },
  {
    label: "minimum layer time, s",
    path: "leastLayerS",
    get: (p) => p.leastLayerS,
    change: (leastLayerS) => ({ leastLayerS }),
    least: 0,
    most: 600,
  },
  { label: "brim, mm", path: "brimMm", get: (p) => withDefaults(p).brimMm, change: (brimMm) => ({ brimMm }), least: 0, most: 50 },
  {
    label: "raft layers",
    path: "raftLayers",
    get: (p) => withDefaults(p).raftLayers,
    change: (n) => ({ raftLayers: Math.round(n) }),
    least: 0,
    most: 20,
  },
  {
    label: "support density, %",
    path: "supportDensity",
    get: (p) => Math.round(withDefaults(p).supportDensity * 100),
    change: (n) => ({ supportDensity: n / 100 }),
    least: 1,
    most: 100,
  },
];
const RESIN_FIELDS: ProfileField<ResinPrinter>[] = [
  { label: "layer, mm", path: "layerMm", get: (p) => p.layerMm, change: (layerMm) => ({ layerMm }), least: 0.01, most: 0.2 },
  { label: "exposure, s", path: "exposureS", get: (p) => p.exposureS, change: (exposureS) => ({ exposureS }), least: 0.2, most: 60 },
  {
    label: "bottom exposure, s",
    path: "bottomExposureS",
    get: (p) => p.bottomExposureS,
    change: (bottomExposureS) => ({ bottomExposureS }),
    least: 1,
    most: 200,
  },
  {
    label: "bottom layers",
    path: "bottomLayers",
    get: (p) => p.bottomLayers,
    change: (n) => ({ bottomLayers: Math.round(n) }),
    least: 0,
    most: 40,
  },
  {
    label: "lift, mm",
    path: "lift.distanceMm",
    get: (p) => p.lift.distanceMm,
    change: (distanceMm) => ({ lift: { distanceMm } }),
    least: 0.5,
    most: 30,
  },
  {
    label: "lift speed, mm/min",
    path: "lift.liftMmMin",
    get: (p) => p.lift.liftMmMin,
    change: (liftMmMin) => ({ lift: { liftMmMin } }),
    least: 5,
    most: 1000,
  },
  {
    label: "price per litre",
    path: "pricePerLitreMinor",
    get: (p) => p.pricePerLitreMinor / 100,
    change: (n) => ({ pricePerLitreMinor: Math.round(n * 100) }),
    least: 0,
    most: 1000,
  },
  {
    label: "transition layers",
    path: "transitionLayers",
    get: (p) => withResinDefaults(p).transitionLayers,
    change: (n) => ({ transitionLayers: Math.round(n) }),
    least: 0,
    most: 100,
  },
  {
    label: "wait before exposure, s",
    path: "lift.beforeLightS",
    get: (p) => p.lift.beforeLightS ?? 0,
    change: (beforeLightS) => ({ lift: { beforeLightS } }),
    least: 0,
    most: 600,
  },
  {
    label: "second lift stage, mm",
    path: "lift.second",
    get: (p) => p.lift.second?.distanceMm ?? 0,
    change: (distanceMm) => ({ lift: { second: { ...SECOND, distanceMm } } }),
    least: 0,
    most: 50,
  },
  {
    label: "pixel size, mm (0 if not known)",
    path: "pixelMm",
    get: (p) => p.pixelMm ?? 0,
    change: (pixelMm) => ({ pixelMm }),
    least: 0,
    most: 1,
  },
  {
    label: "support spacing, mm",
    path: "supportSpacingMm",
    get: (p) => withResinDefaults(p).supportSpacingMm,
    change: (supportSpacingMm) => ({ supportSpacingMm }),
    least: 0.5,
    most: 50,
  },
];

/** The first so many are changed from print to print; the rest once for a machine. */
const OFTEN = 3;

/** Speeds of a second stage until they are said: quick, since the film has let go. Common practice, no source. */
const SECOND: NonNullable<Lift["second"]> = { distanceMm: 0, liftMmMin: 180, retractMmMin: 240 };

export function Profile({ printer }: { printer: Printer }) {
  const { run } = useActions();
  const store = (change: PrinterChange) => run("printer.set", { printerId: printer.id, change });
  const copy = async (): Promise<void> => {
    // What was learned of one machine, what is on it and where it answers is not the other's.
    const { origins } = printer;
    const copied = { ...profileOf(printer), ...(origins && { origins }), id: newId(), name: `${printer.name}, copy`.slice(0, 120) };
    const done = await run("list.add", { list: "printers", items: [copied as Printer] });
    if (done.ok) toast(`${printer.name} copied`);
    else sayProblem(done.problem);
  };
  return (
    <section aria-label={`Profile of ${printer.name}`}>
      <h3 className="text-lg">
        {printer.name} <span className="font-sans text-base text-soft">{PROCESS_LABEL[printer.process]}</span>
      </h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <ParsedField
          className="col-span-2"
          label="build space"
          text={`${printer.bedMm.join(" × ")} mm`}
          parse={parseBed}
          readAs={readAsSides}
          onCommit={(bedMm) => store({ bedMm })}
        />
        {printer.process === "fdm" ? (
          <Numbers printer={printer} fields={FDM_FIELDS.slice(0, OFTEN)} onStore={store} />
        ) : (
          <Numbers printer={printer} fields={RESIN_FIELDS.slice(0, OFTEN)} onStore={store} />
        )}
      </div>
      <Fold label={printer.process === "fdm" ? "Speeds, price, brim, raft, supports" : "Lift, price, bottom layers, supports"}>
        <div className="grid grid-cols-2 gap-2">
          {printer.process === "fdm" ? (
            <Numbers printer={printer} fields={FDM_FIELDS.slice(OFTEN)} onStore={store} />
          ) : (
            <Numbers printer={printer} fields={RESIN_FIELDS.slice(OFTEN)} onStore={store} />
          )}
        </div>
      </Fold>
      <p className="mt-2 text-soft">{learnedWords(printer)}</p>
      <div className="mt-1 flex flex-wrap gap-x-4">
        <button className="btn-text" onClick={() => void copy()} aria-label={`Copy ${printer.name}`}>
          copy it
        </button>
        <button
          className="btn-text"
          onClick={() => download(fileName(printer.name, "json"), `${JSON.stringify(printer, null, 2)}\n`, "application/json")}
          aria-label={`Export ${printer.name}`}
        >
          export it
        </button>
      </div>
      {(printer.earlier?.length ?? 0) > 0 && (
        <details className="mt-1">
          <summary className="min-h-[44px] cursor-pointer py-2">Earlier versions: {printer.earlier!.length}</summary>
          <ul>
            {printer
              .earlier!.map((e, n) => ({ ...e, n }))
              .reverse()
              .map(({ at, note, profile, n }) => (
                <li key={n} className="flex flex-wrap items-center justify-between gap-2 border-b border-rule">
                  <span>
                    {format(at, "d MMM yyyy, HH:mm")}: {formatMm(profile.layerMm)} layers, {note}
                  </span>
                  <button className="btn-text" onClick={() => void store({ ...profile })}>
                    restore
                  </button>
                </li>
              ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function Numbers<P extends Printer>({
  printer,
  fields,
  onStore,
}: {
  printer: P;
  fields: ProfileField<P>[];
  onStore: (change: PrinterChange) => ReturnType<RunCommand>;
}) {
  return fields.map((f) => (
    <div key={f.label}>
      <ParsedField
        label={f.label.startsWith("price") ? `${f.label}, ${printer.currency}` : f.label}
        draftKey={`${printer.id} ${f.label}`}
        text={String(f.get(printer))}
        parse={parseNumberIn(f)}
        readAs={spacedNumber}
        onCommit={(n) => onStore(f.change(n))}
      />
      <p className="text-sm text-soft">{originWords(printer.origins?.[f.path])}</p>
    </div>
  ));
}

const originWords = (origin: Origin | undefined): string =>
  !origin ? "generic" : origin.from === "typed" ? "typed by you" : `learned from ${origin.prints ?? 0} prints`;

/** What the hours rest on beside the fields. */
function learnedWords({ learned = [] }: Printer): string {
  return learned.length === 0
    ? "Hours and grams come from these values alone."
    : `Hours and grams come from these values, corrected by ${learned.length} of your own figure${learned.length === 1 ? "" : "s"}.`;
}
