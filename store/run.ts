/**
 * Where every change goes: a command by its name, its payload checked, run as one edit that can be undone. Nothing else writes a scene's rows.
 */
import { hashSchema } from "../core/rows";
import { COMMANDS, Refused, type CommandName, type Commands } from "../core/stations";
import { fail, ok, type Result } from "../core/units";
import type { FileRow, InchHollowDatabase } from "./database";
import { edit, type FileTable } from "./edit";
import { storageProblem } from "./problems";

const isCommand = (text: string): text is CommandName => Object.hasOwn(COMMANDS, text);

/** What is sent with a command: the moment, and where it comes from. */
export interface Sent {
  now: number;
  editId?: string;
  windowId?: string;
}

/** Checks the payload and runs the command as one undoable edit. @returns the label of what was done */
export async function runCommand(
  db: InchHollowDatabase,
  sceneId: string,
  command: string,
  payload: unknown,
  sent: Sent | number,
): Promise<Result<string>> {
  if (!isCommand(command)) return fail("command.unknown", `There is no command "${command}".`);
  return runKnown(db, sceneId, command, payload, typeof sent === "number" ? { now: sent } : sent);
}

async function runKnown<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  name: N,
  payload: unknown,
  sent: Sent,
  files: { table: FileTable; rows: FileRow[] } | null = null,
): Promise<Result<string>> {
  const command = COMMANDS[name];
  const checked = command.schema.validate(payload, { convert: false });
  if (checked.error) return fail("command.payload", `${checked.error.message}.`, checked.error.details[0]?.path.join("."));
  const value = checked.value as Commands[N];
  const label = command.label(value);
  try {
    await edit(
      db,
      sceneId,
      { label, at: sent.now, editId: sent.editId, windowId: sent.windowId },
      async (e) => {
        if (files) await db[files.table].bulkPut(files.rows);
        await command.apply(e, value, sent.now);
      },
      { rows: command.tables(value), files: files ? [files.table] : [] },
    );
    return ok(label);
  } catch (error) {
    if (error instanceof Refused) return fail(error.code, error.message, error.where);
    return storageProblem(error);
  }
}

/** Runs a command that names new meshes or pictures, and stores those files in the same transaction: a closed tab leaves both or neither. */
export async function runWithFiles<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  table: FileTable,
  files: FileRow[],
  command: N,
  payload: Commands[N],
  sent: Sent | number,
): Promise<Result<string>> {
  for (const { hash } of files) if (hashSchema.validate(hash).error) throw new Error(`runWithFiles: ${hash} is not a content hash`);
  return runKnown(db, sceneId, command, payload, typeof sent === "number" ? { now: sent } : sent, { table, rows: files });
}
