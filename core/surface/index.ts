export * from "./fill";
export * from "./fillAmounts";
export * from "./surfaces";
export * from "./profile";
export * from "./schools";
export * from "./steps";
export * from "./stepField";
