/** Where the hashes are written down. */
export const WRITTEN: string;
/** By kind of result, a hash of what its source reaches. */
export function reaches(): Promise<Record<string, string>>;
