/**
 * A list or an answer as text: the JSON itself in a file, or packed into a code that is copied or shown to a camera. A code is zlib (RFC
 * 1950) in base64url (RFC 4648, 5), with the beginning of its SHA-256 before it, so that a piece that is missing is noticed.
 */
import { strFromU8, strToU8, unzlibSync, zlibSync } from "fflate";
import type Joi from "joi";
import { contentHash } from "../project";
import { fail, ok, type Result } from "../units";
import { ANSWER_FORMAT, answerSchema, LIST_FORMAT, listSchema, type AwayAnswer, type AwayList } from "./list";

const MARK = "IH1.";
const SUM = 8;
/** A code with more signs was not made here: it is refused before it is unpacked. */
const MOST_CODE = 60_000;
const MOST_FILE = 300_000_000;
/** Bytes that a code for a camera holds at most (ISO/IEC 18004, version 40, level L). */
export const MOST_SHOWN = 2953;

const toBase64url = (bytes: Uint8Array): string => {
  let text = "";
  for (const b of bytes) text += String.fromCharCode(b);
  return btoa(text).replaceAll("+", "-").replaceAll("/", "_").replaceAll("=", "");
};
const fromBase64url = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.replaceAll("-", "+").replaceAll("_", "/")), (c) => c.charCodeAt(0));

export async function packed(what: AwayList | AwayAnswer): Promise<string> {
  const bytes = zlibSync(strToU8(JSON.stringify(what)), { level: 9 });
  return `${MARK}${(await contentHash(bytes)).slice(0, SUM)}.${toBase64url(bytes)}`;
}

async function unpacked(text: string): Promise<Result<string>> {
  const code = text.replace(/\s+/g, "");
  if (code.length > MOST_CODE) return fail("away.long", "This code is longer than any that is made here.");
  const damaged = fail("away.damaged", "A piece of this code is missing or was changed. Copy it again, from its first to its last sign.");
  const [sum, body] = code.slice(MARK.length).split(".");
  if (!body) return damaged;
  try {
    const bytes = fromBase64url(body);
    return (await contentHash(bytes)).startsWith(sum) && sum.length === SUM ? ok(strFromU8(unzlibSync(bytes))) : damaged;
  } catch {
    return damaged;
  }
}

const KINDS = {
  [LIST_FORMAT]: { schema: listSchema, words: "a list of the evening" },
  [ANSWER_FORMAT]: { schema: answerSchema, words: "an answer to a list" },
};

/** Reads a file or a code as what is wanted; says what it is where it is something else. */
async function readAs<T>(text: string, wanted: keyof typeof KINDS, schema: Joi.ObjectSchema<T>): Promise<Result<T>> {
  if (text.length > MOST_FILE) return fail("away.long", "This file is larger than any that is made here.");
  const trimmed = text.trim();
  const plain = trimmed.startsWith(MARK) ? await unpacked(trimmed) : ok(trimmed);
  if (!plain.ok) return plain;
  const { words } = KINDS[wanted];
  let value: unknown;
  try {
    value = JSON.parse(plain.value);
  } catch {
    return fail("away.unread", `This is not ${words}: it is neither a file nor a code of this program.`);
  }
  const format = typeof value === "object" && value !== null && "format" in value ? String(value.format) : "";
  if (format !== wanted)
    return fail(
      "away.other",
      `This is not ${words}${Object.hasOwn(KINDS, format) ? `, but ${KINDS[format as keyof typeof KINDS].words}` : ""}.`,
    );
  const version = (value as { version?: unknown }).version;
  if (typeof version === "number" && version > 1)
    return fail("away.newer", "A newer version of the program made this. Update the program here.");
  const { error, value: read } = schema.validate(value, { convert: false });
  return error ? fail("away.unfit", `This is ${words}, but part of it cannot be used: ${error.message}.`) : ok(read as T);
}

export const readList = (text: string): Promise<Result<AwayList>> => readAs(text, LIST_FORMAT, listSchema);
export const readAnswer = (text: string): Promise<Result<AwayAnswer>> => readAs(text, ANSWER_FORMAT, answerSchema);
