/**
 * What the browser keeps, each thing under the account that it belongs to: computers are shared at school. Unsent work and settings
 * outlive signing out, and open for the same account only; all else goes.
 */
type Kind = 'unsent' | 'setting' | 'saved' | 'writing';

const LASTING: Kind[] = ['unsent', 'setting'];
let owner = 'nobody';

const keyOf = (kind: Kind, name: string) => JSON.stringify([owner, kind, name]);

/** From here on everything is kept for this account. */
export function keepFor(account: string): void {
  owner = account;
}

/** The account that things are kept for, to name what is kept elsewhere. */
export const keptFor = (): string => owner;

export function kept<T>(kind: Kind, name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(kind, name)) ?? 'null');
  } catch {
    return null; // storage is not allowed, or holds what was no JSON
  }
}

/**
 * @param value null to forget it
 * @returns whether it is kept: storage may be full, or not allowed
 */
export function keep(kind: Kind, name: string, value: unknown): boolean {
  try {
    if (value === null) localStorage.removeItem(keyOf(kind, name));
    else localStorage.setItem(keyOf(kind, name), JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

/** Nothing of this account stays but what is lasting. */
export function forget(): void {
  try {
    for (const key of Object.keys(localStorage)) {
      const [whose, kind] = parsed(key);
      if (whose === owner && !LASTING.includes(kind as Kind)) localStorage.removeItem(key);
    }
  } catch {
    // Storage is not allowed: nothing is in it.
  }
}

function parsed(key: string): [string?, string?] {
  try {
    const parts = JSON.parse(key);
    return Array.isArray(parts) ? (parts as [string?, string?]) : [];
  } catch {
    return [];
  }
}
