import { expect, it } from "vitest";
import { projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { goodCount } from "../plan";
import { partRows } from ".";

it("the table counts what came off a shared plate for each of its parts, as every other page does", () => {
  const card = { kind: "scratch", sizeMm: [10, 20, 30], material: "card" } as const;
  const parts = ["a", "b"].map((id) => ({ ...sizePart(id, { ...card, sizeMm: [10, 20, 30] }), copies: 9 }));
  const came = [
    { partId: "a", good: 2, failed: 0 },
    { partId: "b", good: 3, failed: 1 },
  ];
  const plate = record("a", "plate/1/clear", { good: 5, failed: 1, came });
  const project = projectOf(parts, [plate]);
  const rows = partRows(project, THURSDAY);
  expect(rows.map((r) => [r.track.good, r.track.failed])).toEqual([
    [2, 0],
    [3, 1],
  ]);
  expect(rows.map((r) => r.track.good)).toEqual(project.parts.map((p) => goodCount(p, project.records)));
});
