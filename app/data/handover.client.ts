/** The program's own server as a go-between for two browsers on one network: what it says is checked before anybody believes it. */
import Joi from "joi";
import { fail, ok, type Result } from "~core/units";

const PATIENCE_MS = 15_000;
/** An answer with pictures, over the air. */
const SEND_MS = 120_000;

export interface Opened {
  code: string;
  /** Where another device finds this program; none while the server listens on the loopback address alone. */
  addresses: string[];
}

const addresses = Joi.array()
  .max(50)
  .items(Joi.string().uri({ scheme: ["http", "https"] }));
const openedSchema = Joi.object<Opened>({ code: Joi.string().max(20).required(), addresses: addresses.required() });
const listSchema = Joi.object<{ list: string }>({ list: Joi.string().required() });
const turnSchema = Joi.object<{ turn: number }>({ turn: Joi.number().required() });
const answerSchema = Joi.object<{ turn: number | null; answer?: string }>({
  turn: Joi.number().allow(null).required(),
  answer: Joi.string().optional(),
});

async function ask<T>(path: string, schema: Joi.ObjectSchema<T>, text?: string): Promise<Result<T>> {
  let said: unknown;
  let status: number;
  try {
    const response = await fetch(`/handover${path}`, {
      ...(text !== undefined && { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ text }) }),
      redirect: "error",
      signal: AbortSignal.timeout(text === undefined ? PATIENCE_MS : SEND_MS),
    });
    ({ status } = response);
    said =
      status === 413
        ? { error: { message: "It is too large for the network: it has too many pictures. Use a file." } }
        : await response.json();
  } catch {
    return fail("handover.away", "The program’s server does not answer. Use a file or the code as text.");
  }
  const refused = (said as { error?: { message?: unknown } } | null)?.error?.message;
  if (typeof refused === "string") return fail(status === 404 ? "handover.none" : "handover.refused", refused.slice(0, 300));
  const { error, value } = schema.required().validate(said, { convert: false });
  return error ? fail("handover.nonsense", "The server’s answer cannot be read. Use a file.") : ok(value as T);
}

const at = (code: string): string => `/${encodeURIComponent(code.replace(/[\s-]/g, ""))}`;

/** Lays a list down on the server. */
export const openPair = (list: string): Promise<Result<Opened>> => ask("", openedSchema, list);
export async function listUnder(code: string): Promise<Result<string>> {
  const got = await ask(at(code), listSchema);
  return got.ok ? ok(got.value.list) : got;
}
export const sendAnswer = (code: string, answer: string): Promise<Result<{ turn: number }>> => ask(at(code), turnSchema, answer);
/** The answer after the one that is known; null while there is none. */
export async function answerUnder(code: string, known: number): Promise<Result<{ turn: number; answer: string } | null>> {
  const got = await ask(`${at(code)}/answer?known=${known}`, answerSchema);
  if (!got.ok) return got;
  const { turn, answer } = got.value;
  return ok(turn !== null && answer !== undefined ? { turn, answer } : null);
}
