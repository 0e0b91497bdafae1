/** Where every change goes: one named command, checked and stored as one undoable edit. */
import Joi from "joi";
import { fail, ok, type Result } from "~core/measure";
import { runCommand } from "~store/commands";
import { redo, undo } from "~store/edit";
import { db } from "~app/data/database.client";
import type { Route } from "./+types/edit";

const bodySchema = Joi.object({ command: Joi.string().max(60).required(), payload: Joi.object().unknown(true).required() });

export interface Edited {
  label: string;
  command: string;
}

export async function clientAction({ params, request }: Route.ClientActionArgs): Promise<Result<Edited>> {
  const body = bodySchema.validate(await request.json());
  if (body.error) return fail("command.shape", body.error.message);
  const { command, payload } = body.value as { command: string; payload: Record<string, unknown> };
  if (command === "undo" || command === "redo") {
    const label = await (command === "undo" ? undo : redo)(db, params.sceneId);
    return label === null
      ? fail("undo.empty", command === "undo" ? "There is nothing to take back." : "There is nothing to do again.")
      : ok({ label, command });
  }
  const done = await runCommand(db, params.sceneId, command, payload, Date.now());
  return done.ok ? ok({ label: done.value, command }) : done;
}
