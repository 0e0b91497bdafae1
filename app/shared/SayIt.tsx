/** A word at a step: what to know next time. */
import { useState } from "react";
import { LIMITS } from "~core/project";
import { Dialog } from "~app/ui/dialog";

export function SayIt({
  title,
  note,
  onClose,
  onSaid,
  children,
}: {
  title: string;
  /** What was said before. */
  note: string;
  onClose: () => void;
  onSaid: (note: string) => void;
  /** Beside the words: what was spoken. */
  children?: React.ReactNode;
}) {
  const [text, setText] = useState(note);
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={title}>
      <label>
        <span className="label">What to know next time</span>
        <textarea
          className="field h-32 w-full"
          autoFocus
          maxLength={LIMITS.wentWrong}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      {children}
      <button className="btn btn-solid mt-3" onClick={() => onSaid(text.trim())}>
        Keep it
      </button>
    </Dialog>
  );
}
