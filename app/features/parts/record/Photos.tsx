/** Photos of a part. */
import { useRevalidator } from "react-router";
import type { Part } from "~core/project";
import { storeWithFiles } from "~app/data/edits.client";
import { PhotoStrip } from "~app/shared/PhotoStrip";
import type { CleanPicture } from "~app/shared/pictures";
import { useActions, useProject } from "~app/shared/scene";
import { sayProblem } from "~app/ui/sayProblem";

export function Photos({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const add = async (pictures: CleanPicture[]): Promise<void> => {
    const done = await storeWithFiles(project.scene.id, "pictures", pictures, "list.add", {
      list: "part.pictures",
      of: part.id,
      items: pictures.map((p) => p.hash),
    });
    if (!done.ok) sayProblem(done.problem);
    await revalidate();
  };
  return (
    <div className="mt-3">
      <PhotoStrip
        id="part-photo"
        of={part.name}
        hashes={part.pictures}
        onAdd={add}
        onDrop={(hash) => void run("list.drop", { list: "part.pictures", of: part.id, keys: [hash] })}
      />
    </div>
  );
}
