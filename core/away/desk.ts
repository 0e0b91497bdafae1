/**
 * Where two browsers on one network hand each other a list and its answer: in memory, for one code, for a day. Nothing is read here, and
 * nothing is kept when the server stops. A day is counted from when it was last asked for.
 */
import { fail, ok, type Result } from "../units";

/** Letters and digits that are not mistaken for one another. */
const SIGNS = "ABCDEFGHJKMNPQRSTVWXYZ23456789";
const CODE = 8;
const MOST_PAIRS = 20;
/** Of all pairs together, in signs. */
const MOST_HELD = 120_000_000;
const LASTS_MS = 24 * 3600_000;
/** Wrong codes within a minute, of everybody together: at that pace guessing one of twenty codes takes some two thousand years. */
const MOST_WRONG = 30;

interface Pair {
  list: string;
  answer: string | null;
  /** Counts answers, so that one that was seen is not fetched again. */
  turn: number;
  usedAt: number;
}

export class HandoverDesk {
  private readonly pairs = new Map<string, Pair>();
  private wrong: number[] = [];

  /** @param random whole numbers from 0 to below `under`, that nobody can foresee */
  constructor(private readonly random: (under: number) => number) {}

  private sweep(now: number): void {
    for (const [code, { usedAt }] of this.pairs) if (now - usedAt > LASTS_MS || usedAt > now) this.pairs.delete(code);
    this.wrong = this.wrong.filter((at) => now - at < 60_000 && at <= now);
  }

  private held(): number {
    return [...this.pairs.values()].reduce((n, p) => n + p.list.length + (p.answer?.length ?? 0), 0);
  }

  private pair(code: string, now: number): Result<Pair> {
    this.sweep(now);
    if (this.wrong.length >= MOST_WRONG) return fail("handover.wait", "Too many wrong codes. Wait a minute.");
    const pair = this.pairs.get(code.toUpperCase().replace(/[\s-]/g, ""));
    if (!pair) {
      this.wrong.push(now);
      return fail("handover.none", "No list waits under this code. Codes last a day, and end when the server stops.");
    }
    pair.usedAt = now;
    return ok(pair);
  }

  /** Lays a list down. @returns the code that fetches it */
  open(list: string, now: number): Result<string> {
    this.sweep(now);
    if (this.held() + list.length > MOST_HELD) return fail("handover.full", "The server holds as much as it can. Use a file.");
    if (this.pairs.size >= MOST_PAIRS) {
      const [oldest] = [...this.pairs].sort((a, b) => a[1].usedAt - b[1].usedAt)[0];
      this.pairs.delete(oldest);
    }
    let code = "";
    do code = Array.from({ length: CODE }, () => SIGNS[this.random(SIGNS.length)]).join("");
    while (this.pairs.has(code));
    this.pairs.set(code, { list, answer: null, turn: 0, usedAt: now });
    return ok(code);
  }

  list(code: string, now: number): Result<string> {
    const pair = this.pair(code, now);
    return pair.ok ? ok(pair.value.list) : pair;
  }

  /** The answer that came after the one that is known; null where none did. */
  answer(code: string, known: number, now: number): Result<{ turn: number; answer: string } | null> {
    const pair = this.pair(code, now);
    if (!pair.ok) return pair;
    const { answer, turn } = pair.value;
    return ok(answer !== null && turn > known ? { turn, answer } : null);
  }

  /** Lays an answer down in place of the one before. */
  put(code: string, answer: string, now: number): Result<number> {
    const pair = this.pair(code, now);
    if (!pair.ok) return pair;
    const { value: p } = pair;
    if (this.held() - (p.answer?.length ?? 0) + answer.length > MOST_HELD)
      return fail("handover.full", "The server holds as much as it can. Send it as a file.");
    p.answer = answer;
    p.turn++;
    return ok(p.turn);
  }
}
