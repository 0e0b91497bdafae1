/** Joi schemas of everything that is stored, imported or sent to a command, one file a row. Unknown fields of rows are kept. */
export * from "./blocks";
export * from "./habits";
export * from "./lesson";
export * from "./line";
export * from "./order";
export * from "./paint";
export * from "./part";
export * from "./printer";
export * from "./procedure";
export * from "./project";
export * from "./recipe";
export * from "./record";
export * from "./scene";
export * from "./supply";
export * from "./tables";
export * from "./thing";
export * from "./workshop";
