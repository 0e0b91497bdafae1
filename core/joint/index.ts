export * from "./joint";
export * from "./glues";
export * from "./glueOf";
export * from "./dryFit";
export * from "./seams";
export * from "./fit";
export * from "./hold";
