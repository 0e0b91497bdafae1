/** What was spoken at a step, and more of it: from the microphone or a file. */
import { useEffect, useRef, useState } from "react";
import { formatDuration } from "~core/units";
import { FileInput } from "~app/ui/fileInput";
import { useKeptFile } from "./pictures";
import { useRecorder } from "./sounds";

export function SoundStrip({
  id,
  of,
  hashes,
  onAdd,
  onDrop,
}: {
  /** Of the field, unique on the page. */
  id: string;
  /** The step. */
  of: string;
  hashes: readonly string[];
  onAdd: (sound: Blob) => Promise<boolean>;
  onDrop: (hash: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [taking, setTaking] = useState(false);
  const add = async (sound: Blob): Promise<void> => {
    setTaking(true);
    await onAdd(sound);
    setTaking(false);
  };
  const recorder = useRecorder((sound) => void add(sound));
  return (
    <div className="mt-2">
      <FileInput inputRef={input} id={id} label={`Sound of ${of}`} accept="audio/*" onFiles={([file]) => void add(file)} />
      <ul>
        {hashes.map((hash, i) => (
          <li key={hash} className="mb-1 flex flex-wrap items-center gap-2">
            <Sound hash={hash} name={`${of}, sound ${i + 1}`} />
            <button className="btn-text text-sm" onClick={() => onDrop(hash)} aria-label={`Remove sound ${i + 1} of ${of}`}>
              remove
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-2">
        {recorder.since === null ? (
          <button className="btn" disabled={taking} onClick={() => void recorder.start()}>
            Record
          </button>
        ) : (
          <button className="btn btn-solid" onClick={recorder.stop}>
            Stop recording, <Elapsed since={recorder.since} />
          </button>
        )}
        <button className="btn" disabled={taking || recorder.since !== null} onClick={() => input.current?.click()}>
          Choose a sound
        </button>
        <span role="status" className="text-soft">
          {taking && "reading the sound"}
        </span>
      </div>
    </div>
  );
}

function Elapsed({ since }: { since: number }) {
  const [now, setNow] = useState(since);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return formatDuration(Math.max(0, Math.round((now - since) / 1000)));
}

/** A kept sound, or a plain word where it is missing. */
function Sound({ hash, name }: { hash: string; name: string }) {
  const url = useKeptFile(hash);
  const [broken, setBroken] = useState(false);
  if (url === "" || broken) return <span className="text-soft">{broken ? "this sound cannot be played" : "sound missing"}</span>;
  return url === null ? (
    <span className="h-11 w-64 bg-board" />
  ) : (
    <audio controls src={url} aria-label={name} className="h-11 w-64 max-w-full" onError={() => setBroken(true)} />
  );
}
