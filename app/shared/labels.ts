import type { Process } from "~core/scale";

export const PROCESS_LABEL: Record<Process, string> = { fdm: "filament (FDM)", resin: "resin" };
