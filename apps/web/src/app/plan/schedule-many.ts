import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts';
import { COLUMNS } from './schedule-columns';

/** Several joints at once: one value for all, set aside with a reason, or a rod list for just these. */
@Component({
  selector: 'hp-schedule-many',
  template: `
    <form (submit)="apply($event)">
      <strong>{{ joints().length }} joints</strong>
      <label class="visually-hidden" for="many-field">Field</label>
      <select id="many-field" class="control" #field (change)="columnId.set(field.value)">
        @for (c of fields; track c.id) {
          <option [value]="c.id" [selected]="c.id === columnId()">{{ c.title }}</option>
        }
      </select>
      <label class="visually-hidden" for="many-value">Value for all</label>
      <input
        id="many-value"
        class="control"
        #value
        autocomplete="off"
        [placeholder]="hint()"
        [value]="text()"
        (input)="text.set(value.value)"
      />
      <button class="button" type="submit">Change all</button>
      @if (anyAside()) {
        <button class="button" type="button" (click)="back.emit()">Take back up</button>
      }
      <button class="button" type="button" (click)="rods.emit()">Rods for these</button>
    </form>
  `,
  styles: `
    form {
      display: flex;
      gap: 6px;
      align-items: center;
      padding: 6px 14px;
      background: var(--tint);
    }
    .control {
      width: auto;
      min-width: 0;
    }
    input {
      flex: 1;
    }
    strong,
    button {
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScheduleMany {
  readonly joints = input.required<readonly Joint[]>();
  readonly changed = output<{ columnId: string; text: string }>();
  readonly back = output();
  readonly rods = output();
  protected readonly fields = COLUMNS.filter((c) => c.cell && c.id !== 'mark');
  protected readonly columnId = signal('setAside');
  protected readonly text = signal('');
  protected readonly anyAside = computed(() => this.joints().some((j) => j.setAside));
  protected readonly hint = computed(() =>
    this.columnId() === 'setAside' ? 'reason, e.g. part not delivered' : 'value for all',
  );

  protected apply(event: Event): void {
    event.preventDefault();
    this.changed.emit({ columnId: this.columnId(), text: this.text() });
  }
}
