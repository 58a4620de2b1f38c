import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { glowColour } from '@hephaist/core/heat/glow';
import type { BenchPicture } from '@hephaist/core/practise/bench-picture';
import { inTurn } from './hand-keys';
import { seenWords } from './seen-words';

const SIZE = 220;
/** Rings from outside in: tube, socket, filler; radius and width. */
const [TUBE, CUP, FILL] = [
  [92, 12],
  [76, 12],
  [61, 10],
] as const;
const DARK: readonly [number, number, number] = [58, 54, 50];

/** The joint end-on by the clock: tube, socket and filler as rings, where flame and rod are; a touch takes the rod there. */
@Component({
  selector: 'hp-bench-clock',
  template: `
    <canvas
      #canvas
      [width]="size"
      [height]="size"
      role="img"
      [attr.aria-label]="words()"
      (pointerdown)="take($event)"
      (pointermove)="$event.buttons && take($event)"
    ></canvas>
    <p aria-hidden="true">
      <strong>{{ seen().colour }}</strong><br />{{ seen().flux }}
    </p>
  `,
  styles: `
    :host {
      display: grid;
      place-items: center;
      position: relative;
    }
    canvas {
      width: 220px;
      height: 220px;
      touch-action: none;
      cursor: pointer;
      grid-area: 1 / 1;
    }
    p {
      grid-area: 1 / 1;
      text-align: center;
      pointer-events: none;
      font-size: var(--type-small);
      color: var(--mid);
      margin: 0;
    }
    strong {
      font-size: var(--type-head);
      color: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchClock {
  readonly picture = input.required<BenchPicture>();
  readonly rodTo = output<number>();
  protected readonly size = SIZE;
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly seen = computed(() => seenWords(this.picture()));
  protected readonly words = computed(
    () =>
      `By the clock: coldest ${this.seen().colour}, ${this.seen().flux}, ${Math.round(100 * this.picture().filled)} % filled.`,
  );

  constructor() {
    effect(() => {
      const ink = this.canvas().nativeElement.getContext('2d');
      if (ink) this.draw(ink, this.picture());
    });
  }

  protected take(e: PointerEvent): void {
    const box = this.canvas().nativeElement.getBoundingClientRect();
    const [x, y] = [e.clientX - box.left - box.width / 2, e.clientY - box.top - box.height / 2];
    this.rodTo.emit(inTurn(Math.atan2(x, -y)));
  }

  private draw(ink: CanvasRenderingContext2D, p: BenchPicture): void {
    const n = p.tubeK.length;
    ink.setTransform(1, 0, 0, 1, SIZE / 2, SIZE / 2);
    ink.clearRect(-SIZE / 2, -SIZE / 2, SIZE, SIZE);
    const arc = ([r, wide]: readonly [number, number], j: number, colour: string): void => {
      ink.strokeStyle = colour;
      ink.lineWidth = wide;
      ink.beginPath();
      ink.arc(0, 0, r, (j * 2 * Math.PI) / n - Math.PI / 2, ((j + 1.06) * 2 * Math.PI) / n - Math.PI / 2);
      ink.stroke();
    };
    const hot = (k: number): string => {
      const [r, g, b] = glowColour(k);
      return `rgb(${Math.max(r, DARK[0])} ${Math.max(g, DARK[1])} ${Math.max(b, DARK[2])})`;
    };
    for (let j = 0; j < n; j++) {
      arc(TUBE, j, hot(p.tubeK[j] as number));
      arc(CUP, j, hot(p.cupK[j] as number));
      const full = p.lapFilled[j] as number;
      arc(FILL, j, full > 0.02 ? `rgb(232 226 206 / ${0.15 + 0.85 * full})` : 'rgb(90 86 78 / 0.35)');
    }
    ink.fillStyle = '#cfcabc';
    ink.font = "600 13px 'Barlow Condensed', sans-serif";
    ink.textAlign = 'center';
    ink.textBaseline = 'middle';
    for (const hour of [12, 3, 6, 9]) {
      const rad = (hour / 12) * 2 * Math.PI;
      ink.fillText(String(hour), 104 * Math.sin(rad), -104 * Math.cos(rad));
    }
    const { hand } = p;
    if (hand.lit && !hand.aside)
      for (const rad of hand.second ? [hand.turnRad, hand.turnRad + Math.PI] : [hand.turnRad])
        this.pointer(ink, rad, '#9cc3ff', true);
    this.pointer(ink, hand.feedRad, hand.feeding ? '#f0c48a' : '#a98a5c', false);
  }

  /** A flame outside the rings, a rod across them. */
  private pointer(ink: CanvasRenderingContext2D, rad: number, colour: string, isFlame: boolean): void {
    ink.save();
    ink.rotate(rad);
    ink.fillStyle = colour;
    if (isFlame) {
      ink.beginPath();
      ink.moveTo(0, -84);
      ink.lineTo(-7, -104);
      ink.lineTo(7, -104);
      ink.fill();
    } else ink.fillRect(-2, -106, 4, 40);
    ink.restore();
  }
}
