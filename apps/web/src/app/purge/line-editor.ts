import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type LineLayout, networkOf } from '@hephaist/core/purge/layout';
import { type LineGeometry, lineGeometry, type PlacedNode } from '@hephaist/core/purge/line-geometry';
import { branchFrom, connect, removeEnd, splitBefore, turnKind } from './draw-steps';
import type { LayoutDraft } from './layout-draft';

/** A pull shorter than this is a touch, in the drawing's units. */
const TOUCH = 12;
/** How near a pull must end to a point to mean it. */
const NEAR = 26;

/** The line being drawn: pull from a point to open ground for a branch, to another point for a loop; or by keys. */
@Component({
  selector: 'hp-line-editor',
  imports: [MatButtonModule],
  template: `
    <p class="does">
      <strong>{{ picked() }}</strong>
      <button matButton="outlined" (click)="step('b')"><kbd>B</kbd> Branch here</button>
      <button matButton="outlined" (click)="step('s')"><kbd>S</kbd> Split the run before it</button>
      <button matButton="outlined" (click)="step('k')"><kbd>K</kbd> Point, vent, cap</button>
      <button matButton="outlined" (click)="step('Delete')"><kbd>Del</kbd> Take this end away</button>
      <span class="quiet">
        Arrows go along the line. Pull from a point to open ground for a branch, to another point for a loop.
      </span>
    </p>
    @if (g(); as g) {
      <svg
        #drawing
        [attr.viewBox]="'0 0 ' + g.width + ' ' + g.height"
        role="group"
        aria-label="The line being drawn"
        (pointermove)="pull($event)"
        (pointerup)="letGo($event)"
        (pointercancel)="from.set(null)"
      >
        @for (r of g.runs; track r.run.id) {
          <path [attr.d]="r.path" class="tube" [class.shut]="r.run.open === false" />
        }
        @if (pulled(); as p) {
          <path [attr.d]="p" class="pulled" />
        }
        @for (n of g.nodes; track n.node.id) {
          <g
            role="button"
            tabindex="0"
            [attr.transform]="'translate(' + n.x + ' ' + n.y + ')'"
            [attr.aria-label]="'Draw at ' + n.node.id + ', ' + n.node.kind"
            [attr.aria-pressed]="n.node.id === picked()"
            [attr.data-point]="n.node.id"
            (focus)="picked.set(n.node.id)"
            (keydown)="key($event, n)"
            (pointerdown)="take($event, n)"
          >
            <circle r="22" class="reach" />
            @switch (n.node.kind) {
              @case ('source') {
                <rect x="-16" y="-11" width="32" height="22" rx="3" class="source" />
              }
              @case ('vent') {
                <path d="M0 0 l12 -8 M0 0 h16 M0 0 l12 8" class="end" />
              }
              @case ('cap') {
                <path d="M0 -10 V10" class="end" />
              }
            }
            <circle r="6" class="dot" />
            @if (n.node.id === picked()) {
              <circle r="13" class="picked" />
            }
            <text y="28" text-anchor="middle">{{ n.node.id }}</text>
          </g>
        }
      </svg>
    }
  `,
  styles: `
    svg {
      width: 100%;
      max-height: 34vh;
      font-size: var(--type-small);
      touch-action: none;
      background: var(--sheet);
      border: 1px solid var(--hairline);
      border-radius: 6px;
    }
    .does {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-4);
      align-items: center;
      margin-bottom: var(--space-3);
    }
    kbd {
      font: inherit;
      font-size: var(--type-note);
      color: var(--mid);
      border: 1px solid var(--hairline);
      border-radius: 3px;
      padding: 0 var(--space-2);
    }
    .tube {
      fill: none;
      stroke: var(--copper);
      stroke-width: 7;
      stroke-linecap: round;
    }
    .shut {
      stroke-dasharray: 6 8;
    }
    .pulled {
      fill: none;
      stroke: var(--ink);
      stroke-width: 3;
      stroke-dasharray: 6 5;
    }
    .reach {
      fill: transparent;
    }
    .source,
    .dot {
      fill: var(--ink);
    }
    .end {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    .picked {
      fill: none;
      stroke: var(--copper);
      stroke-width: 2.6;
    }
    text {
      fill: var(--ink);
    }
    g[role='button'] {
      cursor: crosshair;
      outline: none;
    }
    g:focus-visible .picked {
      stroke-width: 4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineEditor {
  readonly draft = input.required<LayoutDraft>();
  readonly layout = input.required<LineLayout>();
  readonly drawn = output<LayoutDraft>();
  protected readonly picked = signal('');
  protected readonly from = signal<PlacedNode | null>(null);
  private readonly to = signal<{ x: number; y: number } | null>(null);
  private readonly drawing = viewChild<ElementRef<SVGSVGElement>>('drawing');

  /** A length that is not yet typed right is drawn as some length, so that the drawing stays. */
  protected readonly g = computed((): LineGeometry | null => {
    const { nodes, runs, at } = this.layout();
    if (!nodes.length) return null;
    const known = new Set(nodes.map((n) => n.id));
    if (known.size !== nodes.length) return null;
    const sound = runs
      .filter((r) => known.has(r.from) && known.has(r.to) && r.from !== r.to)
      .map((r) => ({ ...r, lengthM: r.lengthM > 0 && r.lengthM < 1e5 ? r.lengthM : 1 }));
    return lineGeometry(networkOf({ nodes, runs: sound, at }, [], { by: 'pressure', pa: 1 }));
  });
  protected readonly pulled = computed(() => {
    const [a, b] = [this.from(), this.to()];
    return a && b && Math.hypot(b.x - a.x, b.y - a.y) > TOUCH ? `M${a.x} ${a.y} L${b.x} ${b.y}` : null;
  });

  private at(e: PointerEvent): { x: number; y: number } | null {
    const svg = this.drawing()?.nativeElement;
    const turn = svg?.getScreenCTM()?.inverse();
    return turn ? new DOMPoint(e.clientX, e.clientY).matrixTransform(turn) : null;
  }

  protected take(e: PointerEvent, n: PlacedNode): void {
    this.picked.set(n.node.id);
    this.from.set(n);
    this.to.set(null);
    (e.currentTarget as SVGElement).focus();
    e.preventDefault();
  }

  protected pull(e: PointerEvent): void {
    if (this.from()) this.to.set(this.at(e));
  }

  protected letGo(e: PointerEvent): void {
    const [a, b] = [this.from(), this.at(e)];
    this.from.set(null);
    if (!a || !b || Math.hypot(b.x - a.x, b.y - a.y) <= TOUCH) return;
    const there = this.g()?.nodes.find((n) => Math.hypot(n.x - b.x, n.y - b.y) < NEAR);
    this.show(there ? connect(this.draft(), a.node.id, there.node.id) : branchFrom(this.draft(), a.node.id));
  }

  /** Carries out a step at the picked point. */
  protected step(key: string): void {
    const id = this.picked() || (this.draft().points[0]?.id ?? '');
    const steps: Record<string, () => LayoutDraft> = {
      b: () => branchFrom(this.draft(), id),
      s: () => splitBefore(this.draft(), id),
      k: () => turnKind(this.draft(), id),
      Delete: () => removeEnd(this.draft(), id),
    };
    const next = steps[key]?.();
    if (next) this.show(next);
  }

  private show(next: LayoutDraft): void {
    if (next === this.draft()) return;
    const fresh = next.points.find((p) => !this.draft().points.some((q) => q.id === p.id));
    const gone = !next.points.some((p) => p.id === this.picked());
    if (fresh) this.picked.set(fresh.id);
    else if (gone) this.picked.set(next.points[0]?.id ?? '');
    this.drawn.emit(next);
    if (fresh || gone) setTimeout(() => this.focus(this.picked()));
  }

  private focus(id: string): void {
    this.drawing()
      ?.nativeElement.querySelector<SVGElement>(`[data-point="${CSS.escape(id)}"]`)
      ?.focus();
  }

  protected key(e: KeyboardEvent, n: PlacedNode): void {
    const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[e.key];
    const key = e.key === 'Delete' ? e.key : e.key.toLowerCase();
    if (way) this.goTo(n, way as [number, number]);
    else if (['b', 's', 'k', 'Delete'].includes(key) && !e.ctrlKey && !e.metaKey) this.step(key);
    else return;
    e.preventDefault();
  }

  /** The nearest point that way; what lies aside counts double. */
  private goTo(n: PlacedNode, [dx, dy]: [number, number]): void {
    const worth = (m: PlacedNode): number => {
      const along = (m.x - n.x) * dx + (m.y - n.y) * dy;
      const aside = Math.abs((m.x - n.x) * dy) + Math.abs((m.y - n.y) * dx);
      return along > 1 ? along + 2 * aside : Infinity;
    };
    const next = this.g()
      ?.nodes.filter((m) => Number.isFinite(worth(m)))
      .sort((a, b) => worth(a) - worth(b))[0];
    if (next) this.focus(next.node.id);
  }
}
