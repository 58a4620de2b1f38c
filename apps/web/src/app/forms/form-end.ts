import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { FormOf } from './form-of';

/** The end of a form: what no field shows, what was refused in words, and its buttons. */
@Component({
  selector: 'hp-form-end',
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @for (p of attempt().others(); track p.field + p.says) {
      <p class="says-problem" role="alert">✕ {{ p.says }}</p>
    }
    @if (attempt().failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
    <span class="buttons">
      <ng-content />
      @if (does(); as words) {
        <button matButton="filled" type="submit" [disabled]="attempt().busy()">{{ words }}</button>
      }
    </span>
    @if (attempt().busy()) {
      <mat-progress-bar mode="indeterminate" [attr.aria-label]="does()" />
    }
  `,
  styles: `
    :host {
      grid-column: 1 / -1;
      display: block;
      position: relative;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      justify-content: end;
    }
    mat-progress-bar {
      position: absolute;
      bottom: -6px;
      animation: late 0.5s;
    }
    @keyframes late {
      from,
      99% {
        visibility: hidden;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormEnd {
  /** What sending it does, on its button. */
  readonly does = input('');
  private readonly form = inject(FormOf);
  protected readonly attempt = computed(() => this.form.hpForm());
}
