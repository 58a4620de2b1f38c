import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fuelName } from '@hephaist/core/heat/fuels';
import type { Guard, GuardPlace } from '@hephaist/core/torch-rig/parts';
import { type Hose, leftIn, type RigCylinder, type TorchRig, usesOxygen } from '@hephaist/core/torch-rig/rig';
import type { RigFault } from '@hephaist/core/torch-rig/rig-faults';
import { UnitsStore } from '../units/units.store';
import { hosePath, laneY, partOf, placeOf, RIG } from './rig-geometry';

/** A torch rig as it stands: cylinders with what is left, regulators, arrestors, hoses, torch; what is wrong is marked where it is. */
@Component({
  selector: 'hp-rig-drawing',
  template: `
    <svg [attr.viewBox]="'0 0 ' + RIG.width + ' ' + lanes().height" role="img" [attr.aria-label]="about()">
      @for (l of drawn(); track l.gas) {
        <g [attr.transform]="'translate(0 ' + l.y + ')'">
          <path class="body" d="M22 52 v-74 q0 -18 19 -20 v-8 h12 v8 q19 2 19 20 v74 z" />
          <rect class="left" x="25" [attr.y]="49 - l.level" width="44" [attr.height]="l.level" />
          <path class="line" d="M53 -46 h14 v20 h60" />
          <circle class="part" [attr.cx]="RIG.regulatorX" cy="-20" r="13" />
          <path class="needle" [attr.d]="'M' + RIG.regulatorX + ' -20 l-6 -8'" />
          <path class="line" [attr.d]="'M' + RIG.regulatorX + ' -7 v7 h56'" />
          <path class="part" [class.gone]="l.near === 'nothing'" [attr.d]="guard(l.near, RIG.guardX)" />
          <path class="part" [class.gone]="l.far === 'nothing'" [attr.d]="guard(l.far, RIG.torchGuardX)" />
          <text class="name" x="82" y="24">{{ l.name }}</text>
          <text class="below" x="82" y="40">{{ l.has }}</text>
          <text class="mid" [attr.x]="RIG.regulatorX" y="-40">{{ l.pressure }}</text>
          <text class="mid part-name" [attr.x]="(RIG.hoseX + RIG.torchGuardX) / 2" y="42">{{ l.hose }}</text>
          <text class="mid part-name" [attr.x]="RIG.guardX + 8" y="-16">{{ l.near }}</text>
          <text class="end part-name" [attr.x]="RIG.torchGuardX + 12" y="-16">{{ l.far }}</text>
        </g>
        <path class="hose" [attr.d]="l.path" />
        <path
          class="hose thin"
          [attr.d]="'M' + (RIG.torchGuardX + 10) + ' ' + l.y + ' L' + (RIG.torchX + 26) + ' ' + middle()"
        />
      }
      <path class="torch" [attr.d]="'M' + (RIG.torchX + 22) + ' ' + (middle() - 7) + ' h70 l22 4 v6 l-22 4 h-70 z'" />
      <path class="line thick" [attr.d]="'M' + RIG.tipX + ' ' + middle() + ' h18'" />
      <path class="flame" [attr.d]="'M' + (RIG.tipX + 19) + ' ' + (middle() - 3) + ' q26 -5 46 3 q-20 8 -46 3 z'" />
      @for (r of rings(); track r.x + ' ' + r.y) {
        <circle class="ring" [attr.cx]="r.x" [attr.cy]="r.y" r="19" />
      }
      @for (f of marks(); track f.n) {
        <g [attr.transform]="'translate(' + f.x + ' ' + f.y + ')'" [class]="f.level">
          <circle r="10" />
          <text class="mid on" y="5">{{ f.n }}</text>
        </g>
      }
    </svg>
  `,
  styles: `
    @use 'scale';

    :host {
      display: block;
      @include scale.measure;
    }
    svg {
      width: 100%;
      font-size: 14px;
    }
    .body,
    .part,
    .torch {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .left {
      fill: var(--steel-fill);
    }
    .line,
    .needle,
    .hose {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .thick {
      stroke-width: 5;
    }
    .hose {
      stroke-width: 4;
      stroke: var(--mid);
    }
    .thin {
      stroke-width: 3;
    }
    .gone {
      stroke-dasharray: 3 3;
    }
    .flame {
      fill: var(--copper);
    }
    text {
      fill: var(--mid);
    }
    .name {
      fill: var(--ink);
      font-weight: 600;
    }
    .mid {
      text-anchor: middle;
    }
    .ring {
      fill: none;
      stroke: var(--copper);
      stroke-width: 4;
    }
    .end {
      text-anchor: end;
    }
    /* Small, only gas, what is left and its pressure can be read. */
    @include scale.under(hand) {
      svg {
        font-size: 25px;
      }
      .part-name {
        display: none;
      }
      .below {
        transform: translateY(10px);
      }
    }
    .refused circle {
      fill: var(--refused);
    }
    .check circle {
      fill: var(--sheet);
      stroke: var(--caution);
      stroke-width: 2;
    }
    .refused .on {
      fill: var(--sheet);
      font-weight: 600;
    }
    .check .on {
      fill: var(--caution);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RigDrawing {
  readonly rig = input.required<TorchRig>();
  /** What is wrong, in the order that it is numbered in. */
  readonly faults = input<readonly RigFault[]>([]);
  /** The fields whose parts are pointed at, with a space between. */
  readonly look = input<string | null>(null);
  private readonly units = inject(UnitsStore);
  protected readonly RIG = RIG;
  private readonly oxygen = computed(() => usesOxygen(this.rig()));
  protected readonly lanes = computed(() => laneY(this.oxygen()));
  protected readonly middle = computed(() => {
    const { oxygen, fuel } = this.lanes();
    return this.oxygen() ? (oxygen + fuel) / 2 : fuel;
  });

  protected readonly drawn = computed(() => {
    const rig = this.rig();
    const fuel = this.lane('fuel', fuelName(rig.fuelId), rig.fuelCylinder, rig.fuelPa, rig.fuelHose);
    if (!this.oxygen() || !rig.oxygenCylinder || !rig.oxygenHose) return [fuel];
    return [this.lane('oxygen', 'Oxygen', rig.oxygenCylinder, rig.oxygenPa ?? 0, rig.oxygenHose), fuel];
  });

  private lane(gas: 'fuel' | 'oxygen', name: string, cylinder: RigCylinder, pa: number, hose: Hose) {
    const rig = this.rig();
    const guardAt = (end: 'Regulator' | 'Torch'): Guard => rig.guards[`${gas}${end}` as GuardPlace];
    const y = this.lanes()[gas];
    const { m3, by } = leftIn(cylinder, gas === 'oxygen' ? gas : rig.fuelId);
    return {
      gas,
      name,
      y,
      level: 68 * Math.min(1, m3 / cylinder.holdsM3),
      has: `${this.units.show(m3, 'gas')} ${by === 'gauge' ? 'by the gauge' : by === 'weight' ? 'by weight' : 'if full'}`,
      pressure: this.units.show(pa, 'gauge'),
      hose: `hose ${hose.grade}${hose.madeIn ? `, made ${hose.madeIn}` : ''}`,
      near: guardAt('Regulator'),
      far: guardAt('Torch'),
      path: hosePath(y, y),
    };
  }

  /** An arrestor is a box with a bar, a check valve a wedge, nothing a gap. */
  protected guard(has: Guard, x: number): string {
    if (has === 'nothing') return `M${x - 14} 0 h28`;
    if (has === 'check valve') return `M${x - 11} -7 l20 7 l-20 7 z M${x + 9} -8 v16`;
    return `M${x - 13} -8 h26 v16 h-26 z M${x} -8 v16`;
  }

  protected readonly marks = computed(() => {
    const taken = new Map<string, number>();
    return this.faults().map((f, i) => {
      const at = placeOf(f.at, this.oxygen());
      const key = `${at.x} ${at.y}`;
      const before = taken.get(key) ?? 0;
      taken.set(key, before + 1);
      return { n: i + 1, level: f.level, x: at.x + 23 * before, y: at.y };
    });
  });

  protected readonly rings = computed(() =>
    (this.look() ?? '')
      .split(' ')
      .filter(Boolean)
      .map((at) => partOf(at, this.oxygen()))
      .filter((p) => p !== null),
  );

  protected readonly about = computed(() => {
    const parts = this.drawn().map((l) => `${l.name}: ${l.has}, ${l.pressure}, ${l.hose}, ${l.near} and ${l.far}`);
    return `${this.rig().name}. ${parts.join('. ')}.`;
  });
}
