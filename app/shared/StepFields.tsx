/** The fields of a piece of work as its kind says them, each stored by itself. */
import { formatDuration, formatMm, ok, parseDuration, spacedNumber, type Result } from "~core/units";
import type { Project } from "~core/project";
import { kindOf, type Field, type Form, type Option, type WorkItem } from "~core/work";
import { useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseCount, parseMmIn, parseName, parseNumberIn } from "~app/ui/field";

/** Stores one field; may answer when that was done, or why not. */
type Change = (change: object) => void | Promise<Result<unknown>>;

/** The fields of a piece of work that are said in a form. */
export const askedOf = (item: WorkItem): [string, Field & { form: Form }][] =>
  Object.entries(kindOf(item).fields as Record<string, Field>).filter(
    (e): e is [string, Field & { form: Form }] => e[1].form !== null && e[1].when?.(item) !== false,
  );

/** @param partId of the part that the work is of: it is not joined to itself */
export function StepFields({ item, partId, onChange }: { item: WorkItem; partId: string; onChange: Change }) {
  const project = useProject();
  const values = item as unknown as Record<string, unknown>;
  return (
    <div className="grid gap-3 tab:grid-cols-2">
      {askedOf(item).map(([key, field]) => (
        <StepField
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
  const rows = { paints: project.paints, printers: project.scene.printers, "other parts": project.parts.filter((p) => p.id !== partId) };
  return rows[form.table].map(({ id, name }) => ({ value: id, label: name }));
}

const NONE = "";

function StepField({
  name,
  field: { label, form },
  value,
  rows,
  onChange,
}: {
  name: string;
  field: Field & { form: Form };
  value: unknown;
  rows: readonly Option[];
  onChange: (value: unknown, chosen?: string) => void | Promise<Result<unknown>>;
}) {
  const said = { label, draftKey: name, onCommit: (typed: unknown) => onChange(typed) };
  switch (form.as) {
    case "duration": {
      const { none } = form;
      const words = (s: number): string => (s === 0 && none !== undefined ? none : formatDuration(s));
      const parse = (text: string): Result<number> => (text.trim().toLowerCase() === none ? ok(0) : parseDuration(text));
      return <ParsedField {...said} text={words(value as number)} parse={parse} readAs={words} />;
    }
    case "count": {
      const { none } = form;
      const parse = (text: string): Result<number | null> =>
        none !== undefined && ["", none].includes(text.trim().toLowerCase()) ? ok(null) : parseCount(form)(text);
      return <ParsedField {...said} text={value === null ? (none ?? "") : String(value)} parse={parse} />;
    }
    case "length":
      return <ParsedField {...said} text={formatMm(value as number)} parse={parseMmIn(form)} readAs={formatMm} />;
    case "area": {
      const cm2 = (mm2: number): string => `${spacedNumber(Math.round(mm2) / 100)} cm²`;
      const parse = (text: string): Result<number> => {
        const read = parseNumberIn({ least: form.least / 100, most: form.most / 100 })(text.replace(/cm[²2]?\s*$/, ""));
        return read.ok ? ok(read.value * 100) : read;
      };
      return <ParsedField {...said} text={cm2(value as number)} parse={parse} readAs={cm2} />;
    }
    case "text":
      return <ParsedField {...said} text={value as string} parse={parseName} />;
    case "tick":
      return (
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input type="checkbox" className="h-6 w-6" checked={value as boolean} onChange={(e) => void onChange(e.target.checked)} />
          {label}
        </label>
      );
    case "several":
      return <Several label={label} options={form.options} value={(value as string[] | undefined) ?? []} onChange={onChange} />;
    case "choice":
    case "row": {
      const options = form.as === "row" ? rows : form.options;
      const none = form.none === undefined ? [] : [{ value: NONE, label: form.none }];
      // What is stored and not offered any more stands as it is.
      const now = (value as string | null) ?? NONE;
      const kept = [...none, ...options].some((o) => o.value === now) ? [] : [{ value: now, label: "as it is" }];
      const choose = (v: string): void => void onChange(v === NONE ? null : v, options.find((o) => o.value === v)?.label);
      return <Choice label={label} value={now} options={[...kept, ...none, ...options]} onChange={choose} />;
    }
  }
}

function Several({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly Option[];
  value: readonly string[];
  onChange: (value: string[]) => void;
}) {
  return (
    <fieldset className="tab:col-span-2">
      <legend className="label">{label}</legend>
      <div className="flex flex-wrap gap-x-4">
        {options.map((o) => (
          <label key={o.value} className="flex min-h-[44px] items-center gap-2">
            <input
              type="checkbox"
              className="h-6 w-6"
              checked={value.includes(o.value)}
              onChange={(e) => onChange(options.map((x) => x.value).filter((v) => (v === o.value ? e.target.checked : value.includes(v))))}
            />
            {o.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
