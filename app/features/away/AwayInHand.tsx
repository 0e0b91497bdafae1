/** A go in hand away from the computer: the same large target, kept on this device with every press. */
import { useEffect, useRef, useState } from "react";
import { endPieces, piecesInHand, type AwayPiece, type SaidOfPiece } from "~core/away";
import { LIMITS, type StepResult } from "~core/project";
import { InHandPhone } from "~app/shared/InHandPhone";
import { usePictures } from "~app/shared/pictures";
import { PictureProgress } from "~app/shared/PictureProgress";
import { SayIt } from "~app/shared/SayIt";
import { Dialog } from "~app/ui/dialog";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";
import type { CarriedGo, CarriedRow } from "~store/awayRows";
import type { Change } from "./change";

const noteOf = (row: CarriedRow, n: number): string => row.notes.find((x) => x.n === n)?.note ?? "";

export function AwayInHand({ row, inHand, change }: { row: CarriedRow; inHand: CarriedGo; change: Change }) {
  const go = row.list.goes[inHand.go];
  const open = piecesInHand(go, row.list, row.said, inHand.from);
  // What was ended by itself in this go stays in sight, as done.
  const pieces = go.pieces.filter((p) => open.includes(p) || row.said.some((s) => s.n === p.n && s.from === inHand.from));
  const ticked = new Set([...inHand.ticked, ...pieces.filter((p) => !open.includes(p)).map((p) => p.n)]);
  const [now, setNow] = useState(() => Date.now());
  const [asks, setAsks] = useState<{ piece: AwayPiece; wrong: boolean } | null>(null);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 5000);
    return () => clearInterval(timer);
  }, []);
  const end = (which: readonly AwayPiece[]): void =>
    void change((r) => ({
      ...r,
      said: endPieces(r.said, which, { from: inHand.from, until: Date.now() }, (n) => ({ note: noteOf(r, n) })),
      inHand: null,
    }));
  /** One piece by itself: the others stay in hand. */
  const endOne = (piece: AwayPiece, said: SaidOfPiece): void => {
    setAsks(null);
    void change((r) => {
      const next = endPieces(r.said, [piece], { from: inHand.from, until: Date.now() }, () => ({ note: noteOf(r, piece.n), ...said }));
      // Its share only: the rest of the time belongs to those that go on.
      const planned = open.reduce((n, p) => n + Math.max(1, p.handsS), 0);
      const share = Math.max(1, piece.handsS) / planned;
      const shared = next.map((s) => (s.n === piece.n && s.tookS !== null ? { ...s, tookS: Math.round(s.tookS * share) } : s));
      const rest = open.filter((p) => p.n !== piece.n);
      return {
        ...r,
        said: shared,
        inHand: rest.length === 0 ? null : r.inHand && { ...r.inHand, ticked: r.inHand.ticked.filter((n) => n !== piece.n) },
      };
    });
  };
  const next = open.find((p) => !ticked.has(p.n)) ?? open[0];
  const toggle = (n: number): void =>
    void change((r) =>
      r.inHand
        ? {
            ...r,
            inHand: { ...r.inHand, ticked: r.inHand.ticked.includes(n) ? r.inHand.ticked.filter((x) => x !== n) : [...r.inHand.ticked, n] },
          }
        : r,
    );
  if (!next) return null;
  const done = open.filter((p) => ticked.has(p.n));
  return (
    <>
      <InHandPhone
        title={go.pieces.length > 1 ? go.title : `${go.pieces[0].name}: ${go.title}`}
        pieces={pieces.map((p) => ({ key: String(p.n), name: p.name }))}
        ticked={new Set([...ticked].map(String))}
        tookS={Math.max(0, (now - inHand.from) / 1000)}
        plannedS={open.reduce((n, p) => n + p.handsS, 0)}
        notes={[...(go.care.length > 0 ? [`△ ${go.care.join(" ")}`] : []), ...go.learned.map((l) => `You learned: ${l}`)]}
        leave="Undo start"
        onTick={(key) => toggle(Number(key))}
        onEnd={() => (next.plate.length > 0 ? setAsks({ piece: next, wrong: true }) : end(done.length === 0 ? open : done))}
        onWrong={(key) => setAsks({ piece: open.find((p) => String(p.n) === key) ?? next, wrong: true })}
        onLeave={() => void change((r) => ({ ...r, inHand: null }))}
      >
        <KeepAway row={row} piece={next} change={change} onSay={() => setAsks({ piece: next, wrong: false })} />
      </InHandPhone>
      {asks?.wrong && <HowItWent piece={asks.piece} onClose={() => setAsks(null)} onSaid={(said) => endOne(asks.piece, said)} />}
      {asks && !asks.wrong && (
        <SayIt
          title={asks.piece.name}
          note={noteOf(row, asks.piece.n)}
          onClose={() => setAsks(null)}
          onSaid={(note) => {
            setAsks(null);
            void change((r) => ({ ...r, notes: [...r.notes.filter((x) => x.n !== asks.piece.n), { n: asks.piece.n, note }] }));
          }}
        />
      )}
    </>
  );
}

/** A picture and a word, kept with the piece until the answer takes them along. */
function KeepAway({ row, piece, change, onSay }: { row: CarriedRow; piece: AwayPiece; change: Change; onSay: () => void }) {
  const work = usePictures();
  const input = useRef<HTMLInputElement>(null);
  const kept = row.pictures.filter((p) => p.n === piece.n).length;
  const take = async (files: File[]): Promise<void> => {
    const { pictures, problems } = await work.take(files);
    problems.forEach(sayProblem);
    const mine = pictures.map(({ hash, file }) => ({ n: piece.n, hash, file }));
    await change((r) => ({
      ...r,
      pictures: [...r.pictures, ...mine.filter((m) => !r.pictures.some((p) => p.n === m.n && p.hash === m.hash))],
    }));
  };
  return (
    <>
      <button className="btn" onClick={() => input.current?.click()} aria-label={`Picture of ${piece.name}`}>
        picture{kept > 0 ? ` (${kept})` : ""}
      </button>
      <FileInput
        inputRef={input}
        id={`away-picture-${piece.n}`}
        label={`Picture of ${piece.name}`}
        accept="image/*"
        many
        camera
        onFiles={(f) => void take(f)}
      />
      <button className="btn" onClick={onSay} aria-label={`Say something about ${piece.name}`}>
        say it
      </button>
      <PictureProgress work={work} />
    </>
  );
}

/** How one piece ended: a plate is counted, and what went wrong is said. */
function HowItWent({ piece, onClose, onSaid }: { piece: AwayPiece; onClose: () => void; onSaid: (said: SaidOfPiece) => void }) {
  const [failed, setFailed] = useState(piece.plate.map(() => 0));
  const [text, setText] = useState("");
  const say = (result: StepResult): void => onSaid({ result, failed, wentWrong: text.trim() });
  const plate = piece.plate.length > 0;
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={piece.name}>
      {piece.plate.map((p, i) => (
        <label key={i} className="mt-1 block">
          <span className="label">
            {p.name}: of {p.pieces}, how many failed?
          </span>
          <input
            type="number"
            className="field w-28"
            min={0}
            max={p.pieces}
            value={failed[i]}
            onChange={(e) =>
              setFailed(failed.map((f, j) => (j === i ? Math.min(p.pieces, Math.max(0, Math.round(Number(e.target.value) || 0))) : f)))
            }
          />
        </label>
      ))}
      <label className="mt-2 block">
        <span className="label">What went wrong, if anything</span>
        <input className="field w-full" maxLength={LIMITS.wentWrong} value={text} onChange={(e) => setText(e.target.value)} />
      </label>
      <div className="mt-3 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={() => say("good")}>
          Done
        </button>
        {!plate && (
          <button className="btn" onClick={() => say("partly")}>
            Done, but not quite right
          </button>
        )}
        <button className="btn" onClick={() => say("failed")}>
          {plate ? "All failed" : "Failed: redo it"}
        </button>
      </div>
    </Dialog>
  );
}
