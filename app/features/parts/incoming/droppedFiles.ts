/** The files of a drop or a chosen folder, folders opened all the way down. */

/** Files beyond this many in one drop are left out: it was the wrong folder. */
const MOST_FILES = 2000;
/** Folders often hold pictures and notes beside the meshes: those are passed over in silence. */
const MESH_NAME = /\.(stl|obj|ply|3mf)$/i;

interface Entry {
  isFile: boolean;
  isDirectory: boolean;
  name: string;
  file?: (found: (file: File) => void, failed: (error: unknown) => void) => void;
  createReader?: () => { readEntries: (found: (entries: Entry[]) => void, failed: (error: unknown) => void) => void };
}

/** A file and the folder it lies in, "" when it was dropped by itself. */
export interface DroppedFile {
  file: File;
  folder: string;
}

/**
 * Must be called while the drop is handled: the browser takes the items away afterwards.
 * Loose files are all given, whatever they are called; of a folder only what is named like a mesh.
 */
export function droppedFiles(items: DataTransferItemList): Promise<DroppedFile[]> {
  const entries: Entry[] = [];
  const loose: File[] = [];
  for (const item of [...items]) {
    if (item.kind !== "file") continue;
    const entry = item.webkitGetAsEntry() as Entry | null;
    const file = item.getAsFile();
    if (entry?.isDirectory) entries.push(entry);
    else if (file) loose.push(file);
  }
  return openFolders(entries).then((inside) => [...loose.map((file) => ({ file, folder: "" })), ...inside]);
}

/** All mesh files of the folders and of what lies in them. */
export async function openFolders(folders: readonly Entry[]): Promise<DroppedFile[]> {
  const out: DroppedFile[] = [];
  const open = async (folder: Entry): Promise<void> => {
    const reader = folder.createReader?.();
    if (!reader) return;
    // A reader gives a hundred entries at a time, and none at the end.
    for (;;) {
      const some = await new Promise<Entry[]>((found, failed) => reader.readEntries(found, failed));
      if (some.length === 0 || out.length >= MOST_FILES) return;
      for (const entry of some) {
        if (entry.isDirectory) await open(entry);
        else if (entry.file && MESH_NAME.test(entry.name) && out.length < MOST_FILES)
          out.push({ file: await new Promise<File>((found, failed) => entry.file?.(found, failed)), folder: folder.name });
      }
    }
  };
  for (const folder of folders) await open(folder);
  return out;
}

/** Files of a chooser, with their folder where a folder was chosen. */
export const chosenFiles = (files: Iterable<File>): DroppedFile[] =>
  [...files]
    .map((file) => ({ file, path: file.webkitRelativePath || file.name }))
    .filter(({ path }) => !path.includes("/") || MESH_NAME.test(path))
    .map(({ file, path }) => ({ file, folder: path.split("/").at(-2) ?? "" }));
