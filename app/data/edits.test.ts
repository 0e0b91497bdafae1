/** Edits on their way into the database: in their order, none lost to a torn tab, none done twice. */
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { DATABASE_NAME } from "../../store/database";
import { newProject } from "../../store/newScene";
import { browserWith, type KeptTexts } from "../../tests/browserStore";

const SCENE = "mill";

const opened: { close: () => void }[] = [];

/** The program in a tab that was just opened: whatever another tab held in memory is gone. */
async function tab() {
  vi.resetModules();
  const { db } = await import("./database.client");
  opened.push(db);
  const edits = await import("./edits.client");
  const { storeOwn } = await import("../../store/projects");
  return {
    db,
    ...edits,
    begin: () =>
      storeOwn(db, { project: newProject(SCENE, "Mill", "Europe/Berlin", Date.UTC(2026, 0, 8)), meshes: new Map(), pictures: new Map() }),
    /** Sends a name for the scene. */
    rename: (name: string) => edits.storeEdit(edits.writeDown(SCENE, "field.set", { of: "scene", change: { name: name } })),
    name: async () => (await db.scenes.get(SCENE))?.name,
  };
}
const notes = (texts: KeptTexts): string[] => [...texts.texts.keys()].filter((k) => k.startsWith("edit-out-"));

let texts: KeptTexts;
beforeEach(async () => {
  await Dexie.delete(DATABASE_NAME);
  texts = browserWith();
});
afterEach(() => {
  for (const db of opened.splice(0)) db.close();
  vi.unstubAllGlobals();
});

describe("edits", () => {
  it("are stored in the order they were made, though none waits for the one before", async () => {
    const t = await tab();
    await t.begin();
    const sent = Array.from({ length: 20 }, (_, i) => t.rename(`Mill ${i}`));
    expect(notes(texts)).toHaveLength(20);
    expect((await Promise.all(sent)).every((r) => r.ok)).toBe(true);
    expect([await t.name(), notes(texts)]).toEqual(["Mill 19", []]);
    expect((await t.db.history.toArray()).map((h) => h.windowId)).toHaveLength(20);
  });
  it("are acknowledged to whoever waits, refused ones with a sentence; nothing of those is stored, and the next one is", async () => {
    const t = await tab();
    await t.begin();
    const order = t.writeDown(SCENE, "field.set", { of: "scene", change: { name: "" } });
    const heard = t.acknowledgement(order.editId);
    const [refused, next] = await Promise.all([t.storeEdit(order), t.rename("Water mill")]);
    expect([refused.ok, next.ok, await t.name()]).toEqual([false, true, "Water mill"]);
    expect(await heard).toBe(refused);
    expect(notes(texts)).toEqual([]);
  });
  it("that clear what was said clear it, though they go as text", async () => {
    const t = await tab();
    await t.begin();
    const panel = { id: "p", name: "Wall", widthMm: 100, heightMm: 50, count: 1, scored: { as: "bricks", unitMm: [4, 1.4] } };
    const set = (change: object) =>
      t.storeEdit(JSON.parse(JSON.stringify(t.writeDown(SCENE, "list.set", { list: "scene.panels", key: "p", change }))) as never);
    const panels = async () => (await t.db.scenes.get(SCENE))!.panels;
    expect((await t.storeEdit(t.writeDown(SCENE, "list.add", { list: "scene.panels", items: [panel] }))).ok).toBe(true);
    expect((await set({ scored: undefined })).ok).toBe(true);
    const { scored: _, ...plain } = panel;
    expect(await panels()).toStrictEqual([plain]);
    // What a row cannot be without stays, and an edit that says nothing is refused.
    expect([(await set({ name: undefined })).ok, (await set({})).ok]).toEqual([false, false]);
    expect(await panels()).toStrictEqual([plain]);
  });
  it("that clear a field of a row clear that field, and none that may not be said there", async () => {
    const t = await tab();
    await t.begin();
    const lesson = { id: "l", title: "Prime it first", about: null, at: 1, product: "Matt varnish" };
    const added = await t.storeEdit(t.writeDown(SCENE, "list.add", { list: "lessons", items: [lesson] }));
    if (!added.ok) throw new Error(added.problem.message);
    const set = (change: object) =>
      t.storeEdit(JSON.parse(JSON.stringify(t.writeDown(SCENE, "field.set", { of: "lesson", id: "l", change }))) as never);
    expect((await set({ product: undefined })).ok).toBe(true);
    const { product: _, ...plain } = lesson;
    expect(await t.db.lessons.get("l")).toMatchObject(plain);
    expect(await t.db.lessons.get("l")).not.toHaveProperty("product");
    expect((await set({ title: undefined })).ok).toBe(false);
  });
  it("that nobody knows are refused, not thrown", async () => {
    const t = await tab();
    const done = await t.storeEdit(t.writeDown(SCENE, "mill.turn", {}));
    expect(done).toMatchObject({ ok: false, problem: { code: "command.unknown" } });
  });
  it("with files leave both or neither", async () => {
    const t = await tab();
    await t.begin();
    const hash = "a".repeat(64);
    const done = await t.storeWithFiles(SCENE, "meshes", [{ hash, file: new Blob(["solid"]) }], "field.set", {
      of: "part",
      id: "nobody",
      change: { name: "Wall" },
    });
    expect([done.ok, await t.db.meshes.count()]).toEqual([false, 0]);
  });
});

describe("a torn tab", () => {
  it("has written its edit down: the next one sends it, once", async () => {
    const torn = await tab();
    await torn.begin();
    torn.writeDown(SCENE, "field.set", { of: "scene", change: { name: "Tide mill" } });
    expect(notes(texts)).toHaveLength(1);

    const next = await tab();
    expect(await next.sendAgain()).toEqual([]);
    expect([await next.name(), notes(texts), await next.db.history.count()]).toEqual(["Tide mill", [], 1]);
    expect(await next.sendAgain()).toEqual([]);
    expect(await next.db.history.count()).toBe(1);
  });
  it("that had stored it and died before it struck it out: it is not done twice", async () => {
    const torn = await tab();
    await torn.begin();
    const order = torn.writeDown(SCENE, "field.set", { of: "scene", change: { name: "Tide mill" } });
    const note = texts.getItem(`edit-out-${order.editId}`)!;
    await torn.storeEdit(order);
    await torn.rename("Wind mill");
    texts.setItem(`edit-out-${order.editId}`, note);

    const next = await tab();
    expect(await next.sendAgain()).toEqual([]);
    expect([await next.name(), await next.db.history.count()]).toEqual(["Wind mill", 2]);
  });
  it("sends in the order in which they were made, whatever order the browser lists them in", async () => {
    const torn = await tab();
    await torn.begin();
    const [first, second] = ["First", "Second"].map((name) => torn.writeDown(SCENE, "field.set", { of: "scene", change: { name: name } }));
    texts.texts.clear();
    for (const o of [{ ...second, at: first.at + 5 }, first]) texts.setItem(`edit-out-${o.editId}`, JSON.stringify(o));
    const next = await tab();
    await next.sendAgain();
    expect(await next.name()).toBe("Second");
  });
  it("what cannot be done any more is told, and not kept for ever", async () => {
    const torn = await tab();
    await torn.begin();
    torn.writeDown("another scene", "field.set", { of: "scene", change: { name: "Tide mill" } });
    const next = await tab();
    expect(await next.sendAgain()).toMatchObject([{ ok: false, problem: { code: "scene.gone" } }]);
    expect(notes(texts)).toEqual([]);
  });
  it("notes that are no edits are thrown away", async () => {
    const t = await tab();
    await t.begin();
    texts.setItem("edit-out-x", "{");
    texts.setItem("edit-out-y", JSON.stringify({ editId: 5 }));
    expect(await t.sendAgain()).toEqual([]);
    expect(notes(texts)).toEqual([]);
  });
  it("what another open window has just sent is left to it; a window that is gone is not waited for", async () => {
    texts = browserWith(["open"]);
    const t = await tab();
    await t.begin();
    const of = (windowId: string, name: string): void => {
      const order = t.writeDown(SCENE, "field.set", { of: "scene", change: { name: name } });
      texts.setItem(`edit-out-${order.editId}`, JSON.stringify({ ...order, windowId }));
    };
    of("gone", "By one that is gone");
    of("open", "By one that is open");
    await t.sendAgain();
    expect([await t.name(), notes(texts)]).toEqual(["By one that is gone", [expect.stringMatching(/^edit-out-/)]]);
  });
});

describe("taking back", () => {
  it("is not written down: sent again later it would take back something else", async () => {
    const t = await tab();
    await t.begin();
    await t.rename("Tide mill");
    const order = t.writeDown(SCENE, "undo", {});
    expect(notes(texts)).toEqual([]);
    expect(await t.storeEdit(order)).toMatchObject({ ok: true, value: { command: "undo" } });
    expect([await t.name(), await t.storeEdit(t.writeDown(SCENE, "undo", {}))]).toEqual([
      "Mill",
      expect.objectContaining({ problem: expect.objectContaining({ code: "undo.empty" }) }),
    ]);
  });
  it("asks before it takes back what another open window did", async () => {
    texts = browserWith(["other"]);
    const t = await tab();
    await t.begin();
    await t.storeEdit({ ...t.writeDown(SCENE, "field.set", { of: "scene", change: { name: "Theirs" } }), windowId: "other" });
    expect(await t.storeEdit(t.writeDown(SCENE, "undo", {}))).toMatchObject({ ok: false, problem: { code: "undo.other" } });
    expect(await t.takeBackElsewhere(SCENE)).toMatchObject({ ok: true });
    expect(await t.name()).toBe("Mill");
  });
});
