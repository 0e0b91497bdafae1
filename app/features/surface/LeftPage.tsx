/** Everything that printing leaves on a part, by name and place, with its remedy; per copy and for all copies, and the other ways. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { newId, useActions, useProject } from "~app/shared/scene";
import {
  choicesOf,
  grainOf,
  partAreaMm2,
  partSizeMm,
  printerAtHand,
  printFactsOf,
  sheetTurn,
  surfacesOf,
  LIMITS,
  type Part,
} from "~core/project";
import { footprintRequest } from "~core/results";
import { otherWaysForCopies } from "~core/look";
import { hangsMm2, leavings, lowestMm, ON_PLATE_MM, SEEN_WORDS, type Leaving, type LeftCase } from "~core/surface";
import { narrowestMm, thinnestMm } from "~core/mesh";
import { overhangOf, withResinDefaults } from "~core/print";
import { DETAIL_FLOORS } from "~core/scale";
import { formatDuration } from "~core/units";
import { stepsOfPart } from "~core/plan";
import { lastOf, MOST_GOES, benchWorkIn } from "~core/stations/kinds";
import { useResult } from "~app/data/results.client";
import { Section } from "~app/shared/Page";
import { Fold } from "~app/ui/fold";
import { parseCount, ParsedField, orNothing } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { SurfaceFrame } from "./SurfaceFrame";
import { Sideways } from "~app/ui/sideways";

export default function LeftPage() {
  return <SurfaceFrame title="Print marks: surface">{(part) => <Left key={part.id} part={part} />}</SurfaceFrame>;
}

function Left({ part }: { part: Part }) {
  const project = useProject();
  const { scene } = project;
  const printer = printerAtHand(part, scene);
  const foot = useResult(footprintRequest(part, sheetTurn(part)));
  if (!printer) return <p className="mt-4 text-soft">Not printed, so no print marks.</p>;
  const facts = printFactsOf(part, printer);
  const walls = part.source.kind === "mesh" ? part.source.walls : null;
  const list = surfacesOf(part, scene);
  // Under its own name; what nobody sees has nothing to be hidden.
  const laid = list.flatMap((k) => (k.sight === "seen" || k.laid.underside ? [{ ...k.laid, surface: { ...k.found, name: k.name } }] : []));
  const floorMm = part.surfaceMap ? lowestMm(part.surfaceMap.bounds, sheetTurn(part)) * part.factor : null;
  const plateMm = floorMm === null ? null : floorMm + ON_PLATE_MM;
  // Resin hangs on points all over what looks down, the side towards the plate as well.
  const resin = printer.process === "resin" ? withResinDefaults(printer) : null;
  const heldMm2 =
    facts && facts.one.supportMm3 > 0
      ? list
          .filter((k) => resin || plateMm === null || k.laid.heightMm > plateMm)
          .reduce((sum, k) => sum + hangsMm2(k.laid, overhangOf(printer)), 0)
      : 0;
  const c: LeftCase = {
    process: printer.process,
    grain: grainOf(printer),
    laid,
    plateMm,
    distanceMm: choicesOf(part, scene).viewingDistanceMm,
    supports: facts ? { points: resin ? Math.ceil(heldMm2 / resin.supportSpacingMm ** 2) : null, areaMm2: heldMm2 } : null,
    footMm: foot.state === "ready" ? foot.value.rings.reduce((sum, r) => sum + ringMm(r), 0) : 0,
    heightMm: foot.state === "ready" ? foot.value.heightMm : partSizeMm(part)[2],
    narrowestGapMm: walls ? narrowestMm(walls, part.factor) : undefined,
    thinnestWallMm: walls ? thinnestMm(walls, part.factor) : undefined,
    gapFloorMm: printer.fits?.gapMm ?? DETAIL_FLOORS.find((f) => f.short === "groove")!.mm[printer.process],
  };
  const found = leavings(c);
  // By need: what takes longest first; what must be looked for, and what is not there, behind it.
  const there = found.filter((l) => l.there).sort((a, b) => b.perCopyS - a.perCopyS);
  const unsure = found.filter((l) => l.there === null);
  const not = found.filter((l) => l.there === false);
  const perCopyS = found.reduce((sum, l) => sum + l.perCopyS, 0);
  return (
    <>
      <Copies part={part} perCopyS={perCopyS} />
      <Section title="What to clean, most work first">
        <Leavings label="What to clean" list={there} />
        {not.length > 0 && <p className="mt-1 text-soft">Not found: {not.map((l) => `${lower(l.name)} (${l.where})`).join("; ")}.</p>}
        <p className="mt-1 text-sm text-soft">
          {walls ? "" : "Walls and gaps are still being measured. "}Areas and steps are calculated from the mesh. Scars, flares and minutes
          are estimates from common practice, not measured on your print.
        </p>
        {unsure.length > 0 && (
          <Fold
            label={`Check by eye, the mesh cannot show these: ${unsure.map((l) => lower(l.name)).join(", ")}; ${formatDuration(
              unsure.reduce((sum, l) => sum + l.perCopyS, 0),
            )} included for them`}
          >
            <Leavings label="What to check by eye" list={unsure} />
          </Fold>
        )}
      </Section>
    </>
  );
}

const ringMm = (ring: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    sum += Math.hypot(ring[j] - ring[i], ring[j + 1] - ring[i + 1]);
  }
  return sum;
};

const lower = (name: string): string => name[0].toLowerCase() + name.slice(1);

const Leavings = ({ label, list }: { label: string; list: readonly Leaving[] }) => (
  <Sideways label={label}>
    <table className="plain w-full">
      <thead>
        <tr>
          <th>What</th>
          <th>Where</th>
          <th>Seen</th>
          <th>What helps</th>
          <th className="whitespace-nowrap text-right">Per copy, about</th>
        </tr>
      </thead>
      <tbody>
        {list.map((l) => (
          <Row key={l.id} leaving={l} />
        ))}
      </tbody>
    </table>
  </Sideways>
);

const Row = ({ leaving: l }: { leaving: Leaving }) => (
  <tr>
    <td className="align-top font-semibold">{l.name}</td>
    <td className="align-top">{l.where}</td>
    <td className="whitespace-nowrap align-top">{l.seen ? SEEN_WORDS[l.seen].split(";")[0] : ""}</td>
    <td className="align-top">
      {l.remedy}
      {l.cautions.map((id) => (
        <span key={id} className="text-setting-ink">
          {" "}
          △ {CAUTIONS[id].short}
        </span>
      ))}
    </td>
    <td className="whitespace-nowrap text-right align-top">{l.perCopyS > 0 ? formatDuration(l.perCopyS) : ""}</td>
  </tr>
);

/** One copy times copies: what the cleaning of many takes, and what else could be done. */
function Copies({ part, perCopyS }: { part: Part; perCopyS: number }) {
  const project = useProject();
  const { run } = useActions();
  const file = benchWorkIn(part.work).find((w) => w.task === "file");
  const allS = perCopyS * part.copies;
  const ways = otherWaysForCopies(part, project, perCopyS);
  const plannedS = file ? stepsOfPart(part, project).reduce((sum, s) => sum + (s.itemId === file.id ? s.handsOnS : 0), 0) : 0;
  const most = file?.mostAnEvening ?? null;
  const evenings = most ? Math.ceil(part.copies / most) : 1;
  const setMost = async (n: number | null) => {
    if (file) return run("list.set", { list: "part.work", of: part.id, key: file.id, change: { mostAnEvening: n } });
    return run("work.add", {
      partId: part.id,
      at: lastOf(part.work, "print") + 1,
      items: [{ id: newId(), kind: "bench", task: "file", rounds: 1, mostAnEvening: n }],
    });
  };
  return (
    <Section title={part.copies > 1 ? `One copy and all ${part.copies}` : "Cleaning"}>
      <p>
        <span className="font-semibold">
          {formatDuration(perCopyS)} a copy{part.copies > 1 ? `, ${formatDuration(allS)} for all` : ""}
        </span>
        {part.copies > 1 ? ` of ${part.name}` : ""}.{" "}
        <Why
          of="Cleaning"
          reasons={{
            formula: "sum of cleaning time for each print mark per copy × copies",
            inputs: [
              { name: "area", value: `${Math.round(partAreaMm2(part) / 100)} cm²` },
              { name: "copies", value: String(part.copies) },
            ],
            assumptions: [{ text: "Seconds per nub, per centimetre of edge, per string.", kind: "practice" }],
          }}
        />
      </p>
      <p className="text-soft">
        {plannedS > 0
          ? `The plan has ${formatDuration(plannedS)} for cleaning up burrs and flare, estimated from the area. The minutes here add up what was found.`
          : "Cleaning up is not in the plan yet."}
      </p>
      {part.copies > 1 && (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <ParsedField
            className="w-48"
            label="Most per evening"
            text={most ? String(most) : ""}
            placeholder="all at once"
            parse={orNothing<number>(parseCount({ least: 1, most: LIMITS.copies.most }))}
            onCommit={(n) => setMost(n)}
          />
          <p className="text-soft">
            {most
              ? `${evenings} ${evenings === 1 ? "evening" : "evenings"} of ${formatDuration(perCopyS * Math.min(most, part.copies))}${
                  evenings > MOST_GOES ? `; the plan lists the first ${MOST_GOES - 1} separately and the rest together` : ""
                }.`
              : "The plan does them all in one session. Enter a number to spread them over evenings."}
          </p>
        </div>
      )}
      {ways.length > 0 && (
        <ul className="mt-3">
          {ways.map((w) => (
            <li key={w.what} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1.5">
              <span>
                <span className={w.better ? "font-semibold" : ""}>{w.what}</span> <span className="text-soft">{w.why}</span>
              </span>
              <span>{w.says}</span>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-setting-ink">
        △ {CAUTIONS.blade.text} {CAUTIONS["sanding-dust"].text} {CARE_FIRST}
      </p>
    </Section>
  );
}
