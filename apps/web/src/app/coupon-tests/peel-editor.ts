import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { PEEL_LINES, peelClocks } from '@hephaist/core/coupons/peel-lines';
import type { VoidInterval } from '@hephaist/core/coupons/section';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit } from '@hephaist/core/units/units';
import { Entry } from '../forms/entry';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { problemAt } from '../forms/problems';
import { UnitsStore } from '../units/units.store';
import { VoidBar } from './void-bar';
import { isUnanswered, NO_VOIDS, readVoids, voidText } from './void-text';

/** The peeled face, unrolled: one bar for each line read, from 12 o'clock round; voids dragged or typed. */
@Component({
  selector: 'hp-peel-editor',
  imports: [MatButtonModule, Entry, Pick, VoidBar],
  template: `
    <p class="quiet">
      Read along lines, evenly spaced round it, the notch at 12:00. Drag where no filler reached, socket mouth on the
      left, or type from-to ({{ unit }}).
    </p>
    <hp-pick
      class="count"
      label="How many lines it is read along"
      [options]="counts"
      [value]="String(lines().length)"
      (valueChange)="resize(Number($event))"
    />
    @for (l of rows(); track $index; let i = $index) {
      <div class="line">
        @if (lapM() > 0) {
          <hp-void-bar
            [name]="l.clock"
            [whole]="'line at ' + l.clock"
            [overlapM]="lapM()"
            [answered]="!isUnanswered(l.text)"
            [voids]="l.voids"
            (changed)="dragged(i, $event)"
          />
        }
        <hp-entry
          [label]="'Voids of the line at ' + l.clock"
          placeholder="none, or 3-4"
          [bare]="true"
          [value]="l.text"
          (valueChange)="write(i, $event)"
          [problem]="l.problem"
        />
      </div>
    }
    @if (open().length; as left) {
      <p class="rest">
        <button matButton="outlined" type="button" (click)="noneOnTheRest()">
          No void seen on
          {{ left === lines().length ? 'any line' : left === 1 ? 'the other line' : 'the other ' + left }}
        </button>
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0;
    }
    p.quiet {
      font-size: var(--type-small);
      margin-bottom: var(--space-3);
    }
    .count {
      width: 210px;
    }
    .line {
      display: grid;
      grid-template-columns: 1fr 132px;
      gap: 0 var(--space-4);
      align-items: center;
    }
    .rest {
      margin: var(--space-3) 0 0;
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PeelEditor {
  readonly lines = model.required<readonly string[]>();
  readonly lapM = input.required<number>();
  readonly problems = input<readonly FieldProblem[]>([]);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = displayUnit('diameter', this.system).symbol;
  protected readonly counts = plain([3, 4, 6, 8, 12, 16, PEEL_LINES.most].map(String));
  protected readonly String = String;
  protected readonly Number = Number;
  protected readonly isUnanswered = isUnanswered;
  private readonly kept = new Map<string, string>();
  protected readonly rows = computed(() => {
    const clocks = peelClocks(this.lines().length);
    return this.lines().map((text, i) => {
      const problem = problemAt(this.problems(), `lines.${i}`);
      const { voids } = readVoids(text, this.lapM(), '', this.system);
      return { text, clock: clocks[i] ?? '', problem, voids: problem ? [] : voids };
    });
  });

  /** Lines that nobody has answered yet. */
  protected readonly open = computed(() => this.lines().filter(isUnanswered));
  /** One answer for all that were looked at and showed nothing. */
  protected noneOnTheRest(): void {
    this.lines.update((all) => all.map((t) => (isUnanswered(t) ? NO_VOIDS : t)));
  }

  protected write(i: number, text: string): void {
    this.lines.update((all) => all.map((t, k) => (k === i ? text : t)));
  }

  protected dragged(i: number, voids: readonly VoidInterval[]): void {
    this.write(i, voidText(voids, this.lapM(), this.system));
  }

  /** What was read stays at its place on the clock, and comes back when its place does. */
  protected resize(count: number): void {
    peelClocks(this.lines().length).forEach((clock, i) => this.kept.set(clock, this.lines()[i] ?? ''));
    this.lines.set(peelClocks(count).map((clock) => this.kept.get(clock) ?? ''));
  }
}
