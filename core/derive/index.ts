export * from "./derive";
export * from "./mirror";
