export * from "./cautions";
