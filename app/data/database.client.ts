/** The one database of this browser, and the one way to ask it: whatever it throws, or does not answer, becomes a sentence. */
import { ok, type Result } from "~core/units";
import { DATABASE_NAME, InchHollowDatabase } from "../../store/database";
import { STORED_VERSION } from "../../store/migrations";
import { BlockedDatabase, NewerDatabase, SilentDatabase, storageProblem } from "../../store/problems";
import { otherWindows } from "./windows.client";

export const db = new InchHollowDatabase();

/** Dexie's versions times ten. */
const NEWEST = STORED_VERSION * 10;
/** A store that has said nothing for so long will not. */
const ANSWER_MS = 8000;
/** Whole scenes with their meshes take longer. */
export const LONG_MS = 180_000;

let opening: Promise<void> | undefined;

/** The version the stored database has, without changing anything; 0 when there is none. */
function storedVersion(): Promise<number> {
  return new Promise((resolve, reject) => {
    if (typeof indexedDB === "undefined") return reject(Object.assign(new Error("no IndexedDB"), { name: "MissingAPIError" }));
    const request = indexedDB.open(DATABASE_NAME);
    let fresh = false;
    request.onupgradeneeded = () => {
      // Nothing is stored yet: leave it so, the database itself makes its tables.
      fresh = true;
      request.transaction?.abort();
    };
    request.onsuccess = () => {
      const { version } = request.result;
      request.result.close();
      resolve(version);
    };
    request.onerror = () => (fresh ? resolve(0) : reject(request.error ?? new Error("open failed")));
  });
}

async function open(): Promise<void> {
  if ((await storedVersion()) > NEWEST) throw new NewerDatabase();
  await new Promise<void>((resolve, reject) => {
    let waited: ReturnType<typeof setTimeout> | undefined;
    db.on("blocked", () => {
      // The other window usually lets go by itself within a moment.
      waited ??= setTimeout(() => void otherWindows().then((titles) => reject(new BlockedDatabase(titles))), 1500);
    });
    db.open()
      .then(() => resolve(), reject)
      .finally(() => clearTimeout(waited));
  });
}

/** Makes sure that the database is open and of this version. */
async function ready(): Promise<void> {
  // A failed start is tried anew with the next question: another window may have let go meanwhile.
  opening ??= open().catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  await opening;
}

/**
 * Asks the database. Failures of the store, a missing, full, newer or blocked one, and silence, come back as problems; bugs are thrown.
 */
export async function ask<T>(work: () => Promise<T>, answerMs = ANSWER_MS): Promise<Result<T>> {
  let watch: ReturnType<typeof setTimeout> | undefined;
  const silence = new Promise<never>((_, reject) => {
    watch = setTimeout(() => reject(new SilentDatabase()), answerMs);
  });
  try {
    return ok(await Promise.race([ready().then(work), silence]));
  } catch (error) {
    return storageProblem(error);
  } finally {
    clearTimeout(watch);
  }
}

/** The same for what answers with a result of its own. */
export async function askResult<T>(work: () => Promise<Result<T>>, answerMs = ANSWER_MS): Promise<Result<T>> {
  const answer = await ask(work, answerMs);
  return answer.ok ? answer.value : answer;
}
