/** A part: its sheet with the first look beside it, printers, the order of work, and what it is. */
import { lazy, Suspense, useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { formatRatio, figureHeightMm } from "~core/scale";
import { formatVolume } from "~core/units";
import { optionAtHand, partVolumeMm3, type Part, grainOf, linedSurfaces, sheetTurn, surfacesOf } from "~core/project";
import { Evenings } from "~app/shared/Evenings";
import { Dialog } from "~app/ui/dialog";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { PrinterBars } from "~app/shared/PrinterBars";
import { HatchKey, type HatchKind } from "~app/ui/hatch";
import { Key, useKey } from "~app/ui/keys";
import { onlyPrinted, planFor } from "~core/plan";
import { firstLook } from "~core/look";
import { PartFacts } from "./PartFacts";
import { PartLeaves } from "./PartLeaves";
import { PrintSheet } from "./PrintSheet";
import { RealMaterials } from "./RealMaterials";
import { useReckoning } from "~app/shared/reckoning";
import { BoardQuestion } from "./BoardQuestion";
import { PrintersQuestion } from "./PrintersQuestion";
import { ScaleQuestion } from "./ScaleQuestion";
import { SheetWaits } from "~app/shared/SheetWaits";
import { SheetDrawing } from "~app/shared/SheetDrawing";
import { useSheet } from "~app/shared/useSheet";
import { WorkList } from "./WorkList";
import { usePart } from "~app/shared/part";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

const sourceWord = (part: Part): string =>
  part.source.kind === "mesh"
    ? part.source.report.watertight
      ? "watertight"
      : "open mesh"
    : part.source.kind === "typed"
      ? "size typed"
      : `made of ${part.source.material}`;

export default function PartPage() {
  const part = usePart();
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const { model } = useTonight();
  const navigate = useNavigate();
  const state = useSheet(part);
  const [turning, setTurning] = useState(false);
  const [asksEvenings, setAsksEvenings] = useState(false);
  const problem = useReckoning().problems.get(part.id);
  const best = optionAtHand(part, scene);
  const lined = best && part.source.kind !== "typed" ? linedSurfaces(surfacesOf(part, scene)) : [];
  const hatched = new Map(lined.map((l): [number, HatchKind] => [l.number, l.seen === "plain" ? "lines" : "brush"]));
  const notes = firstLook(part, project, model);
  const index = parts.indexOf(part);
  const goTo = (i: number): void => {
    const next = parts[(i + parts.length) % parts.length];
    if (next) void navigate(`/s/${scene.id}/parts/${next.id}`);
  };
  // The answer takes the focus when a part has arrived, and when the question about the scale is answered.
  const { state: came } = useLocation() as { state: { arrived?: boolean } | null };
  const drawn = state.sheet !== null;
  useEffect(() => {
    if (drawn && came?.arrived) document.getElementById("notes")?.focus({ preventScroll: true });
  }, [drawn, came, part.id, scene.scaleAnswered]);
  const ready = part.source.kind === "scratch" || (best !== undefined && part.surfaceMap !== null);
  // A printer that was chosen first stays; the rest is planned after it.
  const printOnly = part.work.length > 0 && onlyPrinted(part);
  const plan = async () => {
    const first = !scene.demo && parts.every((p) => onlyPrinted(p));
    const { items, surfaces } = planFor(part, project, newId);
    const done = await run("work.add", { partId: part.id, at: part.work.length, items, surfaces });
    if (done.ok && first) setAsksEvenings(true);
  };
  const planned = part.work.length > 0 && !printOnly;
  useKey("r", "Show in 3D", "This part", () => setTurning((t) => !t));
  useKey("Enter", "Plan this part", "This part", () => void plan(), !planned && ready);
  useKey("]", "Next part", "This part", () => goTo(index + 1), parts.length > 1);
  useKey("[", "Part before", "This part", () => goTo(index - 1), parts.length > 1);

  return (
    <Page
      title={part.name}
      sub={`${sourceWord(part)} · ${part.source.kind === "typed" ? "up to " : ""}${formatVolume(partVolumeMm3(part))} · ${Math.round(part.factor * 1000) / 10} %${part.copies > 1 ? ` · ${part.copies} copies` : ""}`}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "sheet", value: `${index + 1} of ${parts.length}` },
      ]}
    >
      <PartLeaves part={part} />
      <Dialog open={asksEvenings} onOpenChange={setAsksEvenings} title="When do you have time for this?">
        <p className="mb-3">The plan uses these evenings. You can change them in Tonight at any time.</p>
        <Evenings scene={scene} />
        <button className="btn btn-solid mt-4" onClick={() => setAsksEvenings(false)}>
          Use these evenings
        </button>
      </Dialog>
      {!scene.scaleAnswered && <ScaleQuestion />}
      <PrintersQuestion scene={scene} />
      <BoardQuestion scene={scene} />
      {problem && (
        <p role="alert" className="mt-2 note-act">
          ▲ {problem}
        </p>
      )}
      {state.sheet ? (
        <>
          <SheetDrawing
            key={part.id}
            sheet={state.sheet}
            ratio={scene.scale.ratio}
            figureMm={figureHeightMm(scene.scale)}
            hatched={hatched}
            notes={notes}
            name={part.name}
            beside={
              turning ? (
                <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
                  <Turntable of={part} printed={best && { turn: sheetTurn(part), grain: grainOf(best.printer) }} />
                </Suspense>
              ) : undefined
            }
          />
          <div className="mt-1 flex flex-wrap items-center justify-between gap-2">
            <HatchKey kinds={[...new Set(hatched.values())]} />
            <div className="no-print ml-auto flex flex-wrap gap-2">
              {parts.length > 1 && (
                <button className="btn" onClick={() => goTo(index + 1)}>
                  Next part <Key k="]" />
                </button>
              )}
              <PrintSheet sheet={state.sheet} part={part} scene={scene} />
              <button className="btn" onClick={() => setTurning((t) => !t)} aria-pressed={turning}>
                {turning ? "Back to notes" : "Show in 3D"} <Key k="r" />
              </button>
              {planned ? (
                <Link className="btn btn-solid" to={`/s/${scene.id}/tonight`}>
                  Go to Tonight <Key k="t" />
                </Link>
              ) : (
                <button className="btn btn-solid" disabled={!ready} onClick={() => void plan()}>
                  {printOnly ? "Plan the rest" : "Plan this part"} <Key k="Enter" />
                </button>
              )}
            </div>
          </div>
        </>
      ) : (
        <SheetWaits state={state} part={part} scene={scene} />
      )}
      {part.source.kind !== "scratch" && (
        <Section title="Which printer?">
          <PrinterBars part={part} />
        </Section>
      )}
      {part.source.kind !== "scratch" && state.sheet && (
        <Section title="What its surfaces are made of in real life">
          <RealMaterials part={part} />
        </Section>
      )}
      <Section title="Order of work">
        <WorkList part={part} />
      </Section>
      <Section title="This part">
        <PartFacts key={part.id} part={part} />
      </Section>
    </Page>
  );
}
