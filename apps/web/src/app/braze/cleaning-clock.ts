import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { CLEAN_S, cleanLeftS } from '@hephaist/core/joint-log/findings';
import { formatDuration } from '@hephaist/core/units/units';

/** The eight hours that clean metal stands: how much is used up, how much is left. */
@Component({
  selector: 'hp-cleaning-clock',
  template: `
    <div class="bar" aria-hidden="true"><span [class]="tone()" [style.width.%]="used()"></span></div>
    <p [class]="tone()">{{ words() }}</p>
  `,
  styles: `
    .bar {
      height: 5px;
      background: var(--hairline);
      border-radius: 3px;
      overflow: hidden;
    }
    span {
      display: block;
      height: 100%;
      background: currentColor;
    }
    p {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CleaningClock {
  readonly cleanedMs = input.required<number>();
  /** Now, or when it was brazed. */
  readonly untilMs = input.required<number>();
  private readonly left = computed(() => cleanLeftS(this.cleanedMs(), this.untilMs()));
  protected readonly used = computed(() => Math.min(100, Math.max(0, 100 * (1 - this.left() / CLEAN_S))));
  protected readonly tone = computed(() =>
    this.left() < 0 || this.left() > CLEAN_S ? 'refused' : this.left() < 3600 ? 'caution' : 'fine',
  );
  protected readonly words = computed(() => {
    const left = this.left();
    if (left > CLEAN_S) return '✕ cleaned after it was brazed';
    return left < 0
      ? `✕ ${formatDuration(-left)} over the eight hours: clean again`
      : `${left < 3600 ? '▲' : '✓'} clean for another ${formatDuration(left)}`;
  });
}
