/** The answer on its way back: over the network where the list came so, as a file with its pictures, or as text and a code without them. */
import { format } from "date-fns";
import { useState } from "react";
import { toast } from "sonner";
import { answerOf, MOST_SHOWN, packed, type AwayAnswer } from "~core/away";
import { sendAnswer } from "~app/data/handover.client";
import { download, fileName } from "~app/shared/files/download";
import { CameraCode } from "~app/ui/code";
import { copyText } from "~app/ui/copy";
import { sayProblem } from "~app/ui/sayProblem";
import type { CarriedRow } from "~store/awayRows";

async function base64Of(file: Blob): Promise<string> {
  let text = "";
  for (const b of new Uint8Array(await file.arrayBuffer())) text += String.fromCharCode(b);
  return btoa(text);
}

async function fullAnswer(row: CarriedRow): Promise<AwayAnswer> {
  const said = row.pictures.filter((p) => row.said.some((s) => s.n === p.n));
  const pictures = await Promise.all(said.map(async ({ n, hash, file }) => ({ n, hash, jpeg: await base64Of(file) })));
  return answerOf(row.list, row.openedAt, row.said, pictures, Date.now());
}

export function SendBack({ row }: { row: CarriedRow }) {
  const [made, setMade] = useState<{ of: CarriedRow["said"]; text: string } | null>(null);
  const [sending, setSending] = useState(false);
  const { said } = row;
  // What was said since makes another code.
  const shown = made?.of === said ? made.text : null;
  if (said.length === 0)
    return <p className="text-soft">Nothing is done yet. What you end here goes back as an answer, as often as you like.</p>;
  const send = async (): Promise<void> => {
    if (row.code === null || sending) return;
    setSending(true);
    const done = await sendAnswer(row.code, JSON.stringify(await fullAnswer(row)));
    setSending(false);
    if (done.ok) toast("Sent. Read it on the computer, at Tonight.");
    else sayProblem(done.problem);
  };
  const file = async (): Promise<void> => {
    const name = fileName(`${row.list.scene} ${format(row.list.at, "yyyy-MM-dd")} answer`, "json");
    download(name, JSON.stringify(await fullAnswer(row)), "application/json");
  };
  const short = (): Promise<string> => packed(answerOf(row.list, row.openedAt, said, [], Date.now()));
  return (
    <>
      <div className="flex flex-wrap gap-2">
        {row.code !== null && (
          <button className="btn btn-solid" disabled={sending} onClick={() => void send()}>
            {sending ? "Sending…" : "Send over the network"}
          </button>
        )}
        <button className="btn" onClick={() => void file()}>
          Save as a file
        </button>
        <button
          className="btn"
          onClick={() =>
            void short()
              .then(copyText)
              .then((done) => done && toast("Copied, without pictures"))
          }
        >
          Copy as text
        </button>
        <button className="btn" onClick={() => void short().then((text) => setMade({ of: said, text }))}>
          Show as a code
        </button>
      </div>
      {shown !== null &&
        (shown.length <= MOST_SHOWN ? (
          <CameraCode text={shown} label="The answer as a code for a camera" className="mt-3 w-64" />
        ) : (
          <p className="mt-2 text-soft">The answer is too long for a camera’s code: use the file or the text.</p>
        ))}
      {row.pictures.length > 0 && (
        <p className="mt-1 text-sm text-soft">Pictures go with the network and the file, not with text or a code.</p>
      )}
    </>
  );
}
