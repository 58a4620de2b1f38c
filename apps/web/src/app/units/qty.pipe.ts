import { inject, Pipe, type PipeTransform } from '@angular/core';
import type { Quantity } from '@hephaist/core/units/units';
import { UnitsStore } from './units.store';

/** `{{ si | qty: 'gap' }}` in the units of the moment. Impure, since the units may switch under it. */
@Pipe({ name: 'qty', pure: false })
export class QtyPipe implements PipeTransform {
  private readonly units = inject(UnitsStore);

  transform(si: number | null | undefined, quantity: Quantity, withUnit = true): string {
    return si === null || si === undefined ? '–' : this.units.show(si, quantity, withUnit);
  }
}
