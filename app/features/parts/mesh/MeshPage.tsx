/** The mesh of a part: what is wrong with it and where, one press that mends what is safe, its walls and gaps, and ways out as a file. */
import { useState } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { runJob } from "~workers/client";
import { formatVolume } from "~core/units";
import type { Crossings } from "~core/mesh";
import type { MendDid } from "~workers/protocol";
import { partVolumeMm3, wallFloorMm, choicesOf, type Part, type Project } from "~core/project";
import { figureHeightMm, formatRatio } from "~core/scale";
import { crossingsRequest, meshRequest } from "~core/results";
import { desk, meshSourceOf, useResult } from "~app/data/results.client";
import { storeWithFiles } from "~app/data/edits.client";
import { Page, Section } from "~app/shared/Page";
import { Key, useKey } from "~app/ui/keys";
import { findingNotes, mendable, wallNotes } from "~core/look";
import { PartLeaves } from "../PartLeaves";
import { SheetWaits } from "~app/shared/SheetWaits";
import { SheetDrawing } from "~app/shared/SheetDrawing";
import { useSheet } from "~app/shared/useSheet";
import { WallChart } from "./WallChart";
import { writeParts } from "~app/shared/writeParts";
import { sayProblem } from "~app/ui/sayProblem";
import { useProject } from "~app/shared/scene";
import { usePart } from "~app/shared/part";

/** Up to this many triangles crossings are looked for unasked. */
const CROSSINGS_UNASKED = 150_000;

const NONE = new Map<number, never>();

export default function MeshPage() {
  const part = usePart();
  const project = useProject();
  const { scene } = project;
  const { source } = part;
  const cells = [
    { label: "scene", value: scene.name },
    { label: "scale", value: formatRatio(scene.scale.ratio) },
    { label: "volume", value: formatVolume(partVolumeMm3(part)) },
  ];
  if (source.kind !== "mesh")
    return (
      <Page title={part.name} sub={source.kind === "typed" ? "size only, no mesh" : `made of ${source.material}`} cells={cells}>
        <PartLeaves part={part} />
        <p className="mt-4 max-w-2xl">
          {source.kind === "typed"
            ? "No mesh yet, so walls and mesh faults cannot be checked. Once you have the file, add it on the “Record” tab. Everything planned is kept."
            : "Made by hand: no mesh to check."}
        </p>
        {source.kind === "typed" && <Export part={part} />}
      </Page>
    );
  return <MeshOf part={part} source={source} cells={cells} />;
}

function MeshOf({
  part,
  source,
  cells,
}: {
  part: Part;
  source: Extract<Part["source"], { kind: "mesh" }>;
  cells: { label: string; value: string }[];
}) {
  const project = useProject();
  const { scene } = project;
  const { report, walls } = source;
  const state = useSheet(part);
  const { crossings, looking, problem, look } = useCrossings(source);
  const { mend, mending } = useMend(part, project);
  const notes = [...findingNotes(report, crossings), ...wallNotes(part, project)];
  useKey("m", "Repair the mesh", "This part", () => void mend(), mendable(report) && !mending);
  const { handling } = choicesOf(part, scene);
  const floors = [...new Set(scene.printers.map((p) => p.process))].map((p) => ({
    label: `${p === "fdm" ? "filament" : "resin"} ${wallFloorMm(p, handling).toFixed(2)}`,
    mm: wallFloorMm(p, handling),
  }));
  return (
    <Page
      title={part.name}
      sub={`${report.triangles.toLocaleString("en")} triangles, ${report.shells} ${report.shells === 1 ? "body" : "bodies"}${report.cavities ? `, ${report.cavities} of them hollow` : ""}`}
      cells={cells}
    >
      <PartLeaves part={part} />
      {state.sheet ? (
        <SheetDrawing
          sheet={state.sheet}
          ratio={scene.scale.ratio}
          figureMm={figureHeightMm(scene.scale)}
          hatched={NONE}
          notes={notes}
          name={part.name}
          bounds={report.bounds}
          factor={part.factor}
        />
      ) : (
        <SheetWaits state={state} part={part} scene={scene} />
      )}
      <div className="no-print mt-2 flex flex-wrap items-center gap-2">
        <button className="btn btn-solid" disabled={!mendable(report) || mending} onClick={() => void mend()}>
          {mending ? "Repairing…" : "Repair the mesh"} <Key k="m" />
        </button>
        {!crossings && (
          <button className="btn" disabled={looking !== null} onClick={look}>
            {looking === null ? "Check for crossing facets" : `Looking: ${Math.round(looking * 100)} %`}
          </button>
        )}
        {problem && <span className="text-act">▲ {problem}</span>}
        <span className="text-soft">
          {mendable(report) ? "Saves a new version and keeps the one you have." : "No faults that can be repaired automatically."}
        </span>
      </div>
      <Section title="Walls">
        {walls && walls.wallMm.length > 0 ? (
          <>
            <WallChart quantileMm={walls.wallMm.map((mm) => mm * part.factor)} floors={floors} />
            <p className="text-soft">
              Share of the surface by wall thickness, from {walls.points.toLocaleString("en")} points
              {walls.looked &&
                ` on ${walls.looked.all ? "every one" : "most"} of ${walls.looked.patches.toLocaleString("en")} flat or gently curved faces, ${Math.round(walls.looked.opposed * 100)} % of them with a face opposite`}
              ; at {(part.factor * 100).toFixed(part.factor === 1 ? 0 : 1)} % of the file. Rescaling needs no new measurement.
            </p>
          </>
        ) : walls ? (
          <p className="text-soft">No wall to measure: no two faces are opposite each other, or the mesh is open.</p>
        ) : (
          <p className="text-soft">Measuring in the background.</p>
        )}
      </Section>
      <Export part={part} />
    </Page>
  );
}

function Export({ part }: { part: Part }) {
  const [busy, setBusy] = useState(false);
  const write = async (format: "stl" | "3mf" | "ply"): Promise<void> => {
    setBusy(true);
    const done = await writeParts([{ part, copies: format === "3mf" ? part.copies : 1 }], format, part.name);
    setBusy(false);
    if (!done.ok) sayProblem(done.problem);
  };
  return (
    <Section title="Export">
      <div className="flex flex-wrap items-center gap-2">
        <button className="btn" disabled={busy} onClick={() => void write("stl")}>
          STL, one piece
        </button>
        <button className="btn" disabled={busy} onClick={() => void write("3mf")}>
          3MF, {part.copies === 1 ? "one piece" : `all ${part.copies} copies`}
        </button>
        <button className="btn" disabled={busy} onClick={() => void write("ply")}>
          PLY, one piece
        </button>
        <span className="text-soft">In millimetres at print size. Open it in any slicer at 100 %.</span>
      </div>
    </Section>
  );
}

function useCrossings(source: Extract<Part["source"], { kind: "mesh" }>): {
  crossings: Crossings | null;
  looking: number | null;
  problem: string | null;
  look: () => void;
} {
  const [asked, setAsked] = useState<string | null>(null);
  const wanted = asked === source.hash || source.report.triangles <= CROSSINGS_UNASKED;
  const answer = useResult(wanted ? crossingsRequest(source) : null);
  return {
    crossings: answer.state === "ready" ? answer.value : null,
    looking: answer.state === "reckoning" ? answer.share : null,
    problem: answer.state === "failed" ? answer.problem.message : null,
    look: () => setAsked(source.hash),
  };
}

function useMend(part: Part, project: Project): { mend: () => Promise<void>; mending: boolean } {
  const [mending, setMending] = useState(false);
  const { revalidate } = useRevalidator();
  const mend = async (): Promise<void> => {
    if (part.source.kind !== "mesh") return;
    const source = await meshSourceOf(part);
    if (!source.ok) return void sayProblem(source.problem);
    setMending(true);
    const result = await runJob("mend", { source: source.value });
    setMending(false);
    if (!result.ok) return void sayProblem(result.problem);
    const { hash, file, report, outsideMm2, did } = result.value;
    const { kind, fileName } = part.source;
    const next = { kind, fileName, hash, unit: "mm" as const, unitReason: "Repaired here, in millimetres.", warnings: [] };
    await desk.give([{ request: meshRequest(next), value: { report, outsideMm2 } }]);
    const note = mendWords(did);
    const payload = { partId: part.id, source: next, factor: part.factor, note };
    const done = await storeWithFiles(project.scene.id, "meshes", [{ hash, file }], "part.replace", payload);
    if (done.ok) toast(note);
    else sayProblem(done.problem);
    await revalidate();
  };
  return { mend, mending };
}

/** "Repaired: 3 holes closed, 12 facets flipped; 1 hole left". */
export function mendWords(did: MendDid): string {
  const say = (count: number, one: string, many: string): string =>
    count === 0 ? "" : `${count.toLocaleString("en")} ${count === 1 ? one : many}`;
  const words = [
    say(did.joinedShells, "body joined", "bodies joined into one"),
    say(did.holesClosed, "hole closed", "holes closed"),
    say(did.joined, "corner joined", "corners joined"),
    say(did.turned, "facet flipped", "facets flipped"),
    say(did.duplicates, "duplicate facet removed", "duplicate facets removed"),
    say(did.dropped, "zero-area facet removed", "zero-area facets removed"),
  ].filter(Boolean);
  const left = did.holesLeft > 0 ? `; ${say(did.holesLeft, "hole", "holes")} left open, too large to close` : "";
  return `${words.length ? `Repaired: ${words.join(", ")}` : "Nothing to repair"}${left}`.slice(0, 200);
}
