export * from "./fill";
export * from "./surfaces";
export * from "./profile";
export * from "./schools";
export * from "./steps";
