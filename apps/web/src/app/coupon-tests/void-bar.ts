import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { mergeVoids, type VoidInterval } from '@hephaist/core/coupons/section';
import { scaleLinear } from 'd3';
import { moveEdge } from './void-edges';

const [LEFT, RIGHT, WIDE] = [10, 610, 620];
/** A drag shorter than this share of the overlap is a slip of the hand. */
const LEAST = 0.005;

/** One side of a strip to scale: drag along it to mark where no filler reached; each end can be moved, also by keys. */
@Component({
  selector: 'hp-void-bar',
  imports: [MatButtonModule],
  template: `
    <span class="quiet">{{ name() }}</span>
    <svg
      #bar
      viewBox="0 0 620 40"
      role="group"
      [attr.aria-label]="said() + ': drag to mark a void'"
      (pointerdown)="begin($event, bar)"
      (pointermove)="move($event, bar)"
      (pointerup)="end()"
      (pointercancel)="end()"
    >
      <rect x="10" y="8" width="600" height="20" [class]="answered() ? 'filled' : 'open'" />
      @for (v of shown(); track $index) {
        <rect [attr.x]="v.x" y="8" [attr.width]="v.w" height="20" class="void" />
      }
      @for (h of handles(); track h.key) {
        <circle
          [attr.cx]="h.x"
          cy="18"
          r="7"
          role="slider"
          tabindex="0"
          [attr.aria-label]="name() + ' void ' + (h.i + 1) + (h.edge === 'fromM' ? ' begins' : ' ends')"
          [attr.aria-valuenow]="h.percent"
          aria-valuemin="0"
          aria-valuemax="100"
          [attr.aria-valuetext]="h.percent + ' % of the overlap'"
          (pointerdown)="grab($event, h.i, h.edge, bar)"
          (keydown)="key($event, h.i, h.edge)"
        />
      }
    </svg>
    <button type="button" matButton="outlined" [attr.aria-label]="'Add a void on the ' + said()" (click)="add()">
      + void
    </button>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 36px 1fr auto;
      gap: var(--space-4);
      align-items: center;
    }
    svg {
      width: 100%;
      touch-action: none;
      cursor: crosshair;
    }
    .filled {
      fill: var(--copper);
      opacity: 0.85;
    }
    .open {
      fill: var(--sheet);
      stroke: var(--mid);
      stroke-dasharray: 4 3;
    }
    .void {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 2;
      cursor: ew-resize;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VoidBar {
  readonly name = input.required<string>();
  /** What it is, in full; a side of a strip where nothing is said. */
  readonly whole = input('');
  protected readonly said = computed(() => this.whole() || `${this.name()} side`);
  /** False while nobody has said what was seen: the bar is then empty, not filled. */
  readonly answered = input(true);
  readonly overlapM = input.required<number>();
  readonly voids = input.required<readonly VoidInterval[]>();
  readonly changed = output<VoidInterval[]>();
  /** As they stand: keys pressed faster than the page is drawn each go on from the last. */
  private readonly now = linkedSignal(() => this.voids());
  /** The void being dragged out, and the edge being moved. */
  private readonly fresh = signal<VoidInterval | null>(null);
  private anchorM: number | null = null;
  private held: { readonly i: number; readonly edge: keyof VoidInterval } | null = null;

  private readonly scale = computed(() => scaleLinear([0, this.overlapM()], [LEFT, RIGHT]).clamp(true));
  protected readonly shown = computed(() => {
    const fresh = this.fresh();
    const x = this.scale();
    return [...this.now(), ...(fresh ? [fresh] : [])].map((v) => ({ x: x(v.fromM), w: x(v.toM) - x(v.fromM) }));
  });
  protected readonly handles = computed(() =>
    this.now().flatMap((v, i) =>
      (['fromM', 'toM'] as const).map((edge) => ({
        key: `${i} ${edge}`,
        i,
        edge,
        x: this.scale()(v[edge]),
        percent: Math.round((100 * v[edge]) / this.overlapM()),
      })),
    ),
  );

  private emit(voids: VoidInterval[]): void {
    this.now.set(voids);
    this.changed.emit(voids);
  }

  private at(event: PointerEvent, bar: Element): number {
    const box = bar.getBoundingClientRect();
    return this.scale().invert(((event.clientX - box.left) / box.width) * WIDE);
  }

  protected begin(event: PointerEvent, bar: Element): void {
    if (this.held) return;
    bar.setPointerCapture(event.pointerId);
    this.anchorM = this.at(event, bar);
  }

  protected grab(event: PointerEvent, i: number, edge: keyof VoidInterval, bar: Element): void {
    event.stopPropagation();
    bar.setPointerCapture(event.pointerId);
    this.held = { i, edge };
  }

  protected move(event: PointerEvent, bar: Element): void {
    const m = this.at(event, bar);
    if (this.held) this.emit(moveEdge(this.now(), this.held.i, this.held.edge, m, this.overlapM()));
    else if (this.anchorM !== null)
      this.fresh.set({ fromM: Math.min(m, this.anchorM), toM: Math.max(m, this.anchorM) });
  }

  protected end(): void {
    const fresh = this.fresh();
    [this.anchorM, this.held] = [null, null];
    this.fresh.set(null);
    if (fresh && fresh.toM - fresh.fromM > LEAST * this.overlapM()) this.emit(mergeVoids([...this.now(), fresh]));
  }

  /** For who has no pointer: one in the middle, to be moved by the arrow keys. */
  protected add(): void {
    const long = this.overlapM();
    this.emit(mergeVoids([...this.now(), { fromM: 0.47 * long, toM: 0.53 * long }]));
  }

  protected key(event: KeyboardEvent, i: number, edge: keyof VoidInterval): void {
    const step = (event.shiftKey ? 0.05 : 0.005) * this.overlapM();
    const by = { ArrowLeft: -step, ArrowDown: -step, ArrowRight: step, ArrowUp: step }[event.key];
    const now = this.now()[i]?.[edge] ?? 0;
    if (by !== undefined) this.emit(moveEdge(this.now(), i, edge, now + by, this.overlapM()));
    else if (event.key === 'Delete' || event.key === 'Backspace') this.emit(this.now().filter((_, k) => k !== i));
    else return;
    event.preventDefault();
  }
}
