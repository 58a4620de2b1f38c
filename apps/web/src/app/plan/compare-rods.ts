import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { Joint } from '@hephaist/contracts';
import { compareFillers, type JointPlan } from '@hephaist/core';
import { LadderView } from '../drawings/ladder';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { SayPipe } from '../units/say.pipe';
import { firstPrices } from './prices';

/** Two rods side by side on the same joint: figures, points, and both on one heat ladder. */
@Component({
  selector: 'hp-compare-rods',
  imports: [MatDialogModule, LadderView, PickField, SayPipe],
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
            <table class="plain">
              <thead>
                <tr>
                  <td></td>
                  <th>{{ c.a.filler.id }}</th>
                  <th>{{ c.b.filler.id }}</th>
                </tr>
              </thead>
              <tbody>
                @for (r of c.rows; track r.what) {
                  <tr>
                    <th scope="row">{{ r.what }}</th>
                    <td [class.better]="r.better === 'a'">{{ r.a | say }}{{ r.better === 'a' ? ' ●' : '' }}</td>
                    <td [class.better]="r.better === 'b'">{{ r.b | say }}{{ r.better === 'b' ? ' ●' : '' }}</td>
                  </tr>
                }
              </tbody>
            </table>
            <table class="plain">
              <thead>
                <tr>
                  <th>Points</th>
                  <th class="number">{{ c.a.filler.id }}</th>
                  <th class="number">{{ c.b.filler.id }}</th>
                </tr>
              </thead>
              <tbody>
                @for (s of c.scores; track s.id) {
                  <tr>
                    <th scope="row">{{ s.says }}</th>
                    <td class="number">{{ s.a.toFixed(1) }}</td>
                    <td class="number">{{ s.b.toFixed(1) }}</td>
                  </tr>
                }
                <tr>
                  <th scope="row">Together</th>
                  <td class="number">
                    <strong>{{ c.a.score.toFixed(1) }}</strong>
                  </td>
                  <td class="number">
                    <strong>{{ c.b.score.toFixed(1) }}</strong>
                  </td>
                </tr>
              </tbody>
            </table>
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
    <mat-dialog-actions align="end"><button class="button" mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    .ask {
      display: grid;
      grid-template-columns: 160px 160px 1fr;
      gap: 12px;
      align-items: end;
      margin-bottom: 8px;
    }
    .two {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 14px;
    }
    th[scope='row'] {
      border-bottom: 1px solid var(--hairline);
      font-weight: 400;
      color: var(--mid);
      text-align: left;
    }
    .better {
      color: var(--fine);
      font-weight: 600;
    }
    hp-ladder {
      height: 420px;
      position: sticky;
      top: 0;
    }
    table + table {
      margin-top: 12px;
    }
    @media (max-width: 800px) {
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
}
