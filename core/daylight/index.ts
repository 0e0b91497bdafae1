export * from "./daylight";
export * from "./place";
