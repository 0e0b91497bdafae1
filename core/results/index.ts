export * from "./key";
export * from "./kinds";
export { joinPart, joinProject, rowOf, rowsOf, withNamedOnly, type Last, type Lookup, type KnownValue } from "./join";
export * from "./requests";
