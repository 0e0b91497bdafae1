/** A row as it was stored by some version: nothing is known of it but that it has fields. */
export type Stored = Record<string, unknown>;

export const isStored = (x: unknown): x is Stored => typeof x === "object" && x !== null && !Array.isArray(x);
export const rowsIn = (x: unknown): Stored[] => (Array.isArray(x) ? x.filter(isStored) : []);
