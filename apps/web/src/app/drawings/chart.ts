import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, signal, viewChild } from '@angular/core';
import {
  type Axis,
  type Band,
  type Curve,
  framed,
  type Instant,
  namesOf,
  nearest,
  pathOf,
  placesOf,
  type Room,
} from './chart-frame';
import { measured } from './measured';

/** Under so much nothing would be told apart: a smaller place shows it smaller. */
const LEAST_W = 240;
const LEAST_H = 140;

/**
 * A chart: axes, a limit, curves and moments, in every place alike. A pointer over it, or the arrow keys in it, read it:
 * a line stands at the nearest reading, and what was read there is said below.
 */
@Component({
  selector: 'hp-chart',
  template: `
    <div
      #holder
      class="frame"
      tabindex="0"
      role="group"
      [attr.aria-label]="words() + '. Arrow keys read it.'"
      (keydown)="key($event)"
      (blur)="at.set(null)"
    >
      <svg
        [attr.viewBox]="'0 0 ' + field().w + ' ' + field().h"
        role="img"
        [attr.aria-label]="words()"
        (pointermove)="point($event)"
        (pointerleave)="at.set(null)"
      >
        @for (b of shownBands(); track b.name) {
          <rect
            [attr.x]="field().left"
            [attr.y]="b.y"
            [attr.width]="b.w"
            [attr.height]="b.h"
            [class]="'band ' + b.tone"
          />
          <text [attr.x]="field().left + 6" [attr.y]="b.textY" class="small">{{ b.name }}</text>
        }
        @for (t of yTicks(); track t.text) {
          <path [attr.d]="'M' + field().left + ' ' + t.y + ' H' + (field().w - field().right)" class="grid" />
          <text [attr.x]="field().left - 6" [attr.y]="t.y + 4" text-anchor="end" class="small">{{ t.text }}</text>
        }
        @for (t of xTicks(); track t.x) {
          <text [attr.x]="t.x" [attr.y]="field().h - 6" [attr.text-anchor]="t.anchor" class="small">{{ t.text }}</text>
        }
        @if (limit(); as limit) {
          <path [attr.d]="'M' + field().left + ' ' + limitY() + ' H' + (field().w - field().right)" class="limit" />
          <text [attr.x]="field().w - field().right - 4" [attr.y]="limitY() - 5" text-anchor="end" class="limit-text">
            {{ limit.text }}
          </text>
        }
        @for (m of shownMoments(); track m.word) {
          <path
            [attr.d]="'M' + m.x + ' ' + field().top + ' V' + (field().h - field().bottom)"
            [class]="m.now ? 'now' : 'moment'"
          />
          <text [attr.x]="m.x + 4" [attr.y]="field().top + 10 + m.row * 14" class="small">{{ m.word }}</text>
        }
        @for (c of drawn(); track $index) {
          @if (c.path) {
            <path [attr.d]="c.path" class="curve" [attr.stroke-dasharray]="c.dash" />
          }
          @for (p of c.dots; track $index) {
            <circle [attr.cx]="p.x" [attr.cy]="p.y" r="3" />
          }
          @for (p of c.squares; track $index) {
            <rect [attr.x]="p.x - 4" [attr.y]="p.y - 4" width="8" height="8" class="hand" />
          }
        }
        @for (n of names(); track n.name) {
          <text [attr.x]="field().w - field().right + 6" [attr.y]="n.y + 4">{{ n.name }}</text>
        }
        @if (read(); as r) {
          <path
            [attr.d]="'M' + r.x + ' ' + field().top + ' V' + (field().h - field().bottom)"
            class="reading no-print"
          />
        }
      </svg>
    </div>
    <output class="no-print" aria-live="polite">{{ read()?.text }}</output>
  `,
  styleUrl: './chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Chart {
  /** What it shows, for who cannot see it. */
  readonly words = input.required<string>();
  readonly x = input.required<Axis>();
  readonly y = input.required<Axis>();
  readonly curves = input.required<readonly Curve[]>();
  readonly limit = input<{ readonly at: number; readonly text: string } | null>(null);
  /** Ranges on the upright axis. */
  readonly bands = input<readonly Band[]>([]);
  readonly moments = input<readonly Instant[]>([]);
  /** Its margins, and how large it is where nothing says so: what its place gives it is filled, words as large as ever. */
  readonly room = input<Room>({ w: 520, h: 210, left: 56, right: 14, top: 14, bottom: 24 });
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('holder');
  private readonly size = measured(this.holder);
  /** The drawing's own units are the screen's. */
  protected readonly field = computed((): Room => {
    const size = this.size();
    return size ? { ...this.room(), w: Math.max(LEAST_W, size.w), h: Math.max(LEAST_H, size.h) } : this.room();
  });
  /** The place on the axis that is read; null where nobody reads. */
  protected readonly at = signal<number | null>(null);

  private readonly frame = computed(() => framed(this.x(), this.y(), this.field()));
  private readonly places = computed(() => placesOf(this.curves()));
  protected readonly limitY = computed(() => this.frame().y(this.limit()?.at ?? 0));
  protected readonly yTicks = computed(() => this.y().ticks.map((t) => ({ ...t, y: this.frame().y(t.at) })));
  /** Words at an end keep inside the drawing. */
  protected readonly xTicks = computed(() => {
    const { from, to, ticks } = this.x();
    return ticks.map((t) => {
      const anchor = t.at <= from ? 'start' : t.at >= to ? 'end' : 'middle';
      return { ...t, anchor, x: this.frame().x(t.at) };
    });
  });
  protected readonly shownMoments = computed(() =>
    this.moments()
      .filter((m) => m.at >= this.x().from && m.at <= this.x().to)
      .map((m, i) => ({ ...m, row: i % 3, x: this.frame().x(m.at) })),
  );
  /** Names stand under the upper edge of their band, and give way downward to each other. */
  protected readonly shownBands = computed(() => {
    const { left, right, w, bottom, h } = this.field();
    let last = -Infinity;
    return this.bands()
      .map((b) => ({ ...b, y: this.frame().y(b.to), low: this.frame().y(b.from) }))
      .sort((a, b) => a.y - b.y)
      .map((b) => {
        const textY = Math.min(h - bottom - 4, Math.max(b.y + 13, last + 14));
        last = textY;
        return { ...b, textY, w: w - left - right, h: b.low - b.y };
      });
  });
  protected readonly drawn = computed(() => {
    const frame = this.frame();
    return this.curves().map((c) => {
      const places = c.dots || c.apart ? c.points.map(([x, y]) => ({ x: frame.x(x), y: frame.y(y) })) : [];
      return {
        path: c.apart ? null : pathOf(c, frame),
        dash: c.dash ?? null,
        dots: c.apart ? [] : places,
        squares: c.apart ? places : [],
      };
    });
  });
  protected readonly names = computed(() => namesOf(this.curves(), this.frame()));
  /** What is read at the place: each curve's nearest reading. */
  protected readonly read = computed(() => {
    const at = this.at();
    if (at === null) return null;
    const read = [...nearest(this.curves(), at)].map(([id, [, y]]) => `${id} ${this.y().say(y)}`);
    return { x: this.frame().x(at), text: `${this.x().say(at)}: ${read.join(', ')}` };
  });

  protected point(event: PointerEvent): void {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const x = this.frame().x.invert(((event.clientX - box.left) / box.width) * this.field().w);
    this.at.set(this.nearestPlace(x));
  }

  private nearestPlace(x: number): number | null {
    const places = this.places();
    return places.length ? places.reduce((a, b) => (Math.abs(b - x) < Math.abs(a - x) ? b : a)) : null;
  }

  /** Arrows go from reading to reading, ten at once with shift; Home and End to the first and last; Escape leaves. */
  protected key(event: KeyboardEvent): void {
    const places = this.places();
    const now = this.at();
    const i = now === null ? -1 : places.indexOf(now);
    const step = event.shiftKey ? 10 : 1;
    const to = {
      ArrowRight: Math.min(places.length - 1, i + step),
      ArrowLeft: now === null ? places.length - 1 : Math.max(0, i - step),
      Home: 0,
      End: places.length - 1,
    }[event.key];
    if (event.key === 'Escape' && now !== null) this.at.set(null);
    else if (to === undefined || !places.length) return;
    else this.at.set(places[to] ?? null);
    event.preventDefault();
    event.stopPropagation();
  }
}
