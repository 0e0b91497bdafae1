/** Files on their way in: one quiet list that can be hidden and cancelled; what went wrong stays until it is put away. */
import { useState, useSyncExternalStore } from "react";
import { FILE_UNIT_MM, type FileUnit } from "~core/mesh";
import { Progress } from "~app/ui/progress";
import type { Import } from "./importLine";
import type { MeshLine } from "./imports";

const UNITS = Object.keys(FILE_UNIT_MM) as FileUnit[];

/** So many are listed one by one; of more, those that are being read, and how many wait. */
const FEW = 4;

export function ImportQueue({ line }: { line: MeshLine }) {
  const { imports, given, taken } = useSyncExternalStore(
    line.subscribe,
    () => line.view,
    () => line.view,
  );
  const [hidden, setHidden] = useState(false);
  if (imports.length === 0) return null;
  const refused = imports.filter((i) => i.state === "refused");
  const coming = imports.filter((i) => i.state !== "refused");
  const waiting = coming.filter((i) => i.state === "waiting");
  const listed = coming.length <= FEW ? coming : coming.filter((i) => i.state !== "waiting").slice(0, FEW);
  const many = given > 1;
  return (
    <section
      aria-label="Files being read"
      className="fixed right-3 top-3 z-40 flex max-h-[70vh] w-[min(26rem,94vw)] flex-col border-2 border-ink bg-paper p-3"
    >
      <div className="flex items-center gap-3">
        <div className="min-w-0 flex-1">
          <p className="font-semibold">
            {coming.length === 0
              ? `${refused.length} ${refused.length === 1 ? "file" : "files"} could not be read`
              : many
                ? `${taken} of ${given} files read`
                : "Reading a file"}
            {coming.length > 0 && refused.length > 0 && <span className="note-act">, {refused.length} not</span>}
          </p>
          {many && coming.length > 0 && <Progress className="mt-1 w-full" share={taken / given} label="Files read" />}
        </div>
        <button className="btn-text" aria-expanded={!hidden} onClick={() => setHidden(!hidden)}>
          {hidden ? "show" : "hide"}
        </button>
        {coming.length > 1 && (
          <button className="btn" onClick={() => line.dropAll()}>
            Cancel all
          </button>
        )}
        {coming.length === 0 && refused.length > 1 && (
          <button className="btn" onClick={() => line.putAway()}>
            Dismiss all
          </button>
        )}
      </div>
      {!hidden && (
        <ul className="mt-1 min-h-0 overflow-y-auto">
          {refused.map((i) => (
            <Refused key={i.id} import={i} line={line} />
          ))}
          {listed.map((i) => (
            <li key={i.id} className="border-b border-rule py-2 last:border-0">
              <div className="flex items-center justify-between gap-3">
                <span className="min-w-0 truncate font-semibold" title={i.fileName}>
                  {i.fileName}
                </span>
                <button className="btn" aria-label={`Cancel ${i.fileName}`} onClick={() => line.drop(i.id)}>
                  Cancel
                </button>
              </div>
              <Progress className="mt-1 w-full" share={i.fraction} label={`Reading ${i.fileName}`} />
              <span className="text-sm text-soft">{i.phase}</span>
            </li>
          ))}
          {coming.length > FEW && waiting.length > 0 && <li className="py-2 text-soft">{waiting.length} more waiting</li>}
        </ul>
      )}
    </section>
  );
}

function Refused({ import: { id, fileName, problem }, line }: { import: Import; line: MeshLine }) {
  return (
    <li className="border-b border-rule py-2 last:border-0">
      <div className="flex items-center justify-between gap-3">
        <span className="min-w-0 truncate font-semibold" title={fileName}>
          {fileName}
        </span>
        <button className="btn" onClick={() => line.drop(id)}>
          Dismiss
        </button>
      </div>
      <p role="alert" className="mt-1">
        <span className="note-act">▲ {problem!.message}</span>
        {problem!.where && <span className="block text-soft">{problem!.where}</span>}
        {problem!.code === "size.unit" && (
          <span className="mt-1 flex flex-wrap gap-2">
            {UNITS.map((unit) => (
              <button key={unit} className="btn" onClick={() => line.readAs(id, unit)}>
                {unit === "um" ? "µm" : unit}
              </button>
            ))}
          </span>
        )}
      </p>
    </li>
  );
}
