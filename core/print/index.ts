export * from "./facts";
export * from "./fdm";
export * from "./fit";
export * from "./handsOn";
export * from "./moves";
export * from "./orient";
export * from "./printers";
export * from "./resin";
