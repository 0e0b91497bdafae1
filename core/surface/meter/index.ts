export * from "./meter";
export * from "./photo";
