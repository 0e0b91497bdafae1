export * from "./choices";
export * from "./dimensions";
export * from "./homes";
export * from "./house";
export * from "./realMaterials";
export * from "./references";
