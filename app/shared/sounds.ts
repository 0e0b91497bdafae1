/** Sounds on their way in: made one channel at the rate of speech and written anew as WAVE, which leaves behind where they were recorded. */
import { useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { contentHash, LIMITS } from "~core/project";
import { SPEECH_HZ, wavOf } from "~core/sound";
import { fail, formatDuration, ok, type Result } from "~core/units";
import { storeWithFiles } from "~app/data/edits.client";
import { sayProblem } from "~app/ui/sayProblem";
import { useProject } from "./scene";

/** A file larger than this is not opened, bytes: two minutes of anything are smaller. */
const MOST_BYTES = 50_000_000;

/** Nothing of the file survives but its sound. */
async function cleanSound(file: Blob): Promise<Result<Uint8Array<ArrayBuffer>>> {
  if (file.size > MOST_BYTES) return fail("sound.large", `The file is too large: at most ${MOST_BYTES / 1e6} MB.`);
  let heard: AudioBuffer;
  try {
    heard = await new OfflineAudioContext(1, 1, SPEECH_HZ).decodeAudioData(await file.arrayBuffer());
  } catch {
    return fail("sound.unread", "This browser cannot play that file. Choose an audio file, such as WAV, MP3 or M4A.");
  }
  if (heard.duration > LIMITS.soundS)
    return fail("sound.long", `It lasts ${formatDuration(heard.duration)}; at most ${formatDuration(LIMITS.soundS)} are kept at a step.`);
  const mixed = new Float32Array(heard.length);
  for (let c = 0; c < heard.numberOfChannels; c++) heard.getChannelData(c).forEach((s, i) => (mixed[i] += s / heard.numberOfChannels));
  return ok(wavOf(mixed));
}

/** @returns keeps a sound at a record of a scene (the open one where none is named); true where it is done */
export function useHangSound(): (recordId: string, file: Blob, sceneId?: string) => Promise<boolean> {
  const { scene } = useProject();
  const { revalidate } = useRevalidator();
  return async (recordId, file, sceneId = scene.id) => {
    const clean = await cleanSound(file);
    if (!clean.ok) {
      sayProblem(clean.problem);
      return false;
    }
    const hash = await contentHash(clean.value);
    const row = { hash, file: new Blob([clean.value], { type: "audio/wav" }) };
    const done = await storeWithFiles(sceneId, "pictures", [row], "sound.hang", { recordId, hash });
    if (!done.ok) sayProblem(done.problem);
    await revalidate();
    return done.ok;
  };
}

export interface Recorder {
  /** Since when it records, ms; null while it does not. */
  since: number | null;
  start: () => Promise<void>;
  /** Ends it, and hands over what was recorded. */
  stop: () => void;
}

/** The device's microphone, for as long as one sound may be. */
export function useRecorder(onRecorded: (sound: Blob) => void): Recorder {
  const [since, setSince] = useState<number | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  // A page that is left lets go of the microphone, and keeps nothing.
  const left = useRef(false);
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      if (recorder.current?.state === "recording") recorder.current.stop();
    };
  }, []);
  const start = async (): Promise<void> => {
    let stream: MediaStream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    } catch {
      sayProblem({ code: "sound.microphone", message: "The microphone is not available here. Allow it in the browser, or choose a file." });
      return;
    }
    if (left.current) return stream.getTracks().forEach((t) => t.stop());
    const pieces: Blob[] = [];
    const made = new MediaRecorder(stream);
    recorder.current = made;
    made.ondataavailable = (e) => pieces.push(e.data);
    const timer = setTimeout(() => made.state === "recording" && made.stop(), (LIMITS.soundS - 1) * 1000);
    made.onstop = () => {
      clearTimeout(timer);
      stream.getTracks().forEach((t) => t.stop());
      if (left.current) return;
      setSince(null);
      onRecorded(new Blob(pieces, { type: made.mimeType }));
    };
    made.start();
    setSince(Date.now());
  };
  return { since, start, stop: () => recorder.current?.state === "recording" && recorder.current.stop() };
}
