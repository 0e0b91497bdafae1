/** Paint: the coats on a part in the order they come, what they do to each other, and the rack. */
import { Link } from "react-router";
import { CARE_FIRST } from "~core/care";
import { AIR_LIMITS, dewPointC, isClash, worstFirst, type Air, type BoundaryVerdict } from "~core/coat";
import { formatArea, formatDuration, spacedNumber, type Result } from "~core/units";
import { dryBrushOf, linedSurfaces, partAreaMm2, surfacesOf, type Part, type Project } from "~core/project";
import { hidesIn } from "~core/stations/kinds";
import { formatRatio } from "~core/scale";
import { realMaterial } from "~core/subject";
import { broughtOut, checkedCoats, clashesIn, pottedCoats, type StackLayer } from "~core/plan";
import { useTonight } from "~app/shared/tonightModel";
import { Page, Section } from "~app/shared/Page";
import { AtStage } from "~app/shared/AtStage";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useActions, useProject, type RunCommand } from "~app/shared/scene";
import { ParsedField, parseNumberIn, parsePercentIn, readAsPercent } from "~app/ui/field";
import { CoreSample } from "./CoreSample";
import { useDrill } from "./Drill";
import { CoatList } from "./CoatList";
import { PaintLeaves } from "./PaintLeaves";

const NO_STEPS = { cuspMm: 0, pitchMm: 0, spacingMm: 0 };

export default function PaintPage() {
  const project = useProject();
  const { part, choose } = usePartAtHand(project);
  const { scene } = project;
  const { model } = useTonight();
  const checked = part ? checkedCoats(part, project, model) : null;
  const clashes = checked ? clashesIn(checked.check) : 0;
  return (
    <Page
      title={part ? `Coats on ${part.name}` : "Paint"}
      sub={part && <PartPicker part={part} among={project.parts} choose={choose} />}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        {
          label: "coat check",
          value: clashes ? (
            <span className="note-act">
              ▲ {clashes} {clashes === 1 ? "clash" : "clashes"}
            </span>
          ) : (
            "no clash"
          ),
        },
      ]}
    >
      <PaintLeaves />
      <AtStage station="paint" part={part} choose={choose} />
      {part ? (
        <CoatsOf key={part.id} part={part} checked={checked!} />
      ) : (
        <p className="mt-6 max-w-prose text-soft">
          Add a part and this page shows a core through its coats and warns you before two of them react. On the mill house in the demo, a
          solvent varnish over a fresh enamel wash, with only dry brushing between, will wrinkle.
        </p>
      )}
    </Page>
  );
}

function CoatsOf({ part, checked }: { part: Part; checked: ReturnType<typeof checkedCoats> }) {
  const project = useProject();
  const { run } = useActions();
  const room = project.habits.air;
  const setRoom = (air: Partial<Air>) => run("field.set", { of: "habits", change: { air } });
  const { stack } = checked;
  const { verdicts, air } = checked.check;
  const treated = hidesIn(part.work).at(0)?.surfaceId;
  const surfaces = surfacesOf(part, project.scene);
  const drill = useDrill(part, surfaces);
  const steps = (drill.at ?? surfaces.find((k) => k.said?.id === treated) ?? linedSurfaces(surfaces).at(0))?.laid ?? NO_STEPS;
  // What is laid on another surface is not in the core.
  const here = drill.at ? stack.filter((l) => l.place === undefined || l.place === drill.at?.said?.id) : stack;
  const brought = broughtOut(part, project);
  const real = surfaces.flatMap((k) => (k.said?.material ? [k.said.material] : []));
  const worst = worstFirst(verdicts).filter((v) => isClash(v.verdict));
  // Of several coats that ask the same of the one above, the one that asks most speaks for all.
  const others = worstFirst(verdicts).filter(
    (v, i, all) =>
      !isClash(v.verdict) &&
      (v.verdict !== "fine" || v.shortS > 0) &&
      all.findIndex((w) => w.overId === v.overId && w.ruleId === v.ruleId) === i,
  );
  const waited = verdicts.filter((v) => v.verdict === "fine" && v.ageS !== null && v.waitS > 0).length;
  return (
    <>
      <div className="mt-3 grid gap-x-8 gap-y-4 desk:grid-cols-[1.45fr_1fr]">
        <div>
          {drill.drawing}
          <CoreSample stack={here} steps={steps} verdicts={verdicts} ground={stack[0].name} />
        </div>
        <div>
          {worst.map((v) => (
            <Clash key={`${v.underId} ${v.overId}`} verdict={v} part={part} layer={stack.find((l) => l.id === v.overId)} />
          ))}
          {worst.length === 0 && stack.length > 1 && (
            <p className="border border-ink p-3 font-semibold">No coat in this order harms the one below.</p>
          )}
          <ul className="mt-3">
            {others.slice(0, 5).map((v) => (
              <li key={`${v.underId} ${v.overId}`} className="border-b border-rule py-1.5">
                <p>
                  <span className="font-semibold">
                    {v.shortS > 0
                      ? `The plan waits ${formatDuration(v.ageS ?? 0)}, ${formatDuration(v.shortS)} too short`
                      : v.verdict === "wait"
                        ? `Wait ${formatDuration(v.waitS)}`
                        : v.verdict[0].toUpperCase() + v.verdict.slice(1)}
                    :
                  </span>{" "}
                  {v.over.toLowerCase()} over {v.under.toLowerCase()}
                  {v.through.length > 0 ? `, through ${v.through.join(", ").toLowerCase()}` : ""}
                </p>
                <p className="text-[0.95rem] text-soft">
                  {v.why} {v.remedy}
                  {v.mist && ` As dry mist coats from a distance: ${v.mist}.`}
                </p>
                {v.wanted && <NoCrackle part={part} layer={stack.find((l) => l.id === v.overId)} />}
              </li>
            ))}
          </ul>
          {waited > 0 && (
            <p className="mt-2 text-soft">
              The planned waits are long enough for {waited === 1 ? "one pair" : `${waited} pairs`} of coats.
            </p>
          )}
          {air.map((f) => (
            <p key={f.layerId} className="note-act mt-2">
              ▲ {f.layer}: {f.why}
            </p>
          ))}
          <div className="mt-3 flex flex-wrap items-end gap-3">
            <ParsedField
              className="w-28"
              label="Room, °C"
              text={String(room.airC)}
              parse={parseNumberIn(AIR_LIMITS.airC)}
              readAs={(c) => `${spacedNumber(c)} °C`}
              onCommit={(airC) => setRoom({ airC })}
            />
            <ParsedField
              className="w-28"
              label="Humidity, %"
              text={String(room.rh)}
              parse={parsePercentIn(AIR_LIMITS.rh)}
              readAs={readAsPercent}
              onCommit={(rh) => setRoom({ rh })}
            />
            <p className="text-sm text-soft">
              Drying times follow temperature and humidity. The dew point is {dewPointC(room).toFixed(0)} °C.
            </p>
          </div>
          <p className="mt-2 text-sm text-soft">Verdicts: common practice, no source. {CARE_FIRST}</p>
        </div>
      </div>
      {brought.length > 0 && (
        <div className="mt-3 flex flex-wrap items-center justify-between gap-2 border border-ink p-2">
          <p>
            <span className="note-act">▲ Dry brushing will pick out the lines</span> on{" "}
            {brought
              .slice(0, 4)
              .map((k) => k.name)
              .join(", ")}
            {brought.length > 4 ? ` and ${brought.length - 4} more` : ""}. {dryBrushOf(brought[0], part).instead}
          </p>
          <Link className="btn" to={`/s/${project.scene.id}/surface?part=${part.id}`}>
            Hide them first, in Surface
          </Link>
        </div>
      )}
      {real.length > 0 && (
        <p className="mt-3">
          <span className="font-semibold">Real material: </span>
          {[...new Set(real)]
            .flatMap((id) => realMaterial(id) ?? [])
            .map((m) => `${m.name}: ${m.paint}`)
            .join("; ")}
          .
        </p>
      )}
      <Section title="Coats in order" aside={<span className="text-soft">{formatArea(partAreaMm2(part) * part.copies)} to paint</span>}>
        <CoatList part={part} />
      </Section>
    </>
  );
}

/** Changes one coat on one part: its own, or what a recipe lays there. */
const changeCoat = (
  run: RunCommand,
  part: Part,
  { itemId, stepId }: { itemId: string; stepId: string | null },
  change: { paintId: string } | { crackle: boolean },
): Promise<Result<unknown>> =>
  stepId === null
    ? run("list.set", { list: "part.work", of: part.id, key: itemId, change })
    : run("recipe.differ", { partIds: [part.id], stepId, ...change });

const coatOfLayer = (part: Part, project: Project, layer: StackLayer | undefined) =>
  pottedCoats(part, project).find((c) => c.itemId === layer?.itemId && c.stepId === (layer.part ?? null));

/** Takes back that a coat is meant to crack. */
function NoCrackle({ part, layer }: { part: Part; layer: StackLayer | undefined }) {
  const project = useProject();
  const { run } = useActions();
  const over = coatOfLayer(part, project, layer);
  return over ? (
    <button className="btn-text" onClick={() => void changeCoat(run, part, over, { crackle: false })}>
      No crackle after all
    </button>
  ) : null;
}

function Clash({ verdict, part, layer }: { verdict: BoundaryVerdict; part: Part; layer: StackLayer | undefined }) {
  const project = useProject();
  const { run } = useActions();
  const over = coatOfLayer(part, project, layer);
  const was = project.paints.find((p) => p.id === over?.paintId);
  // What is on the shelf that could take the place of the coat that clashes, dull for dull and shiny for shiny.
  const kind = was && /varnish|primer/.exec(was.family)?.[0];
  const replacement = kind
    ? project.paints
        .filter((p) => p.id !== was.id && p.family === `water ${kind}`)
        .sort((a, b) => Number(b.sheen === was.sheen) - Number(a.sheen === was.sheen))
        .at(0)
    : undefined;
  const change = (to: { paintId: string } | { crackle: true }): void => void changeCoat(run, part, over!, to);
  return (
    <section aria-label="Clash" className="mb-3 border-2 border-act p-3">
      <h2 className="font-sans text-lg text-act">
        ▲ {verdict.verdict === "never" ? "Stop" : "Seal first"}: {verdict.over.toLowerCase()} over {verdict.under.toLowerCase()}
      </h2>
      <p className="mt-1">
        {verdict.why}
        {verdict.through.length > 0 &&
          ` ${verdict.through.join(" and ")} between them ${verdict.through.length === 1 ? "is" : "are"} not a closed film.`}{" "}
        {verdict.remedy}
        {verdict.mist && ` As dry mist coats from a distance: ${verdict.mist}.`}
      </p>
      {replacement && over && (
        <button className="btn btn-solid mt-2" onClick={() => change({ paintId: replacement.id })}>
          Use {replacement.name}
        </button>
      )}
      {verdict.cracks && over && (
        <button className="btn ml-2 mt-2" onClick={() => change({ crackle: true })}>
          Crackle is wanted on {part.name}
        </button>
      )}
    </section>
  );
}
