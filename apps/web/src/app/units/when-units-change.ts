import { effect, inject, untracked } from '@angular/core';
import type { UnitSystem } from '@hephaist/core/units/units';
import { UnitsStore } from './units.store';

/** Does something whenever other units are shown: what is typed keeps its quantity. Read where things are injected. */
export function whenUnitsChange(then: (from: UnitSystem, to: UnitSystem) => void): void {
  const units = inject(UnitsStore);
  let before = units.system();
  effect(() => {
    const [from, to] = [before, units.system()];
    before = to;
    if (from !== to) untracked(() => then(from, to));
  });
}
