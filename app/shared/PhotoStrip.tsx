/** Photos that something carries, and more of them: kept without where they were taken. */
import { useRef } from "react";
import { FileInput } from "~app/ui/fileInput";
import { Picture } from "./Picture";
import { PictureProgress } from "./PictureProgress";
import { usePictures, type CleanPicture } from "./pictures";
import { sayProblem } from "~app/ui/sayProblem";

export function PhotoStrip({
  id,
  of,
  hashes,
  onAdd,
  onDrop,
}: {
  /** Of the field, unique on the page. */
  id: string;
  /** "the print", "Crane": what is seen on them. */
  of: string;
  hashes: readonly string[];
  /** Each picture once, however often it was chosen. */
  onAdd: (pictures: CleanPicture[]) => Promise<void>;
  onDrop: (hash: string) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const work = usePictures();
  const add = async (files: File[]): Promise<void> => {
    const taken = await work.take(files);
    taken.problems.forEach(sayProblem);
    const pictures = new Map(taken.pictures.map(({ hash, file }) => [hash, { hash, file }]));
    if (pictures.size > 0) await onAdd([...pictures.values()]);
  };
  return (
    <>
      <FileInput inputRef={file} id={id} label={`Photos of ${of}`} accept="image/*" many onFiles={(files) => void add(files)} />
      <PictureProgress work={work} />
      <div className="mt-2 flex flex-wrap gap-2">
        {hashes.map((hash, i) => (
          <figure key={hash} className="w-28">
            <Picture hash={hash} alt={`${of}, photo ${i + 1}`} className="h-24 w-28" />
            <button className="btn-text text-sm" onClick={() => onDrop(hash)}>
              remove
            </button>
          </figure>
        ))}
        <button className="btn self-start" onClick={() => file.current?.click()}>
          Add photos
        </button>
      </div>
    </>
  );
}
