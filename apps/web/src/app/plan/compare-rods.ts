import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { compareFillers } from '@hephaist/core/selection/compare';
import { LadderView } from '../drawings/ladder';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { type Column, Table } from '../layout/table';
import { UnitsStore } from '../units/units.store';
import { firstPrices } from './prices';

/** Two rods side by side on the same joint: figures, points, and both on one heat ladder. */
@Component({
  selector: 'hp-compare-rods',
  imports: [Table, MatDialogModule, LadderView, PickField],
  template: `
    <h2 mat-dialog-title id="compare-title">Two rods on {{ data.joint.mark }}</h2>
    <mat-dialog-content>
      <div class="ask">
        <hp-pick label="One" [options]="rods" [value]="a()" (valueChange)="a.set($event)" />
        <hp-pick label="Other" [options]="rods" [value]="b()" (valueChange)="b.set($event)" />
        <p class="quiet">● marks the better of the two on this joint. Points rank what the rules allow.</p>
      </div>
      @if (comparison(); as c) {
        <div class="two">
          <div>
            <hp-table [rows]="c.rows" [columns]="figures()" />
            <hp-table [rows]="scores()" [columns]="points()" />
          </div>
          <hp-ladder
            class="sheet"
            [plan]="data.plan"
            [serviceMaxK]="data.serviceMaxK"
            [partLimitK]="data.plan.partNearby?.limitK ?? null"
            [others]="[c.a, c.b]"
          />
        </div>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button matButton="outlined" mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    @use 'scale';

    .ask {
      display: grid;
      grid-template-columns: 160px 160px 1fr;
      gap: var(--space-5);
      align-items: end;
      margin-bottom: var(--space-4);
    }
    .two {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: var(--space-5);
    }
    hp-ladder {
      height: 420px;
      position: sticky;
      top: 0;
    }
    hp-table + hp-table {
      margin-top: var(--space-5);
    }
    @include scale.under(hand) {
      .two {
        grid-template-columns: 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareRods {
  protected readonly data = inject<{ joint: Joint; plan: JointPlan; serviceMaxK: number; a: string; b: string }>(
    MAT_DIALOG_DATA,
  );
  protected readonly rods = plain(this.data.plan.selection.judgements.map((j) => j.filler.id));
  protected readonly a = signal(this.data.a);
  protected readonly b = signal(this.data.b);
  private readonly prices = firstPrices();
  protected readonly comparison = computed(() => compareFillers(this.data.plan, this.a(), this.b(), this.prices));
  private readonly units = inject(UnitsStore);
  private readonly names = computed(
    () => [this.comparison()?.a.filler.id ?? '', this.comparison()?.b.filler.id ?? ''] as const,
  );
  protected readonly figures = computed((): readonly Column<Figure>[] => [
    { id: 'what', head: 'What', text: (r) => r.what, names: true, quiet: true },
    ...(['a', 'b'] as const).map((side, i): Column<Figure> => ({
      id: side,
      head: this.names()[i] ?? '',
      text: (r) => `${this.units.say(r[side])}${r.better === side ? ' ●' : ''}`,
      tone: (r) => (r.better === side ? 'fine' : ''),
    })),
  ]);
  protected readonly scores = computed((): readonly Score[] => {
    const c = this.comparison();
    return c ? [...c.scores, { id: 'together', says: 'Together', a: c.a.score, b: c.b.score }] : [];
  });
  protected readonly points = computed((): readonly Column<Score>[] => [
    { id: 'for', head: 'Points', text: (s) => s.says, names: true },
    ...(['a', 'b'] as const).map((side, i): Column<Score> => ({
      id: side,
      head: this.names()[i] ?? '',
      text: (s) => s[side].toFixed(1),
      number: true,
    })),
  ]);
}

type Comparison = NonNullable<ReturnType<typeof compareFillers>>;
type Figure = Comparison['rows'][number];
interface Score {
  readonly id: string;
  readonly says: string;
  readonly a: number;
  readonly b: number;
}
