/** Small things this browser remembers between visits. Where it keeps nothing, they last as long as the page. */
const inPage = new Map<string, string>();

export function kept(key: string): string | null {
  try {
    return localStorage.getItem(key) ?? inPage.get(key) ?? null;
  } catch {
    return inPage.get(key) ?? null;
  }
}

export function keep(key: string, value: string | null): void {
  if (value === null) inPage.delete(key);
  else inPage.set(key, value);
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
    inPage.delete(key);
  } catch {
    // A full or forbidden store: the page itself remembers.
  }
}

/** Keys that begin so. */
export function keptKeys(prefix: string): string[] {
  const keys = new Set([...inPage.keys()]);
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i);
      if (key !== null) keys.add(key);
    }
  } catch {
    // As above.
  }
  return [...keys].filter((k) => k.startsWith(prefix));
}
