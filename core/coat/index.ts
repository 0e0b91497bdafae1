export * from "./can";
export * from "./care";
export * from "./check";
export * from "./climate";
export * from "./families";
export * from "./rules";
export * from "./waits";
