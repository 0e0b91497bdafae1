/** The fields of a piece of work as its kind says them, each stored by itself. */
import type { Result } from "~core/units";
import { jointsOfPart, jointWords, layerWords, namesIn, type Project } from "~core/project";
import type { Field, Form, Option } from "~core/field";
import { kindOf, type WorkItem } from "~core/stations/kinds";
import { FieldInput } from "./FieldInput";
import { useProject } from "./scene";

/** Stores one field; may answer when that was done, or why not. */
type Change = (change: object) => void | Promise<Result<unknown>>;

/** The fields of a piece of work that are said in a form. */
export const askedOf = (item: WorkItem): [string, Field & { form: Form }][] =>
  Object.entries(kindOf(item).fields as Record<string, Field>).filter(
    (e): e is [string, Field & { form: Form }] => e[1].form !== null && e[1].when?.(item) !== false,
  );

/** @param partId of the part that the work is of: a step is at one of its own joints */
export function StepFields({ item, partId, onChange }: { item: WorkItem; partId: string; onChange: Change }) {
  const project = useProject();
  const values = item as unknown as Record<string, unknown>;
  return (
    <div className="grid gap-3 tab:grid-cols-2">
      {askedOf(item).map(([key, field]) => (
        <FieldInput
          key={key}
          name={`${item.id} ${key}`}
          field={field}
          value={values[key]}
          rows={rowsFor(field.form, project, partId)}
          onChange={(value, chosen = "") => onChange(field.brings?.(value, chosen) ?? { [key]: value })}
        />
      ))}
    </div>
  );
}

/** The rows that a field may name. */
function rowsFor(form: Form, project: Project, partId: string): Option[] {
  if (form.as !== "row") return [];
  const rows = {
    paints: project.paints,
    recipes: project.scene.recipes,
    printers: project.scene.printers,
    joints: jointsOfPart(project.scene, partId).map((j) => ({ id: j.id, name: jointWords(j, namesIn(project)) })),
    layers: (project.scene.layers ?? []).map((l) => ({ id: l.id, name: layerWords(project.scene, l) })),
  };
  return rows[form.table].map(({ id, name }) => ({ value: id, label: name }));
}
