/** Which way up: a few ways that nobody dominates, each with what it costs; faces are marked, and any turn can be asked for. */
import { lazy, Suspense, useState } from "react";
import { toast } from "sonner";
import {
  BEST_FOR,
  FACE_KINDS,
  HABITS,
  knownSum,
  named,
  parseAngles,
  sameWayUp,
  turnTo,
  turnWords,
  type FaceKind,
  type FaceMark,
  factsOf,
  heldWords,
  liftingWords,
  SCAR_WORDS,
  priceOf,
  type PrintFacts,
  type Printer,
} from "~core/print";
import { UPS, type Turn, type Up } from "~core/mesh";
import { knownShares, learnedShares, type Known } from "~core/plan";
import { printerAtHand, printFactsOf, type Part } from "~core/project";
import { turnedRequest, waysRequest, type PicturedCandidate } from "~core/results";
import { formatDuration, formatMass, formatMm, formatVolume, parseMm, readAsMm, type Figure, type Result } from "~core/units";
import { sumText } from "~core/look";
import { printsIn, type PrintWork } from "~core/stations/kinds";
import { useResult, useResults, type Answer } from "~app/data/results.client";
import { Page, Section } from "~app/shared/Page";
import { PrinterChoice } from "~app/shared/PrinterChoice";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { newId, useActions, useProject } from "~app/shared/scene";
import { writeParts } from "~app/shared/writeParts";
import { Choice, ParsedField } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { useKey } from "~app/ui/keys";
import { Why } from "~app/ui/why";
import { PRIORITY } from "~workers/pool";
import { NotYet } from "./NotYet";
import { PrintLeaves } from "./PrintLeaves";
import { sayProblem } from "~app/ui/sayProblem";
import { usePart } from "~app/shared/part";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

export default function WaysPage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const printed = part.source.kind !== "scratch" && scene.printers.length > 0;
  return (
    <Page
      title={part.name}
      sub="orientation"
      cells={[
        { label: "scene", value: scene.name },
        { label: "printer", value: printerAtHand(part, scene)?.name ?? "none" },
      ]}
    >
      <PrintLeaves part={part} />
      {printed ? <Ways part={part} /> : <NotYet part={part} />}
    </Page>
  );
}

function Ways({ part }: { part: Part }) {
  const project = useProject();
  const { scene } = project;
  const { run } = useActions();
  const planned = printsIn(part.work)[0];
  const [printerId, choosePrinter] = useState(() => printerAtHand(part, scene)?.id ?? scene.printers[0].id);
  const printer = scene.printers.find((p) => p.id === printerId) ?? scene.printers[0];
  const { answer, found } = useWays(part, printer, planned?.printerId === printer.id ? planned : undefined);
  const lay = async (turn: Turn): Promise<Result<unknown>> => {
    // What was typed or sliced was for another turn.
    const change = { printerId: printer.id, turn, typed: null, sliced: null };
    const done = planned
      ? await run("list.set", { list: "part.work", of: part.id, key: planned.id, change })
      : await run("work.add", { partId: part.id, at: 0, items: [{ id: newId(), kind: "print", ...change }] });
    if (!done.ok) sayProblem(done.problem);
    return done;
  };
  const view = useResults();
  const hours = found.map((w) => {
    const there = view.value(turnedRequest(part, printer, w.turn));
    const facts = there && factsOf(there, priceOf(printer));
    return (
      facts &&
      facts.one.timeS.value *
        knownOfWay(part, printer, facts, w.own && planned?.printerId === printer.id, project.scene.printers).time.value
    );
  });
  // What is shortest is told by real hours once all are there.
  const ways = hours.every((h) => h !== undefined)
    ? named(found.map((w, i) => ({ ...w, weights: { ...w.weights, short: hours[i]! } })))
    : found;
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-4">
        <PrinterChoice className="w-56" printers={scene.printers} value={printer.id} onChange={choosePrinter} />
        <InOneSentence ways={ways} chosen={ways.find((w) => w.own && planned?.printerId === printer.id)} />
      </div>
      {part.source.kind === "typed" && (
        <p className="mt-2 text-soft">
          Only its size is known. These are the orientations of a box, with hours from a hollow shell to a solid block.
        </p>
      )}
      {answer.state === "failed" ? (
        <p className="note-act mt-3">▲ {answer.problem.message}</p>
      ) : (
        answer.state !== "ready" && (
          <p className="mt-3 text-soft" role="status">
            {found.length > 0 ? "Checking your own orientation" : "Checking every orientation"}
            {answer.state === "reckoning" && answer.share > 0 ? `: ${Math.round(answer.share * 100)} %` : "…"}
          </p>
        )
      )}
      {found.length > 0 && (
        <ol className="mt-2" aria-label="Orientations">
          {ways.map((way, i) => (
            <Way
              key={way.turn.join(" ")}
              way={way}
              nth={i + 1}
              part={part}
              printer={printer}
              printers={project.scene.printers}
              chosen={way.own && planned?.printerId === printer.id}
              onLay={() => void lay(way.turn)}
            />
          ))}
        </ol>
      )}
      {found.length > 0 && (
        <Fold label="Any other orientation">
          <div className="flex flex-wrap items-end gap-4">
            <ParsedField
              className="w-56"
              label="Orientation, in degrees"
              text={planned?.turn && planned.printerId === printer.id ? turnWords(planned.turn) : ""}
              placeholder="x 30, z 45"
              parse={parseAngles}
              readAs={turnWords}
              onCommit={lay}
            />
            <p className="text-soft">
              Angles rotate it about the left–right axis (x), the front–back axis (y) and the vertical (z), in that order.
            </p>
          </div>
        </Fold>
      )}
      <Faces part={part} onLay={(normal) => void lay(turnTo(normal.map((v) => -v) as [number, number, number]))} />
    </>
  );
}

/** The list in one sentence: how it lies, or which is safest, and what another would gain. */
function InOneSentence({ ways, chosen }: { ways: readonly PicturedCandidate[]; chosen: PicturedCandidate | undefined }) {
  const lies = chosen ?? ways.find((w) => w.bestFor.includes("safe"));
  if (!lies) return null;
  const rest = ways.filter((w) => w !== lies && w.bestFor.length > 0);
  return (
    <p className="min-w-0 flex-1 self-center text-lg">
      {chosen ? "Chosen orientation: " : "Most reliable: "}
      <span className="font-semibold">{turnWords(lies.turn)}</span>
      {chosen && lies.bestFor.length > 0 && `, ${lies.bestFor.map((b) => BEST_FOR[b]).join(", ")}`}.{" "}
      {rest.length > 0 && (
        <span className="text-base text-soft">
          Others: {rest.map((w) => `${turnWords(w.turn)} (${w.bestFor.map((b) => BEST_FOR[b]).join(", ")})`).join("; ")}.
        </span>
      )}
    </p>
  );
}

/** The ways that are found, and how it lies where it is planned for this printer: one of them, or one that is looked at beside them. */
function useWays(
  part: Part,
  printer: Printer,
  planned: PrintWork | undefined,
): { answer: Answer<PicturedCandidate[]>; found: PicturedCandidate[] } {
  const plain = useResult(waysRequest(part, printer));
  const list = plain.state === "ready" ? plain.value : [];
  const turn = planned?.turn ?? null;
  const lies = planned && (turn ?? printFactsOf(part, printer)?.turn);
  const among = lies && list.find((w) => sameWayUp(w.turn, lies));
  const beside = useResult(list.length > 0 && turn && !among ? waysRequest(part, printer, turn) : null, PRIORITY.check);
  if (turn && !among && list.length > 0) return { answer: beside, found: beside.state === "ready" ? beside.value : list };
  return { answer: plain, found: list.map((w) => ({ ...w, own: w === among })) };
}

/** As everywhere: what was typed or sliced counts for the turn it was said of, what the printer has taught for all. */
const knownOfWay = (part: Part, printer: Printer, facts: PrintFacts, chosen: boolean, printers: readonly Printer[]): Known =>
  chosen && printFactsOf(part, printer) ? knownShares(part, printer, printers) : learnedShares(printer, facts, printers);

const KNOWN_WORDS: Record<Known["from"], string> = {
  typed: "as you entered it",
  file: "from the G-code",
  learned: "from your prints",
  model: "",
};

/** The model's reasons, and what is known better than it. */
const knownReasons = (model: Figure, { from, time }: Known): Figure =>
  from === "model" ? model : { ...model, inputs: [...model.inputs, { name: KNOWN_WORDS[from], value: `× ${time.value.toFixed(2)}` }] };

/** One copy as it lies, for any slicer. */
async function writeTurned(part: Part, turn: Turn): Promise<void> {
  const done = await writeParts([{ part, copies: 1, turn }], "stl", part.name);
  if (done.ok) toast(`${part.name} saved in this orientation`);
  else sayProblem(done.problem);
}

const cm2 = (mm2: number): string => (mm2 < 1000 ? `${Math.round(mm2)} mm²` : `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`);

function Way({
  way,
  nth,
  part,
  printer,
  printers,
  chosen,
  onLay,
}: {
  way: PicturedCandidate;
  nth: number;
  part: Part;
  printer: Printer;
  printers: readonly Printer[];
  chosen: boolean;
  onLay: () => void;
}) {
  useKey(String(nth), `Use orientation ${nth}`, "This part", onLay, !chosen && nth <= 9);
  const hours = useResult(turnedRequest(part, printer, way.turn), PRIORITY.check);
  const facts = hours.state === "ready" ? factsOf(hours.value, priceOf(printer)) : null;
  const one = facts?.one ?? null;
  const known = facts && knownOfWay(part, printer, facts, chosen, printers);
  const resin = printer.process === "resin";
  const best = [
    ...way.bestFor.map((b) => BEST_FOR[b]),
    ...(way.habit ? [HABITS[way.habit]] : []),
    ...(way.own && !chosen ? ["your own orientation"] : []),
  ];
  const troubles = [
    ...(way.fit.fits ? [] : [`too large by ${formatMm(Math.max(...way.fit.overMm))}: ${way.fit.pieces} pieces`]),
    ...way.lifts.map(liftingWords),
    ...(way.heldMatingMm2 > 1 ? [`${cm2(way.heldMatingMm2)} of support on joint faces`] : []),
    ...(way.islands.length > 0 ? [`${islandWords(way)}`] : []),
    ...(way.cups.length > 0 ? [cupWords(way)] : []),
  ];
  return (
    <li className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-4 border-b border-rule py-2 tab:grid-cols-[9rem_minmax(0,1fr)_minmax(0,1.25fr)_7rem]">
      <WayPicture way={way} />
      <div>
        <h2 className="text-lg">
          {chosen && <span aria-hidden="true">▸ </span>}
          {nth}. {turnWords(way.turn)}
        </h2>
        <p className="font-semibold">{best.join("; ") || "between the others"}</p>
        <p>
          {one && known ? (
            <>
              {sumText(part, knownSum(one.timeS.value, known.time), formatDuration)},{" "}
              {sumText(part, knownSum(one.massG.value, known.mass), formatMass)}
              {KNOWN_WORDS[known.from] && `, ${KNOWN_WORDS[known.from]}`}{" "}
              <Why
                of={`${formatDuration(one.timeS.value * known.time.value)} ${turnWords(way.turn)}`}
                reasons={knownReasons(one.timeS, known)}
              />
            </>
          ) : (
            <span className="text-soft">{hours.state === "failed" ? hours.problem.message : "calculating hours"}</span>
          )}
        </p>
      </div>
      <div className="max-tab:col-span-2">
        <p>
          {way.heldMm2 + way.contacts === 0
            ? "no support"
            : `${formatVolume(way.supportMm3)} of support${way.contacts > 0 ? ` on ${way.contacts.toLocaleString("en")} points` : ""}, ${formatDuration(way.cleanS)} to clean off`}
          {way.bridgedMm2 > 1 ? `; ${cm2(way.bridgedMm2)} bridges without support` : ""}
        </p>
        <p>
          {way.step.areaMm2 > 0
            ? `steps up to ${formatMm(way.step.largestMm)} on visible faces, ${formatMm(way.step.meanMm)} on average`
            : "no steps on visible faces: all are level or upright"}{" "}
          <Why
            of={`steps ${turnWords(way.turn)}`}
            reasons={{
              formula: "step = layer × |cos| of the angle between a face and the vertical; level and upright faces have none",
              inputs: [
                { name: "layer", value: `${printer.layerMm} mm` },
                { name: "faces counted", value: cm2(way.step.areaMm2) },
              ],
              assumptions: [
                { text: "Cusp height.", kind: "published", source: "Dolenc & Mäkelä 1994" },
                { text: "Where faces are marked as visible, the others count a quarter.", kind: "practice" },
              ],
            }}
          />
        </p>
        {troubles.map((t) => (
          <p key={t} className="note-act">
            ▲ {t}
          </p>
        ))}
        <Fold label={`${formatMm(way.heightMm)} high, ${way.layers.toLocaleString("en")} layers`}>
          {way.places.length > 0 && (
            <p className="text-soft">
              {way.heldSeenMm2 > 1 ? `${cm2(way.heldSeenMm2)} of the support on visible faces: ` : "held "}
              {way.places.map(heldWords).join("; ")}
            </p>
          )}
          {way.scar && <p className="text-soft">loops begin {SCAR_WORDS[way.scar]}</p>}
          {resin && (
            <p className="text-soft">
              largest layer {cm2(way.peel.largestMm2)} (layer {way.peel.layer.toLocaleString("en")}), largest growth {cm2(way.peel.jumpMm2)}{" "}
              (layer {way.peel.jumpLayer.toLocaleString("en")})
            </p>
          )}
        </Fold>
      </div>
      <div className="flex flex-col items-end gap-1 max-tab:col-span-2">
        <button
          className="btn"
          disabled={chosen}
          onClick={onLay}
          aria-label={`${chosen ? "chosen orientation" : "Use this orientation"}: ${turnWords(way.turn)}`}
        >
          {chosen ? "chosen orientation" : "Use this orientation"}
        </button>
        {chosen && (
          <button
            className="btn-text"
            onClick={() => void writeTurned(part, way.turn)}
            aria-label={`Write ${part.name} ${turnWords(way.turn)} as STL`}
          >
            as STL
          </button>
        )}
      </div>
    </li>
  );
}

const layerList = (list: readonly { layer: number }[]): string =>
  `${list
    .slice(0, 3)
    .map((x) => x.layer.toLocaleString("en"))
    .join(", ")}${list.length > 3 ? " and on" : ""}`;

const islandWords = ({ islands }: PicturedCandidate): string =>
  `${islands.length === 1 ? "an island starts" : `${islands.length} islands start`} in mid-air, at layer${islands.length > 1 ? "s" : ""} ${layerList(islands)}`;

function cupWords({ cups, cupsFlipped }: PicturedCandidate): string {
  const deep = Math.max(...cups.map((c) => c.deepMm));
  return `${cups.length === 1 ? "a pit traps" : `${cups.length} pits trap`} resin and pull on the film, from layer ${layerList(cups)}, up to ${formatMm(deep)} deep${
    cupsFlipped.length < cups.length ? "; fewer if turned over" : ""
  }`;
}

const WIDE = 132,
  HIGH = 96;

/** The part from the front as it lies, over its plate, with what holds it up. */
function WayPicture({ way: { picture, props, turn } }: { way: PicturedCandidate }) {
  const s = Math.min(WIDE / Math.max(picture.widthMm, 1e-6), HIGH / Math.max(picture.heightMm, 1e-6));
  const x0 = 2 + (WIDE - picture.widthMm * s) / 2,
    y0 = 4 + HIGH;
  const strip = (picture.widthMm * s) / Math.max(1, props.length);
  return (
    <svg
      viewBox={`0 0 ${WIDE + 4} ${HIGH + 12}`}
      className="w-full max-w-[9rem]"
      role="img"
      aria-label={`The part ${turnWords(turn)}, seen from the front`}
    >
      {props.map((h, i) =>
        h > 0 ? (
          <line
            key={i}
            x1={x0 + (i + 0.5) * strip}
            x2={x0 + (i + 0.5) * strip}
            y1={y0}
            y2={y0 - h * s}
            stroke="var(--act)"
            strokeWidth="1"
            strokeDasharray="2 2"
          />
        ) : null,
      )}
      <path d={segmentsPath(picture.outline, { x: x0, y: y0 }, s)} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
      <line x1="0" x2={WIDE + 4} y1={y0 + 0.7} y2={y0 + 0.7} stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}

const FACING_WORDS: Record<Up, string> = {
  "+z": "faces up",
  "-z": "faces down",
  "+x": "faces right",
  "-x": "faces left",
  "+y": "faces back",
  "-y": "faces front",
};

const whereWords = ({ where }: FaceMark, factor: number): string =>
  "at" in where
    ? "the surface you picked"
    : "facing" in where
      ? `everything that ${FACING_WORDS[where.facing]}`
      : "planeMm" in where
        ? "where it was cut"
        : `everything below ${formatMm(where.belowMm * factor)}`;

type Pressed = { at: [number, number, number]; normal: [number, number, number] };

function Faces({ part, onLay }: { part: Part; onLay: (normal: [number, number, number]) => void }) {
  const { run } = useActions();
  const [kind, setKind] = useState<FaceKind>("seen");
  const [pressed, setPressed] = useState<Pressed | null>(null);
  const add = (where: FaceMark["where"]) => run("list.add", { list: "part.faces", of: part.id, items: [{ id: newId(), kind, where }] });
  const file = ([x, y, z]: [number, number, number]): [number, number, number] => [x / part.factor, y / part.factor, z / part.factor];
  return (
    <Section title="Visible, hidden and joint faces">
      <div className="grid gap-6 desk:grid-cols-[minmax(0,1fr)_minmax(20rem,1fr)]">
        <div>
          {part.source.kind === "mesh" ? (
            <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
              <Turntable
                of={part}
                marks={pressed ? [pressed.at] : undefined}
                onPick={(p) => setPressed({ at: p.pressed, normal: p.normal })}
              />
            </Suspense>
          ) : (
            <p className="text-soft">Only its size is known. Mark faces by direction.</p>
          )}
        </div>
        <div>
          <Choice
            className="w-64"
            label="Mark as"
            value={kind}
            onChange={setKind}
            options={(Object.keys(FACE_KINDS) as FaceKind[]).map((k) => ({ value: k, label: FACE_KINDS[k] }))}
          />
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <button
              className="btn"
              disabled={!pressed}
              onClick={() => pressed && void add({ at: file(pressed.at) }).then(() => setPressed(null))}
            >
              Mark the selected surface
            </button>
            <button className="btn" disabled={!pressed} onClick={() => pressed && onLay(pressed.normal)}>
              Place this face down
            </button>
            {!pressed && <span className="text-soft">press a face in the 3D view first</span>}
          </div>
          <p className="mt-3 label">Or everything that faces one way</p>
          <div className="flex flex-wrap gap-2">
            {UPS.map((up) => (
              <button key={up} className="btn" onClick={() => void add({ facing: up })}>
                {FACING_WORDS[up]}
              </button>
            ))}
          </div>
          <ParsedField
            className="mt-3 w-64"
            label="Or everything below the ground line, on the model"
            text=""
            placeholder="3 mm"
            parse={parseMm}
            readAs={readAsMm}
            onCommit={(mm) => add({ belowMm: mm / part.factor })}
          />
          {part.faces.length === 0 ? (
            <p className="mt-3 text-soft">
              No faces marked, so every face counts as visible. Mark the side that stands against a wall and its steps no longer count.
            </p>
          ) : (
            <ul className="mt-3" aria-label="Marked faces">
              {part.faces.map((f) => (
                <li key={f.id} className="flex items-center justify-between gap-3 border-b border-rule">
                  <span>
                    <span className="font-semibold">{FACE_KINDS[f.kind]}</span>: {whereWords(f, part.factor)}
                  </span>
                  <button
                    className="btn-text"
                    onClick={() => void run("list.drop", { list: "part.faces", of: part.id, keys: [f.id] })}
                    aria-label={`Unmark ${FACE_KINDS[f.kind]}: ${whereWords(f, part.factor)}`}
                  >
                    take away
                  </button>
                </li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </Section>
  );
}
