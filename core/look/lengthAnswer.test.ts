import { describe, expect, it } from "vitest";
import { answerLength } from "./lengthAnswer";

const at56 = (text: string, chosen: Parameters<typeof answerLength>[2] = null) => {
  const r = answerLength(text, 56.04, chosen);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};

describe("the length field", () => {
  it("answers 2 m at once, with a thing of that size", () =>
    expect(at56("2 m")).toMatchObject({ direction: "to model", answer: "35.7 mm", thing: "about a door leaf" }));
  it("reads millimetres off the model", () => expect(at56("34 mm")).toMatchObject({ direction: "to real", answer: "1.91 m" }));
  it("takes feet and inches for the real thing", () => expect(at56("6' 2\"")).toMatchObject({ direction: "to model", answer: "33.5 mm" }));
  it("does it the other way when asked", () =>
    expect(at56("75 mm", "to model")).toMatchObject({ answer: "1.34 mm", thing: "about a brick course" }));
  it("keeps quiet about sizes nothing has", () => expect(at56("3 km").thing).toBeNull());
  it("says what a length is", () => expect(answerLength("long", 56, null)).toMatchObject({ ok: false }));
});
