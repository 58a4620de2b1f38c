import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Joint } from '@hephaist/contracts/records/joint';
import { Entry } from '../forms/entry';
import { Pick } from '../forms/pick';
import { COLUMNS } from './schedule-columns';

/** Several joints at once: one value for all, set aside with a reason, or a rod list for just these. */
@Component({
  selector: 'hp-schedule-many',
  imports: [MatButtonModule, Entry, Pick],
  template: `
    <form (submit)="apply($event)">
      <strong>{{ joints().length }} joints</strong>
      <hp-pick
        label="Field"
        [bare]="true"
        [options]="fields"
        [value]="columnId()"
        (valueChange)="columnId.set($event)"
      />
      <hp-entry class="value" label="Value for all" [bare]="true" [placeholder]="hint()" [(value)]="text" />
      <button matButton="outlined" type="submit">Change all</button>
      @if (anyAside()) {
        <button matButton="outlined" type="button" (click)="back.emit()">Take back up</button>
      }
      <button matButton="outlined" type="button" (click)="rods.emit()">Rods for these</button>
    </form>
  `,
  styles: `
    form {
      display: flex;
      gap: var(--space-3);
      align-items: center;
      padding: var(--space-3) var(--space-6);
      background: var(--tint);
    }
    hp-pick {
      width: 120px;
    }
    .value {
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
  protected readonly fields = COLUMNS.filter((c) => c.cell && c.id !== 'mark').map((c) => ({
    id: c.id,
    name: c.title,
  }));
  protected readonly columnId = signal<string>('setAside');
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
