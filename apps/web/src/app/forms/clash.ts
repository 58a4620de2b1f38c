import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import type { Form } from './form';

type Draft = Record<string, unknown>;

interface Side {
  readonly name: string;
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
  readonly isTheirs: boolean;
}

/** A value as it is read: what is empty is a dash. */
function words(value: unknown): string {
  if (Array.isArray(value)) return value.join(', ') || '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (value && typeof value === 'object') return Object.values(value).filter(Boolean).join(' to ') || '–';
  return typeof value === 'string' && value ? value : '–';
}

/** Two wrote the same: both sides field by field, and each is taken from one or the other. Nothing is lost. */
@Component({
  selector: 'hp-clash',
  imports: [MatButtonModule, MatButtonToggleModule, Cell, Table],
  template: `
    <section role="alert">
      <p>
        <strong>Someone else saved this since you opened it.</strong> Nothing of yours is lost: say for each field whose
        stands.
      </p>
      <hp-table class="sheet" [rows]="sides()" [columns]="columns" empty="You both wrote the same.">
        <ng-template hpCell="whose" [rows]="sides()" let-s>
          <mat-button-toggle-group
            [value]="s.isTheirs ? 'theirs' : 'mine'"
            (change)="take(s.name, $event.value === 'theirs')"
            [attr.aria-label]="s.label + ', whose stands'"
          >
            <mat-button-toggle value="mine">mine</mat-button-toggle>
            <mat-button-toggle value="theirs">theirs</mat-button-toggle>
          </mat-button-toggle-group>
        </ng-template>
      </hp-table>
      <p><button matButton="filled" type="button" (click)="settled.emit()">Save what was chosen</button></p>
    </section>
  `,
  styles: `
    section {
      border: 2px solid var(--caution);
      border-radius: 6px;
      padding: var(--space-4) var(--space-6);
      display: grid;
      gap: var(--space-4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Clash {
  readonly form = input.required<Form<Draft>>();
  readonly theirs = input.required<Draft>();
  readonly labels = input.required<Readonly<Record<string, string>>>();
  readonly settled = output();
  /** What was typed here in the fields that were taken from them. */
  private readonly typed = signal<Draft>({});
  protected readonly sides = computed((): Side[] => {
    const [draft, theirs] = [this.form().draft(), this.theirs()];
    const mine = { ...draft, ...this.typed() };
    return Object.entries(this.labels()).flatMap(([name, label]) => {
      const [a, b] = [words(mine[name]), words(theirs[name])];
      return a === b ? [] : [{ name, label, mine: a, theirs: b, isTheirs: words(draft[name]) === b }];
    });
  });
  protected readonly columns: readonly Column<Side>[] = [
    { id: 'label', head: 'Field', text: (s) => s.label, names: true },
    { id: 'mine', head: 'Mine', text: (s) => s.mine },
    { id: 'theirs', head: 'Theirs', text: (s) => s.theirs },
    { id: 'whose', head: 'Stands' },
  ];

  /** Takes a field from them, or what was typed here back. */
  protected take(name: string, isTheirs: boolean): void {
    const typed = { ...this.typed(), [name]: this.typed()[name] ?? this.form().draft()[name] };
    this.typed.set(typed);
    this.form().set({ [name]: isTheirs ? this.theirs()[name] : typed[name] });
  }
}
