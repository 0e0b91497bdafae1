/** The pot as plain words, and the same words in a code that any phone shows. */
import qrcode from "qrcode-generator";
import { Dialog } from "~app/ui/dialog";

// Names are in every script.
qrcode.stringToBytes = (text: string): number[] => [...new TextEncoder().encode(text)];

/** The modules of a code as one path, in units of a module. */
function codePath(text: string): { d: string; size: number } {
  const code = qrcode(0, "L");
  code.addData(text, "Byte");
  code.make();
  const size = code.getModuleCount();
  let d = "";
  for (let row = 0; row < size; row++) for (let col = 0; col < size; col++) if (code.isDark(row, col)) d += `M${col} ${row}h1v1h-1z`;
  return { d, size };
}

export function CardCode({ lines, onClose }: { lines: readonly string[]; onClose: () => void }) {
  const { d, size } = codePath(lines.join("\n"));
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title="The card">
      <div className="flex flex-wrap items-start gap-5">
        <svg
          viewBox={`-4 -4 ${size + 8} ${size + 8}`}
          className="w-56 shrink-0"
          shapeRendering="crispEdges"
          role="img"
          aria-label="The same words as a code for a phone’s camera"
        >
          <rect x="-4" y="-4" width={size + 8} height={size + 8} fill="#ffffff" />
          <path d={d} fill="#000000" />
        </svg>
        <div className="min-w-0 flex-1">
          {lines.map((line, i) => (
            <p key={i} className={i === 0 ? "font-semibold" : ""}>
              {line}
            </p>
          ))}
          <p className="mt-3 text-sm text-soft">Point a phone’s camera at it: the words are in the code itself, no network is asked.</p>
        </div>
      </div>
    </Dialog>
  );
}
