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
/** Nor one that does not say how long it lasts, as what a browser records does not: two minutes of speech are smaller. */
const MOST_UNTOLD_BYTES = 8_000_000;

const unread = (): Result<never> =>
  fail("sound.unread", "This browser cannot play that file. Choose an audio file, such as WAV, MP3 or M4A.");
const tooLarge = (most: number): Result<never> => fail("sound.large", `The file is too large: at most ${most / 1e6} MB.`);

/** How long a file says it lasts, s, without opening all of it; null where it cannot be played, Infinity where it does not say. */
function toldSeconds(file: Blob): Promise<number | null> {
  const url = URL.createObjectURL(file);
  const audio = new Audio();
  return new Promise<number | null>((resolve) => {
    audio.onloadedmetadata = () => resolve(audio.duration);
    audio.onerror = () => resolve(null);
    audio.preload = "metadata";
    audio.src = url;
  }).finally(() => URL.revokeObjectURL(url));
}

/** Nothing of the file survives but its sound. */
async function cleanSound(file: Blob): Promise<Result<Uint8Array<ArrayBuffer>>> {
  if (file.size > MOST_BYTES) return tooLarge(MOST_BYTES);
  const tooLong = (s: number): Result<never> =>
    fail("sound.long", `It lasts ${formatDuration(s)}; at most ${formatDuration(LIMITS.soundS)} are kept at a step.`);
  // Hours of sound in a small file would fill the memory once they are opened.
  const told = await toldSeconds(file);
  if (told === null) return unread();
  if (!Number.isFinite(told) && file.size > MOST_UNTOLD_BYTES) return tooLarge(MOST_UNTOLD_BYTES);
  if (Number.isFinite(told) && told > LIMITS.soundS) return tooLong(told);
  let heard: AudioBuffer;
  try {
    heard = await new OfflineAudioContext(1, 1, SPEECH_HZ).decodeAudioData(await file.arrayBuffer());
  } catch {
    return unread();
  }
  if (heard.duration > LIMITS.soundS) return tooLong(heard.duration);
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

const letGo = (stream: MediaStream | undefined): void => stream?.getTracks().forEach((t) => t.stop());

/** The device's microphone, for as long as one sound may be. */
export function useRecorder(onRecorded: (sound: Blob) => void): Recorder {
  const [since, setSince] = useState<number | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  // Whoever closes it while it records has spoken all the same: the microphone is let go, and what was said is kept.
  const left = useRef(false);
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      if (recorder.current?.state === "recording") recorder.current.stop();
    };
  }, []);
  const start = async (): Promise<void> => {
    let stream: MediaStream | undefined;
    let made: MediaRecorder;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      made = new MediaRecorder(stream);
    } catch {
      letGo(stream);
      sayProblem({ code: "sound.microphone", message: "The microphone is not available here. Allow it in the browser, or choose a file." });
      return;
    }
    if (left.current) return letGo(stream);
    const pieces: Blob[] = [];
    recorder.current = made;
    made.ondataavailable = (e) => pieces.push(e.data);
    const timer = setTimeout(() => made.state === "recording" && made.stop(), (LIMITS.soundS - 1) * 1000);
    made.onstop = () => {
      clearTimeout(timer);
      letGo(stream);
      setSince(null);
      onRecorded(new Blob(pieces, { type: made.mimeType }));
    };
    made.start();
    setSince(Date.now());
  };
  return { since, start, stop: () => recorder.current?.state === "recording" && recorder.current.stop() };
}
