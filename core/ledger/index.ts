export * from "./book";
export * from "./line";
export * from "./money";
export * from "./shares";
export * from "./suffices";
