/** An evening's list on the device that carries it: its goes in their order, what is in hand, and the way back. */
import { format } from "date-fns";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { isDoneAway } from "~core/away";
import type { Result } from "~core/units";
import { ask, db } from "~app/data/database.client";
import { Page, Section } from "~app/shared/Page";
import { sayProblem } from "~app/ui/sayProblem";
import { changeCarried } from "~store/away";
import type { CarriedRow } from "~store/awayRows";
import { AwayGoItem } from "./AwayGoItem";
import { AwayInHand } from "./AwayInHand";
import type { Change } from "./change";
import { SendBack } from "./SendBack";
import { TakeList } from "./TakeList";

const MINUTE_MS = 60_000;

/** The time, to the minute: what dries is ready by itself. */
function useMinute(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS / 4);
    return () => clearInterval(timer);
  }, []);
  return now;
}

export function AwayPage({ lists, onChange }: { lists: Result<CarriedRow[]>; onChange: () => Promise<void> }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const now = useMinute();
  if (!lists.ok)
    return (
      <Sheet>
        <p role="alert" className="note-act mt-4">
          ▲ {lists.problem.message}
        </p>
      </Sheet>
    );
  const row = lists.value.find((r) => r.id === chosen) ?? (lists.value[0] as CarriedRow | undefined);
  const change: Change = async (how) => {
    if (!row) return;
    const done = await ask(() => changeCarried(db, row.id, how));
    if (!done.ok) sayProblem(done.problem);
    await onChange();
  };
  const taken = async (id: string): Promise<void> => {
    await onChange();
    setChosen(id);
  };
  const pieces = row?.list.goes.flatMap((g) => g.pieces) ?? [];
  const done = pieces.filter((p) => isDoneAway(row!.said, p.n)).length;
  return (
    <Sheet sub={row && `${row.list.scene}, ${format(row.list.at, "EEEE d MMMM")}`} done={row ? `${done} of ${pieces.length}` : undefined}>
      {row?.inHand && <AwayInHand row={row} inHand={row.inHand} change={change} />}
      {row && (
        <ul className="mt-2">
          {row.list.goes.map((go, i) => (
            <AwayGoItem
              key={i}
              go={go}
              row={row}
              now={now}
              onStart={() => void change((r) => ({ ...r, inHand: { go: i, from: Date.now(), ticked: [] } }))}
              change={change}
            />
          ))}
        </ul>
      )}
      {row && row.list.goes.length > 0 && (
        <Section title="Send it back">
          <SendBack row={row} />
        </Section>
      )}
      <Section title={row ? "Another list" : "Take a list in"}>
        <TakeList onTaken={(id) => void taken(id)} />
        {lists.value.length > 1 && (
          <ul className="mt-3">
            {lists.value
              .filter((r) => r.id !== row?.id)
              .map((r) => (
                <li key={r.id}>
                  <button className="btn mt-1" onClick={() => setChosen(r.id)}>
                    {r.list.scene}, {format(r.list.at, "d MMM HH:mm")}
                  </button>
                </li>
              ))}
          </ul>
        )}
        {row && (
          <button
            className="btn mt-3"
            onClick={() => {
              const empty = row.said.length + row.notes.length + row.pictures.length === 0 && !row.inHand;
              if (empty || window.confirm("What was said on this list and not sent back is lost. Delete it?"))
                void ask(() => db.away.delete(row.id)).then((done) => (done.ok ? onChange() : void sayProblem(done.problem)));
            }}
          >
            Delete this list here
          </button>
        )}
      </Section>
    </Sheet>
  );
}

const Sheet = ({ sub, done, children }: { sub?: React.ReactNode; done?: string; children: React.ReactNode }) => (
  <div className="h-dvh p-1.5 desk:p-3">
    <Page title="Tonight, taken along" sub={sub} cells={done === undefined ? [] : [{ label: "done", value: done }]}>
      {children}
      <p className="mt-6">
        <Link className="btn" to="/bench">
          To the bench
        </Link>
      </p>
    </Page>
  </div>
);
