/** A picture, a word and a sound, kept at the step in hand. */
import { useRef, useState } from "react";
import { toast } from "sonner";
import { usePictures } from "~app/shared/pictures";
import { PictureProgress } from "~app/shared/PictureProgress";
import { SayIt } from "~app/shared/SayIt";
import { SoundStrip } from "~app/shared/SoundStrip";
import { useHangSound } from "~app/shared/sounds";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { useHang } from "~app/shared/useStepPictures";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";

/** @param sceneId of another scene's step; absent for the open scene's */
export function KeepAtStep({ recordId, sceneId, of }: { recordId: string; sceneId?: string; of: string }) {
  const project = useProject();
  const others = useOthers();
  const { runIn } = useActions();
  const hang = useHang();
  const work = usePictures();
  const input = useRef<HTMLInputElement>(null);
  const records = sceneId === undefined ? project.records : (others.find((o) => o.scene.id === sceneId)?.records ?? []);
  const record = records.find((r) => r.id === recordId);
  const hangSound = useHangSound();
  const [saying, setSaying] = useState(false);
  const take = async (files: File[]): Promise<void> => {
    const { pictures, problems } = await work.take(files);
    problems.forEach(sayProblem);
    if (pictures.length > 0 && (await hang([{ recordId, pictures }], sceneId)))
      toast(pictures.length === 1 ? "Picture kept at this step" : `${pictures.length} pictures kept at this step`);
  };
  const keep = async (said: string): Promise<void> => {
    const done = await runIn(sceneId, "field.set", { of: "record", id: recordId, change: { note: said } });
    if (done.ok) setSaying(false);
    else sayProblem(done.problem);
  };
  return (
    <>
      <button className="btn" onClick={() => input.current?.click()} aria-label={`Picture of ${of}`}>
        picture
      </button>
      <FileInput
        inputRef={input}
        id={`picture-${recordId}`}
        label={`Picture of ${of}`}
        accept="image/*"
        many
        camera
        onFiles={(f) => void take(f)}
      />
      <button className="btn" onClick={() => setSaying(true)} aria-label={`Say something about ${of}`}>
        say it
      </button>
      <PictureProgress work={work} />
      {saying && (
        <SayIt title={of} note={record?.note ?? ""} onClose={() => setSaying(false)} onSaid={(said) => void keep(said)}>
          <SoundStrip
            id={`sound-${recordId}`}
            of={of}
            hashes={record?.sounds ?? []}
            onAdd={(sound) => hangSound(recordId, sound, sceneId)}
            onDrop={(hash) => void runIn(sceneId, "list.drop", { list: "record.sounds", of: recordId, keys: [hash] })}
          />
        </SayIt>
      )}
    </>
  );
}
