/** The evening's work on another device: the list that goes, the answer that comes back, and where they are handed over. */
export * from "./carry";
export * from "./code";
export * from "./desk";
export * from "./handOut";
export * from "./list";
export * from "./takeIn";
