/** Who meets whom, what fills the seam, in the order that still allows sanding; and how each joint went when it was tried dry. */
import { X } from "lucide-react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { fillersFor, fitLesson, JOINT_SIGHT, noFill, partsOfJoint, seamOrder, type FillerId, type Joint } from "~core/joint";
import { jointsOfPart, jointWords, namesIn, printerAtHand, seamOf, type Part } from "~core/project";
import { CLEARANCE_MM } from "~core/print";
import { placeOfSeam } from "~core/plan";
import { seamsIn } from "~core/stations/kinds";
import { formatDuration, formatMm } from "~core/units";
import { AddJoint } from "~app/shared/joint/AddJoint";
import { DryFits } from "~app/shared/joint/DryFits";
import { JointFields } from "~app/shared/joint/JointFields";
import { Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { IconButton } from "~app/ui/iconButton";
import { Silhouette } from "~app/shared/Silhouette";
import { Why } from "~app/ui/why";
import { Fold } from "~app/ui/fold";
import { SurfaceFrame } from "./SurfaceFrame";
import { Sideways } from "~app/ui/sideways";

export default function SeamsPage() {
  return <SurfaceFrame title="Seams and fits: surface">{(part) => <Seams part={part} />}</SurfaceFrame>;
}

function Seams({ part }: { part: Part }) {
  const project = useProject();
  const { scene } = project;
  const own = jointsOfPart(scene, part.id);
  const nameOf = namesIn(project);
  const todo = seamOrder(scene.joints).filter((j) => !noFill(seamOf(j, project)));
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <AddJoint part={part} />
        <p className="text-soft">Enter each joint once, here or at Assemble. Seam, filler, glue, order and fits follow from it.</p>
      </div>
      {own.length === 0 && (
        <p className="mt-4 max-w-prose text-soft">
          No joints yet. The mill house in the demo stands on the quay with a 0.8 mm seam beside stonework: epoxy putty, shaped wet, because
          sanding would take the stones off.
        </p>
      )}
      {own.map((m) => (
        <One key={m.id} joint={m} />
      ))}
      <Section
        title="Seams in the scene, in working order"
        aside={<span className="text-soft">joints made before paint first; sanded fillers before wet-shaped ones</span>}
      >
        {todo.length === 0 ? (
          <p className="text-soft">No seams to fill.</p>
        ) : (
          <Sideways label="Seams">
            <table className="plain w-full">
              <thead>
                <tr>
                  <th>Seam</th>
                  <th>Length</th>
                  <th>Width</th>
                  <th>In sight</th>
                  <th>Filled with</th>
                  <th className="text-right">Hands-on</th>
                  <th className="text-right">Wait</th>
                  <th>
                    <span className="sr-only">Add to plan</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {todo.map((m) => {
                  const [best] = fillersFor(seamOf(m, project));
                  return (
                    <tr key={m.id}>
                      <td className="font-semibold">{jointWords(m, nameOf)}</td>
                      <td>{formatMm(m.lengthMm)}</td>
                      <td>{formatMm(m.widthMm)}</td>
                      <td>{JOINT_SIGHT[m.sight]}</td>
                      <td>
                        {best.whyNot ? (
                          <span className="note-act">▲ no filler suits it: cover it with trim or ground</span>
                        ) : (
                          best.filler.name
                        )}
                      </td>
                      <td className="text-right">{best.whyNot ? "" : formatDuration(best.handsOnS)}</td>
                      <td className="text-right">{best.whyNot ? "" : formatDuration(best.waitS)}</td>
                      <td className="text-right">{!best.whyNot && <IntoPlan joint={m} filler={best.filler.id} />}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Sideways>
        )}
        {scene.joints.length > own.length && <p className="mt-1 text-sm text-soft">Includes the seams of the scene’s other parts.</p>}
      </Section>
      <Taught part={part} />
    </>
  );
}

/** The seam as a piece of work of its first part, before that is painted. */
function IntoPlan({ joint: m, filler }: { joint: Joint; filler: FillerId }) {
  const project = useProject();
  const { run } = useActions();
  const planned = project.parts.some((p) => seamsIn(p.work).some((w) => w.jointId === m.id));
  const part = project.parts.find((p) => p.id === m.a);
  if (!part) return null;
  if (planned) return <span className="text-soft">in the plan</span>;
  return (
    <button
      className="btn"
      onClick={() =>
        void run("work.add", {
          partId: part.id,
          at: placeOfSeam(part.work, m),
          items: [{ id: newId(), kind: "seam", jointId: m.id, filler }],
        })
      }
    >
      Add to plan
    </button>
  );
}

function One({ joint: m }: { joint: Joint }) {
  const project = useProject();
  const { run } = useActions();
  const seam = seamOf(m, project);
  const nothing = noFill(seam);
  const choices = fillersFor(seam);
  const sides = partsOfJoint(m).flatMap((id) => project.parts.find((p) => p.id === id) ?? []);
  const [best] = choices;
  const words = jointWords(m, namesIn(project));
  return (
    <Section
      title={words}
      aside={
        <span className="flex items-center gap-3">
          {sides.map((p) => (
            <Silhouette key={p.id} part={p} />
          ))}
          <IconButton label={`Remove: ${words}`} onClick={() => void run("joint.drop", { jointId: m.id })}>
            <X size={18} />
          </IconButton>
        </span>
      }
    >
      <JointFields joint={m} />
      {nothing ? (
        <p className="mt-2">{nothing}</p>
      ) : best.whyNot ? (
        <p className="note-act mt-2">
          ▲ No filler suits {formatMm(m.widthMm)}: cover it with trim or ground, or print the part again with a better fit.
        </p>
      ) : (
        <>
          <p className="mt-2">
            <span className="font-semibold">
              {best.filler.name[0].toUpperCase()}
              {best.filler.name.slice(1)}
            </span>
            , {formatDuration(best.handsOnS)}, then {formatDuration(best.waitS)}. {best.filler.how}{" "}
            {best.filler.cautions.map((c) => (
              <span key={c} className="text-setting-ink">
                △ {CAUTIONS[c].text}{" "}
              </span>
            ))}
            {best.filler.cautions.length > 0 && <span className="text-setting-ink">{CARE_FIRST}</span>}
          </p>
          <Fold label="Other fillers, and why not">
            <ul>
              {choices.slice(1).map((c) => (
                <li key={c.filler.id} className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-1">
                  <span>{c.filler.name}</span>
                  <span className="text-soft">{c.whyNot ?? `${formatDuration(c.handsOnS)}, then ${formatDuration(c.waitS)}`}</span>
                </li>
              ))}
            </ul>
          </Fold>
        </>
      )}
      <DryFits joint={m} />
    </Section>
  );
}

/** What the dry fits say of the printer. */
function Taught({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const printer = printerAtHand(part, project.scene);
  if (!printer) return null;
  const printedHere = (id: string): boolean => {
    const p = project.parts.find((x) => x.id === id);
    return p !== undefined && p.source.kind !== "scratch" && printerAtHand(p, project.scene)?.id === printer.id;
  };
  const fits = project.scene.joints.filter((j) => partsOfJoint(j).some(printedHere)).flatMap((j) => j.fits);
  const lesson = fitLesson(fits);
  const room = printer.fits?.clearanceMm ?? CLEARANCE_MM[printer.process];
  const better = Math.max(0, Math.round((room + lesson.biasMm) * 100) / 100);
  return (
    <Section title={`What dry fits teach about ${printer.name}`}>
      {lesson.fits === 0 ? (
        <p className="text-soft">
          No dry fits recorded for this printer yet. Fits, and misfits caused by the print, show how much clearance its joints need.
        </p>
      ) : (
        <>
          <p>
            Joints need{" "}
            {Math.abs(lesson.biasMm) < 0.005
              ? "the clearance they have"
              : `${formatMm(Math.abs(lesson.biasMm))} ${lesson.biasMm > 0 ? "more" : "less"} a side`}
            , between {lesson.low.toFixed(2)} and {lesson.high.toFixed(2)} mm; they vary by {formatMm(lesson.spreadMm)} ({lesson.fits}{" "}
            {lesson.fits === 1 ? "fit" : "fits"}).{" "}
            <Why
              of="Clearance of joints"
              reasons={{
                formula:
                  "mean of the extra clearance each joint needed per side (half of what was filed off, or of the gap), shrunk towards zero by the usual spread",
                inputs: [
                  { name: "clearance now", value: formatMm(room) },
                  { name: "fits", value: String(lesson.fits) },
                ],
                assumptions: [
                  { text: "Before any fits: joints are off by 0.1 mm and vary by 0.08 mm.", kind: "practice" },
                  { text: "Misfits from the design or from cleaning say nothing about the printer.", kind: "model" },
                ],
              }}
            />
          </p>
          {Math.abs(better - room) >= 0.01 && (
            <button
              className="btn mt-2"
              onClick={() =>
                void run("printer.coupon", {
                  printerId: printer.id,
                  change: { fits: { clearanceMm: better } },
                  coupon: "Dry fits",
                })
              }
            >
              Clearance for pegs: {formatMm(room)} becomes {formatMm(better)}
            </button>
          )}
        </>
      )}
    </Section>
  );
}
