/** What was learned: kept from the log or typed here, told again at the next work of its kind. */
import { X } from "lucide-react";
import { fail, ok, type Result } from "~core/units";
import { FAMILIES } from "~core/coat";
import { GLUES, SEAM_FILLERS } from "~core/joint";
import { judgedOf, LIMITS, type Lesson } from "~core/project";
import { WORK_KINDS } from "~core/stations/kinds";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const parseLesson = (text: string): Result<string> =>
  text.trim() && text.trim().length <= LIMITS.title ? ok(text.trim()) : fail("lesson", `A sentence of 1 to ${LIMITS.title} characters.`);

/** Bare ground is no product. */
const PRODUCTS = [
  ...Object.entries(FAMILIES).flatMap(([family, { ground }]) => (ground ? [] : [family])),
  ...[...GLUES, ...SEAM_FILLERS].map((p) => p.name),
];

function judgedWords(lesson: Lesson): string {
  const { helped, not } = judgedOf(lesson);
  return helped + not === 0 ? "" : `helped ${helped} of ${helped + not}`;
}

export function Lessons() {
  const project = useProject();
  const { run } = useActions();
  const lessons = [...project.lessons].sort((a, b) => b.at - a.at);
  return (
    <>
      {lessons.length === 0 && (
        <p className="text-soft">Lessons you save from the log appear here, and again the next time you do that kind of work.</p>
      )}
      <ul>
        {lessons.map((l) => (
          <li key={l.id} className="flex flex-wrap items-end gap-1.5 border-b border-rule py-1">
            <ParsedField
              className="min-w-0 flex-1 max-tab:basis-full"
              hideLabel
              label="Lesson"
              draftKey={l.id}
              text={l.title}
              parse={parseLesson}
              onCommit={(title) => run("field.set", { of: "lesson", id: l.id, change: { title } })}
            />
            <Choice
              className="w-40 max-tab:w-[calc(50%-0.2rem)]"
              hideLabel
              label={`Applies to: ${l.title}`}
              value={l.about ?? ""}
              onChange={(about) => void run("field.set", { of: "lesson", id: l.id, change: { about: about || null } })}
              options={[{ value: "" as const, label: "any work" }, ...WORK_KINDS.map(({ kind, many }) => ({ value: kind, label: many }))]}
            />
            <Choice
              className="w-44 max-tab:w-[calc(50%-0.2rem)]"
              hideLabel
              label={`Product: ${l.title}`}
              value={l.product ?? ""}
              onChange={(product) => void run("field.set", { of: "lesson", id: l.id, change: { product: product || undefined } })}
              options={[
                { value: "", label: "any product" },
                ...[...new Set([...PRODUCTS, ...(l.product ? [l.product] : [])])].map((value) => ({ value, label: value })),
              ]}
            />
            <span className="w-28 self-center text-sm text-soft max-tab:w-auto max-tab:flex-1">{judgedWords(l)}</span>
            <IconButton label={`Forget: ${l.title}`} onClick={() => void run("list.drop", { list: "lessons", keys: [l.id] })}>
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
      <ParsedField
        className="mt-2"
        label="Another lesson"
        text=""
        placeholder="Let the first coat dry overnight in the cold room"
        parse={parseLesson}
        onCommit={(title) => run("list.add", { list: "lessons", items: [{ id: newId(), title, about: null, at: Date.now() }] })}
      />
    </>
  );
}
