/** Where a part differs from what its scene chose. */
import { formatMm, ok, readAsMm, type Result } from "~core/units";
import { choicesOf, type Part } from "~core/project";
import { FIDELITIES, FINISHES, HANDLINGS } from "~core/subject";
import { useActions, useProject } from "~app/shared/scene";
import { parseDistance } from "~app/shared/scaleParsing";
import { Choice, ParsedField } from "~app/ui/field";

const parseDistanceOrNone = (text: string): Result<number | null> => (text.trim() ? parseDistance(text) : ok(null));

export function Differs({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { scene } = project;
  const now = choicesOf(part, scene);
  const set = (key: "fidelity" | "handling" | "finish", value: string) =>
    run("parts.set", { partIds: [part.id], differs: { [key]: value || null } });
  const lists = { fidelity: FIDELITIES, handling: HANDLINGS, finish: FINISHES } as const;
  return (
    <div className="grid gap-3 tab:grid-cols-3">
      {(Object.keys(lists) as (keyof typeof lists)[]).map((key) => {
        const list: readonly { id: string; label: string }[] = lists[key];
        return (
          <Choice
            key={key}
            label={key}
            value={part.differs[key] ?? ""}
            onChange={(v: string) => void set(key, v)}
            options={[{ value: "", label: "same as scene" }, ...list.map((c) => ({ value: c.id, label: c.label }))]}
          />
        );
      })}
      <ParsedField
        label="seen from"
        text={part.differs.viewingDistanceMm === undefined ? "" : formatMm(part.differs.viewingDistanceMm)}
        placeholder={`same as scene: ${formatMm(scene.viewingDistanceMm)}`}
        parse={parseDistanceOrNone}
        readAs={(mm) => (mm === null ? "same as scene" : readAsMm(mm))}
        onCommit={(viewingDistanceMm) => run("parts.set", { partIds: [part.id], differs: { viewingDistanceMm } })}
      />
      <p className="self-end text-soft tab:col-span-2">{HANDLINGS.find((h) => h.id === now.handling)!.means}.</p>
    </div>
  );
}
