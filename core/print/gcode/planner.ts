/**
 * Time of a stream of moves, each with a speed of its own, in bounded memory: the look-ahead of a printer's firmware. Moves wait until the
 * speed at which the first of them may end is settled; then half of them are counted and let go.
 */
import { cornerSpeed, moveTimeS } from "../estimate/moves";

/** Moves that wait at once. */
const AHEAD = 1024;

export class MovePlanner {
  timeS = 0;
  private readonly length = new Float64Array(AHEAD);
  private readonly speed = new Float64Array(AHEAD);
  private readonly acceleration = new Float64Array(AHEAD);
  /** Speed that its corner allows where a move begins. */
  private readonly corner = new Float64Array(AHEAD);
  private readonly entry = new Float64Array(AHEAD + 1);
  private readonly out = new Float64Array(3);
  private count = 0;
  /** Speed with which the first waiting move really begins. */
  private begin = 0;

  constructor(private readonly cornerMmS: number) {}

  /**
   * A straight move, or an arc.
   * @param from unit direction where it begins, @param to where it ends
   */
  add(lengthMm: number, speedMmS: number, acceleration: number, from: ArrayLike<number>, to: ArrayLike<number>): void {
    if (!(lengthMm > 0) || !(speedMmS > 0)) return;
    const i = this.count;
    const cos = this.out[0] * from[0] + this.out[1] * from[1] + this.out[2] * from[2];
    this.corner[i] = Math.min(speedMmS, i > 0 ? this.speed[i - 1] : this.begin, cornerSpeed(cos, this.cornerMmS));
    this.length[i] = lengthMm;
    this.speed[i] = speedMmS;
    this.acceleration[i] = acceleration;
    for (let k = 0; k < 3; k++) this.out[k] = to[k];
    this.count++;
    if (this.count === AHEAD) this.settle(AHEAD / 2);
  }

  /** The machine stands still: what waits is counted, and the next move begins from rest. */
  stop(): void {
    if (this.count > 0) this.settle(this.count);
    this.begin = 0;
  }

  /** Counts the first moves of those that wait, as if the last of all came to rest. */
  private settle(moves: number): void {
    const { count, length, speed, acceleration, corner, entry } = this;
    entry[0] = this.begin;
    for (let i = 1; i < count; i++)
      entry[i] = Math.min(corner[i], Math.sqrt(entry[i - 1] * entry[i - 1] + 2 * acceleration[i - 1] * length[i - 1]));
    entry[count] = 0;
    for (let i = count - 1; i > 0; i--)
      entry[i] = Math.min(entry[i], Math.sqrt(entry[i + 1] * entry[i + 1] + 2 * acceleration[i] * length[i]));
    for (let i = 0; i < moves; i++)
      this.timeS += moveTimeS(length[i], speed[i], acceleration[i], entry[i], Math.min(entry[i + 1], speed[i]));
    this.begin = entry[moves];
    for (const list of [length, speed, acceleration, corner]) list.copyWithin(0, moves, count);
    this.count = count - moves;
  }
}
