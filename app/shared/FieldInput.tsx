/** A field that is said once, as an input: see core/field. */
import { formatDuration, formatMm, ok, parseDuration, spacedNumber, type Result } from "~core/units";
import type { Field, Option } from "~core/field";
import { Choice, ParsedField, parseCount, parseMmIn, parseName, parseNumberIn, parseText } from "~app/ui/field";

const NONE = "";

/** A field as it is asked for. @param name tells its draft from others @param rows that it may name */
export function FieldInput({
  name,
  field: { label, form },
  value,
  rows = [],
  onChange,
}: {
  name: string;
  field: Field;
  value: unknown;
  rows?: readonly Option[];
  onChange: (value: unknown, chosen?: string) => void | Promise<Result<unknown>>;
}) {
  const said = { label, draftKey: name, onCommit: (typed: unknown) => onChange(typed) };
  if (!form) return null;
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
      return <ParsedField {...said} text={value === null || value === undefined ? (none ?? "") : String(value as number)} parse={parse} />;
    }
    case "every": {
      const { none } = form;
      const parse = (text: string): Result<number | undefined> =>
        ["", none, "1"].includes(text.trim().toLowerCase()) ? ok(undefined) : parseCount(form)(text);
      return <ParsedField {...said} text={value === undefined ? none : String(value as number)} parse={parse} />;
    }
    case "share": {
      const { none } = form;
      const parse = (text: string): Result<number> => {
        const t = text.trim().toLowerCase();
        if (t === "" || t === none) return ok(0);
        const [, one, parts] = /^1\s*[:/]\s*(.+)$|^(.+)$/.exec(t) ?? [];
        return parseNumberIn(form)(one ?? parts ?? t);
      };
      const words = (n: number): string => (n === 0 ? none : `1:${n}`);
      return <ParsedField {...said} text={words((value as number | undefined) ?? 0)} parse={parse} readAs={words} />;
    }
    case "length": {
      const { none } = form;
      const words = (mm: number | null | undefined): string => (mm === null || mm === undefined ? (none ?? "") : formatMm(mm));
      const parse = (text: string): Result<number | null> =>
        none !== undefined && ["", none].includes(text.trim().toLowerCase()) ? ok(null) : parseMmIn(form)(text);
      return <ParsedField {...said} text={words(value as number | null | undefined)} parse={parse} readAs={words} />;
    }
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
    case "words":
      return <ParsedField {...said} text={value as string} placeholder={form.such} parse={parseText(form.most)} />;
    case "tick":
      return (
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input type="checkbox" className="h-6 w-6" checked={value === true} onChange={(e) => void onChange(e.target.checked)} />
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
