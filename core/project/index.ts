export * from "./contentHash";
export * from "./part";
export * from "./types";
