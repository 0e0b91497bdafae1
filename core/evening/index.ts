/** The evening written down in a line, and the slip that its letters stand on. */
export * from "./line";
export * from "./slip";
