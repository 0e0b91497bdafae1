/** What is looked at seldom: a line that unfolds. */
import { ChevronDown, ChevronRight } from "lucide-react";
import { useId, useState } from "react";

export function Fold({ label, children }: { label: string; children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  const id = useId();
  return (
    <div className="mt-2">
      <button
        className="flex min-h-[44px] items-center gap-1.5 text-left text-soft"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen((o) => !o)}
      >
        {open ? <ChevronDown size={18} aria-hidden="true" /> : <ChevronRight size={18} aria-hidden="true" />}
        {label}
      </button>
      <div id={id}>{open && children}</div>
    </div>
  );
}
