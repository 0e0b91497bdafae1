export function contentPolicy(nonce?: string): string;
export const FIXED_HEADERS: Record<string, string>;
