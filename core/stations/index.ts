/**
 * The stations: what a user can do at each, as commands. Whoever stores, foresees or sends an edit knows commands only through this list.
 */
import type { Command } from "./command";
import { ASSEMBLE_COMMANDS, type AssembleCommands } from "./assemble/commands";
import { LOG_COMMANDS, type LogCommands } from "./log/commands";
import { PAINT_COMMANDS, type PaintCommands } from "./paint/commands";
import { PARTS_COMMANDS, type PartsCommands } from "./parts/commands";
import { PRINT_COMMANDS, type PrintCommands } from "./print/commands";
import { SCALE_COMMANDS, type ScaleCommands } from "./scale/commands";
import { SURFACE_COMMANDS, type SurfaceCommands } from "./surface/commands";
import { TONIGHT_COMMANDS, type TonightCommands } from "./tonight/commands";
import { WORKSHOP_COMMANDS, type WorkshopCommands } from "./workshop/commands";

export { Refused, type Command, type Edit } from "./command";
export type { PrinterChange } from "./print/profile";

/** Payload of each command, by name. */
export interface Commands
  extends
    TonightCommands,
    ScaleCommands,
    PartsCommands,
    PrintCommands,
    SurfaceCommands,
    PaintCommands,
    AssembleCommands,
    LogCommands,
    WorkshopCommands {}

export type CommandName = keyof Commands;

export const COMMANDS: { [N in CommandName]: Command<Commands[N]> } = {
  ...TONIGHT_COMMANDS,
  ...SCALE_COMMANDS,
  ...PARTS_COMMANDS,
  ...PRINT_COMMANDS,
  ...SURFACE_COMMANDS,
  ...PAINT_COMMANDS,
  ...ASSEMBLE_COMMANDS,
  ...LOG_COMMANDS,
  ...WORKSHOP_COMMANDS,
};
