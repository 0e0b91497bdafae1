export * from "./fields";
export * from "./recipe";
export * from "./roles";
export * from "./starters";
export * from "./copies";
