/** `field.set`: some fields of a row, or of one object inside it, said by themselves. */
import Joi from "joi";
import { id } from "../field";
import { change, clears, merged, Refused, saidOf, saysSomething, type Command, type Said } from "./command";
import { rowOf, type Block } from "./said";

interface Sent extends Said {
  of: string;
  id?: string;
}

const isObject = (x: unknown): x is object => typeof x === "object" && x !== null && !Array.isArray(x);

/** Whether a schema has no field of that name. */
const isUnknown = (schema: Joi.ObjectSchema, key: string): boolean =>
  schema.validate({ [key]: null }, { abortEarly: false }).error?.details.some((d) => d.type === "object.unknown") ?? false;

/** @param blocks what may be said, by its name in the payload's `of` */
export function fieldCommand(blocks: Readonly<Record<string, Block>>): Command<Sent> {
  return {
    tables: ({ of }) => [blocks[of].table],
    schema: Joi.object({
      of: Joi.string()
        .valid(...Object.keys(blocks))
        .required(),
      id: id.optional(),
      change: Joi.when("of", {
        switch: Object.entries(blocks).flatMap(([name, { schema }]) => (schema ? [{ is: name, then: schema.required() }] : [])),
        otherwise: change.min(0).required(),
      }),
      clears,
    }).custom(saysSomething),
    label: ({ of, change: changed }) => {
      const { label } = blocks[of];
      return typeof label === "string" ? label : label(changed);
    },
    apply: async (e, { of, id, ...sent }) => {
      const { table, at, begins, within = [], schema } = blocks[of];
      if (schema && sent.clears?.some((k) => isUnknown(schema, k))) throw new Refused("field.unknown", "That cannot be changed here.");
      const changed = saidOf(sent);
      const row = await rowOf(e, table, id);
      const before = (at === undefined ? row : { ...begins, ...(row[at] as object | null) }) as Record<string, unknown>;
      const inner = Object.fromEntries(
        Object.entries(changed)
          .filter(([k, v]) => within.includes(k) && isObject(v))
          .map(([k, v]) => [k, { ...(before[k] as object), ...(v as object) }]),
      );
      const next = { ...merged(before, changed), ...inner };
      await e.put(table, (at === undefined ? merged(next, keysOf(row)) : { ...row, [at]: next }) as never);
    },
  };
}

/** Whose row it is: no edit of its fields moves it. */
const keysOf = (row: Record<string, unknown>): object => ("sceneId" in row ? { sceneId: row.sceneId } : {});
