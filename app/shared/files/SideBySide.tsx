/** What a file brings of the workshop otherwise than it is here: mine, theirs, or both. */
import { useState } from "react";
import { choiceKey, type Choices, type Difference } from "../../../store/projects";
import { Dialog } from "~app/ui/dialog";

const TABLE_WORDS: Record<Difference["table"], string> = {
  printers: "Printer",
  paints: "Paint",
  recipes: "Recipe",
  procedures: "Saved step",
  things: "Known thing",
  supplies: "Glue, abrasive or tool",
  lines: "Line of stock",
  lessons: "Lesson",
};

const words = (value: unknown): string =>
  typeof value === "object" && value !== null ? JSON.stringify(value).replace(/["{}]/g, "").replaceAll(",", ", ") : String(value);

/** Fields in which two rows differ. */
function differing({ mine, theirs }: Difference): { field: string; mine: string; theirs: string }[] {
  const a = mine.row as Record<string, unknown>,
    b = theirs.row as Record<string, unknown>;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((k) => k !== "demo" && JSON.stringify(a[k]) !== JSON.stringify(b[k]))
    .map((field) => ({ field, mine: words(a[field] ?? "none"), theirs: words(b[field] ?? "none") }));
}

export function SideBySide({ differences, onAnswer }: { differences: Difference[]; onAnswer: (choices: Choices | null) => void }) {
  const [choices, setChoices] = useState<Choices>(new Map());
  return (
    <Dialog open onOpenChange={(o) => !o && onAnswer(null)} title="The file and your workshop differ" wide>
      <p className="text-soft">For each one: keep yours, take the file’s, or keep both. If you choose nothing, yours stays.</p>
      <ul>
        {differences.map((d) => {
          const key = choiceKey(d);
          const chosen = choices.get(key) ?? "mine";
          return (
            <li key={key} className="border-b border-rule py-2">
              <div className="flex flex-wrap items-center justify-between gap-2">
                <span>
                  {TABLE_WORDS[d.table]} <strong>{d.mine.name}</strong>
                </span>
                <span className="flex" role="group" aria-label={`${TABLE_WORDS[d.table]} ${d.mine.name}`}>
                  {(["mine", "theirs", "both"] as const).map((c) => (
                    <button
                      key={c}
                      className={`btn ${chosen === c ? "btn-solid" : ""}`}
                      aria-pressed={chosen === c}
                      onClick={() => setChoices(new Map(choices).set(key, c))}
                    >
                      {{ mine: "mine", theirs: "the file’s", both: "both" }[c]}
                    </button>
                  ))}
                </span>
              </div>
              <table className="plain mt-1">
                <thead>
                  <tr>
                    <th>Field</th>
                    <th>mine</th>
                    <th>the file’s</th>
                  </tr>
                </thead>
                <tbody>
                  {differing(d).map((f) => (
                    <tr key={f.field}>
                      <td>{f.field}</td>
                      <td>{f.mine}</td>
                      <td>{f.theirs}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </li>
          );
        })}
      </ul>
      <div className="mt-4 flex gap-2">
        <button className="btn btn-solid" onClick={() => onAnswer(choices)}>
          Import the scene
        </button>
        <button className="btn" onClick={() => onAnswer(null)}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
