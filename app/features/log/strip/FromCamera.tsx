/** Pictures from a camera, each put at the step that was in hand when it was taken. */
import { format } from "date-fns";
import { useRef, useState } from "react";
import { stepAtMoment, type AtStep } from "~core/look";
import { takenAt } from "~core/picture";
import type { StepRecord } from "~core/project";
import { fail, formatDuration, ok, parseDuration, type Result } from "~core/units";
import { PictureProgress } from "~app/shared/PictureProgress";
import { usePictures, type CleanPicture } from "~app/shared/pictures";
import { useActions, useProject } from "~app/shared/scene";
import { useHang } from "~app/shared/useStepPictures";
import { Choice, ParsedField } from "~app/ui/field";
import { FileInput } from "~app/ui/fileInput";
import { when } from "./when";

interface Shot extends CleanPicture {
  name: string;
  url: string;
  /** By the camera's own clock, ms; null where the file says no time. */
  cameraAt: number | null;
  /** Chosen by the user: a record's id, "" to leave it out; null for what the time says. */
  chosen: string | null;
}

const HOW: Record<AtStep["how"], string> = { during: "while it was in hand", after: "just after it", before: "just before it" };

/** "ahead 1 h 2 min", "behind 40 s", "right". */
const aheadText = (s: number): string => (s === 0 ? "right" : `${s > 0 ? "ahead" : "behind"} ${formatDuration(Math.abs(s))}`);

function parseAhead(text: string): Result<number> {
  const read = /^(ahead|behind|\+|-|−)?\s*(.*)$/i.exec(text.trim())!;
  if (/^(right|0|)$/i.test(text.trim())) return ok(0);
  const span = parseDuration(read[2]);
  if (!span.ok) return fail("camera.clock", "Enter how far the camera’s clock is off: ahead 2 min, behind 1 h, or right.");
  return ok(Math.round(/^(behind|-|−)$/i.test(read[1] ?? "") ? -span.value : span.value));
}

/** So many entries about its time can be chosen for a picture. */
const NEAR = 12;

/** @param chosen is among them, however long before it began */
function nearest(records: readonly StepRecord[], at: number | null, chosen: StepRecord | undefined): StepRecord[] {
  const near = [...records]
    .sort((a, b) => (at === null ? b.startedAt - a.startedAt : Math.abs(a.startedAt - at) - Math.abs(b.startedAt - at)))
    .slice(0, NEAR);
  return chosen && !near.includes(chosen) ? [chosen, ...near] : near;
}

export function FromCamera() {
  const { scene, records, parts, habits } = useProject();
  const { run } = useActions();
  const hang = useHang();
  const work = usePictures();
  const input = useRef<HTMLInputElement>(null);
  const [shots, setShots] = useState<readonly Shot[]>([]);
  const [said, setSaid] = useState<readonly string[]>([]);
  const aheadS = habits.cameraAheadS ?? 0;
  const nameOf = (r: StepRecord): string => `${parts.find((p) => p.id === r.partId)?.name ?? "a deleted part"}: ${r.title}`;
  const placed = shots.map((shot) => {
    const at = shot.cameraAt === null ? null : shot.cameraAt - aheadS * 1000;
    const byTime = at === null ? null : stepAtMoment(records, at);
    const record = shot.chosen === null ? byTime?.record : records.find((r) => r.id === shot.chosen);
    return { shot, at, byTime, record };
  });
  const ready = placed.filter((p) => p.record);
  const close = (): void => {
    for (const s of shots) URL.revokeObjectURL(s.url);
    setShots([]);
  };
  const take = async (files: File[]): Promise<void> => {
    setSaid([]);
    for (const file of files) {
      // Its time goes when it is written anew.
      const at = await takenAt(file, scene.timeZone);
      const { pictures, problems } = await work.take([file]);
      setShots((before) => [
        ...before,
        ...pictures
          .filter((p) => !before.some((b) => b.hash === p.hash))
          .map((p): Shot => ({ ...p, url: URL.createObjectURL(p.file), cameraAt: at.ok ? at.value : null, chosen: null })),
      ]);
      setSaid((before) => [...before, ...problems.map((x) => `▲ ${x.where}: ${x.message}`)]);
    }
  };
  const keep = async (): Promise<void> => {
    const by = new Map<string, CleanPicture[]>();
    for (const { shot, record } of ready) by.set(record!.id, [...(by.get(record!.id) ?? []), shot]);
    const done = await hang([...by].map(([recordId, pictures]) => ({ recordId, pictures })));
    if (!done) return;
    setSaid([
      `${ready.length} ${ready.length === 1 ? "picture hangs at its step" : "pictures hang at their steps"}. Undo takes them back.`,
    ]);
    close();
  };
  return (
    <div>
      <p className="max-w-prose text-soft">
        Each picture goes to the step that was in hand when it was taken. Place, camera and time are removed from what is kept.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <button className="btn" onClick={() => input.current?.click()} disabled={records.length === 0}>
          Pictures from a camera
        </button>
        <FileInput
          inputRef={input}
          id="camera-pictures"
          label="Pictures from a camera"
          accept="image/*"
          many
          onFiles={(f) => void take(f)}
        />
        <ParsedField
          className="w-48"
          label="The camera’s clock is"
          text={aheadText(aheadS)}
          parse={parseAhead}
          readAs={aheadText}
          onCommit={(s) => run("field.set", { of: "habits", change: { cameraAheadS: s === 0 ? null : s } })}
        />
      </div>
      <PictureProgress work={work} />
      {shots.length > 0 && (
        <>
          <ul className="mt-2" aria-label="Pictures and their steps">
            {placed.map(({ shot, at, byTime, record }) => (
              <li key={shot.hash} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
                <img src={shot.url} alt={shot.name} className="h-16 w-20 bg-board object-contain" />
                <span className="min-w-0 flex-1 basis-52 leading-tight">
                  <span className="block truncate font-semibold">{shot.name}</span>
                  <span className="block text-soft">
                    {at === null ? "does not say when it was taken" : format(at, "EEE d MMM yyyy HH:mm")}
                    {byTime && byTime.record === record && `; ${HOW[byTime.how]}`}
                  </span>
                </span>
                <Choice
                  className="w-80 max-tab:w-full"
                  label={`Step of ${shot.name}`}
                  hideLabel
                  value={record?.id ?? ""}
                  onChange={(chosen) => setShots((all) => all.map((s) => (s === shot ? { ...s, chosen } : s)))}
                  options={[
                    { value: "", label: at === null ? "choose its step" : "nothing was done then: leave out" },
                    ...nearest(records, at, record).map((r) => ({ value: r.id, label: `${nameOf(r)}, ${when(r.startedAt)}` })),
                  ]}
                />
              </li>
            ))}
          </ul>
          <div className="mt-2 flex flex-wrap gap-2">
            <button className="btn btn-solid" disabled={ready.length === 0} onClick={() => void keep()}>
              Hang {ready.length} of {shots.length} at their steps
            </button>
            <button className="btn" onClick={close}>
              Leave them all out
            </button>
          </div>
        </>
      )}
      <div aria-live="polite">
        {said.map((text) => (
          <p key={text}>{text}</p>
        ))}
      </div>
    </div>
  );
}
