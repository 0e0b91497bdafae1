/** Photos of a part, kept without where they were taken. */
import { useRef } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import type { Part, Project } from "~core/project";
import { storeWithFiles } from "~app/data/edits.client";
import { useActions } from "~app/shared/scene";
import { Picture } from "~app/shared/Picture";
import { cleanPicture } from "~app/shared/pictures";
import { FileInput } from "~app/ui/fileInput";

export function Photos({ part, project }: { part: Part; project: Project }) {
  const file = useRef<HTMLInputElement>(null);
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const add = async (files: File[]): Promise<void> => {
    const clean = await Promise.all(files.map((f) => cleanPicture(f, f.name)));
    for (const c of clean) if (!c.ok) toast.error(c.problem.message);
    const pictures = clean.flatMap((c) => (c.ok ? [c.value] : []));
    if (pictures.length === 0) return;
    const add = [...new Set(pictures.map((p) => p.hash))];
    const done = await storeWithFiles(project.scene.id, "pictures", pictures, "part.pictures", { partId: part.id, add });
    if (!done.ok) toast.error(done.problem.message);
    await revalidate();
  };
  return (
    <div className="mt-3">
      <FileInput inputRef={file} id="part-photo" label="Photos of the part" accept="image/*" many onFiles={(files) => void add(files)} />
      <div className="flex flex-wrap gap-2">
        {part.pictures.map((hash, i) => (
          <figure key={hash} className="w-28">
            <Picture hash={hash} alt={`${part.name}, photo ${i + 1}`} className="h-24 w-28" />
            <button className="btn-text text-sm" onClick={() => void run("part.pictures", { partId: part.id, drop: [hash] })}>
              remove
            </button>
          </figure>
        ))}
        <button className="btn self-start" onClick={() => file.current?.click()}>
          Add photos
        </button>
      </div>
    </div>
  );
}
