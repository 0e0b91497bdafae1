/**
 * Edits on their way into the database. Each is written down in this browser before it is sent and struck out when it was acknowledged, so
 * that a torn tab loses none; its id sees to it that none is done twice. They are stored one after the other, in the order they were made.
 */
import { type CommandName, type Commands } from "~core/stations";
import Joi from "joi";
import { nanoid } from "nanoid";
import { fail, ok, type Result } from "~core/units";
import type { Sent } from "../../store/run";
import type { FileRow } from "../../store/database";
import { redo, undo, type Mine, type Replayed } from "../../store/edit";
import { askResult, db, LONG_MS } from "./database.client";
import { foreseen } from "./foreseen.client";
import { keep, kept, keptKeys } from "./kept";
import { noteStarted } from "./startedHere.client";
import { keepForGood } from "./storage.client";
import { openWindows, tellStored, windowId } from "./windows.client";

export interface EditOrder {
  editId: string;
  sceneId: string;
  command: string;
  payload: object;
  at: number;
  windowId: string;
}

export interface Edited {
  label: string;
  command: string;
}

const OUT = "edit-out-";

const orderSchema = Joi.object({
  editId: Joi.string().max(64),
  sceneId: Joi.string().max(64),
  command: Joi.string().max(60),
  payload: Joi.object().unknown(true),
  at: Joi.number(),
  windowId: Joi.string().max(64),
}).options({ presence: "required" });

/** What is written down and sent is text: a field that is undefined would be lost in it, so it is named as cleared. */
function asText(command: string, payload: object): object {
  if (command !== "field.set" && command !== "list.set") return payload;
  const { change } = payload as { change?: unknown };
  if (typeof change !== "object" || change === null) return payload;
  const clears = Object.entries(change).flatMap(([k, v]) => (v === undefined ? [k] : []));
  return clears.length === 0
    ? payload
    : { ...payload, change: Object.fromEntries(Object.entries(change).filter(([, v]) => v !== undefined)), clears };
}

/** Writes an edit down. @returns what is to be sent */
export function writeDown(sceneId: string, command: string, said: object): EditOrder {
  const payload = asText(command, said);
  const order: EditOrder = { editId: nanoid(), sceneId, command, payload, at: Date.now(), windowId };
  noteStarted(command, payload, order.at);
  // Taking back is not sent again later: it would take back something else.
  if (command !== "undo" && command !== "redo") keep(OUT + order.editId, JSON.stringify(order));
  return order;
}

const acknowledged = new Map<string, (result: Result<Edited>) => void>();

/** Resolves when the edit was stored or refused. */
export const acknowledgement = (editId: string): Promise<Result<Edited>> => new Promise((resolve) => acknowledged.set(editId, resolve));

let chain: Promise<unknown> = Promise.resolve();

/**
 * Stores one edit after those that were sent before it, and acknowledges it.
 * @param keepFailed leaves an edit that the store could not take written down
 */
export function storeEdit(order: EditOrder, keepFailed = false): Promise<Result<Edited>> {
  const result = chain.then(() => storeNow(order, keepFailed));
  chain = result.catch(() => undefined);
  return result;
}

async function storeNow(order: EditOrder, keepFailed: boolean): Promise<Result<Edited>> {
  const { editId, sceneId, command, payload } = order;
  let result: Result<Edited>;
  try {
    result =
      command === "undo" || command === "redo"
        ? await takeBack(sceneId, command, "anyway" in payload && payload.anyway === true)
        : await askResult(async () => {
            const { runCommand } = await import("../../store/run");
            const sent: Sent = { now: order.at, editId, windowId: order.windowId };
            const done = await runCommand(db, sceneId, command, payload, sent);
            return done.ok ? ok({ label: done.value, command }) : done;
          });
  } catch (error) {
    console.error(error);
    result = fail(
      "program.fault",
      `Something went wrong in the program and nothing was saved: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  // Whoever sent it has its answer, and the text still in the field: sent again later it would overwrite what was typed since.
  if (result.ok || !keepFailed || !result.problem.code.startsWith("storage.")) keep(OUT + editId, null);
  if (result.ok) {
    foreseen.stored(editId);
    tellStored(sceneId);
    keepForGood();
  } else foreseen.refused(editId);
  acknowledged.get(editId)?.(result);
  acknowledged.delete(editId);
  return result;
}

const NOTHING = { undo: "Nothing to undo.", redo: "Nothing to redo." };

async function takeBack(sceneId: string, direction: "undo" | "redo", anyway: boolean): Promise<Result<Edited>> {
  const open = await openWindows();
  const mine: Mine = (id) => anyway || id === undefined || id === windowId || (open !== undefined && !open.has(id));
  return askResult(async () => {
    const done: Replayed = await (direction === "undo" ? undo : redo)(db, sceneId, mine);
    if (done.kind === "nothing") return fail("undo.empty", NOTHING[direction]);
    if (done.kind === "changed since")
      return fail(
        "undo.changed",
        `“${done.label}” cannot be undone on its own: a later change altered the same field (${done.field}). Undo that one first, or set it by hand.`,
      );
    if (done.kind === "needed") return fail("undo.needed", `“${done.label}” cannot be undone: ${done.why}. Nothing was changed.`);
    if (done.kind === "other window") return fail("undo.other", `The last change, “${done.label}”, was made in another window.`);
    return ok({ label: done.label, command: direction });
  });
}

/** Runs a command that brings files with it, all in one: nothing of it is written down outside the database, which is the only place large enough. */
export async function storeWithFiles<N extends CommandName>(
  sceneId: string,
  kind: "meshes" | "pictures",
  files: FileRow[],
  command: N,
  payload: Commands[N],
): Promise<Result<string>> {
  const { runWithFiles } = await import("../../store/run");
  const done = await askResult(
    () => runWithFiles(db, sceneId, kind, files, command, payload, { now: Date.now(), editId: nanoid(), windowId }),
    LONG_MS,
  );
  if (done.ok) {
    tellStored(sceneId);
    keepForGood();
  }
  return done;
}

/** A command outside the scene that is open, such as a name given on the bench page. */
export const storeElsewhere = <N extends CommandName>(sceneId: string, command: N, payload: Commands[N]): Promise<Result<Edited>> =>
  storeEdit(writeDown(sceneId, command, payload));

/** Takes the last change of a scene back outside it, whichever window it was made in. */
export const takeBackElsewhere = (sceneId: string): Promise<Result<Edited>> => storeEdit(writeDown(sceneId, "undo", { anyway: true }));

/** Sends once more what a torn tab had written down and nobody acknowledged. @returns what could not be stored */
export async function sendAgain(): Promise<Result<Edited>[]> {
  const keys = keptKeys(OUT);
  if (keys.length === 0) return [];
  const open = await openWindows();
  const orders = keys.flatMap((key): EditOrder[] => {
    try {
      const { value, error } = orderSchema.validate(JSON.parse(kept(key) ?? ""));
      if (!error) return [value as EditOrder];
    } catch {
      // Not an edit.
    }
    keep(key, null);
    return [];
  });
  // What another open window has just sent is that window's own affair.
  const left = orders.filter((o) => o.windowId === windowId || (open ? !open.has(o.windowId) : Date.now() - o.at > 30_000));
  left.sort((a, b) => a.at - b.at);
  const results: Result<Edited>[] = [];
  for (const order of left) results.push(await storeEdit(order, true));
  return results.filter((r) => !r.ok);
}
