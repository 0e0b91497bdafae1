/** Where a part differs from what its scene chose. */
import { formatMm, ok, type Result } from "~core/measure";
import { choicesOf, type Part, type Project } from "~core/project";
import { FIDELITIES, FINISHES, HANDLINGS } from "~core/subject";
import { useActions } from "~app/features/frame/scene";
import { parseDistance } from "~app/features/scale/parsing";
import { Choice, ParsedField } from "~app/ui/field";

const parseDistanceOrNone = (text: string): Result<number | null> => (text.trim() ? parseDistance(text) : ok(null));

export function Differs({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const { scene } = project;
  const now = choicesOf(part, scene);
  const set = (key: "fidelity" | "handling" | "finish", value: string): void => {
    const differs = { ...part.differs };
    if (value === "") delete differs[key];
    else Object.assign(differs, { [key]: value });
    run("part.set", { partId: part.id, differs });
  };
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
            onChange={(v: string) => set(key, v)}
            options={[{ value: "", label: "as the scene" }, ...list.map((c) => ({ value: c.id, label: c.label }))]}
          />
        );
      })}
      <ParsedField
        label="seen from"
        text={part.differs.viewingDistanceMm === undefined ? "" : formatMm(part.differs.viewingDistanceMm)}
        placeholder={`as the scene: ${formatMm(scene.viewingDistanceMm)}`}
        parse={parseDistanceOrNone}
        onCommit={(mm) => {
          const differs = { ...part.differs };
          if (mm === null) delete differs.viewingDistanceMm;
          else differs.viewingDistanceMm = mm;
          run("part.set", { partId: part.id, differs });
        }}
      />
      <p className="self-end text-soft tab:col-span-2">{HANDLINGS.find((h) => h.id === now.handling)!.means}.</p>
    </div>
  );
}
