export * from "./clues";
export * from "./rescue";
export * from "./table";
