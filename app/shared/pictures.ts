/** Pictures on their way in: made smaller, turned upright and written anew as JPEG, which leaves behind where they were taken. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { Problem } from "~core/units";
import { contentHash } from "~core/project";
import { ask, db } from "~app/data/database.client";
import { runJob } from "~workers/client";

/** Longest side of a kept picture, px. */
const LONGEST = 1600;

export interface CleanPicture {
  hash: string;
  file: Blob;
}

/** One that was taken in, with its name and how large it was before. */
type TakenPicture = CleanPicture & { name: string; width: number; height: number };

export interface PictureWork {
  /** How far the one is that is being opened; null while none is. */
  state: { words: string; share: number } | null;
  stop: () => void;
  /**
   * Takes pictures one after the other, after those that were given before.
   * @returns those that could be, and what was wrong with each other one; nothing of what was stopped
   */
  take: (files: readonly File[]) => Promise<{ pictures: TakenPicture[]; problems: Problem[] }>;
}

/** Only what is seen of a picture survives: place, camera and time are gone with the rest of the file. */
export function usePictures(): PictureWork {
  const [state, setState] = useState<PictureWork["state"]>(null);
  const stopper = useRef(new AbortController());
  const last = useRef<Promise<unknown>>(Promise.resolve());
  const stop = useCallback(() => {
    stopper.current.abort();
    stopper.current = new AbortController();
  }, []);
  useEffect(() => stop, [stop]);
  const take = useCallback<PictureWork["take"]>((files) => {
    const { signal } = stopper.current;
    const taken = last.current.then(() => takeAll(files, signal, setState));
    last.current = taken.catch(() => undefined);
    return taken;
  }, []);
  return { state, stop, take };
}

async function takeAll(
  files: readonly File[],
  signal: AbortSignal,
  say: (state: PictureWork["state"]) => void,
): Promise<{ pictures: TakenPicture[]; problems: Problem[] }> {
  const pictures: TakenPicture[] = [];
  const problems: Problem[] = [];
  for (const [i, file] of files.entries()) {
    if (signal.aborted) break;
    const onProgress = (fraction: number, phase: string): void =>
      say({ words: `${file.name}: ${phase}`, share: (i + fraction) / files.length });
    const done = await runJob("picture", { file, longestPx: LONGEST }, { signal, onProgress });
    if (done.ok) {
      const hash = await contentHash(new Uint8Array(await done.value.file.arrayBuffer()));
      pictures.push({ ...done.value, hash, name: file.name });
    } else problems.push({ ...done.problem, where: file.name });
  }
  say(null);
  return signal.aborted ? { pictures: [], problems: [] } : { pictures, problems };
}

/** Kept pictures as they lie there, JPEG; those that are missing are left out. */
export async function keptPictures(hashes: readonly string[]): Promise<Map<string, Uint8Array>> {
  const rows = await ask(() => db.pictures.bulkGet([...hashes]));
  const out = new Map<string, Uint8Array>();
  for (const row of rows.ok ? rows.value : []) if (row) out.set(row.hash, new Uint8Array(await row.file.arrayBuffer()));
  return out;
}

/** The address of a kept picture or sound while it is shown; null while it comes, "" when it is not there. */
export function useKeptFile(hash: string): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made = "";
    let gone = false;
    void ask(() => db.pictures.get(hash)).then((row) => {
      if (gone) return;
      made = row.ok && row.value ? URL.createObjectURL(row.value.file) : "";
      setUrl(made);
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [hash]);
  return url;
}
