import { describe, expect, it } from "vitest";
import { ROW_TABLES } from "../rows";
import { BLOCKS, COMMANDS, LISTS } from ".";

describe("what can be said at the stations", () => {
  it("every block and list names tables that there are, and has a word for undo", () => {
    for (const [name, { table, label }] of Object.entries(BLOCKS)) {
      expect(ROW_TABLES, name).toContain(table);
      expect(typeof label === "string" ? label : label({}), name).not.toBe("");
    }
    for (const [name, list] of Object.entries(LISTS)) {
      expect(list.tables.length, name).toBeGreaterThan(0);
      for (const table of list.tables) expect(ROW_TABLES, name).toContain(table);
    }
  });

  it("takes only what is named: another block, list or field is refused", () => {
    const refused = (name: keyof typeof COMMANDS, payload: object): boolean => COMMANDS[name].schema.validate(payload).error !== undefined;
    expect(refused("field.set", { of: "part", id: "p", change: { copies: 2 } })).toBe(false);
    expect(refused("field.set", { of: "part", id: "p", change: { sceneId: "other" } })).toBe(true);
    expect(refused("field.set", { of: "part", id: "p", change: { work: [] } })).toBe(true);
    expect(refused("field.set", { of: "scene", change: { plates: [] } })).toBe(true);
    expect(refused("field.set", { of: "record", id: "r", change: { good: 9 } })).toBe(true);
    expect(refused("list.set", { list: "paints", key: "x", change: { name: "y" } })).toBe(true);
    expect(refused("list.set", { list: "scene.panels", key: "x", change: {} })).toBe(true);
    expect(refused("list.set", { list: "scene.panels", key: "x", change: {}, clears: ["scored"] })).toBe(false);
    expect(refused("field.set", { of: "record", id: "r", change: {} })).toBe(true);
    expect(refused("field.set", { of: "record", id: "r", change: {}, clears: ["aired"] })).toBe(false);
    expect(refused("list.move", { list: "part.pictures", of: "p", key: "x", to: 0 })).toBe(true);
    expect(refused("list.drop", { list: "part.versions", of: "p", keys: ["x"] })).toBe(true);
  });
});
