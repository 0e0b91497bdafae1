export * from "./key";
export * from "./kinds";
export * from "./ofParts";
