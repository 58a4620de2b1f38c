import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Form } from './form';
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
    @if (takenUp()) {
      <p class="quiet" role="status">
        What you typed before stands here again.
        <button matButton type="button" (click)="startOver()">Begin anew</button>
      </p>
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
      gap: var(--space-4);
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
  private readonly kept = computed(() => {
    const attempt = this.attempt();
    return attempt instanceof Form ? attempt : null;
  });
  protected readonly takenUp = computed(() => this.kept()?.takenUp() ?? false);

  protected startOver(): void {
    this.kept()?.startOver();
  }
}
