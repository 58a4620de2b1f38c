import type { TakeOver } from '@hephaist/contracts/exchange/hand-on';

const KEY = 'hephaist.taking-over';

/**
 * Somebody took this page over with no network, and the server does not know it yet: nothing is asked of it before, or
 * it would be asked in the name of who had the device before. Kept for this page alone, until it is told.
 */
export function takingOver(): TakeOver | null {
  try {
    return JSON.parse(globalThis.sessionStorage?.getItem(KEY) ?? 'null') as TakeOver | null;
  } catch {
    return null;
  }
}
export function setTakingOver(asked: TakeOver | null): void {
  if (asked) globalThis.sessionStorage?.setItem(KEY, JSON.stringify(asked));
  else globalThis.sessionStorage?.removeItem(KEY);
}
