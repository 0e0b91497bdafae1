/** Parcels and people that are waited for: what needs them is not offered or planned before they came. */
import { format, isPast } from "date-fns";
import { X } from "lucide-react";
import { useState } from "react";
import { onShelf } from "~core/look";
import { LIMITS, type WaitedFor } from "~core/project";
import { fail, ok } from "~core/units";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const SCENE = "scene";
const dayText = (day: string): string => format(`${day.slice(0, 10)}T12:00`, "EEEE d MMMM");

export function WaitingFor() {
  const project = useProject();
  const { run } = useActions();
  const { scene, parts, paints, supplies } = project;
  const awaits = scene.awaits ?? [];
  const [day, setDay] = useState("");
  const [of, setOf] = useState(SCENE);
  const nameOf = ({ partId, itemId }: WaitedFor): string => {
    if (partId !== null) return parts.find((p) => p.id === partId)?.name ?? "a deleted part";
    if (itemId !== null) return [...paints, ...supplies].find((x) => x.id === itemId)?.name ?? "what is on the shelf no more";
    return "the whole scene";
  };
  const add = (what: string) => {
    const [kind, id = ""] = of.split(" ");
    const item: WaitedFor = {
      id: newId(),
      what,
      day: day || format(Date.now(), "yyyy-MM-dd"),
      partId: kind === "part" ? id : null,
      itemId: kind === "item" ? id : null,
      came: false,
    };
    return run("list.add", { list: "scene.awaits", items: [item] });
  };
  return (
    <>
      <ul aria-label="Waited for">
        {awaits.map((a) => {
          const late = !a.came && isPast(`${a.day.slice(0, 10)}T23:59`);
          return (
            <li key={a.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1">
              <span className={`min-w-0 flex-1 basis-60 ${a.came ? "text-soft" : ""}`}>
                <span className="font-semibold">{a.what}</span> for {nameOf(a)}
                <span className={`block ${late ? "note-act" : "text-soft"}`}>
                  {a.came ? "came" : late ? `▲ was expected ${dayText(a.day)}: planned from tomorrow` : `expected ${dayText(a.day)}`}
                </span>
              </span>
              {!a.came && (
                <input
                  type="date"
                  aria-label={`${a.what}: expected on`}
                  className="field w-44"
                  value={a.day.slice(0, 10)}
                  onChange={(e) =>
                    e.target.value && void run("list.set", { list: "scene.awaits", key: a.id, change: { day: e.target.value } })
                  }
                />
              )}
              <button
                className="btn"
                aria-pressed={a.came}
                onClick={() => void run("list.set", { list: "scene.awaits", key: a.id, change: { came: !a.came } })}
                aria-label={`${a.what}: ${a.came ? "did not come" : "it came"}`}
              >
                {a.came ? "Not yet" : "It came"}
              </button>
              <IconButton label={`Forget: ${a.what}`} onClick={() => void run("list.drop", { list: "scene.awaits", keys: [a.id] })}>
                <X size={18} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label>
          <span className="label block">Expected on</span>
          <input type="date" className="field w-44" value={day} onChange={(e) => setDay(e.target.value)} />
        </label>
        <Choice
          className="w-60"
          label="What waits for it"
          value={of}
          onChange={setOf}
          options={[
            { value: SCENE, label: "the whole scene" },
            ...parts.map((p) => ({ value: `part ${p.id}`, label: p.name })),
            ...onShelf(project).map((x) => ({ value: `item ${x.id}`, label: `what takes ${x.name}` })),
          ]}
        />
        <ParsedField
          className="w-72"
          label="A parcel, a friend, an answer"
          text=""
          placeholder="resin, two bottles"
          parse={(text) =>
            text.trim() && text.trim().length <= LIMITS.name
              ? ok(text.trim())
              : fail("awaits", `Say what is waited for, in at most ${LIMITS.name} characters.`)
          }
          onCommit={add}
        />
      </div>
      <p className="mt-1 text-sm text-soft">It is planned for the evening of that day; the chance allows for a day or two more.</p>
    </>
  );
}
