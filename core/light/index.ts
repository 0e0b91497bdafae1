export * from "./lamps";
export * from "./runs";
