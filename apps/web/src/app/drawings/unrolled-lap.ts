import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, input, viewChild } from '@angular/core';
import { glowColour } from '@hephaist/core/heat/glow';
import type { BenchFrame, MadeJoint } from '@hephaist/core/practise/made-joint';

/** Points of the drawing for a cell along the lap, and round it. */
const [ALONG, ROUND] = [36, 22];
const CLOCK = [12, 3, 6, 9] as const;
/** Filler, and the dark of an empty gap that does not glow. */
const FILLER = [232, 226, 206] as const;
const DARK = [38, 36, 34] as const;

type Rgb = readonly [number, number, number];
const css = ([r, g, b]: Rgb): string => `rgb(${r} ${g} ${b})`;
const brighter = (a: Rgb, b: Rgb): Rgb => [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.max(a[2], b[2])];

/** The lap unrolled: mouth to the left, the clock from 12 down; filler light, what is empty dark or glowing, rings where air is shut in. */
@Component({
  selector: 'hp-unrolled-lap',
  template: `
    <div class="clock" aria-hidden="true">
      @for (hour of clock; track $index) {
        <span>{{ hour }}</span>
      }
    </div>
    <canvas #canvas role="img" [attr.aria-label]="words()"></canvas>
    <p class="quiet" aria-hidden="true"><span>mouth</span><span>inner end</span></p>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 22px 1fr;
      gap: var(--space-2) var(--space-4);
    }
    canvas {
      width: 100%;
      height: 300px;
      border: 1px solid var(--line-strong);
    }
    .clock {
      display: flex;
      flex-direction: column;
      justify-content: space-between;
      text-align: right;
    }
    p {
      grid-column: 2;
      display: flex;
      justify-content: space-between;
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UnrolledLap {
  readonly of = input.required<Pick<MadeJoint, 'deep' | 'round'>>();
  readonly frame = input.required<BenchFrame>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly clock = [...CLOCK, 12];
  protected readonly words = computed(() => {
    const { state } = this.frame();
    const share = (s: number): string => `${Math.round((100 * state.filter((x) => x === s).length) / state.length)} %`;
    return `The lap unrolled: ${share(1)} filled, ${share(2)} with air shut in, ${share(0)} empty.`;
  });

  constructor() {
    effect(() => {
      const ink = this.canvas().nativeElement.getContext('2d');
      if (ink) this.draw(ink);
    });
  }

  private draw(ink: CanvasRenderingContext2D): void {
    const { deep, round } = this.of();
    const { state, tempK } = this.frame();
    // Setting its size clears it too.
    ink.canvas.width = deep * ALONG;
    ink.canvas.height = round * ROUND;
    for (let i = 0; i < deep; i++)
      for (let j = 0; j < round; j++) {
        const n = i * round + j;
        const glow = glowColour(tempK[n] ?? 300);
        ink.fillStyle = css(state[n] === 1 ? FILLER : brighter(glow, DARK));
        ink.fillRect(i * ALONG, j * ROUND, ALONG, ROUND);
        if (state[n] !== 2) continue;
        ink.strokeStyle = css(FILLER);
        ink.lineWidth = 2;
        ink.beginPath();
        ink.arc((i + 0.5) * ALONG, (j + 0.5) * ROUND, ROUND / 4, 0, 2 * Math.PI);
        ink.stroke();
      }
  }
}
