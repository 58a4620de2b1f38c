import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';
import type { Line } from '@hephaist/contracts/records/line';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { lapStrength, unbrazedToTube } from '@hephaist/core/strength/overlap';
import { UnitsStore } from '../units/units.store';

/** What the lap carries when part of it is unbrazed, against design and test pressure. */
@Component({
  selector: 'hp-lap-strength',
  imports: [MatSliderModule],
  template: `
    <h2>
      Strength of the lap <span class="quiet">· pull {{ say(plan().overlap.tubePullN) }} breaks the annealed tube</span>
    </h2>
    <div class="ask">
      <span>Unbrazed</span>
      <mat-slider min="0" max="100" step="1"
        ><input
          matSliderThumb
          [value]="percent()"
          (valueChange)="percent.set($event)"
          aria-label="Unbrazed share of the lap"
          [attr.aria-valuetext]="percent() + ' percent'"
      /></mat-slider>
      <strong>{{ percent() }} %</strong>
    </div>
    <p>
      The lap still carries {{ say(now().shearN) }} in shear; the {{ now().breaksAt }} gives first.
      @for (s of safety(); track s.name) {
        <span>{{ s.name }}: {{ s.times }} times the thrust of {{ s.thrust }}. </span>
      }
      <span class="quiet"
        >Up to {{ evenPercent() }} % unbrazed the tube, not the lap, is the weak part: fill matters for leaks, fatigue
        and corrosion.</span
      >
    </p>
  `,
  styles: `
    .ask {
      display: flex;
      gap: var(--space-4);
      align-items: center;
    }
    mat-slider {
      flex: 1;
    }
    strong {
      min-width: 44px;
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LapStrength {
  readonly plan = input.required<JointPlan>();
  readonly line = input<Line | undefined>();
  private readonly units = inject(UnitsStore);
  protected readonly percent = signal(20);
  private readonly at = (pa: number) =>
    lapStrength(this.plan().overlap, this.plan().tube.odM, this.percent() / 100, pa);
  protected readonly now = computed(() => this.at(0));
  protected readonly say = (n: number): string => this.units.show(n, 'force');
  protected readonly evenPercent = computed(() => Math.floor(100 * unbrazedToTube(this.plan().overlap)));
  protected readonly safety = computed(() => {
    const line = this.line();
    if (!line) return [];
    return [
      { name: 'Design', pa: line.designPa },
      { name: 'Test', pa: line.testPa },
    ].flatMap(({ name, pa }) => {
      const s = this.at(pa);
      return s.safety === null ? [] : [{ name, times: s.safety.toFixed(1), thrust: this.say(s.thrustN) }];
    });
  });
}
