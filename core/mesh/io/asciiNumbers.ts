/**
 * Reads decimal numbers straight from bytes. Up to 15 digits and a power of ten up to 22 are exact in a double
 * (both operands are exact, one rounding: Clinger 1990); everything else goes through the language's own parser.
 */
const POW10 = Array.from({ length: 23 }, (_, i) => 10 ** i);

export class NumberCursor {
  at: number;
  private readonly decoder = new TextDecoder();

  constructor(
    private readonly bytes: Uint8Array,
    at = 0,
  ) {
    this.at = at;
  }

  /** Steps over blanks and line ends. */
  skipSpace(): void {
    const b = this.bytes;
    let i = this.at;
    while (i < b.length && b[i] <= 32) i++;
    this.at = i;
  }

  /** Next run of non-blank bytes in lower case; empty at the end. Longer than `most` bytes is cut. */
  word(most = 64): string {
    this.skipSpace();
    const b = this.bytes;
    let end = this.at;
    while (end < b.length && b[end] > 32) end++;
    let s = "";
    for (let i = this.at; i < Math.min(end, this.at + most); i++) s += String.fromCharCode(b[i] >= 65 && b[i] <= 90 ? b[i] + 32 : b[i]);
    this.at = end;
    return s;
  }

  /** The rest of the line, trimmed, at most 200 bytes of it. */
  restOfLine(): string {
    const b = this.bytes;
    let end = this.at;
    while (end < b.length && b[end] !== 10 && b[end] !== 13) end++;
    const text = this.decoder.decode(b.subarray(this.at, Math.min(end, this.at + 200))).trim();
    this.at = end;
    return text;
  }

  /** The next number, or NaN when what stands there is none (the cursor then stands behind that word). Blanks and quotes end it. */
  number(): number {
    this.skipSpace();
    const b = this.bytes;
    const start = this.at;
    let i = start;
    let negative = false;
    if (b[i] === 45) {
      negative = true;
      i++;
    } else if (b[i] === 43) i++;
    let digits = 0,
      mantissa = 0,
      scale = 0;
    let c = b[i];
    while (c >= 48 && c <= 57) {
      mantissa = mantissa * 10 + (c - 48);
      if (mantissa > 0) digits++;
      c = b[++i];
    }
    const wholeEnd = i;
    if (c === 46) {
      c = b[++i];
      while (c >= 48 && c <= 57) {
        mantissa = mantissa * 10 + (c - 48);
        if (mantissa > 0) digits++;
        scale--;
        c = b[++i];
      }
    }
    const any = i > start && (wholeEnd > start + (negative || b[start] === 43 ? 1 : 0) || scale < 0);
    if (any && (c === 101 || c === 69)) {
      let j = i + 1;
      let expNegative = false;
      if (b[j] === 45) {
        expNegative = true;
        j++;
      } else if (b[j] === 43) j++;
      let e = 0;
      const first = j;
      while (b[j] >= 48 && b[j] <= 57) {
        if (e < 10000) e = e * 10 + (b[j] - 48);
        j++;
      }
      if (j > first) {
        scale += expNegative ? -e : e;
        i = j;
        c = b[i];
      }
    }
    const ended = i >= b.length || c <= 32 || c === 34 || c === 39;
    if (!any || !ended || digits > 15 || scale > 22 || scale < -22) {
      let end = start;
      while (end < b.length && b[end] > 32 && b[end] !== 34 && b[end] !== 39) end++;
      this.at = end;
      const text = this.decoder.decode(b.subarray(start, Math.min(end, start + 400)));
      return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text) ? Number(text) : NaN;
    }
    this.at = i;
    const value = scale < 0 ? mantissa / POW10[-scale] : mantissa * POW10[scale];
    return negative ? -value : value;
  }
}
