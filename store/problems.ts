/** What a browser's database throws, as one written sentence each. */
import { fail, type Result } from "../core/units";

/** The database was made by a newer version of the program: it is left alone. */
export class NewerDatabase extends Error {
  override name = "NewerDatabase";
}
/** Another window holds the database open in its older form. */
export class BlockedDatabase extends Error {
  override name = "BlockedDatabase";
  constructor(readonly windows: string[]) {
    super("blocked");
  }
}
/** The database was asked and never answered. */
export class SilentDatabase extends Error {
  override name = "SilentDatabase";
}

const KEEP = "What you typed is still here. Save the scene to a file from the bench page, then try again.";

/** By the name of what was thrown, or of what it wraps (W3C Indexed Database API 3.0, and Dexie's own). */
const SENTENCES: Record<string, [code: string, sentence: string]> = {
  QuotaExceededError: [
    "storage.full",
    "The browser’s storage is full, so nothing was saved. Save a scene to a file, delete what you no longer need, and try again.",
  ],
  MissingAPIError: [
    "storage.missing",
    "This browser does not store data for this page (a private window, or storage is switched off). Open it in an ordinary window.",
  ],
  SecurityError: [
    "storage.missing",
    "This browser does not store data for this page (a private window, or storage is switched off). Open it in an ordinary window.",
  ],
  NewerDatabase: [
    "storage.newer",
    "The data in this browser was saved by a newer version of the program and has not been touched. Update the program and open it again.",
  ],
  DatabaseClosedError: [
    "storage.closed",
    "The browser closed this page’s storage, perhaps because a newer version was opened in another window. Reload this page.",
  ],
  OpenFailedError: [
    "storage.closed",
    "The browser did not open this page’s storage. Close other windows of the program and reload the page.",
  ],
  InvalidStateError: [
    "storage.closed",
    "The browser did not open this page’s storage. Close other windows of the program and reload the page.",
  ],
  SilentDatabase: ["storage.silent", `The browser’s storage does not respond. ${KEEP}`],
};

/** Names of what a store throws when it fails for reasons of its own. */
const STORE_FAILURES = new Set([
  "UnknownError",
  "AbortError",
  "TransactionInactiveError",
  "ReadOnlyError",
  "NotFoundError",
  "DataError",
  "TimeoutError",
  "PrematureCommitError",
  "BulkError",
  "ModifyError",
  "DataCloneError",
  "NotReadableError",
  "ConstraintError",
  "VersionError",
]);

/** Turns what a database throws into a sentence. Anything unknown is thrown on: it is a bug. */
export function storageProblem(error: unknown): Result<never> {
  const named = (x: unknown): string => (typeof x === "object" && x !== null && "name" in x ? String(x.name) : "");
  const inner = (x: unknown): unknown => (typeof x === "object" && x !== null && "inner" in x ? x.inner : undefined);
  if (error instanceof BlockedDatabase)
    return fail(
      "storage.blocked",
      `Another window still uses the older version of the stored data${error.windows.length ? `: ${error.windows.map((w) => `“${w}”`).join(", ")}` : ""}. Close that window and this one will carry on.`,
    );
  // The innermost name says most: an aborted transaction wraps the full disk that ended it.
  const names = [named(inner(inner(error))), named(inner(error)), named(error)].filter(Boolean);
  const known = names.find((n) => Object.hasOwn(SENTENCES, n));
  if (known) return fail(...SENTENCES[known]);
  if (names.some((n) => STORE_FAILURES.has(n)))
    return fail("storage.failed", `The browser’s storage failed, so nothing was saved. ${KEEP}`);
  throw error;
}
