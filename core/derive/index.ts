export * from "./derive";
