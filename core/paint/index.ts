export * from "./colour";
export * from "./correct";
export * from "./mix";
export * from "./pot";
