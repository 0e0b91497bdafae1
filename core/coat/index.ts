export * from "./check";
export * from "./families";
export * from "./rules";
