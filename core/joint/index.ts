export * from "./glues";
export * from "./dryFit";
export * from "./seams";
export * from "./fit";
export * from "./hold";
