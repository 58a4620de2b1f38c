import { Directive, effect, inject, input } from '@angular/core';
import { MatFormFieldControl } from '@angular/material/form-field';
import type { MatInput } from '@angular/material/input';
import type { MatSelect } from '@angular/material/select';

/** Puts a control into its state of error while something is wrong with it; its error then describes it. */
@Directive({ selector: '[hpWrong]' })
export class Wrong {
  readonly hpWrong = input.required<boolean>();

  constructor() {
    const control = inject(MatFormFieldControl) as MatInput | MatSelect;
    effect(() => {
      control.errorState = this.hpWrong();
      control.stateChanges.next();
    });
  }
}
