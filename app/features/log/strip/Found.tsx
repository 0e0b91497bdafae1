/** Search over all that is kept. */
import { useEffect, useMemo, useState } from "react";
import { logIndexByAndBy, type LogHit, type LogIndex } from "~core/look";
import type { Project } from "~core/project";
import { useProject } from "~app/shared/scene";
import { parseText, ParsedField } from "~app/ui/field";
import { when } from "./when";

const KINDS: Record<LogHit["kind"], string> = { entry: "entry", mix: "mix", lesson: "lesson", part: "note" };

/** What is found; null while everything is still put in. Nothing is put in before somebody searches. */
function useHits(project: Project, words: string): LogHit[] | null {
  const [index, setIndex] = useState<{ of: Project; index: LogIndex } | null>(null);
  const searching = words.trim() !== "";
  useEffect(() => {
    if (!searching || index?.of === project) return undefined;
    let gone = false;
    void logIndexByAndBy(project).then((made) => {
      if (!gone) setIndex({ of: project, index: made });
    });
    return () => {
      gone = true;
    };
  }, [searching, project, index]);
  return useMemo(() => (index && searching ? index.index.find(words) : searching ? null : []), [index, words, searching]);
}

/** @param onChoose an entry that was found, by its record */
export function Found({ onChoose }: { onChoose: (recordId: string) => void }) {
  const project = useProject();
  const [words, setWords] = useState("");
  const hits = useHits(project, words);
  return (
    <>
      <ParsedField
        className="mt-3 w-72"
        label="Find in all that is kept"
        text={words}
        placeholder="grey wall, brim, hinge"
        parse={parseText(80)}
        onCommit={setWords}
      />
      {words.trim() && (
        <ul className="mt-2" aria-label="Found">
          {hits === null && <li className="text-soft">Searching…</li>}
          {hits?.length === 0 && <li className="text-soft">Nothing kept has these words.</li>}
          {hits?.map((h) => (
            <li key={`${h.kind} ${h.id}`} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
              <span className="w-14 text-soft">{KINDS[h.kind]}</span>
              {h.kind === "entry" ? (
                <button className="btn-text text-left" onClick={() => onChoose(h.id)}>
                  {h.title}
                </button>
              ) : (
                <span className="font-semibold">{h.title}</span>
              )}
              <span className="text-soft">{[h.at !== null ? when(h.at) : "", h.detail].filter(Boolean).join("; ")}</span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
