import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { BoundChoice } from './bound';

/** A labelled choice of two or three that all stand there: one touch instead of two. */
@Component({
  selector: 'hp-either',
  imports: [MatButtonToggleModule],
  template: `
    <span class="over" aria-hidden="true">{{ label() }}</span>
    <mat-button-toggle-group
      [aria-label]="label()"
      [disabled]="disabled()"
      [value]="chosen()"
      [attr.aria-invalid]="says() ? true : null"
      [attr.aria-describedby]="says() ? id : null"
      (change)="choose($event.value)"
    >
      @for (o of options(); track o.id) {
        <mat-button-toggle [value]="o.id">{{ o.name }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
    @if (says(); as p) {
      <span class="says-problem" [id]="id">✕ {{ p }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
      --mat-button-toggle-height: 34px;
    }
    @media (pointer: coarse) {
      :host {
        --mat-button-toggle-height: 44px;
      }
    }
    mat-button-toggle-group {
      width: 100%;
    }
    mat-button-toggle {
      flex: 1;
      text-align: center;
    }
    .says-problem {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Either<T extends string> extends BoundChoice<T> {}
