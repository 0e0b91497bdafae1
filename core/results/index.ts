export * from "./key";
export * from "./kinds";
export { joinPart, joinProject, rowOf, rowsOf, suppliesOf, withNamedOnly, type Last, type Lookup, type KnownValue } from "./join";
export * from "./requests";
