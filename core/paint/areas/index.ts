export * from "./areas";
export * from "./borders";
