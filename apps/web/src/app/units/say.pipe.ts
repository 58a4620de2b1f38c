import { inject, Pipe, type PipeTransform } from '@angular/core';
import { UnitsStore } from './units.store';

/** A sentence of the core with its quantities in the units of the moment. */
@Pipe({ name: 'say', pure: false })
export class SayPipe implements PipeTransform {
  private readonly units = inject(UnitsStore);

  transform(text: string | null | undefined): string {
    return this.units.say(text ?? '');
  }
}
