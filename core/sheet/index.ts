export * from "./drawing";
export * from "./hatch";
export * from "./onView";
export * from "./sheet";
export * from "./svg";
export * from "./views";
export * from "./outline";
