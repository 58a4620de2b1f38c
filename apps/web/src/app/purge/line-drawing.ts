import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { OXYGEN_IN_AIR } from '@hephaist/core/purge/gas';
import { lineGeometry, marksAt, type PlacedNode } from '@hephaist/core/purge/line-geometry';
import type { PurgeStage } from '@hephaist/core/purge/line-plan';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { UnitsStore } from '../units/units.store';

/** The line from source to vents with its oxygen at one moment: joints turn ready, arrows say where the gas goes. */
@Component({
  selector: 'hp-line-drawing',
  template: `
    <svg [attr.viewBox]="'0 0 ' + g().width + ' ' + g().height" role="group" aria-label="The line, source at the left">
      @for (r of g().runs; track r.run.id) {
        <path [attr.d]="r.path" class="tube" [class.shut]="!r.run.open" />
        <path [attr.d]="r.path" class="gas" [style.opacity]="airIn(r.from, r.to)" />
        @if (flowOf(r.run.id); as way) {
          <path
            [attr.transform]="'translate(' + r.midX + ' ' + r.midY + ') scale(' + way + ' 1)'"
            d="M-5 -5 L4 0 L-5 5"
            class="arrow"
          />
        }
        <text [attr.x]="r.midX" [attr.y]="r.midY - 8" text-anchor="middle" class="small">
          {{ length(r.run.lengthM) }}
        </text>
      }
      @for (n of g().nodes; track n.node.id) {
        <g
          role="button"
          tabindex="0"
          [attr.transform]="'translate(' + n.x + ' ' + n.y + ')'"
          [attr.aria-label]="words(n)"
          [attr.aria-pressed]="picked() === n.node.id"
          (click)="pick.emit(n.node.id)"
          (keydown.enter)="pick.emit(n.node.id)"
        >
          @switch (n.node.kind) {
            @case ('source') {
              <rect x="-16" y="-11" width="32" height="22" rx="3" class="source" />
              <text y="5" text-anchor="middle" class="gas-name">N₂</text>
            }
            @case ('cap') {
              <path d="M0 -10 V10" class="end" />
            }
            @case ('vent') {
              @if (isOpen(n)) {
                <path d="M0 0 l12 -8 M0 0 h16 M0 0 l12 8" class="end" />
              } @else {
                <path d="M0 -10 V10 M5 -10 V10" class="end" />
              }
            }
          }
          @if (n.joints.length) {
            <circle r="9" class="ring" [class.ready]="ready(n)" />
            @if (ready(n)) {
              <path d="M-4 0.3 L-1 3.4 L4.4 -3" class="tick" />
            }
          } @else if (n.node.kind === 'point') {
            <circle r="4" class="dot" />
          }
          @if (turns().get(n.node.id); as turn) {
            <circle cx="24" r="9" class="turn" />
            <text x="24" y="4.5" text-anchor="middle" class="turn-text">{{ turn }}</text>
          }
          @if (picked() === n.node.id) {
            <circle r="14" class="picked" />
          }
          <text y="26" text-anchor="middle">{{ n.node.kind === 'source' ? '' : n.node.id }}</text>
          <text y="40" text-anchor="middle" class="small">{{ marks(n) }}</text>
          <text y="-16" text-anchor="middle" class="small">{{ percent(n) }}</text>
        </g>
      }
    </svg>
  `,
  styles: `
    @use 'scale';

    :host {
      display: block;
    }
    @include scale.long-drawing(900px);
    svg {
      width: 100%;
      max-height: 46vh;
      font-size: var(--type-small);
    }
    .tube {
      fill: none;
      stroke: var(--copper);
      stroke-width: 9;
      stroke-linecap: round;
    }
    .shut {
      stroke-dasharray: 6 8;
    }
    .gas {
      fill: none;
      stroke: var(--ink);
      stroke-width: 5;
    }
    .arrow,
    .end {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    .arrow {
      stroke: var(--sheet);
      stroke-width: 2.2;
    }
    .source {
      fill: var(--ink);
    }
    .gas-name {
      fill: var(--sheet);
      font-weight: 600;
    }
    .ring {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    .ring.ready {
      fill: var(--fine);
    }
    .tick {
      fill: none;
      stroke: var(--sheet);
      stroke-width: 2;
    }
    .dot {
      fill: var(--ink);
    }
    .picked {
      fill: none;
      stroke: var(--copper);
      stroke-width: 2.4;
    }
    .turn {
      fill: var(--copper);
    }
    text {
      fill: var(--ink);
    }
    .turn-text {
      fill: var(--on-copper);
      font-weight: 600;
    }
    .small {
      fill: var(--mid);
      font-size: var(--type-note);
    }
    g[role='button'] {
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineDrawing {
  readonly net = input.required<PurgeNetwork>();
  readonly stage = input<PurgeStage | null>(null);
  /** Step of the sweep that is shown. */
  readonly step = input(0);
  readonly limit = input.required<number>();
  readonly markOf = input.required<(jointId: string) => string>();
  readonly picked = input<string | null>(null);
  /** Vents in the order they are opened. */
  readonly order = input<readonly string[]>([]);
  protected readonly turns = computed(() => new Map(this.order().map((vent, i) => [vent, i + 1])));
  readonly pick = output<string>();
  private readonly units = inject(UnitsStore);
  protected readonly g = computed(() => lineGeometry(this.net()));

  private oxygen(nodeId: string): number {
    return this.stage()?.sweep.nodes.get(nodeId)?.[this.step()] ?? OXYGEN_IN_AIR;
  }
  protected readonly length = (m: number): string => this.units.show(m, 'run');
  protected readonly airIn = (a: PlacedNode, b: PlacedNode): number =>
    Math.min(1, Math.max(0, (this.oxygen(a.node.id) + this.oxygen(b.node.id)) / 2 / OXYGEN_IN_AIR));
  protected readonly percent = (n: PlacedNode): string => {
    const c = 100 * Math.max(0, this.oxygen(n.node.id));
    return `${c < 1 ? c.toFixed(2) : c.toFixed(1)} %`;
  };
  protected readonly ready = (n: PlacedNode): boolean => this.oxygen(n.node.id) <= this.limit();
  protected readonly isOpen = (n: PlacedNode): boolean => {
    const vent = this.stage()?.vent;
    return vent === undefined ? n.node.open !== false : vent === n.node.id;
  };
  protected readonly marks = (n: PlacedNode): string => marksAt(n.joints.map((id) => this.markOf()(id)));
  /** 1 along the run, -1 against it, 0 where nothing flows. */
  protected readonly flowOf = (runId: string): number => {
    const q = this.stage()?.flow.runs.get(runId) ?? 0;
    return Math.abs(q) < 0.02 * (this.stage()?.flow.fedM3s ?? 0) + 1e-12 ? 0 : Math.sign(q);
  };
  protected readonly words = (n: PlacedNode): string =>
    `${n.node.kind} ${n.node.id}${this.turns().has(n.node.id) ? `, opened as number ${this.turns().get(n.node.id) ?? ''}` : ''}, oxygen ${this.percent(n)}${n.joints.length ? `, joints ${this.marks(n)}, ${this.ready(n) ? 'ready' : 'not ready'}` : ''}`;
}
