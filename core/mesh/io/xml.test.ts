/** The walk over tags, against a conforming parser (saxes, XML 1.0 fifth edition) on documents made at random, and on what is not XML. */
import fc from "fast-check";
import { SaxesParser } from "saxes";
import { describe, expect, it } from "vitest";
import { XmlError, XmlTags } from "./xml";

const tags = (text: string): XmlTags => new XmlTags(new TextEncoder().encode(text));
/** Every tag with its attributes, in order of appearance. */
function walk(text: string): [string, Record<string, string>][] {
  const t = tags(text);
  const out: [string, Record<string, string>][] = [];
  while (t.next()) if (t.kind !== "close") out.push([t.name, Object.fromEntries(t.attributes())]);
  return out;
}
/** The same by the other parser; null for what it finds not well formed. */
function theirWalk(text: string): [string, Record<string, string>][] | null {
  const out: [string, Record<string, string>][] = [];
  let fine = true;
  const parser = new SaxesParser();
  parser.on("opentag", (tag) => out.push([tag.name, tag.attributes]));
  parser.on("error", () => (fine = false));
  parser.write(text).close();
  return fine ? out : null;
}
const codeOf = (text: string): string => {
  try {
    walk(text);
    return "fine";
  } catch (error) {
    return error instanceof XmlError ? error.code : String(error);
  }
};

type Node = { name: string; attributes: [string, string][]; children: Node[] };
const name = fc.constantFrom("a", "mesh", "vertex", "triangle", "ver", "vertices", "x1");
const attributes = fc.uniqueArray(fc.tuple(fc.constantFrom("x", "y", "id", "name"), fc.stringMatching(/^[a-z0-9 &<"'.-]{0,8}$/)), {
  selector: ([k]) => k,
  maxLength: 3,
});
const nodeOf = (depth: number): fc.Arbitrary<Node> =>
  fc.record({ name, attributes, children: depth === 0 ? fc.constant([]) : fc.array(nodeOf(depth - 1), { maxLength: 3 }) });
const node = nodeOf(4);
const escape = (s: string): string => s.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/"/g, "&quot;");
const write = (n: Node): string => {
  const open = `<${n.name}${n.attributes.map(([k, v]) => ` ${k}="${escape(v)}"`).join("")}`;
  return n.children.length ? `${open}>\n ${n.children.map(write).join("<!-- between -->")} text </${n.name}>` : `${open} />`;
};

describe("the walk over tags", () => {
  it("sees what a general parser sees, in the same order", () => {
    fc.assert(
      fc.property(node, (root) => {
        const text = `<?xml version="1.0"?>\n${write(root)}`;
        const theirs = theirWalk(text);
        expect(theirs).not.toBeNull();
        expect(walk(text)).toEqual(theirs);
      }),
      { numRuns: 200 },
    );
  });
  it("reads named entities and numbers of characters, and leaves prefixes off", () => {
    expect(walk('<p:a q:n="&lt;&#65;&#x42;&amp;&quot;&apos;&gt;"/>')).toEqual([["a", { n: "<AB&\"'>" }]]);
  });
  it("skips a whole branch, whether its attributes were read or not", () => {
    for (const read of [true, false]) {
      const t = tags("<r><skip a='1'><in><deep/></in></skip><next/></r>");
      t.next();
      t.next();
      if (read) t.attributes();
      t.skipChildren();
      t.next();
      expect(t.name).toBe("next");
    }
  });
  it("passes over character data and comments with anything in them", () => {
    expect(walk("<a><![CDATA[ <b> ]]><!-- <c> --><d/></a>").map(([n]) => n)).toEqual(["a", "d"]);
  });
});

describe("what is no XML", () => {
  it.each([
    ["<a><b></a></b>", "xml.nesting"],
    ["<a>", "xml.cut"],
    ["<a b='1'", "xml.cut"],
    ["<a b=1/>", "xml.attribute"],
    ["<a b/>", "xml.attribute"],
    ["<a b='x<y'/>", "xml.attribute"],
    ["<!DOCTYPE a><a/>", "xml.doctype"],
    ["<a b='&nope;'/>", "xml.entity"],
    ["< a/>", "xml.tag"],
    [`${"<a>".repeat(100)}${"</a>".repeat(100)}`, "xml.deep"],
    ["no tags at all", "fine"],
  ])("%s", (text, code) => expect(codeOf(text)).toBe(code));
  it("takes whatever a conforming parser takes, but document types and entities of its own", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^<a( b='[a-c &]{0,3}')?[<>\/a-c='" !?-]{0,30}<\/a>$/), (text) => {
        const theirs = theirWalk(text);
        fc.pre(theirs !== null);
        expect(walk(text)).toEqual(theirs);
      }),
      { numRuns: 300 },
    );
  });
  it("never hangs and never throws anything else", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[<>\/a-c='" !?-]{0,40}$/), (text) => {
        expect(codeOf(text)).toMatch(/^(fine|xml\.)/);
      }),
      { numRuns: 500 },
    );
  });
});
