/** The evening's list on its way to a phone, and its answer on the way back. */
import { useEffect, useEffectEvent, useState } from "react";
import { handOut, packed, readAnswer, readingsOf, type AwayList, type AwayReading, type HandedStep, type StandsHere } from "~core/away";
import { eveningsOf } from "~core/plan";
import { contentHash } from "~core/project";
import { fail, ok, type Result } from "~core/units";
import { ask, db } from "~app/data/database.client";
import { storeWithFiles } from "~app/data/edits.client";
import { answerUnder } from "~app/data/handover.client";
import { keep, kept } from "~app/data/kept";
import { handedList, keepHanded } from "~store/away";
import { newId, useActions, useOthers, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";

/** A list as it leaves: in full for a file and the network, and as a code. */
export interface Outgoing {
  list: AwayList;
  code: string;
}

export function useHandOut(): () => Promise<Result<Outgoing>> {
  const project = useProject();
  const others = useOthers();
  const { model } = useTonight();
  return async () => {
    const evening = eveningsOf(project, others, model.now).find((e) => e.to > model.now);
    const made = handOut(model, evening?.to ?? model.now, project, others, newId());
    if (!made) return fail("away.none", "Nothing by hand can be done this evening: there is no list to take along.");
    const stored = await ask(() => keepHanded(db, made.handed));
    return stored.ok ? ok({ list: made.list, code: await packed(made.list) }) : stored;
  };
}

/** A picture of an answer, held to what it says it is. */
interface CarriedPicture {
  n: number;
  hash: string;
  file: Blob;
}

/** An answer that was read: nothing of it counts yet. */
export interface Incoming {
  readings: AwayReading[];
  pictures: CarriedPicture[];
}

/** A JPEG begins so (ITU-T T.81, B.1.1.3). */
const isJpeg = (bytes: Uint8Array): boolean => bytes[0] === 0xff && bytes[1] === 0xd8;

async function picturesOf(carried: readonly { n: number; hash: string; jpeg: string }[]): Promise<Result<CarriedPicture[]>> {
  const out: CarriedPicture[] = [];
  for (const { n, hash, jpeg } of carried) {
    const bytes = Uint8Array.from(atob(jpeg), (c) => c.charCodeAt(0));
    if (!isJpeg(bytes) || (await contentHash(bytes)) !== hash)
      return fail("away.picture", "A picture of this answer was changed on the way. Send it again from the phone.");
    out.push({ n, hash, file: new Blob([bytes], { type: "image/jpeg" }) });
  }
  return ok(out);
}

/** @returns reads an answer, and writes down what was read */
export function useTakeIn(): { read: (text: string) => Promise<Result<Incoming>>; write: (incoming: Incoming) => Promise<Result<number>> } {
  const project = useProject();
  const others = useOthers();
  const { runIn } = useActions();
  const { model } = useTonight();
  const read = async (text: string): Promise<Result<Incoming>> => {
    const answer = await readAnswer(text);
    if (!answer.ok) return answer;
    const handed = await ask(() => handedList(db, answer.value.list));
    if (!handed.ok) return handed;
    if (!handed.value)
      return fail("away.stranger", "This answers a list that was made in another browser, or more than two months ago. Open it there.");
    const pictures = await picturesOf(answer.value.pictures);
    if (!pictures.ok) return pictures;
    const { at } = handed.value;
    const here = ({ sceneId, start }: HandedStep): StandsHere => {
      const scene = [project, ...others].find((p) => p.scene.id === sceneId);
      const same = scene?.records.filter((r) => r.stepKey === start.stepKey && r.id !== start.recordId) ?? [];
      return {
        record: scene?.records.find((r) => r.id === start.recordId),
        other: same.some((r) => r.finishedAt === null)
          ? "in hand"
          : same.some((r) => r.result !== "failed" && r.finishedAt! > at)
            ? "done"
            : null,
        gone: !scene?.parts.some((p) => p.id === start.partId),
      };
    };
    return ok({ readings: readingsOf(handed.value, answer.value, here, model.now), pictures: pictures.value });
  };
  const write = async ({ readings, pictures }: Incoming): Promise<Result<number>> => {
    const taken = readings.flatMap((r) => r.taken ?? []);
    for (const sceneId of new Set(taken.map((t) => t.sceneId))) {
      const own = taken.filter((t) => t.sceneId === sceneId);
      const steps = own.map(({ step, startedAt, arrived }) => ({ step, startedAt, arrived }));
      const files = new Map(pictures.filter((p) => own.some((t) => t.n === p.n)).map(({ hash, file }) => [hash, { hash, file }]));
      const done =
        files.size > 0
          ? await storeWithFiles(sceneId, "pictures", [...files.values()], "away.take", { steps })
          : await runIn(sceneId, "away.take", { steps });
      if (!done.ok) return done;
    }
    return ok(taken.length);
  };
  return { read, write };
}

/** The list that waits on the server for a phone, and how many of its answers were seen. */
interface Pair {
  code: string;
  turn: number;
}

const PAIR = "handover";
const pairs = new Set<() => void>();

function keptPair(): Pair | null {
  try {
    const pair = JSON.parse(kept(PAIR) ?? "null") as Pair | null;
    return pair && typeof pair.code === "string" && typeof pair.turn === "number" ? pair : null;
  } catch {
    return null;
  }
}

export function keepPair(pair: Pair | null): void {
  keep(PAIR, pair && JSON.stringify(pair));
  pairs.forEach((tell) => tell());
}

const LOOK_MS = 4000;

/** Looks for an answer on the server while a code waits for one. @returns the code; `onAnswer` is told each answer once */
export function usePairing(onAnswer: (text: string) => void): string | null {
  const [pair, setPair] = useState(keptPair);
  useEffect(() => {
    const tell = (): void => setPair(keptPair());
    pairs.add(tell);
    return () => void pairs.delete(tell);
  }, []);
  const told = useEffectEvent(onAnswer);
  useEffect(() => {
    if (!pair) return;
    let over = false;
    const timer = setInterval(() => {
      void answerUnder(pair.code, pair.turn).then((got) => {
        if (over) return;
        // The server was started anew, or a day has gone: nobody waits there any more.
        if (!got.ok) return void (got.problem.code === "handover.none" && keepPair(null));
        if (!got.value) return;
        keepPair({ code: pair.code, turn: got.value.turn });
        told(got.value.answer);
      });
    }, LOOK_MS);
    return () => {
      over = true;
      clearInterval(timer);
    };
  }, [pair]);
  return pair?.code ?? null;
}
