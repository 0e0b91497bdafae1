/**
 * The stations: what can be said at each, and what a user can do there. Whoever stores, foresees or sends an edit knows commands only
 * through this list.
 */
import type { Command } from "./command";
import { ASSEMBLE_COMMANDS, type AssembleCommands } from "./assemble/commands";
import { ASSEMBLE_LISTS, type AssembleLists } from "./assemble/rows";
import { fieldCommand } from "./fields";
import { listCommands } from "./lists";
import { GROUND_COMMANDS, type GroundCommands } from "./ground/commands";
import { GROUND_BLOCKS, GROUND_LISTS, type GroundBlocks, type GroundLists } from "./ground/rows";
import { LOG_COMMANDS, type LogCommands } from "./log/commands";
import { LOG_BLOCKS, LOG_LISTS, type LogBlocks, type LogLists } from "./log/rows";
import { PAINT_COMMANDS, type PaintCommands } from "./paint/commands";
import { PAINT_BLOCKS, PAINT_LISTS, type PaintBlocks, type PaintLists } from "./paint/rows";
import { PARTS_COMMANDS, type PartsCommands } from "./parts/commands";
import { PARTS_BLOCKS, PARTS_LISTS, type PartsBlocks, type PartsLists } from "./parts/rows";
import { PRINT_COMMANDS, type PrintCommands } from "./print/commands";
import { PRINT_LISTS, type PrintLists } from "./print/rows";
import type { BlocksOf, ListsOf } from "./said";
import { SCALE_COMMANDS, type ScaleCommands } from "./scale/commands";
import { SCALE_BLOCKS, SCALE_LISTS, type ScaleBlocks, type ScaleLists } from "./scale/rows";
import { SURFACE_COMMANDS, type SurfaceCommands } from "./surface/commands";
import { SURFACE_LISTS, type SurfaceLists } from "./surface/rows";
import { TONIGHT_COMMANDS, type TonightCommands } from "./tonight/commands";
import { TONIGHT_LISTS, type TonightLists } from "./tonight/rows";
import { WORKSHOP_COMMANDS, type WorkshopCommands } from "./workshop/commands";
import { WORKSHOP_BLOCKS, WORKSHOP_LISTS, type WorkshopBlocks, type WorkshopLists } from "./workshop/rows";

export { Refused, type Command, type Edit } from "./command";
export type { PrinterChange } from "./print/profile";

/** Rows, and objects inside them, whose fields are said each by itself. */
export interface Blocks extends ScaleBlocks, PartsBlocks, PaintBlocks, GroundBlocks, LogBlocks, WorkshopBlocks {}
/** Lists inside rows, and rows of the workshop: by name, with what is in them. */
export interface Lists
  extends ScaleLists, PartsLists, PrintLists, SurfaceLists, PaintLists, AssembleLists, GroundLists, TonightLists, LogLists, WorkshopLists {}

export const BLOCKS: BlocksOf<Blocks> = {
  ...SCALE_BLOCKS,
  ...PARTS_BLOCKS,
  ...PAINT_BLOCKS,
  ...GROUND_BLOCKS,
  ...LOG_BLOCKS,
  ...WORKSHOP_BLOCKS,
};
export const LISTS: ListsOf<Lists> = {
  ...SCALE_LISTS,
  ...PARTS_LISTS,
  ...PRINT_LISTS,
  ...SURFACE_LISTS,
  ...PAINT_LISTS,
  ...ASSEMBLE_LISTS,
  ...GROUND_LISTS,
  ...TONIGHT_LISTS,
  ...LOG_LISTS,
  ...WORKSHOP_LISTS,
};

/** Whose it is: the row's id, where there is more than one such row. */
type OfRow<N> = N extends `${"part" | "record" | "print" | "printer" | "recipe"}.${string}` ? { of: string } : { of?: undefined };
type IdOf<N> = N extends "scene" | `scene.${string}` | "habits" ? { id?: undefined } : { id: string };
/** Lists inside rows whose items have fields and a place. */
type InRow = { [N in keyof Lists]: N extends `${string}.${string}` ? (Lists[N] extends object ? N : never) : never }[keyof Lists];

/** What is said field by field and item by item, with no command of its own. */
interface SayingCommands {
  "field.set": { [N in keyof Blocks]: { of: N; change: Partial<Blocks[N]> } & IdOf<N> }[keyof Blocks];
  /** At the end, or at a place. */
  "list.add": { [N in keyof Lists]: { list: N; items: Lists[N][]; at?: number } & OfRow<N> }[keyof Lists];
  "list.set": { [N in InRow]: { list: N; key: string; change: Partial<Lists[N]> } & OfRow<N> }[InRow];
  "list.drop": { [N in keyof Lists]: { list: N; keys: string[] } & OfRow<N> }[keyof Lists];
  /** To a place in the list without it. */
  "list.move": { [N in InRow]: { list: N; key: string; to: number } & OfRow<N> }[InRow];
}

/** Payload of each command, by name. */
export interface Commands
  extends
    SayingCommands,
    TonightCommands,
    ScaleCommands,
    PartsCommands,
    PrintCommands,
    SurfaceCommands,
    PaintCommands,
    AssembleCommands,
    GroundCommands,
    LogCommands,
    WorkshopCommands {}

export type CommandName = keyof Commands;

export const COMMANDS: { [N in CommandName]: Command<Commands[N]> } = {
  "field.set": fieldCommand(BLOCKS),
  ...listCommands(LISTS),
  ...TONIGHT_COMMANDS,
  ...SCALE_COMMANDS,
  ...PARTS_COMMANDS,
  ...PRINT_COMMANDS,
  ...SURFACE_COMMANDS,
  ...PAINT_COMMANDS,
  ...ASSEMBLE_COMMANDS,
  ...GROUND_COMMANDS,
  ...LOG_COMMANDS,
  ...WORKSHOP_COMMANDS,
};
