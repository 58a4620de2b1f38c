import { effect } from '@angular/core';
import { inUnits } from '@hephaist/core/units/say';
import { formatQuantity, type Quantity, type UnitSystem } from '@hephaist/core/units/units';
import { patchState, signalStore, withHooks, withMethods, withState } from '@ngrx/signals';

const KEY = 'hephaist.units';
const first = (): UnitSystem => (globalThis.localStorage?.getItem(KEY) === 'metric' ? 'metric' : 'us');

/** Which units are shown. Stored values are SI and never change with it. */
export const UnitsStore = signalStore(
  { providedIn: 'root' },
  withState(() => ({ system: first() })),
  withMethods((store) => ({
    use: (system: UnitSystem): void => patchState(store, { system }),
    /** A sentence of the core with its quantities in the units of the moment. */
    say: (text: string): string => inUnits(text, store.system()),
    /** Shows an SI value in the units of the moment. */
    show: (si: number, quantity: Quantity, withUnit = true): string =>
      formatQuantity(si, quantity, store.system(), withUnit),
  })),
  withHooks({
    onInit(store) {
      effect(() => globalThis.localStorage?.setItem(KEY, store.system()));
    },
  }),
);
