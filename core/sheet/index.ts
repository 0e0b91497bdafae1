export * from "./hatch";
export * from "./sheet";
export * from "./views";
