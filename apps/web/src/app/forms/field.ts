import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

let serial = 0;

/** A label over one control, with what is wrong under it. The control is projected and named by the label. */
@Component({
  selector: 'hp-field',
  template: `
    <label [for]="for()">{{ label() }}{{ unit() ? ' (' + unit() + ')' : '' }}</label>
    <ng-content />
    @if (problem(); as p) {
      <p class="says-problem" role="alert" [id]="problemId()">✕ {{ p }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 2px;
      min-width: 0;
    }
    label {
      font-size: 13.5px;
      color: var(--mid);
    }
    .says-problem {
      font-size: 13.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Field {
  readonly label = input.required<string>();
  readonly for = input.required<string>();
  readonly unit = input('');
  readonly problem = input<string | null>(null);
  private readonly own = `problem-${++serial}`;
  protected readonly problemId = computed(() => this.own);
}
