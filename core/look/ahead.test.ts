/** Pages may be ahead of the plan by an edit: what they work out from both must stand whatever was removed, added or changed meanwhile. */
import { beforeAll, describe, expect, it } from "vitest";
import { fullProject } from "../../tests/fullProject";
import { THURSDAY } from "../../tests/sampleProject";
import { checkedCoats, noTonight, queueOf, tonight, trackOf, type Tonight } from "../plan";
import type { Project } from "../project";
import { firstLook } from "./firstLook";
import { beforeTheNight, morningAfter } from "./prep";
import { waitingAt } from "./waiting";
import { printLog } from "../plan";

let project: Project;
let model: Tonight;
beforeAll(async () => {
  ({ project } = await fullProject());
  model = tonight(project, THURSDAY, 60);
});

const EDITS: [string, (p: Project) => Project][] = [
  ["nothing", (p) => p],
  ["a part gone", (p) => ({ ...p, parts: p.parts.slice(1) })],
  ["all parts gone", (p) => ({ ...p, parts: [] })],
  ["a part not measured any more", (p) => ({ ...p, parts: p.parts.slice(1), unread: p.parts.slice(0, 1) })],
  ["a part that the plan does not know", (p) => ({ ...p, parts: [...p.parts, { ...p.parts[0], id: "new", name: "New" }] })],
  ["no work", (p) => ({ ...p, parts: p.parts.map((x) => ({ ...x, work: [] })) })],
  ["work in another order", (p) => ({ ...p, parts: p.parts.map((x) => ({ ...x, work: [...x.work].reverse() })) })],
  ["no records", (p) => ({ ...p, records: [] })],
  ["no plates", (p) => ({ ...p, scene: { ...p.scene, plates: [] } })],
  ["other printers", (p) => ({ ...p, scene: { ...p.scene, printers: p.scene.printers.map((x) => ({ ...x, id: `${x.id}-2` })) } })],
  ["no joints", (p) => ({ ...p, scene: { ...p.scene, joints: [] } })],
  ["no paints", (p) => ({ ...p, paints: [] })],
  ["nothing on the shelf", (p) => ({ ...p, supplies: [] })],
  ["no evenings", (p) => ({ ...p, scene: { ...p.scene, evenings: [] } })],
];

describe("a page that is ahead of the plan", () => {
  it.each(EDITS)("stands: %s", (_, change) => {
    const ahead = change(project);
    for (const plan of [model, noTonight(THURSDAY)]) {
      const log = printLog(ahead);
      const queue = queueOf(ahead, plan, log);
      expect(beforeTheNight(ahead, queue, log, plan.now)).toBeInstanceOf(Array);
      expect(morningAfter(ahead, queue, log, plan.now)).toBeInstanceOf(Array);
      expect(waitingAt(ahead, plan)).toBeDefined();
      for (const part of ahead.parts) {
        expect(trackOf(part, ahead, plan.now, plan).needed).toBe(part.copies);
        expect(firstLook(part, ahead, plan)).toBeDefined();
        expect(checkedCoats(part, ahead, plan).check).toBeDefined();
      }
    }
  });
});
