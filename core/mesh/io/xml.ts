/**
 * Walks the tags of an XML document in its bytes: tag by tag, attribute by attribute, without building a tree, so that a
 * model of a million triangles takes no more memory than its text. Text between tags is passed over. A document type
 * declaration, which is where entity tricks live, is refused; the five named entities and numbers of characters are read.
 */
export class XmlError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly at: number,
  ) {
    super(message);
  }
}

const LT = 60,
  GT = 62,
  SLASH = 47,
  BANG = 33,
  QUESTION = 63,
  EQUALS = 61,
  QUOTE = 34,
  APOSTROPHE = 39,
  COLON = 58;

/** Tags nested deeper than this are damage or malice. */
const MOST_DEPTH = 64;

export class XmlTags {
  /** Local name of the tag at hand, without its prefix. */
  name = "";
  /** `open` may have children, `close` ends them, `empty` has none. */
  kind: "open" | "close" | "empty" = "open";
  /** Attribute at hand: local name, and where its value lies. */
  attribute = "";
  valueFrom = 0;
  valueTo = 0;
  depth = 0;

  private at = 0;
  private tagFrom = 0;
  /** True while attributes of the tag at hand may follow. */
  private inTag = false;
  private readonly decoder = new TextDecoder();
  private readonly stack: string[] = [];
  // A model repeats a handful of names: the same bytes give the same string, without decoding it again.
  private readonly words = new Map<number, { from: number; to: number; word: string }[]>();

  constructor(private readonly bytes: Uint8Array) {}

  /** Byte offset of the tag at hand. */
  get where(): number {
    return this.tagFrom;
  }

  /** Steps to the next tag; false at the end of the document. */
  next(): boolean {
    const b = this.bytes;
    while (this.nextAttribute());
    for (;;) {
      let i = this.at;
      while (i < b.length && b[i] !== LT) i++;
      if (i >= b.length) {
        if (this.stack.length > 0) throw new XmlError("xml.cut", `The text ends inside <${this.stack.at(-1)}>`, b.length);
        return false;
      }
      this.tagFrom = i;
      const c = b[i + 1];
      if (c === QUESTION) this.at = this.after(i, "?>");
      else if (c === BANG) this.passBang(i);
      else if (c === SLASH) {
        const to = this.nameEnd(i + 2);
        this.name = this.localName(i + 2, to);
        this.kind = "close";
        if (this.stack.pop() !== this.name) throw new XmlError("xml.nesting", `</${this.name}> closes what was not opened`, i);
        this.depth = this.stack.length;
        this.at = this.after(to, ">");
        return true;
      } else {
        const to = this.nameEnd(i + 1);
        if (to === i + 1) throw new XmlError("xml.tag", "A tag has no name", i);
        this.name = this.localName(i + 1, to);
        this.at = to;
        this.kind = "open";
        this.inTag = true;
        return true;
      }
    }
  }

  /** Steps to the next attribute of the tag at hand; false when there is none, and the tag is left. */
  nextAttribute(): boolean {
    const b = this.bytes;
    if (!this.inTag) return false;
    let i = this.at;
    while (b[i] <= 32) i++;
    if (i >= b.length) throw new XmlError("xml.cut", `The text ends inside <${this.name}>`, i);
    if (b[i] === GT) {
      this.leave(i + 1, false);
      return false;
    }
    if (b[i] === SLASH && b[i + 1] === GT) {
      this.leave(i + 2, true);
      return false;
    }
    const nameFrom = i;
    while (i < b.length && b[i] > 32 && b[i] !== EQUALS && b[i] !== GT) i++;
    const nameTo = i;
    while (b[i] <= 32) i++;
    if (b[i] !== EQUALS || nameTo === nameFrom)
      throw new XmlError("xml.attribute", `An attribute of <${this.name}> has no value`, nameFrom);
    i++;
    while (b[i] <= 32) i++;
    const quote = b[i];
    if (quote !== QUOTE && quote !== APOSTROPHE)
      throw new XmlError("xml.attribute", `An attribute of <${this.name}> has no quotes`, nameFrom);
    const from = ++i;
    while (i < b.length && b[i] !== quote && b[i] !== LT) i++;
    if (i >= b.length) throw new XmlError("xml.cut", `The text ends inside <${this.name}>`, i);
    if (b[i] !== quote) throw new XmlError("xml.attribute", `An attribute of <${this.name}> does not end`, nameFrom);
    this.attribute = this.localName(nameFrom, nameTo);
    this.valueFrom = from;
    this.valueTo = i;
    this.at = i + 1;
    return true;
  }

  /** All attributes of the tag at hand as text; leaves the tag. */
  attributes(): Map<string, string> {
    const out = new Map<string, string>();
    while (this.nextAttribute()) out.set(this.attribute, this.value());
    return out;
  }

  /** Value of the attribute at hand, at most 2000 bytes of it, with its entities read. */
  value(): string {
    const text = this.decoder.decode(this.bytes.subarray(this.valueFrom, Math.min(this.valueTo, this.valueFrom + 2000)));
    if (!text.includes("&")) return text;
    return text.replace(/&(#x[0-9a-f]{1,6}|#\d{1,7}|[a-z]+);/gi, (all, body: string) => {
      if (body[0] === "#") {
        const point = body[1].toLowerCase() === "x" ? parseInt(body.slice(2), 16) : Number(body.slice(1));
        return point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : "";
      }
      const named = NAMED[body];
      if (named === undefined) throw new XmlError("xml.entity", `The entity ${all} is not defined`, this.valueFrom);
      return named;
    });
  }

  /** Steps over everything inside the tag at hand, to its end. */
  skipChildren(): void {
    while (this.nextAttribute());
    if (this.kind !== "open") return;
    const outside = this.depth - 1;
    while (this.depth > outside && this.next()) while (this.nextAttribute());
  }

  private leave(at: number, empty: boolean): void {
    this.at = at;
    this.inTag = false;
    if (empty) {
      this.kind = "empty";
      return;
    }
    this.stack.push(this.name);
    this.depth = this.stack.length;
    if (this.depth > MOST_DEPTH) throw new XmlError("xml.deep", `Tags are nested more than ${MOST_DEPTH} deep`, this.tagFrom);
  }

  private passBang(i: number): void {
    const b = this.bytes;
    if (b[i + 2] === 45 && b[i + 3] === 45) this.at = this.after(i + 4, "-->");
    else if (b[i + 2] === 91) this.at = this.after(i, "]]>");
    else throw new XmlError("xml.doctype", "The text declares a document type, which this format forbids", i);
  }

  private after(from: number, mark: string): number {
    const b = this.bytes;
    const first = mark.charCodeAt(0);
    for (let i = from; i < b.length; i++) {
      if (b[i] !== first) continue;
      let k = 1;
      while (k < mark.length && b[i + k] === mark.charCodeAt(k)) k++;
      if (k === mark.length) return i + k;
    }
    throw new XmlError("xml.cut", "The text ends inside a tag", from);
  }

  private nameEnd(from: number): number {
    const b = this.bytes;
    let i = from;
    while (i < b.length && b[i] > 32 && b[i] !== GT && b[i] !== SLASH && i - from < 200) i++;
    return i;
  }

  private localName(from: number, to: number): string {
    const b = this.bytes;
    let start = from;
    for (let i = from; i < to; i++) if (b[i] === COLON) start = i + 1;
    const key = ((to - start) << 16) | (b[start] << 8) | b[to - 1];
    const known = this.words.get(key);
    if (known) for (const k of known) if (this.same(k.from, start, to - start)) return k.word;
    const word = this.decoder.decode(b.subarray(start, to));
    const entry = { from: start, to, word };
    if (known) known.push(entry);
    else this.words.set(key, [entry]);
    return word;
  }

  private same(a: number, b: number, length: number): boolean {
    for (let i = 0; i < length; i++) if (this.bytes[a + i] !== this.bytes[b + i]) return false;
    return true;
  }
}

const NAMED: Record<string, string> = { amp: "&", lt: "<", gt: ">", quot: '"', apos: "'" };
