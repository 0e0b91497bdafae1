/**
 * Reads a file of moves for a filament printer (G-code; the words that printers share, after NIST RS274NGC for motion, units and modes, and
 * common firmware for extrusion, as recalled). It is read as a stream, in bounded memory: layers, net filament, retractions, the box of
 * what is laid, and time by the planner of the estimate against plain length over feed.
 */
import { fail, ok, type Problem, type Result } from "../../units";
import { MovePlanner } from "./planner";

export interface GcodeOptions {
  filamentMm: number;
  accelerationMmS2: number;
  cornerMmS: number;
}

/** What is usual where a profile does not say it: the common filament and a common machine. */
export const GCODE_DEFAULTS: GcodeOptions = { filamentMm: 1.75, accelerationMmS2: 1500, cornerMmS: 8 };

export interface GcodeWarning {
  code: string;
  message: string;
  count: number;
  /** Line where it was first seen, from 1. */
  line: number;
}

export interface GcodeFacts {
  /** Distinct heights at which material is laid along a level path, and rounds of a spiral that rises as it is laid. */
  layers: number;
  /** Net: what was drawn back and given again counts once. */
  filamentMm: number;
  retractions: number;
  materialMm3: number;
  timeS: number;
  /** Length over feed rate. */
  naiveTimeS: number;
  /** Of extruding moves; null where none lays anything. */
  bboxMm: { min: [number, number, number]; max: [number, number, number]; size: [number, number, number] } | null;
  units: "mm" | "in" | "mixed";
  mode: { position: "absolute" | "relative" | "mixed"; extrusion: "absolute" | "relative" | "mixed" };
  warnings: GcodeWarning[];
  lines: number;
}

/** Longer lines are not read, bytes. */
const LONGEST_LINE = 4096;
/** Feed where none was said, mm/min. */
const FEED_MM_MIN = 1500;
/** Further out than this is no place on a printer, mm. */
const FARTHEST_MM = 1e5;
/** Heights nearer than this are one layer, mm. */
const HEIGHT_STEP_MM = 1e-3;
/** So many distinct heights are counted, at most. */
const MOST_HEIGHTS = 200_000;
/** More lines than this are no print. */
const MOST_LINES = 500_000_000;
const INCH_MM = 25.4;

const X = 0,
  Y = 1,
  Z = 2,
  E = 3;
const LETTERS = "XYZEFIJRPSTGMNL";

type Mode = "absolute" | "relative" | "mixed";
const mixed = (seen: { absolute: boolean; relative: boolean }, now: "absolute" | "relative"): Mode =>
  seen.absolute && seen.relative ? "mixed" : seen.absolute ? "absolute" : seen.relative ? "relative" : now;

const WARNINGS: Record<string, string> = {
  "gcode.number": "A number cannot be read: the line is skipped.",
  "gcode.far": "A position beyond any printer’s reach: the line is skipped.",
  "gcode.long": "A line is longer than any command: it is skipped.",
  "gcode.feed": "The first moves have no feed rate: 1,500 mm/min is assumed.",
  "gcode.feed-zero": "A feed rate of zero or less: the previous one is kept.",
  "gcode.arc": "An arc whose centre or radius does not match its ends: treated as a straight line.",
  "gcode.heat": "Waiting for heating is not counted.",
  "gcode.tool": "The file changes tools: the changes are not counted, and all tools are treated as one filament.",
  "gcode.unknown": "A motion command that is not supported is skipped.",
  "gcode.heights": "More heights than any print has layers: counting stopped.",
  "gcode.checksum": "A line does not match its checksum; it was read anyway.",
  "gcode.binary": "Bytes that are not text: those lines are skipped.",
  "gcode.nothing-laid": "Nothing is printed: no move extrudes along a path.",
};

/** Takes the bytes of a file as they come. */
export class GcodeReader {
  private readonly planner: MovePlanner;
  private readonly pending = new Uint8Array(LONGEST_LINE);
  private pendingUsed = 0;
  private skipping = false;
  private returned = false;
  private line = 0;
  private moves = 0;
  private commands = 0;
  private readonly warnings = new Map<string, GcodeWarning>();
  /** Machine position, mm. */
  private readonly at = new Float64Array(4);
  /** Added to what the file says, by G92, mm. */
  private readonly offset = new Float64Array(4);
  private unitMm = 1;
  private relative = false;
  private relativeE = false;
  private feedMmMin = 0;
  private motion = -1;
  /** While laying, and while moving over, mm/s². */
  private acceleration: { lay: number; travel: number };
  /** Shares of what the file says, set by the file: of speed and of filament. */
  private speedShare = 1;
  private flowShare = 1;
  private net = 0;
  private retractions = 0;
  private drawnBack = false;
  private naive = 0;
  private dwellS = 0;
  private readonly heights = new Set<number>();
  private readonly spiral = new Spiral();
  private readonly low = new Float64Array(3).fill(Infinity);
  private readonly high = new Float64Array(3).fill(-Infinity);
  private readonly unitsSeen = { mm: false, in: false };
  private readonly positionSeen = { absolute: false, relative: false };
  private readonly extrusionSeen = { absolute: false, relative: false };
  private readonly values = new Float64Array(LETTERS.length);
  private readonly given = new Uint8Array(LETTERS.length);
  private readonly codes: number[] = [];

  constructor(private readonly options: GcodeOptions = GCODE_DEFAULTS) {
    this.planner = new MovePlanner(options.cornerMmS);
    this.acceleration = { lay: options.accelerationMmS2, travel: options.accelerationMmS2 };
  }

  private warn(code: string): void {
    const there = this.warnings.get(code);
    if (there) there.count++;
    else this.warnings.set(code, { code, message: WARNINGS[code], count: 1, line: this.line });
  }

  /** @returns a problem where reading on makes no sense */
  push(bytes: Uint8Array): Problem | null {
    for (let i = 0; i < bytes.length; i++) {
      const b = bytes[i];
      if (b === 10 || b === 13) {
        // A return and a line feed end one line, also where a chunk ends between them.
        if (b === 13 || !this.returned) this.endLine();
        this.returned = b === 13;
        if (this.line > MOST_LINES)
          return {
            code: "gcode.endless",
            message: "The file is too long: reading stopped after 500 million lines.",
            where: `line ${this.line}`,
          };
        continue;
      }
      this.returned = false;
      if (this.pendingUsed < LONGEST_LINE) this.pending[this.pendingUsed++] = b;
      else this.skipping = true;
    }
    return null;
  }

  /** The file is at its end. */
  end(): Result<GcodeFacts> {
    if (this.pendingUsed > 0) this.endLine();
    this.planner.stop();
    if (this.commands === 0) return fail("gcode.none", "No G-code in this file: no line is a command.", `line ${this.line}`);
    if (this.moves === 0) return fail("gcode.no-moves", "This G-code has no moves.", `line ${this.line}`);
    const laid = this.low[X] <= this.high[X];
    if (!laid) this.warn("gcode.nothing-laid");
    const [min, max] = [this.low, this.high].map((v) => [v[0], v[1], v[2]] as [number, number, number]);
    return ok({
      layers: Math.max(laid ? 1 : 0, this.heights.size + this.spiral.rounds()),
      filamentMm: this.net,
      retractions: this.retractions,
      materialMm3: Math.max(0, this.net) * Math.PI * (this.options.filamentMm / 2) ** 2,
      timeS: this.planner.timeS + this.dwellS,
      naiveTimeS: this.naive + this.dwellS,
      bboxMm: laid ? { min, max, size: [0, 1, 2].map((k) => max[k] - min[k]) as [number, number, number] } : null,
      units: this.unitsSeen.mm && this.unitsSeen.in ? "mixed" : this.unitsSeen.in ? "in" : "mm",
      mode: {
        position: mixed(this.positionSeen, this.relative ? "relative" : "absolute"),
        extrusion: mixed(this.extrusionSeen, this.relativeE ? "relative" : "absolute"),
      },
      warnings: [...this.warnings.values()],
      lines: this.line,
    });
  }

  private endLine(): void {
    this.line++;
    const used = this.pendingUsed;
    this.pendingUsed = 0;
    if (this.skipping) {
      this.skipping = false;
      // A long comment is no fault.
      if (this.pending[0] !== 59) this.warn("gcode.long");
      return;
    }
    if (this.words(used)) this.act();
  }

  /** Splits a line into its words. @returns whether there is a command to follow */
  private words(used: number): boolean {
    const { pending, given, values, codes } = this;
    given.fill(0);
    codes.length = 0;
    if (isName(pending, used)) return false;
    let i = 0,
      any = false;
    while (i < used) {
      let b = pending[i];
      if (b === 59) break; // ;
      if (b === 40) {
        // ( … )
        while (i < used && pending[i] !== 41) i++;
        i++;
        continue;
      }
      if (b === 42) {
        this.checkSum(i, used);
        break;
      }
      if (b === 32 || b === 9 || b === 37 || b === 47) {
        i++;
        continue;
      }
      if (b >= 97 && b <= 122) b -= 32;
      if (b < 65 || b > 90) {
        this.warn(b < 32 || b > 126 ? "gcode.binary" : "gcode.number");
        return false;
      }
      const letter = LETTERS.indexOf(String.fromCharCode(b));
      i++;
      const start = i;
      let sign = 1,
        number = 0,
        digits = 0,
        scale = 0;
      while (i < used && (pending[i] === 32 || pending[i] === 9)) i++;
      if (pending[i] === 45 || pending[i] === 43) sign = pending[i++] === 45 ? -1 : 1;
      for (; i < used; i++) {
        const c = pending[i];
        if (c >= 48 && c <= 57) {
          number = number * 10 + (c - 48);
          digits++;
          scale *= 10;
        } else if (c === 46 && scale === 0) scale = 1;
        else break;
      }
      // A word without a number: "G28 X" names its axis. A second point, or a letter in the number, is none.
      if (i < used && pending[i] === 46) {
        this.warn("gcode.number");
        return false;
      }
      if (digits === 0 && i > start && pending[start] !== 32 && pending[start] !== 9) {
        this.warn("gcode.number");
        return false;
      }
      const value = digits === 0 ? NaN : (sign * number) / (scale || 1);
      if (letter < 0) {
        // Another machine's word.
        continue;
      }
      if (b === 71) {
        // G
        codes.push(value);
        any = true;
        continue;
      }
      if (b === 77) {
        // M: what follows is its own, and may be any text.
        any = true;
        this.misc(value, i, used);
        return codes.length > 0;
      }
      if (b === 84 && codes.length === 0) {
        this.warn("gcode.tool");
        any = true;
      }
      given[letter] = 1;
      values[letter] = value;
    }
    if (any) this.commands++;
    // Modal: a line with places alone repeats the last motion.
    return any || (this.motion >= 0 && (given[X] === 1 || given[Y] === 1 || given[Z] === 1));
  }

  private checkSum(star: number, used: number): void {
    let sum = 0,
      want = 0;
    for (let i = 0; i < star; i++) sum ^= this.pending[i];
    for (let i = star + 1; i < used && this.pending[i] >= 48 && this.pending[i] <= 57; i++) want = want * 10 + this.pending[i] - 48;
    if (want !== sum) this.warn("gcode.checksum");
  }

  private misc(code: number, from: number, used: number): void {
    this.commands++;
    if (code === 82) this.relativeE = false;
    else if (code === 83) this.relativeE = true;
    else if (code === 109 || code === 190 || code === 191) this.warn("gcode.heat");
    else if (code === 204 || code === 220 || code === 221) {
      const text = new TextDecoder("latin1").decode(this.pending.subarray(from, used)).split(/[;(*]/)[0];
      const said = (letter: string): number | null => {
        const found = new RegExp(`${letter}\\s*(\\d+(?:\\.\\d+)?)`, "i").exec(text);
        return found ? Number(found[1]) : null;
      };
      if (code === 204) this.accelerate(said);
      else {
        const share = (said("S") ?? 0) / 100;
        if (!(share > 0 && share <= 10)) return;
        if (code === 220) this.speedShare = share;
        else this.flowShare = share;
      }
    }
  }

  /** P while laying, T while moving over, S both: as common firmware has it, as recalled. */
  private accelerate(said: (letter: string) => number | null): void {
    const within = (a: number | null): number | null => (a !== null && a >= 1 && a <= 1e6 ? a : null);
    const [s, p, t] = ["S", "P", "T"].map((letter) => within(said(letter)));
    this.acceleration = { lay: p ?? s ?? this.acceleration.lay, travel: t ?? s ?? this.acceleration.travel };
  }

  private value(letter: string): number | undefined {
    const i = LETTERS.indexOf(letter);
    return this.given[i] ? this.values[i] : undefined;
  }

  private act(): void {
    if (this.codes.length === 0) {
      if (this.motion >= 0) this.move(this.motion);
      return;
    }
    let motion: number | null = null;
    for (const code of this.codes) {
      if (code === 0 || code === 1 || code === 2 || code === 3) motion = code;
      else if (code === 4) {
        const [p, s] = [this.value("P"), this.value("S")];
        this.planner.stop();
        this.dwellS += Math.max(0, s ?? (p ?? 0) / 1000);
      } else if (code === 10) {
        // With a place or a tool it sets an offset instead.
        if (this.value("L") === undefined && this.value("P") === undefined) this.drawBack();
      } else if (code === 11) this.drawnBack = false;
      else if (code === 20) this.unitMm = INCH_MM;
      else if (code === 21) this.unitMm = 1;
      else if (code === 28) this.home();
      else if (code === 90) this.relative = this.relativeE = false;
      else if (code === 91) this.relative = this.relativeE = true;
      else if (code === 92) this.setPosition();
      else if (code === 5 || code === 18 || code === 19 || code === 33 || code === 38) this.warn("gcode.unknown");
      else if (Number.isNaN(code)) this.warn("gcode.number");
    }
    if (motion !== null) {
      this.motion = motion;
      this.move(motion);
    }
  }

  private drawBack(): void {
    if (!this.drawnBack) this.retractions++;
    this.drawnBack = true;
  }

  private home(): void {
    this.planner.stop();
    const some = this.given[X] || this.given[Y] || this.given[Z];
    for (let k = 0; k < 3; k++) if (!some || this.given[k]) this.at[k] = this.offset[k] = 0;
  }

  private setPosition(): void {
    const axes = ["X", "Y", "Z", "E"];
    const named = axes.some((a) => this.value(a) !== undefined);
    axes.forEach((a, k) => {
      const said = named ? this.value(a) : 0;
      if (said === undefined || Number.isNaN(said)) return;
      this.offset[k] = this.at[k] - said * this.unitMm;
    });
  }

  private move(motion: number): void {
    const to = [this.at[X], this.at[Y], this.at[Z], this.at[E]];
    for (const [k, letter] of ["X", "Y", "Z", "E"].entries()) {
      const said = this.value(letter);
      if (said === undefined) continue;
      if (Number.isNaN(said)) return this.warn("gcode.number");
      const mm = said * this.unitMm;
      to[k] = (k === E ? this.relativeE : this.relative) ? this.at[k] + mm : mm + this.offset[k];
      if (k < E && Math.abs(to[k]) > FARTHEST_MM) return this.warn("gcode.far");
      if (k === E && Math.abs(to[k] - this.at[k]) > FARTHEST_MM) return this.warn("gcode.far");
    }
    const feed = this.value("F");
    if (feed !== undefined) {
      if (feed > 0 && feed < 1e7) this.feedMmMin = feed * this.unitMm;
      else this.warn("gcode.feed-zero");
    }
    const d = [0, 1, 2].map((k) => to[k] - this.at[k]);
    const dE = to[E] - this.at[E];
    const arc = motion >= 2 ? this.arcOf(d, motion === 2) : null;
    const straight = Math.hypot(d[0], d[1], d[2]);
    const length = arc ? Math.hypot(arc.radius * Math.abs(arc.sweep), d[2]) : straight;
    if (length === 0 && dE === 0) return;
    this.moves++;
    this.unitsSeen[this.unitMm === 1 ? "mm" : "in"] = true;
    if (length > 0) this.positionSeen[this.relative ? "relative" : "absolute"] = true;
    if (dE !== 0) this.extrusionSeen[this.relativeE ? "relative" : "absolute"] = true;
    if (this.feedMmMin === 0) {
      this.warn("gcode.feed");
      this.feedMmMin = FEED_MM_MIN;
    }
    const acceleration = dE > 0 ? this.acceleration.lay : this.acceleration.travel;
    const asked = (this.feedMmMin / 60) * this.speedShare;
    // Round an arc no faster than its acceleration turns the head: v² = a r.
    const speed = arc ? Math.min(asked, Math.sqrt(acceleration * arc.radius)) : asked;
    this.net += dE * this.flowShare;
    if (dE < 0) this.drawBack();
    else if (dE > 0) this.drawnBack = false;
    if (length === 0) {
      // Filament alone: the head stands.
      this.planner.stop();
      this.planner.add(Math.abs(dE), speed, acceleration, [1, 0, 0], [1, 0, 0]);
      this.planner.stop();
      this.naive += Math.abs(dE) / speed;
    } else {
      this.naive += length / asked;
      const [from, until] = arc ? [arc.from, arc.to] : [d, d].map((v) => v.map((x) => x / straight));
      this.planner.add(length, speed, acceleration, from, until);
      const across = arc ? arc.radius * Math.abs(arc.sweep) : Math.hypot(d[0], d[1]);
      if (dE > 0 && across > 0) this.laid(to, arc, from, until);
    }
    for (let k = 0; k < 4; k++) this.at[k] = to[k];
  }

  private laid(to: readonly number[], arc: Arc | null, from: readonly number[], until: readonly number[]): void {
    if (Math.abs(to[Z] - this.at[Z]) > HEIGHT_STEP_MM / 10) this.spiral.lay(from, until, arc?.sweep ?? 0);
    else if (this.heights.size < MOST_HEIGHTS) this.heights.add(Math.round(to[Z] / HEIGHT_STEP_MM));
    else this.warn("gcode.heights");
    const reach = (x: number, y: number, z: number): void => {
      for (const [k, v] of [x, y, z].entries()) {
        if (v < this.low[k]) this.low[k] = v;
        if (v > this.high[k]) this.high[k] = v;
      }
    };
    reach(this.at[X], this.at[Y], this.at[Z]);
    reach(to[X], to[Y], to[Z]);
    if (!arc) return;
    // An arc reaches furthest where it crosses the axes through its centre.
    for (let quarter = -8; quarter <= 8; quarter++) {
      const angle = (quarter * Math.PI) / 2;
      const along = (angle - arc.start) / arc.sweep;
      if (along > 0 && along < 1) reach(arc.cx + arc.radius * Math.cos(angle), arc.cy + arc.radius * Math.sin(angle), to[Z]);
    }
  }

  /** The arc in the plane of the plate from here; null where what is said makes none. */
  private arcOf(d: readonly number[], clockwise: boolean): Arc | null {
    const [i, j, r] = [this.value("I"), this.value("J"), this.value("R")].map((v) => (v === undefined ? undefined : v * this.unitMm));
    let cx: number, cy: number;
    if (r !== undefined && Number.isFinite(r)) {
      const chord = Math.hypot(d[0], d[1]);
      if (chord === 0 || Math.abs(r) < chord / 2 - 1e-6) return this.noArc();
      const off = Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
      // A positive radius is the shorter way round.
      const side = clockwise === r > 0 ? -1 : 1;
      cx = this.at[X] + d[0] / 2 - (side * off * d[1]) / chord;
      cy = this.at[Y] + d[1] / 2 + (side * off * d[0]) / chord;
    } else {
      const [ci, cj] = [i ?? 0, j ?? 0];
      if (!Number.isFinite(ci) || !Number.isFinite(cj) || Math.hypot(ci, cj) === 0) return this.noArc();
      cx = this.at[X] + ci;
      cy = this.at[Y] + cj;
    }
    const radius = Math.hypot(this.at[X] - cx, this.at[Y] - cy);
    const endX = this.at[X] + d[0],
      endY = this.at[Y] + d[1];
    if (radius > FARTHEST_MM || Math.abs(Math.hypot(endX - cx, endY - cy) - radius) > Math.max(0.5, radius * 0.01)) return this.noArc();
    const start = Math.atan2(this.at[Y] - cy, this.at[X] - cx);
    let sweep = Math.atan2(endY - cy, endX - cx) - start;
    const whole = Math.hypot(d[0], d[1]) < 1e-9;
    if (clockwise) sweep = whole ? -2 * Math.PI : sweep >= -1e-12 ? sweep - 2 * Math.PI : sweep;
    else sweep = whole ? 2 * Math.PI : sweep <= 1e-12 ? sweep + 2 * Math.PI : sweep;
    const length = Math.hypot(radius * Math.abs(sweep), d[2]) || 1;
    const flat = (radius * Math.abs(sweep)) / length,
      rise = d[2] / length,
      sense = sweep > 0 ? 1 : -1;
    const tangent = (angle: number): number[] => [-Math.sin(angle) * sense * flat, Math.cos(angle) * sense * flat, rise];
    return { cx, cy, radius, start, sweep, from: tangent(start), to: tangent(start + sweep) };
  }

  private noArc(): null {
    this.warn("gcode.arc");
    return null;
  }
}

/**
 * Is the line a named command of the printer's own, such as START_PRINT or TIMELAPSE_TAKE_FRAME, and no word of letter and number? Its
 * letters say nothing.
 */
function isName(line: Uint8Array, used: number): boolean {
  const letter = (b: number): boolean => (b >= 65 && b <= 90) || (b >= 97 && b <= 122) || b === 95;
  let i = 0;
  while (i < used && (line[i] === 32 || line[i] === 9)) i++;
  return i + 1 < used && letter(line[i]) && letter(line[i + 1]);
}

/** Rounds of paths that rise while they are laid: by how far they have turned, since every closed round turns once. */
class Spiral {
  private turned = 0;
  private whole = 0;
  private until: readonly number[] | null = null;

  /** @param from direction where the move begins, @param until where it ends, @param sweep of an arc, rad */
  lay(from: readonly number[], until: readonly number[], sweep: number): void {
    const before = this.until;
    if (before) this.turned += Math.atan2(before[0] * from[1] - before[1] * from[0], before[0] * from[0] + before[1] * from[1]);
    this.turned += sweep;
    this.until = until;
    const rounds = Math.trunc(this.turned / (2 * Math.PI));
    this.whole += Math.abs(rounds);
    this.turned -= rounds * 2 * Math.PI;
  }

  rounds(): number {
    return this.whole + (Math.abs(this.turned) > Math.PI ? 1 : 0);
  }
}

interface Arc {
  cx: number;
  cy: number;
  radius: number;
  start: number;
  sweep: number;
  /** Unit directions at its ends. */
  from: number[];
  to: number[];
}

/** Reads a whole file at once. */
export function readGcode(bytes: Uint8Array, options?: GcodeOptions): Result<GcodeFacts> {
  const reader = new GcodeReader(options);
  const problem = reader.push(bytes);
  return problem ? { ok: false, problem } : reader.end();
}
