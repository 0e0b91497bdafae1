export * from "./measure";
export * from "./takenAt";
