/** What is inside a part: resin hollowed or massive, filament stronger where it carries. */
import { lazy, Suspense, useState } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { wallTooThick, type FilamentPrinter, type Hole, type Hollowing, type ResinPrinter, type Strengthened } from "~core/print";
import { partSizeMm, printFactsOf, type Part, type Zone } from "~core/project";
import { hollowRequest, meshRequest, zonesRequest } from "~core/results";
import { formatMm, formatMoney, formatVolume, ok, parseMm, parseNumber, readAsMm, spacedNumber } from "~core/units";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { printsIn } from "~core/stations/kinds";
import { desk, meshSourceOf, useResult } from "~app/data/results.client";
import { storeWithFiles } from "~app/data/edits.client";
import { runJob } from "~workers/client";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { TURNS, type Turn } from "~core/mesh";
import { PrintLeaves } from "./PrintLeaves";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";
import { usePart } from "~app/shared/part";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

type MeshPart = Part & { source: Extract<Part["source"], { kind: "mesh" }> };

export default function InsidePage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const resins = scene.printers.filter((p): p is ResinPrinter => p.process === "resin");
  const filament = scene.printers.filter((p): p is FilamentPrinter => p.process === "fdm");
  const chosen = printsIn(part.work)[0]?.printerId;
  return (
    <Page
      title={part.name}
      sub="hollow or solid, and reinforced where it carries load"
      cells={[
        { label: "scene", value: scene.name },
        {
          label: "volume",
          value: part.source.kind === "mesh" ? formatVolume((part.source.report.solid?.value ?? 0) * part.factor ** 3) : "not known",
        },
      ]}
    >
      <PrintLeaves part={part} />
      {part.source.kind !== "mesh" ? (
        <p className="mt-4">
          {part.source.kind === "typed" ? "Only its size is known. Add the file to plan the inside." : "Made by hand, not printed."}
        </p>
      ) : (
        <>
          {resins.length > 0 && <Hollow part={part as MeshPart} printer={resins.find((p) => p.id === chosen) ?? resins[0]} />}
          {filament.length > 0 && <Zones part={part} printer={filament.find((p) => p.id === chosen) ?? filament[0]} />}
        </>
      )}
    </Page>
  );
}

/** Thinner walls let resin through, thicker ones warp less and save less. Common practice, no source. */
const WALL_MM = 2;
/** What hollowing costs by hand: drain, flush, let dry, and plug. Common practice, no source. */
const FLUSH_S = 8 * 60;

function Hollow({ part, printer }: { part: MeshPart; printer: ResinPrinter }) {
  const project = useProject();
  const [wallMm, setWall] = useState(WALL_MM);
  const { revalidate } = useRevalidator();
  const [making, setMaking] = useState<{ share: number; stop: AbortController } | null>(null);
  const turn: Turn = printsIn(part.work).find((w) => w.printerId === printer.id)?.turn ?? printFactsOf(part, printer)?.turn ?? TURNS["+z"];
  const answer = useResult(hollowRequest(part, wallMm, turn));
  const already = part.source.report.cavities > 0;
  const found = answer.state === "ready" && !("refused" in answer.value) ? answer.value : null;
  const make = async (plan: Hollowing): Promise<void> => {
    const stop = new AbortController();
    setMaking({ share: 0, stop });
    const source = await meshSourceOf(part);
    const holes = plan.pockets.flatMap((p) => p.holes);
    const done = source.ok
      ? await runJob(
          "hollow",
          { source: source.value, factor: part.factor, wallMm, holes },
          { signal: stop.signal, onProgress: (share) => setMaking({ share, stop }) },
        )
      : source;
    setMaking(null);
    if (stop.signal.aborted) return;
    if (!done.ok) return void sayProblem(done.problem);
    const { hash, file, report, outsideMm2, did } = done.value;
    const next = {
      kind: "mesh" as const,
      fileName: part.source.fileName,
      hash,
      unit: "mm" as const,
      unitReason: "Hollowed here, in millimetres.",
      warnings: [],
    };
    await desk.give([{ request: meshRequest(next), value: { report, outsideMm2 } }]);
    const note = `Hollowed: walls of ${formatMm(wallMm)}, least ${formatMm(did.leastWallMm)}, ${holes.length} holes`;
    const stored = await storeWithFiles(project.scene.id, "meshes", [{ hash, file }], "part.replace", {
      partId: part.id,
      source: next,
      factor: part.factor,
      note,
    });
    if (stored.ok) toast(note);
    else sayProblem(stored.problem);
    await revalidate();
  };
  const holes = found?.pockets.flatMap((p) => p.holes) ?? [];
  return (
    <Section title="Resin: hollow or solid">
      <div className="grid gap-6 desk:grid-cols-[minmax(0,1.3fr)_minmax(18rem,1fr)]">
        <div>
          {!part.source.report.watertight && (
            <p className="note-act">▲ The mesh is open, so these figures are rough. Repair it first in Parts, “Mesh and walls”.</p>
          )}
          {already ? (
            <p className="font-semibold">
              Already hollow: {part.source.report.cavities === 1 ? "one hollow" : `${part.source.report.cavities} hollows`} in the mesh.
              Hollowing again would only thin the walls.
            </p>
          ) : answer.state === "failed" ? (
            <p className="note-act">▲ {answer.problem.message}</p>
          ) : answer.state !== "ready" ? (
            <p className="text-soft" role="status">
              Measuring thickness{answer.state === "reckoning" && answer.share > 0 ? `: ${Math.round(answer.share * 100)} %` : "…"}
            </p>
          ) : "refused" in answer.value ? (
            <p className="note-act">▲ {wallTooThick(answer.value.refused)}</p>
          ) : (
            <Verdict found={answer.value} printer={printer} copies={part.copies} />
          )}
          <div className="mt-3 flex flex-wrap items-end gap-4">
            <ParsedField className="w-40" label="Walls" text={formatMm(wallMm)} parse={parseMm} readAs={readAsMm} onCommit={setWall} />
            <button
              className="btn"
              disabled={!found || found.pockets.length === 0 || already || making !== null}
              onClick={() => found && void make(found)}
            >
              {making === null ? "Create the hollowed version" : `Hollowing: ${Math.round(making.share * 100)} %`}
            </button>
            {making && (
              <button className="btn-text" onClick={() => making.stop.abort()}>
                stop
              </button>
            )}
          </div>
          <p className="mt-2 text-soft">
            Most people hollow in the slicer, and then you only need the wall thickness and hole positions from here. A hollowed version
            keeps its outer surface unchanged, and the previous version stays on the “Record” tab.
          </p>
          <p className="mt-2 text-setting-ink">
            △ {CAUTIONS.resin.text} Resin left inside can burst the part later. Flush it, let it dry, then plug the holes. {CARE_FIRST}
          </p>
        </div>
        {holes.length > 0 && (
          <div>
            <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
              <Turntable of={part} marks={holes.slice(0, 40).map((h) => h.atMm)} className="h-[230px]" />
            </Suspense>
            <ul aria-label="Holes">
              {found!.pockets.slice(0, 4).map((p, i) => (
                <li key={i}>
                  Pocket of {formatVolume(p.volumeMm3)}: {p.holes.map((h) => holeWords(h, part)).join("; ")}
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
    </Section>
  );
}

const SIDES = ["right", "left", "back", "front", "top", "underside"];
const holeWords = ({ for: what, towards: [x, y, z], atMm, diameterMm, throughMm }: Hole, part: Part): string => {
  const side = SIDES[x ? (x < 0 ? 0 : 1) : y ? (y < 0 ? 2 : 3) : z < 0 ? 4 : 5];
  const [w, d, h] = partSizeMm(part);
  const min = part.source.kind === "mesh" ? part.source.report.bounds.min.map((v) => v * part.factor) : [0, 0, 0];
  const at = [atMm[0] - min[0], atMm[1] - min[1], atMm[2] - min[2]].map((v, k) =>
    formatMm(Math.min([w, d, h][k], Math.max(0, v))).replace(" mm", ""),
  );
  const place = x
    ? `${at[1]} from the front, ${at[2]} up`
    : y
      ? `${at[0]} from the left, ${at[2]} up`
      : `${at[0]} from the left, ${at[1]} from the front`;
  return `${what} of ${formatMm(diameterMm)} in the ${side}, ${place} mm, through ${formatMm(throughMm)}`;
};

function Verdict({ found, printer, copies }: { found: Hollowing; printer: ResinPrinter; copies: number }) {
  const share = found.solidMm3 > 0 ? found.savedMm3 / found.solidMm3 : 0;
  const money = (mm3: number): string =>
    formatMoney({ minor: Math.round((mm3 / 1e6) * printer.pricePerLitreMinor * copies), currency: printer.currency }, true);
  const worth = share >= 0.25 && found.savedMm3 * copies > 5000;
  const thin = found.pockets.length === 0;
  return (
    <>
      <p className="text-lg font-semibold">
        {thin
          ? `Nothing to hollow: the thickest place is ${formatMm(found.thickestMm)}. The part is thin, or already hollow.`
          : worth
            ? `Hollow it: ${formatVolume(found.savedMm3 * copies)} less resin, ${money(found.savedMm3)}.`
            : `Leave it solid: hollowing saves only ${formatVolume(found.savedMm3 * copies)}, ${money(found.savedMm3)}.`}{" "}
        <Why
          of="what hollowing saves"
          reasons={{
            formula: "cavity = where the depth exceeds the wall; saved = cavity × price; worth it from a quarter of the part and 5 cm³",
            inputs: [
              { name: "solid", value: `${formatVolume(found.solidMm3)}, ${money(found.solidMm3)}` },
              {
                name: "cavity",
                value: `${formatVolume(found.savedMm3)} in ${found.pockets.length} pocket${found.pockets.length === 1 ? "" : "s"}`,
              },
              { name: "thickest place", value: formatMm(found.thickestMm) },
              { name: "measured on", value: `voxels of ${formatMm(found.voxelMm)}` },
              { name: "flushing and plugging, hands-on", value: `${FLUSH_S / 60} min a piece` },
            ],
            assumptions: [
              {
                text: "Distance to the surface on a grid, by lower envelopes.",
                kind: "published",
                source: "Felzenszwalb & Huttenlocher 2012",
              },
              { text: "Pockets under 0.5 cm³ stay filled.", kind: "practice" },
              {
                text: `Price of the profile: ${formatMoney({ minor: printer.pricePerLitreMinor, currency: printer.currency }, true)} a litre.`,
                kind: "typed",
              },
            ],
          }}
        />
      </p>
      {!thin && (
        <>
          <p>
            {Math.round(share * 100)} % of {formatVolume(found.solidMm3)} is saved, for {FLUSH_S / 60} min of flushing and plugging per
            piece. Walls are {formatMm(found.wallMm)} everywhere. Places thinner than two walls stay solid.
          </p>
          <p className="text-soft">
            {worth
              ? "Leave it solid if resin costs less than your time, if it must be heavy, or if it is handled a lot."
              : "Hollowing pays with more copies, a larger scale or thinner walls."}
          </p>
          {found.pockets.length > 1 && (
            <p className="note-act">▲ {found.pockets.length} separate pockets: each needs its own drain and vent.</p>
          )}
        </>
      )}
      {found.leftFilled.count > 0 && (
        <p className="text-soft">
          {found.leftFilled.count} small pocket{found.leftFilled.count === 1 ? "" : "s"} stay{found.leftFilled.count === 1 ? "s" : ""}{" "}
          filled ({formatVolume(found.leftFilled.volumeMm3)}).
        </p>
      )}
    </>
  );
}

const AXES = [
  { value: "z", label: "from below" },
  { value: "x", label: "from the left" },
  { value: "y", label: "from the front" },
] as const;

function Zones({ part, printer }: { part: Part; printer: FilamentPrinter }) {
  const { run } = useActions();
  const answer = useResult(part.zones.length > 0 ? zonesRequest(part, printer) : null);
  const effects = answer.state === "ready" ? answer.value : [];
  const size = partSizeMm(part);
  const set = (id: string, change: Partial<Zone>) => run("list.set", { list: "part.zones", of: part.id, key: id, change });
  const add = () =>
    run("list.add", {
      list: "part.zones",
      of: part.id,
      items: [
        { id: newId(), name: "Peg", axis: "z", fromMm: 0, toMm: size[2] / part.factor / 5, infill: 0.75, wallLines: printer.wallLines + 2 },
      ],
    });
  return (
    <Section title="Filament: reinforced zones">
      <p className="max-w-3xl text-soft">
        A zone gives a slab of the part its own walls and infill: a peg in a stand, a neck, a corner that gets knocked. Usual infill is 10 %
        in general, 25 % in a neck, 75 % in a peg. In your slicer, set it as a modifier between the two heights.
      </p>
      {part.zones.length > 0 && (
        <Sideways label="Reinforced zones" className="mt-2">
          <table className="plain">
            <thead>
              <tr>
                <th>Zone</th>
                <th>Measured</th>
                <th>From</th>
                <th>To</th>
                <th>Infill</th>
                <th>Walls</th>
                <th>On {printer.name}</th>
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {part.zones.map((z) => (
                <tr key={z.id}>
                  <td>
                    <ParsedField
                      hideLabel
                      className="w-24"
                      label={`Name of ${z.name}`}
                      draftKey={`${z.id} name`}
                      text={z.name}
                      parse={(t) =>
                        t.trim() ? ok(t.trim().slice(0, 60)) : { ok: false, problem: { code: "name", message: "Enter a name." } }
                      }
                      onCommit={(name) => set(z.id, { name })}
                    />
                  </td>
                  <td>
                    <Choice
                      hideLabel
                      className="w-36"
                      label={`Axis of ${z.name}`}
                      value={z.axis}
                      onChange={(axis) => void set(z.id, { axis })}
                      options={AXES}
                    />
                  </td>
                  {(["fromMm", "toMm"] as const).map((end) => (
                    <td key={end}>
                      <ParsedField
                        hideLabel
                        className="w-24"
                        label={`${z.name} ${end === "fromMm" ? "from" : "to"}`}
                        draftKey={`${z.id} ${end}`}
                        text={formatMm(z[end] * part.factor)}
                        parse={parseMm}
                        readAs={readAsMm}
                        onCommit={(mm) => set(z.id, { [end]: mm / part.factor })}
                      />
                    </td>
                  ))}
                  <td>
                    <ParsedField
                      hideLabel
                      className="w-20"
                      label={`Infill of ${z.name}, %`}
                      draftKey={`${z.id} infill`}
                      text={`${Math.round(z.infill * 100)} %`}
                      parse={(t) => parseNumber(t.replace("%", ""), { least: 0, most: 100 })}
                      readAs={(n) => `${spacedNumber(n)} %`}
                      onCommit={(n) => set(z.id, { infill: n / 100 })}
                    />
                  </td>
                  <td>
                    <ParsedField
                      hideLabel
                      className="w-16"
                      label={`Walls of ${z.name}, lines`}
                      draftKey={`${z.id} walls`}
                      text={String(z.wallLines)}
                      parse={(t) => parseNumber(t, { least: 1, most: 20 })}
                      readAs={spacedNumber}
                      onCommit={(n) => set(z.id, { wallLines: Math.round(n) })}
                    />
                  </td>
                  <td>
                    {effectWords(
                      effects.find((e) => e.id === z.id),
                      answer.state === "failed" ? answer.problem.message : null,
                      z,
                      printer,
                    )}
                  </td>
                  <td>
                    <button
                      className="btn-text"
                      onClick={() => void run("list.drop", { list: "part.zones", of: part.id, keys: [z.id] })}
                      aria-label={`Remove ${z.name}`}
                    >
                      remove
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      <button className="btn mt-3" onClick={() => void add()}>
        Add a zone
      </button>
    </Section>
  );
}

function effectWords(effect: Strengthened | undefined, problem: string | null, zone: Zone, printer: FilamentPrinter) {
  if (problem) return <span className="note-act">▲ {problem}</span>;
  if (!effect) return <span className="text-soft">calculating</span>;
  if (!effect.section) return <span className="note-act">▲ the part does not reach there</span>;
  const grams = `${effect.addedG >= 0 ? "+" : "−"}${Math.abs(effect.addedG).toFixed(1)} g`;
  return (
    <>
      pulled {effect.tension.toFixed(2)} ×, bent {effect.bending.toFixed(2)} ×, {grams}{" "}
      <Why
        of={`the zone ${zone.name}`}
        reasons={{
          formula:
            "at the weakest section: filled area now ÷ before, second moment of area now ÷ before about the weaker axis; mass over all sections",
          inputs: [
            { name: "weakest section", value: `${effect.section.areaMm2.toFixed(0)} mm² at ${formatMm(effect.section.atMm)}` },
            { name: "walls and infill before", value: `${printer.wallLines} lines, ${Math.round(printer.infill * 100)} %` },
          ],
          assumptions: [
            {
              text: "Infill carries load in proportion to its density. A print is about half as strong between layers as along them, so orient it with the load along the layers.",
              kind: "practice",
            },
          ],
        }}
      />
    </>
  );
}
