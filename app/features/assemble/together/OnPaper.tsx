/** The same drawing on paper: joints with their glue and its gates, and the steps in their order to tick off. */
import { format } from "date-fns";
import { gatesInAir, glueOfJoint, HOLDS, JOINT_HOW, type Joint } from "~core/joint";
import { assembleSheets, orderStrip, pulledApart } from "~core/look";
import { jointWords, namesIn, partSizeMm, seamOf, type Part } from "~core/project";
import { outlineRequest } from "~core/results";
import { formatDuration } from "~core/units";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { useNow, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { desk } from "~app/data/results.client";
import { Key, useKey } from "~app/ui/keys";

/** As wide and high as it is drawn on a sheet, in pixels of the screen. */
const WIDE = 880,
  HIGH = 380;

export function OnPaper({ parts, joints }: { parts: readonly Part[]; joints: readonly Joint[] }) {
  const project = useProject();
  const { model } = useTonight();
  const now = useNow();
  const { scene, habits } = project;
  const nameOf = namesIn(project);
  const glueWords = (j: Joint): string => {
    if (HOLDS[j.how] !== "glue") return JOINT_HOW[j.how];
    const glue = glueOfJoint({ glueId: j.glueId, load: j.load, seam: seamOf(j, project) });
    if (!glue) return "no glue suits it";
    const gates = gatesInAir(glue, habits.air);
    return `${glue.name}, hold ${formatDuration(gates.holdS)}, work on it after ${formatDuration(gates.workS)}, full load after ${formatDuration(gates.fullS)}`;
  };
  const print = async (): Promise<void> => {
    const drawn = pulledApart(
      parts.map((p) => ({ id: p.id, wideMm: partSizeMm(p)[0], highMm: partSizeMm(p)[2] })),
      joints,
      WIDE,
      HIGH,
    );
    const outlines = new Map(
      parts.flatMap((p) => {
        const answer = desk.answer(outlineRequest(p));
        const view = answer.state === "ready" ? answer.value.views.find((v) => v.name === "front") : undefined;
        return view ? [[p.id, { segments: view.outline, widthMm: view.widthMm, heightMm: view.heightMm }] as const] : [];
      }),
    );
    const boxes = orderStrip(
      parts.map((p) => p.id),
      model,
    ).sort((a, b) => a.column - b.column);
    const lines = [
      ...joints.map((j, i) => ({ text: `${i + 1}  ${jointWords(j, nameOf)}: ${glueWords(j)}`, tick: false })),
      ...parts.flatMap((p) => (p.neverCut ? [{ text: `Never cut on ${p.name}: ${p.neverCut}`, tick: false }] : [])),
      { text: "In this order", tick: false, head: true as const },
      ...boxes
        .filter((b) => b.state !== "done")
        .map((b) => ({
          text: `${nameOf(b.partId) ?? "a part"}: ${b.title}${b.steps > 1 ? `, ${b.steps} steps` : ""}, ${formatDuration(b.handsOnS)}${b.waitS >= 60 ? `, then ${formatDuration(b.waitS)}` : ""}`,
          tick: true,
        })),
    ];
    const head = {
      title: `${scene.name}: ${parts.map((p) => p.name).join(", ")}`.slice(0, 70),
      foot: format(now, "d MMM yyyy"),
      paper: paperOf(habits.paper),
    };
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    download(
      fileName(`${scene.name} together`, "pdf"),
      await drawingsToPdf(assembleSheets(head, lines, { drawn, outlines }), head.title),
      "application/pdf",
    );
  };
  useKey("p", "On paper", "Assemble", () => void print());
  return (
    <button className="btn" onClick={() => void print()}>
      On paper <Key k="p" />
    </button>
  );
}
