export * from "./bounds";
export * from "./cuts";
export * from "./search";
export * from "./shop";
