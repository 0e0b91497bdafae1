export * from "./blocks";
export * from "./field";
