export * from "./colour";
export * from "./mix";
export * from "./pot";
