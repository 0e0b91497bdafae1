/** What comes back from the phone: read first, step by step, and written down with one press. */
import { useRef, useState } from "react";
import { toast } from "sonner";
import { FileInput } from "~app/ui/fileInput";
import { Fold } from "~app/ui/fold";
import { sayProblem } from "~app/ui/sayProblem";
import { HandOut } from "./HandOut";
import { usePairing, useTakeIn, type Incoming } from "./useAway";

const MARKS = { new: "●", changed: "◐", same: "○", "stays out": "▲" } as const;

export function OnThePhone() {
  const { read, write } = useTakeIn();
  const [incoming, setIncoming] = useState<Incoming | null>(null);
  const [pasted, setPasted] = useState("");
  const [busy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const take = async (text: string): Promise<void> => {
    const got = await read(text);
    if (!got.ok) return void sayProblem(got.problem);
    setPasted("");
    setIncoming(got.value);
  };
  const waiting = usePairing((text) => void take(text));
  const count = incoming?.readings.filter((r) => r.taken).length ?? 0;
  const writeDown = async (): Promise<void> => {
    if (!incoming || busy) return;
    setBusy(true);
    const done = await write(incoming);
    setBusy(false);
    if (!done.ok) return void sayProblem(done.problem);
    setIncoming(null);
    toast(`${done.value} ${done.value === 1 ? "step" : "steps"} written down. Undo takes them back.`);
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <HandOut />
        <button className="btn" onClick={() => file.current?.click()}>
          Open an answer
        </button>
        <FileInput
          inputRef={file}
          id="away-answer"
          label="Answer from the phone"
          accept=".json,.txt,application/json,text/plain"
          onFiles={([f]) => void f.text().then(take)}
        />
        {waiting && <span className="text-soft">The code {waiting} waits for its answer.</span>}
      </div>
      <Fold label="Paste an answer">
        <div className="flex flex-wrap items-end gap-2">
          <label className="min-w-[14rem] flex-1">
            <span className="label">Answer as text</span>
            <textarea className="field h-20 w-full" value={pasted} onChange={(e) => setPasted(e.target.value)} />
          </label>
          <button className="btn" disabled={pasted.trim() === ""} onClick={() => void take(pasted)}>
            Read it
          </button>
        </div>
      </Fold>
      {incoming && (
        <section aria-label="Answer from the phone" className="mt-2 border-[1.5px] border-ink p-3">
          {incoming.readings.length === 0 && <p>Nothing was done yet.</p>}
          <ul>
            {incoming.readings.map((r) => (
              <li key={r.n} className={r.state === "stays out" ? "note-act" : r.state === "same" ? "text-soft" : ""}>
                <span aria-hidden="true">{MARKS[r.state]}</span> <strong>{r.name}</strong>, {r.title}: {r.words}
              </li>
            ))}
          </ul>
          <div className="mt-2 flex flex-wrap gap-2">
            <button className="btn btn-solid" disabled={count === 0 || busy} onClick={() => void writeDown()}>
              {count === 0 ? "Nothing new" : `Write ${count} down`}
            </button>
            <button className="btn" onClick={() => setIncoming(null)}>
              Put it away
            </button>
          </div>
        </section>
      )}
    </>
  );
}
