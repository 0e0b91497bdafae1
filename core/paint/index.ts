export * from "./colour";
export * from "./correct";
export * from "./film";
export * from "./instead";
export * from "./mix";
export * from "./pot";
export * from "./states";
