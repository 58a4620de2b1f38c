import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Followable } from '@hephaist/contracts/exchange/followed';

/** The way to all that bears on something, on one page. */
@Component({
  selector: 'hp-follow',
  imports: [RouterLink],
  template: `<a class="no-print" [routerLink]="['/follow', of(), id()]"
    >All that bears on {{ name() }}<span aria-hidden="true"> →</span></a
  >`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Follow {
  readonly of = input.required<Followable>();
  readonly id = input.required<string>();
  readonly name = input.required<string>();
}
