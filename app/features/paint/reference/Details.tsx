/** Details of the real thing on one part: wanted or not, and ticked at the dry fit. */
import { X } from "lucide-react";
import { useState } from "react";
import { detailsOpen } from "~core/plan";
import { LIMITS, type LookDetail, type Part } from "~core/project";
import { formatDuration, parseDuration } from "~core/units";
import { Section } from "~app/shared/Page";
import { newId, useActions } from "~app/shared/scene";
import { Choice, orNothing, ParsedField, parseName } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const WANTED = [
  { value: "must", label: "must" },
  { value: "should", label: "should" },
  { value: "skip", label: "skip" },
] as const;

export function Details({ part, picker }: { part: Part; picker: React.ReactNode }) {
  const { run } = useActions();
  const [what, setWhat] = useState("");
  const details = part.details ?? [];
  const { open, handsS } = detailsOpen(part);
  const set = (key: string, change: Partial<LookDetail>) => run("list.set", { list: "part.details", of: part.id, key, change });
  const add = async (): Promise<void> => {
    const name = parseName(what);
    if (!name.ok) return;
    const items: LookDetail[] = [{ id: newId(), what: name.value, wanted: "should", handsOnS: null, done: false }];
    const done = await run("list.add", { list: "part.details", of: part.id, items });
    if (done.ok) setWhat("");
  };
  return (
    <Section title="Details, at the dry fit" aside={picker}>
      {details.length === 0 && (
        <p className="text-soft">List what the real thing has and the piece should: gutters, hinges, a sign. Tick them at the dry fit.</p>
      )}
      <ul>
        {details.map((d) => (
          <li
            key={d.id}
            className="grid grid-cols-[auto_1fr_auto] items-center gap-2 border-b border-rule py-1 tab:grid-cols-[auto_1fr_7rem_7rem_auto]"
          >
            <input
              type="checkbox"
              className="h-6 w-6"
              aria-label={`${d.what} is there`}
              checked={d.done}
              onChange={(e) => void set(d.id, { done: e.target.checked })}
            />
            <span className={d.wanted === "skip" ? "text-soft line-through" : d.done ? "text-soft" : "font-semibold"}>{d.what}</span>
            <Choice
              hideLabel
              className="max-tab:col-start-2"
              label={`How much ${d.what} is wanted`}
              value={d.wanted}
              options={WANTED}
              onChange={(wanted: LookDetail["wanted"]) => void set(d.id, { wanted })}
            />
            <ParsedField
              hideLabel
              className="max-tab:col-start-2"
              label={`Time for ${d.what}`}
              draftKey={`detail ${d.id}`}
              text={d.handsOnS === null ? "" : formatDuration(d.handsOnS)}
              placeholder="hours"
              parse={orNothing<number>(parseDuration)}
              onCommit={(handsOnS) => set(d.id, { handsOnS })}
            />
            <IconButton
              label={`Remove ${d.what}`}
              onClick={() => void run("list.drop", { list: "part.details", of: part.id, keys: [d.id] })}
            >
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <label className="min-w-0 flex-1">
          <span className="label block">Another detail</span>
          <input className="field w-full" value={what} maxLength={LIMITS.name} onChange={(e) => setWhat(e.target.value)} />
        </label>
        <button className="btn" disabled={!parseName(what).ok || details.length >= LIMITS.details}>
          Add it
        </button>
      </form>
      {open > 0 && (
        <p className="mt-2">
          {open} {open === 1 ? "detail is" : "details are"} open{handsS > 0 && `, ${formatDuration(handsS)} by your own figures`}.
        </p>
      )}
    </Section>
  );
}
