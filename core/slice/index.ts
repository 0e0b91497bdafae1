export * from "./hull";
export * from "./layers";
export * from "./outline";
export * from "./slicer";
export * from "./union";
