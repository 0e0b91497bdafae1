/** Files on their way in, each with progress and its own cancel; what went wrong stays until it is put away. */
import { FILE_UNIT_MM, type FileUnit } from "~core/mesh";
import type { Import } from "./imports";

const UNITS = Object.keys(FILE_UNIT_MM) as FileUnit[];

export function ImportQueue({ imports, onDismiss }: { imports: Import[]; onDismiss: (id: string) => void }) {
  if (imports.length === 0) return null;
  return (
    <section aria-label="Files being read" className="fixed right-3 top-3 z-40 w-[min(26rem,94vw)] border-2 border-ink bg-paper p-3">
      {imports.map((i) => (
        <div key={i.id} className="border-b border-rule py-2 last:border-0">
          <div className="flex items-center justify-between gap-3">
            <span className="min-w-0 truncate font-semibold" title={i.fileName}>
              {i.fileName}
            </span>
            {i.problem ? (
              <button className="btn" onClick={() => onDismiss(i.id)}>
                Put away
              </button>
            ) : (
              <button className="btn" onClick={i.cancel}>
                Cancel
              </button>
            )}
          </div>
          {i.problem ? (
            <p role="alert" className="mt-1">
              <span className="note-act">▲ {i.problem.message}</span>
              {i.problem.where && <span className="block text-soft">{i.problem.where}</span>}
              {i.problem.code === "size.unit" && (
                <span className="mt-1 flex flex-wrap gap-2">
                  {UNITS.map((unit) => (
                    <button key={unit} className="btn" onClick={() => i.readAs(unit)}>
                      {unit === "um" ? "µm" : unit}
                    </button>
                  ))}
                </span>
              )}
            </p>
          ) : (
            <div className="mt-1">
              <progress className="h-2 w-full" value={i.fraction} max={1} aria-label={`Reading ${i.fileName}`} />
              <span className="text-sm text-soft">{i.phase}</span>
            </div>
          )}
        </div>
      ))}
    </section>
  );
}
