/** The evening's list for the phone: shown to its camera, copied, saved, or handed over on the network. */
import { format } from "date-fns";
import { useState } from "react";
import { toast } from "sonner";
import { MOST_SHOWN } from "~core/away";
import { openPair, type Opened } from "~app/data/handover.client";
import { download, fileName } from "~app/shared/files/download";
import { CameraCode } from "~app/ui/code";
import { copyText } from "~app/ui/copy";
import { Dialog } from "~app/ui/dialog";
import { sayProblem } from "~app/ui/sayProblem";
import { keepPair, useHandOut, type Outgoing } from "./useAway";

export function HandOut() {
  const make = useHandOut();
  const [out, setOut] = useState<Outgoing | null>(null);
  const begin = async (): Promise<void> => {
    const made = await make();
    if (made.ok) setOut(made.value);
    else sayProblem(made.problem);
  };
  return (
    <>
      <button className="btn" onClick={() => void begin()}>
        Take tonight along…
      </button>
      {out && <Ways {...out} onClose={() => setOut(null)} />}
    </>
  );
}

function Ways({ list, code, onClose }: Outgoing & { onClose: () => void }) {
  const steps = list.goes.reduce((n, g) => n + g.pieces.length, 0);
  const [opened, setOpened] = useState<Opened | null>(null);
  const onNetwork = async (): Promise<void> => {
    const pair = await openPair(JSON.stringify(list));
    if (!pair.ok) return void sayProblem(pair.problem);
    keepPair({ code: pair.value.code, turn: 0 });
    setOpened(pair.value);
  };
  const fits = code.length <= MOST_SHOWN;
  const file = (): void =>
    download(fileName(`${list.scene} ${format(list.at, "yyyy-MM-dd")} list`, "json"), JSON.stringify(list), "application/json");
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title="Tonight on another device">
      <p>
        {steps} {steps === 1 ? "step" : "steps"} in {list.goes.length} {list.goes.length === 1 ? "go" : "goes"}, as planned until the end of
        the evening. On the other device, open this program at <strong>/away</strong> and take the list in. What is said there comes back as
        an answer, and nothing counts before you have read it here.
      </p>
      <div className="mt-4 grid gap-5 tab:grid-cols-2">
        <section aria-label="On the same network">
          <h3 className="text-lg">On the same network</h3>
          {!opened && (
            <button className="btn btn-solid mt-2" onClick={() => void onNetwork()}>
              Give it a code
            </button>
          )}
          {opened && <Paired {...opened} />}
          <p className="mt-2 text-sm text-soft">
            The program’s own server keeps the list in memory for a day. Whoever is on the network and has the code can read it.
          </p>
        </section>
        <section aria-label="Without a network">
          <h3 className="text-lg">Without a network</h3>
          <div className="mt-2 flex flex-wrap gap-2">
            <button className="btn" onClick={file}>
              Save as a file
            </button>
            <button className="btn" onClick={() => void copyText(code).then((done) => done && toast("Copied"))}>
              Copy as text
            </button>
          </div>
          {fits ? (
            <CameraCode text={code} label="The list as a code for a camera" className="mt-3 w-64" />
          ) : (
            <p className="mt-2 text-soft">The list is too long for a camera’s code: use the file or the text.</p>
          )}
        </section>
      </div>
    </Dialog>
  );
}

function Paired({ code, addresses }: Opened) {
  const [first] = addresses;
  return (
    <>
      <p className="mt-2 font-slab text-3xl tracking-widest" aria-label={`Code ${code.split("").join(" ")}`}>
        {code.slice(0, 4)} {code.slice(4)}
      </p>
      {first ? (
        <>
          <p className="mt-1">
            Open <strong className="break-all">{addresses.map((a) => `${a}/away`).join(" or ")}</strong> there, or point its camera here:
          </p>
          <CameraCode text={`${first}/away#${code}`} label="The address with the code, for a camera" className="mt-2 w-40" />
        </>
      ) : (
        <p className="mt-1">
          This server answers this machine alone. To reach it from a phone, start it with <code>HOST=0.0.0.0</code> on a network you trust.
        </p>
      )}
    </>
  );
}
