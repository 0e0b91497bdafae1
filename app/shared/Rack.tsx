/** The shelf of paints: one for the whole workshop. */
import { useState } from "react";
import { levelWords } from "~core/coat";
import type { Paint } from "~core/project";
import { newId, useProject } from "~app/shared/scene";
import { PaintEditor } from "./PaintEditor";

/** What a pot is where nobody said otherwise. */
export const newPaint = (): Paint => ({
  id: newId(),
  name: "New paint",
  hex: "#808080",
  family: "water acrylic",
  sheen: "matt",
  stockMl: 20,
});

/** "water acrylic, 12.5 ml, mixed from Lime white, Sand tone". */
export const potWords = (p: Paint): string =>
  [p.family, p.can ? levelWords(p) : `${p.stockMl} ml`, p.mix && `mixed from ${p.mix.parts.map((x) => x.name).join(", ")}`]
    .filter(Boolean)
    .join(", ");

export function Rack() {
  const project = useProject();
  const [editing, setEditing] = useState<Paint | null>(null);
  return (
    <div>
      <ul className="grid gap-x-6 tab:grid-cols-2 desk:grid-cols-3">
        {project.paints.map((p) => (
          <li key={p.id} className="border-b border-rule">
            <button className="flex min-h-[48px] w-full items-center gap-3 text-left hover:bg-board" onClick={() => setEditing(p)}>
              <span className="h-8 w-8 shrink-0 border border-ink" style={{ background: p.hex }} aria-hidden="true" />
              <span className="min-w-0">
                <span className="block truncate font-semibold">{p.name}</span>
                <span className="block text-sm text-soft">{potWords(p)}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <button className="btn mt-3" onClick={() => setEditing(newPaint())}>
        Add to the rack
      </button>
      {editing && (
        <PaintEditor
          paint={editing}
          known={project.paints.find((p) => p.id === editing.id)}
          currency={project.habits.currency}
          onChange={(change) => setEditing((p) => p && { ...p, ...change })}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
}
