export * from "./wav";
