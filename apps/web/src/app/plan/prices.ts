import { ACETYLENE_CYLINDERS, type DrawUse } from '@hephaist/core/heat/torch-gas';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { GasWishes } from '@hephaist/core/rod-list/gas-list';
import type { RodPrices } from '@hephaist/core/rod-list/rod-list';
import { numberOf } from '../units/typed';

const KEY = 'hephaist.prices';

/** What the rod list is asked with, as text; kept in the browser. */
export interface Wishes {
  readonly silver: string;
  readonly base: string;
  readonly spare: string;
  readonly loss: string;
  /** Cylinders by size, and how the draw limit is taken. */
  readonly fuel: string;
  readonly oxygen: string;
  readonly nitrogen: string;
  readonly use: DrawUse;
}

const START: Wishes = {
  silver: '1000',
  base: '30',
  spare: '10',
  loss: '15',
  fuel: '145 ft³',
  oxygen: '125 ft³',
  nitrogen: '230 ft³',
  use: 'usual',
};

export function storedWishes(): Wishes {
  try {
    return { ...START, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Wishes>) };
  } catch {
    return START;
  }
}

export const storeWishes = (wishes: Wishes): void => localStorage.setItem(KEY, JSON.stringify(wishes));

/** What the cylinders asked with hold, m3; one that is no longer in the tables holds nothing. */
export function gasWishesOf({ fuel, oxygen, nitrogen, use }: Wishes): GasWishes {
  const holds = (id: string): number => CYLINDERS.find((c) => c.id === id)?.nominalM3 ?? 0;
  return {
    fuelM3: ACETYLENE_CYLINDERS.find((c) => c.id === fuel)?.holdsM3 ?? 0,
    oxygenM3: holds(oxygen),
    nitrogenM3: holds(nitrogen),
    use,
  };
}

/** Prices last asked with, or the ones first shown where those are no numbers. */
export function firstPrices(): RodPrices {
  const { silver, base } = storedWishes();
  const or = (n: number, start: string): number => (Number.isFinite(n) ? n : Number(start));
  return { silverPerKg: or(numberOf(silver), START.silver), basePerKg: or(numberOf(base), START.base) };
}
