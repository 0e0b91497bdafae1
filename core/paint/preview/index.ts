export * from "./reach";
export * from "./replay";
export * from "./view";
export * from "./work";
