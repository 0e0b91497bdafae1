export * from "./glues";
export * from "./dryFit";
export * from "./seams";
