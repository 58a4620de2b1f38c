import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { UnitsStore } from '../units/units.store';

/** A paper as PDF, on the company's sheet and in the units shown. */
@Component({
  selector: 'hp-paper',
  imports: [MatButtonModule],
  template: `<a [matButton]="plain() ? 'text' : 'outlined'" class="no-print" [href]="href()" download
    ><ng-content
  /></a>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaperLink {
  /** What a laboratory is asked is of all coupons that are to be read. */
  readonly kind = input.required<'procedure' | 'pqr' | 'coupon' | 'brazer' | 'traveller' | 'laboratory-request'>();
  readonly id = input('all');
  /** Among other small buttons. */
  readonly plain = input(false);
  private readonly units = inject(UnitsStore);
  protected readonly href = computed(() => `/api/papers/${this.kind()}/${this.id()}?units=${this.units.system()}`);
}
