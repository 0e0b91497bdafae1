export * from "./contentHash";
export * from "./part";
export * from "./types";
export * from "./alike";
export * from "./standing";
export * from "./upgrade";
export * from "./limits";
export * from "./recordsOf";
