export * from "./effects";
