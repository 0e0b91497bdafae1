/** An entry of the log, opened. */
import { laidThen } from "~core/look";
import { LIMITS, takenS, type StepRecord } from "~core/project";
import { formatDuration } from "~core/units";
import { AiredChoice } from "~app/shared/AiredChoice";
import { PhotoStrip } from "~app/shared/PhotoStrip";
import { Picture } from "~app/shared/Picture";
import { useActions, useProject } from "~app/shared/scene";
import { SoundStrip } from "~app/shared/SoundStrip";
import { useHangSound } from "~app/shared/sounds";
import { useHang } from "~app/shared/useStepPictures";
import { parseText, ParsedField } from "~app/ui/field";
import { when } from "./when";

/** What it was, and the part's coats as they lay that day. */
export function OnThatDay({ record: r }: { record: StepRecord }) {
  const project = useProject();
  const { run } = useActions();
  const hang = useHang();
  const hangSound = useHangSound();
  const laid = laidThen(project, r.partId, String(r.finishedAt ?? r.startedAt));
  const part = project.parts.find((p) => p.id === r.partId);
  const taken = takenS(r);
  return (
    <section aria-label="That day" aria-live="polite" className="mt-3 flex flex-wrap items-start gap-6 border border-rule p-3">
      <div className="min-w-[15rem] flex-1">
        <h2 className="text-lg">
          {part?.name}: {r.title}
        </h2>
        <p className="text-soft">
          {when(r.startedAt)}
          {taken !== null && `, ${formatDuration(taken)}`}
          {`, ${formatDuration(r.plannedS)} planned`}
          {r.good + r.failed > 0 && `; ${r.good} good, ${r.failed} failed`}
        </p>
        {r.wentWrong && <p className="note-act">▲ {r.wentWrong}</p>}
        <ParsedField
          className="mt-1 max-w-prose"
          label="Note"
          draftKey={r.id}
          text={r.note ?? ""}
          placeholder="what you want to know next time"
          parse={parseText(LIMITS.wentWrong)}
          onCommit={(note) => run("field.set", { of: "record", id: r.id, change: { note } })}
        />
        <AiredChoice record={r} />
        <PhotoStrip
          id={`photos-${r.id}`}
          of={r.title}
          hashes={r.photos ?? []}
          onAdd={async (pictures) => void (await hang([{ recordId: r.id, pictures }]))}
          onDrop={(hash) => void run("list.drop", { list: "record.photos", of: r.id, keys: [hash] })}
        />
        <SoundStrip
          id={`sounds-${r.id}`}
          of={r.title}
          hashes={r.sounds ?? []}
          onAdd={(sound) => hangSound(r.id, sound)}
          onDrop={(hash) => void run("list.drop", { list: "record.sounds", of: r.id, keys: [hash] })}
        />
        <div className="mt-1 flex flex-wrap gap-2">
          {r.print?.photos.map((hash, i) => (
            <Picture key={hash} hash={hash} alt={`${r.title}, photo ${i + 1}`} className="h-24 w-28" />
          ))}
        </div>
      </div>
      <div>
        <p className="text-sm text-soft">as it was that day, from below</p>
        {laid.length === 0 ? (
          <p>bare</p>
        ) : (
          <ol className="flex flex-col-reverse border border-ink">
            {laid.map((l, i) => (
              <li key={i} className="flex items-center gap-2 pr-2">
                <span className="h-5 w-16 border-t border-ink" style={{ background: l.hex }} aria-hidden="true" />
                {l.name}
              </li>
            ))}
          </ol>
        )}
      </div>
    </section>
  );
}
