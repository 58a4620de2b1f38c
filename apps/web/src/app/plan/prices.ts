import type { RodPrices } from '@hephaist/core/rod-list/rod-list';
import { numberOf } from '../units/typed';

const KEY = 'hephaist.prices';

/** What the rod list is asked with, as text; kept in the browser. */
export interface Wishes {
  readonly silver: string;
  readonly base: string;
  readonly spare: string;
  readonly loss: string;
}

const START: Wishes = { silver: '1000', base: '30', spare: '10', loss: '15' };

export function storedWishes(): Wishes {
  try {
    return { ...START, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Wishes>) };
  } catch {
    return START;
  }
}

export const storeWishes = ({ silver, base, spare, loss }: Wishes): void =>
  localStorage.setItem(KEY, JSON.stringify({ silver, base, spare, loss }));

/** Prices last asked with, or the ones first shown where those are no numbers. */
export function firstPrices(): RodPrices {
  const { silver, base } = storedWishes();
  const or = (n: number, start: string): number => (Number.isFinite(n) ? n : Number(start));
  return { silverPerKg: or(numberOf(silver), START.silver), basePerKg: or(numberOf(base), START.base) };
}
