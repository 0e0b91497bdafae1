export * from "./amount";
export * from "./duration";
export * from "./figure";
export * from "./hash";
export * from "./length";
export * from "./number";
export * from "./result";
export * from "./random";
