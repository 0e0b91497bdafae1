/** What has come in of files that were given together, and where it is shown. */

/** A file that was taken in, and its parts. */
export interface Arrived {
  fileName: string;
  added: readonly { id: string; name: string }[];
}

/** @param files all that have come so far: what comes in several batches is said as one */
export function arrivalOf(sceneId: string, files: readonly Arrived[]): { path: string; what: string } {
  const added = files.flatMap((f) => f.added);
  return added.length === 1
    ? { path: `/s/${sceneId}/parts/${added[0].id}`, what: added[0].name }
    : {
        path: `/s/${sceneId}/parts`,
        what: `${added.length} parts from ${files.length === 1 ? files[0].fileName : `${files.length} files`}`,
      };
}
