/** The pot as plain words, and the same words in a code that any phone shows. */
import { CameraCode } from "~app/ui/code";
import { Dialog } from "~app/ui/dialog";

export function CardCode({ lines, onClose }: { lines: readonly string[]; onClose: () => void }) {
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title="The card">
      <div className="flex flex-wrap items-start gap-5">
        <CameraCode text={lines.join("\n")} label="The same words as a code for a phone’s camera" className="w-56" />
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
