export * from "./part";
export * from "./types";
