import { afterEach, describe, expect, it, vi } from "vitest";
import type { Project } from "~core/project";
import { serveScene, type ToScene } from "~workers/scene/serve";
import { manyParts } from "../../tests/manyParts";
import { record, THURSDAY } from "../../tests/sampleProject";
import { sceneInput } from "../../tests/sceneInput";
import { ScenePlan, type Port } from "./scenePlan";

const named = (id: string): Project => {
  const project = manyParts(2);
  return { ...project, scene: { ...project.scene, id } };
};

/** Workers that answer at the next tick, until they are said to be dead. */
function workers() {
  const made: (Port & { dies: () => void; heard: number })[] = [];
  const make = (): Port => {
    let dead = false;
    const port: (typeof made)[number] = {
      heard: 0,
      onmessage: null,
      onerror: null,
      postMessage: (message: ToScene) => {
        port.heard++;
        if (!dead) hear(structuredClone(message));
      },
      terminate: () => (dead = true),
      dies: () => {
        dead = true;
        port.onerror?.({ message: "out of memory" } as ErrorEvent);
      },
    };
    const hear = serveScene(
      (data) => !dead && port.onmessage?.({ data: structuredClone(data) } as MessageEvent),
      (act) => setTimeout(act),
    );
    made.push(port);
    return port;
  };
  return { made, plan: new ScenePlan(make) };
}

/** Says a scene, and waits for its first plan. */
const first = async (plan: ScenePlan, input: Parameters<ScenePlan["tell"]>[0]): Promise<void> => {
  plan.tell(input);
  await plan.planned(input.rows.scene.id);
};

afterEach(() => vi.restoreAllMocks());

describe("the page's side of the plan", () => {
  it("waits for the first plan of a scene; the last one stands while the next is made", async () => {
    const { plan } = workers();
    const input = sceneInput(named("a"));
    expect(plan.of("a")).toBeUndefined();
    await first(plan, input);
    const before = plan.of("a")!;
    expect(before.model.steps).toHaveLength(14);
    expect(plan.behind).toBe(false);
    plan.tell({ ...input, rows: { ...input.rows, parts: input.rows.parts.slice(1) } });
    expect(plan.behind).toBe(true);
    expect(plan.of("a")).toBe(before);
    await vi.waitFor(() => expect(plan.behind).toBe(false));
    expect(plan.of("a")!.model.steps).toHaveLength(7);
  });

  it("whoever waits for the first plan waits for the same thing however often it is asked; there is nothing to wait for then", async () => {
    const { plan, made } = workers();
    plan.warm();
    plan.warm();
    expect(made).toHaveLength(1);
    plan.tell(sceneInput(named("a")));
    const view = plan.planned("a");
    expect(view).not.toBeNull();
    expect(plan.planned("a")).toBe(view);
    await view;
    expect(plan.of("a")).toBeDefined();
    expect([plan.planned("a"), made.length]).toEqual([null, 1]);
  });

  it("nobody waits for a scene that is not planned any more, since another one was opened", async () => {
    const { plan } = workers();
    plan.tell(sceneInput(named("a")));
    const left = plan.planned("a");
    plan.tell(sceneInput(named("b")));
    await left;
    expect([plan.of("a"), plan.planned("a")]).toEqual([undefined, null]);
    await plan.planned("b");
    expect(plan.of("b")).toBeDefined();
  });

  it("hands over a long book in slices, in the order in which it was said, edits meanwhile included", async () => {
    // Each look at the clock finds a slice over.
    let at = 0;
    vi.spyOn(performance, "now").mockImplementation(() => (at += 20));
    const { plan, made } = workers();
    const project = manyParts(20);
    const records = Array.from({ length: 6000 }, (_, i) => record("p1", `long ago ${i}`, { id: `r${i}` }));
    const input = sceneInput({ ...project, records });
    plan.tell(input);
    expect(made[0].heard).toBeLessThan(3);
    plan.tell({ ...input, rows: { ...input.rows, parts: input.rows.parts.slice(1) } });
    await vi.waitFor(() => expect(plan.behind).toBe(false), { timeout: 20_000 });
    expect(made[0].heard).toBeGreaterThan(3);
    expect(plan.of(project.scene.id)!.model.steps).toHaveLength(19 * 7);
  });

  it("keeps the scene that is being left until the other is there", async () => {
    const { plan } = workers();
    await first(plan, sceneInput(named("a")));
    const other = first(plan, sceneInput(named("b")));
    expect(plan.of("a")).toBeDefined();
    await other;
    expect(plan.of("b")!.sceneId).toBe("b");
    expect(plan.of("a")!.sceneId).toBe("a");
  });

  it("says nothing to the worker where nothing is another, and tells nobody of it", async () => {
    const { plan, made } = workers();
    const input = sceneInput(named("a"));
    await first(plan, input);
    const heard = made[0].heard;
    const told = vi.fn();
    plan.subscribe(told);
    plan.tell({ ...sceneInput(named("a")) });
    expect(made[0].heard).toBe(heard);
    expect(told).not.toHaveBeenCalled();
  });

  it("begins anew with a worker that dies, and gives up where it dies again and again", async () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    const { plan, made } = workers();
    const input = sceneInput(named("a"));
    await first(plan, input);
    made[0].dies();
    await vi.waitFor(() => expect(plan.behind).toBe(false));
    expect(made).toHaveLength(2);
    plan.tell({ ...input, now: THURSDAY + 60_000 });
    await vi.waitFor(() => expect(plan.of("a")!.now).toBe(THURSDAY + 60_000));
    const opened = first(plan, sceneInput(named("b")));
    for (let i = 1; i < 4; i++) made.at(-1)!.dies();
    // Nobody waits for ever.
    await opened;
    expect(plan.of("b")).toBeUndefined();
    expect(plan.stopped).toBe(true);
    expect(made.length).toBeLessThan(6);
    // What is said next may be what it can plan.
    await first(plan, sceneInput(named("c")));
    expect(plan.of("c")).toBeDefined();
    expect(plan.stopped).toBe(false);
  });
});
