export * from "./recipes";
