export * from "./benchTasks";
export * from "./handRates";
export * from "./kind";
export * from "./needs";
export * from "./step";
export * from "./uses";
