export * from "./glues";
