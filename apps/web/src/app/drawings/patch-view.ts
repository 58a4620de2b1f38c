import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { PATCH_CROWN_M, PATCH_TIN_M, type PatchSpec, patchSteps } from '@hephaist/core/repair/patch';
import { UnitsStore } from '../units/units.store';
import { Hatches } from './hatch';

const [WIDE, HIGH, EDGE, TOP] = [420, 120, 26, 64];

/** A patch: the wall with its hole, the rod built up over it to scale, and how it is made, in order. */
@Component({
  selector: 'hp-patch-view',
  imports: [Hatches],
  template: `
    <h2>
      The patch in section
      <span class="quiet">· temporary, cut out by {{ patch().cutOutBy ?? 'a day to be said' }}</span>
    </h2>
    <hp-hatches prefix="patch-" />
    <svg [attr.viewBox]="'0 0 ' + w + ' ' + h" role="img" [attr.aria-label]="words()">
      @let g = drawn();
      <path [attr.d]="g.dome" class="filler" />
      @for (x of g.walls; track x[0]) {
        <rect
          [attr.x]="x[0]"
          [attr.y]="top"
          [attr.width]="x[1]"
          [attr.height]="g.wall"
          class="metal"
          [attr.fill]="fill()"
        />
      }
      <text [attr.x]="w / 2" [attr.y]="top + g.wall + 18">hole {{ show(patch().holeM) }}, bore kept open</text>
      <text [attr.x]="w / 2" y="14">built up {{ show(crown) }} high, tinned {{ show(tin) }} beyond the edge</text>
    </svg>
    <ol>
      @for (s of steps(); track s) {
        <li>{{ s }}</li>
      }
    </ol>
  `,
  styles: `
    :host {
      display: block;
      padding: var(--space-4) var(--space-5);
      overflow-y: auto;
    }
    svg {
      width: 100%;
      max-height: 40%;
    }
    .metal {
      stroke: var(--ink);
    }
    .filler {
      fill: var(--copper);
      stroke: var(--ink);
    }
    text {
      font-size: 12px;
      text-anchor: middle;
      fill: var(--ink);
    }
    ol {
      margin: var(--space-2) 0 0;
      padding-left: var(--space-7);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PatchView {
  readonly plan = input.required<JointPlan>();
  private readonly units = inject(UnitsStore);
  protected readonly w = WIDE;
  protected readonly h = HIGH;
  protected readonly top = TOP;
  protected readonly crown = PATCH_CROWN_M;
  protected readonly tin = PATCH_TIN_M;
  protected readonly patch = computed(() => this.plan().patch as PatchSpec);
  protected readonly steps = computed(() => patchSteps(this.plan().tubeMetal.family === 'aluminium'));
  protected readonly fill = computed(() => `url(#patch-${this.plan().tubeMetal.family})`);
  protected readonly show = (m: number): string => this.units.show(m, 'diameter');
  protected readonly words = computed(
    () =>
      `Rod built up ${this.show(PATCH_CROWN_M)} high over a hole of ${this.show(this.patch().holeM)}, tinned ${this.show(PATCH_TIN_M)} beyond its edge`,
  );
  /** All to one scale, the tinned ring across the picture. */
  protected readonly drawn = computed(() => {
    const across = this.patch().holeM + 2 * PATCH_TIN_M;
    const px = (m: number): number => (m * (WIDE - 4 * EDGE)) / across;
    const [from, hole, wall] = [2 * EDGE, Math.max(2, px(this.patch().holeM)), px(this.plan().tube.wallM)];
    const left = WIDE / 2 - hole / 2;
    const right = WIDE / 2 + hole / 2;
    return {
      wall,
      walls: [
        [EDGE, left - EDGE],
        [right, WIDE - EDGE - right],
      ] as const,
      dome: `M${from} ${TOP} Q${WIDE / 2} ${TOP - 2 * px(PATCH_CROWN_M)} ${WIDE - from} ${TOP} L${right} ${TOP} v${wall / 3} h${-hole} v${-wall / 3}Z`,
    };
  });
}
