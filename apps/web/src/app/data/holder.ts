import type { Me } from '@hephaist/contracts/exchange/people';

const KEY = 'hephaist.me';

/** Who was signed in here last: with no server the page opens in their name, and what is kept here is theirs alone. */
export function remembered(): Me | null {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(KEY) ?? 'null') as Me | null;
  } catch {
    return null;
  }
}
export function remember(who: Me | null): void {
  if (who) globalThis.localStorage?.setItem(KEY, JSON.stringify(who));
  else globalThis.localStorage?.removeItem(KEY);
}
