export * from "./airborne";
export * from "./cautions";
export * from "./uses";
