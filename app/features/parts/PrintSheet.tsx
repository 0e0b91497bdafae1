/** The sheet on paper: PDF or SVG at true size with a check ruler. What writes them comes when it is asked for. */
import { Popover } from "radix-ui";
import { useState } from "react";
import type { Habits, Part, Scene } from "~core/project";
import { layOutDrawing, PAPERS, type PaperName, type Sheet } from "~core/drawing";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";

/** Letter by habit where it holds the part true to size; the smallest of the A series otherwise. */
function habitual(sheet: Sheet, part: Part, scene: Scene, habit: Habits["paper"]): PaperName | undefined {
  if (paperOf(habit) === "A4") return undefined;
  const letter = layOutDrawing(sheet, { name: part.name, sceneName: scene.name, scale: scene.scale, paper: "Letter" });
  return letter.reduction === 1 ? "Letter" : undefined;
}

export function PrintSheet({ sheet, part, scene }: { sheet: Sheet; part: Part; scene: Scene }) {
  const { habits } = useProject();
  const [open, setOpen] = useState(false);
  const [paper, setPaper] = useState<PaperName | "">("");
  useKey("p", "Print a drawing", "This part", () => setOpen(true));
  const drawing = layOutDrawing(sheet, {
    name: part.name,
    sceneName: scene.name,
    scale: scene.scale,
    paper: paper || habitual(sheet, part, scene, habits.paper),
  });
  const pdf = async (): Promise<void> => {
    const { drawingToPdf } = await import("~app/shared/files/drawingPdf");
    download(fileName(part.name, "pdf"), await drawingToPdf(drawing, part.name), "application/pdf");
    setOpen(false);
  };
  const svg = async (): Promise<void> => {
    const { drawingToSvg } = await import("~core/drawing");
    download(fileName(part.name, "svg"), drawingToSvg(drawing), "image/svg+xml");
    setOpen(false);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="btn">
        Print a drawing <Key k="p" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={12}
          className="z-50 w-80 border-2 border-ink bg-paper p-4 text-ink"
          aria-label="Print a drawing"
        >
          <Choice
            label="Paper"
            value={paper}
            onChange={setPaper}
            options={[
              { value: "", label: "the smallest sheet that fits it at full size" },
              ...(Object.keys(PAPERS) as PaperName[]).map((p) => ({ value: p, label: p })),
            ]}
          />
          <p className="mt-2" data-testid="print-size">
            {drawing.paper}, {drawing.reduction === 1 ? "true to size" : `at 1:${Math.round(1 / drawing.reduction)} of the model`}, with a
            100 mm ruler to check your printer’s scale.
          </p>
          <div className="mt-3 flex gap-2">
            <button className="btn btn-solid" onClick={() => void pdf()}>
              PDF
            </button>
            <button className="btn" onClick={() => void svg()}>
              SVG
            </button>
            <Popover.Close className="btn ml-auto">Close</Popover.Close>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
