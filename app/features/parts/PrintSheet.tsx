/** The sheet on paper: PDF or SVG at true size with a check ruler. What writes them comes when it is asked for. */
import { Popover } from "radix-ui";
import { useState } from "react";
import type { Part, Scene } from "~core/project";
import { layOutDrawing, PAPERS, type PaperName, type Sheet } from "~core/sheet";
import { download, fileName } from "~app/features/files/download";
import { Choice } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";

export function PrintSheet({ sheet, part, scene }: { sheet: Sheet; part: Part; scene: Scene }) {
  const [open, setOpen] = useState(false);
  const [paper, setPaper] = useState<PaperName | "">("");
  useKey("p", "Print the sheet", "This part", () => setOpen(true));
  const drawing = layOutDrawing(sheet, { name: part.name, sceneName: scene.name, scale: scene.scale, paper: paper || undefined });
  const pdf = async (): Promise<void> => {
    const { drawingToPdf } = await import("~app/features/files/drawingPdf");
    download(fileName(part.name, "pdf"), await drawingToPdf(drawing, part.name), "application/pdf");
    setOpen(false);
  };
  const svg = async (): Promise<void> => {
    const { drawingToSvg } = await import("~core/sheet");
    download(fileName(part.name, "svg"), drawingToSvg(drawing), "image/svg+xml");
    setOpen(false);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="btn">
        Print it <Key k="p" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={12}
          className="z-50 w-80 border-2 border-ink bg-paper p-4 text-ink"
          aria-label="Print the sheet"
        >
          <Choice
            label="Paper"
            value={paper}
            onChange={setPaper}
            options={[
              { value: "", label: "the smallest that holds it true to size" },
              ...(Object.keys(PAPERS) as PaperName[]).map((p) => ({ value: p, label: p })),
            ]}
          />
          <p className="mt-2" data-testid="print-size">
            {drawing.paper}, {drawing.reduction === 1 ? "true to size" : `at 1:${Math.round(1 / drawing.reduction)} of the model`}, with a
            ruler of 100 mm to check the printer by.
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
