/** How a list comes to this device: by the code of the network, from a file, or pasted. */
import { useEffect, useRef, useState } from "react";
import { readList } from "~core/away";
import type { Result } from "~core/units";
import { ask, db } from "~app/data/database.client";
import { listUnder } from "~app/data/handover.client";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";
import { carry } from "~store/away";

/** The code in the address that the camera opened, once. */
function codeInAddress(): string {
  const code = window.location.hash.slice(1);
  return /^[A-Z0-9]{8}$/.test(code) ? code : "";
}

export function TakeList({ onTaken }: { onTaken: (id: string) => void }) {
  const [code, setCode] = useState("");
  const [text, setText] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const takeText = async (given: string, by: string | null): Promise<void> => {
    const list = await readList(given);
    if (!list.ok) return void sayProblem(list.problem);
    const carried = await ask(() => carry(db, list.value, by, Date.now()));
    if (!carried.ok) return void sayProblem(carried.problem);
    setText("");
    setCode("");
    onTaken(carried.value.id);
  };
  const takeCode = async (given: string): Promise<void> => {
    const got: Result<string> = await listUnder(given);
    if (got.ok) await takeText(got.value, given.toUpperCase().replace(/[\s-]/g, ""));
    else sayProblem(got.problem);
  };
  const asked = useRef(false);
  useEffect(() => {
    const given = codeInAddress();
    if (asked.current || !given) return;
    asked.current = true;
    window.history.replaceState(window.history.state, "", window.location.pathname);
    void takeCode(given);
  });
  return (
    <div className="grid gap-3">
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (code.trim()) void takeCode(code);
        }}
      >
        <label className="min-w-[11rem] flex-1">
          <span className="label">Code from the computer</span>
          <input
            className="field w-full uppercase"
            value={code}
            maxLength={20}
            autoCapitalize="characters"
            onChange={(e) => setCode(e.target.value)}
          />
        </label>
        <button className="btn btn-solid" type="submit" disabled={code.trim() === ""}>
          Fetch it
        </button>
      </form>
      <div>
        <button className="btn" onClick={() => file.current?.click()}>
          Open a file
        </button>
        <FileInput
          inputRef={file}
          id="away-list"
          label="List of the evening"
          accept=".json,.txt,application/json,text/plain"
          onFiles={([f]) => void f.text().then((t) => takeText(t, null))}
        />
      </div>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (text.trim()) void takeText(text, null);
        }}
      >
        <label className="min-w-[11rem] flex-1">
          <span className="label">Or paste it as text</span>
          <textarea className="field h-20 w-full" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
        <button className="btn" type="submit" disabled={text.trim() === ""}>
          Take it in
        </button>
      </form>
    </div>
  );
}
