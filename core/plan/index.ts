export * from "./chance";
export * from "./evenings";
export * from "./schedule";
export * from "./stack";
export * from "./status";
export * from "./steps";
export * from "./tonight";
export * from "./tracker";
