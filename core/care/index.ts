export * from "./airborne";
export * from "./cautions";
