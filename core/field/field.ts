/**
 * A field of a row or of a piece of work, said once: what it is called, what may stand in it, and how it is asked for. The schema of what is
 * stored and the form on the screen both come from it.
 */
import Joi from "joi";
import type { Range } from "../limits";
import { count, duration, id, name, text, within } from "./blocks";

/** One of what may be chosen. */
export interface Option {
  value: string;
  label: string;
}

/** Rows that a field may name. */
type RowsToChoose = "paints" | "recipes" | "printers" | "joints" | "layers";

/** How a field is asked for. */
export type Form =
  /** @property none what stands for no time at all, which is then allowed */
  | { as: "duration"; none?: string }
  | ({ as: "count"; none?: string } & Range)
  /** One of so many; absent for each. */
  | ({ as: "every"; none: string } & Range)
  /** Parts to one. */
  | ({ as: "share"; none: string } & Range)
  | ({ as: "length"; none?: string } & Range)
  | ({ as: "area" } & Range)
  | { as: "text" }
  /** As many letters as there is room for, none too. */
  | { as: "words"; most: number; such: string }
  | { as: "tick" }
  /** @property none what stands for nothing, which is then allowed */
  | { as: "choice"; options: readonly Option[]; none?: string }
  | { as: "several"; options: readonly Option[] }
  | { as: "row"; table: RowsToChoose; none?: string };

export interface Field {
  label: string;
  schema: Joi.Schema;
  /** Null for what is not said in a form of its own: it follows from something, or has its own place on a page. */
  form: Form | null;
  /** Is it asked for at all, as the rest of the work stands? */
  when?: (item: { kind: string }) => boolean;
  /** What is said with it: another printer has no typed hours yet. By default it alone. @param name of the row that was chosen */
  brings?: (value: unknown, name: string) => object;
}

const orNothing = (schema: Joi.Schema, none: string | undefined): Joi.Schema => (none === undefined ? schema : schema.allow(null));
const valuesOf = (options: readonly Option[]): Joi.Schema => Joi.string().valid(...options.map((o) => o.value));

export const field = {
  /** Seconds. */
  duration: (label: string, none?: string): Field => ({ label, schema: duration, form: { as: "duration", none } }),
  count: (label: string, range: Range, none?: string): Field => ({
    label,
    schema: orNothing(count(range), none),
    form: { as: "count", ...range, none },
  }),
  /** How many there are to one; may be left out. @param none what stands for every one */
  every: (label: string, range: Range, none: string): Field => ({
    label,
    schema: count(range).optional(),
    form: { as: "every", ...range, none },
  }),
  /** How many parts to one; may be left out. @param none what stands for none */
  share: (label: string, range: Range, none: string): Field => ({
    label,
    schema: within(range).optional(),
    form: { as: "share", ...range, none },
  }),
  /** Millimetres. */
  length: (label: string, range: Range, none?: string): Field => ({
    label,
    schema: orNothing(within(range), none),
    form: { as: "length", ...range, none },
  }),
  /** Square millimetres. */
  area: (label: string, range: Range): Field => ({ label, schema: within(range), form: { as: "area", ...range } }),
  text: (label: string): Field => ({ label, schema: name, form: { as: "text" } }),
  /** @param such as: an example, shown while it is empty */
  words: (label: string, most: number, such = ""): Field => ({ label, schema: text(most), form: { as: "words", most, such } }),
  tick: (label: string): Field => ({ label, schema: Joi.boolean(), form: { as: "tick" } }),
  choice: (label: string, options: readonly Option[], none?: string): Field => ({
    label,
    schema: orNothing(valuesOf(options), none),
    form: { as: "choice", options, none },
  }),
  /** Any number of them, none where the field is absent. */
  several: (label: string, options: readonly Option[]): Field => ({
    label,
    schema: Joi.array().unique().items(valuesOf(options)).optional(),
    form: { as: "several", options },
  }),
  /** A row of a table, by its id. */
  row: (label: string, table: RowsToChoose, none?: string): Field => ({
    label,
    schema: orNothing(id, none),
    form: { as: "row", table, none },
  }),
  /** What has its own place on a page, or is never said by hand. */
  kept: (schema: Joi.Schema): Field => ({ label: "", schema, form: null }),
};

/** Options of a table of things with names. */
export const optionsNamed = (list: readonly { id: string; name: string }[]): Option[] => list.map((x) => ({ value: x.id, label: x.name }));
/** Options of words that say what they are. */
export const optionsOf = (list: readonly string[]): Option[] => list.map((value) => ({ value, label: value }));

/** The schemas of fields, as what has them is stored. */
export const schemasOf = <K extends string>(fields: Readonly<Record<K, Field>>): Record<K, Joi.Schema> => mapped(fields, (f) => f.schema);

/** A field of a row that begins with a value. */
export interface RowField<T> extends Field {
  initial: T;
  /** What its column is called where rows are written as a table; null for none. */
  column: string | null;
}
export const beginsWith = <T>(initial: T, column: string | null, f: Field): RowField<T> => ({ ...f, initial, column });
/** What rows with such fields hold. */
export type ValuesOf<F> = { [K in keyof F]: F[K] extends RowField<infer T> ? T : never };
/** What a new row begins with. */
export const initialOf = <F extends Record<string, RowField<unknown>>>(fields: F): ValuesOf<F> =>
  mapped(fields, (f) => f.initial) as ValuesOf<F>;

const mapped = <K extends string, F, V>(fields: Readonly<Record<K, F>>, to: (f: F) => V): Record<K, V> =>
  Object.fromEntries(Object.entries<F>(fields).map(([key, f]) => [key, to(f)])) as Record<K, V>;
