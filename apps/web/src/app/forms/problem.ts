import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { showsOwn } from './bound';
import { FormOf } from './form-of';
import { problemAt } from './problems';

/** The problems of a place in a form that is no single entry. */
@Component({
  selector: 'hp-problem',
  template: `
    @if (says(); as p) {
      <p class="says-problem" role="alert">✕ {{ p }}</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Problem {
  readonly at = input.required<string>();
  /** Also what lies under the place; else that is shown where it lies. */
  readonly deep = input(true);
  private readonly form = inject(FormOf);
  protected readonly says = computed(() => {
    const all = this.form.hpForm().problems();
    return this.deep() ? problemAt(all, this.at()) : (all.find((p) => p.field === this.at())?.says ?? null);
  });

  constructor() {
    showsOwn(this.form, this.at);
  }
}
