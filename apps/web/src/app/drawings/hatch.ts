import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { MetalFamily } from '@hephaist/core/metals/metals';

/** How each metal family is hatched; a family that is not named has none. */
const HATCHES: readonly {
  id: MetalFamily;
  turn: number;
  ground: string;
  dash: string | null;
  double: boolean;
}[] = [
  { id: 'copper', turn: 45, ground: 'var(--copper-soft)', dash: null, double: false },
  { id: 'brass', turn: 45, ground: 'var(--sheet)', dash: '5 3', double: false },
  { id: 'steel', turn: -45, ground: 'var(--steel-fill)', dash: null, double: false },
  { id: 'stainless', turn: -45, ground: 'var(--steel-fill)', dash: null, double: true },
  { id: 'cast-iron', turn: -45, ground: 'var(--steel-fill)', dash: '2 2', double: false },
  { id: 'nickel', turn: 0, ground: 'var(--steel-fill)', dash: null, double: true },
  { id: 'titanium', turn: 90, ground: 'var(--steel-fill)', dash: '6 3', double: false },
  { id: 'aluminium', turn: 0, ground: 'var(--sheet)', dash: null, double: false },
];

/** Colour of a metal's ground where it is too small to be hatched. */
export const metalGround = (family: MetalFamily): string =>
  HATCHES.find((h) => h.id === family)?.ground ?? 'var(--sheet)';

/** The hatch of each metal family, as in a shop drawing. Put inside `<defs>` through an svg of no size. */
@Component({
  selector: 'hp-hatches',
  template: `
    <svg width="0" height="0" aria-hidden="true">
      <defs>
        @for (h of hatches; track h.id) {
          <pattern
            [attr.id]="prefix() + h.id"
            patternUnits="userSpaceOnUse"
            width="8"
            height="8"
            [attr.patternTransform]="'rotate(' + h.turn + ')'"
          >
            <rect width="8" height="8" [attr.fill]="h.ground" />
            <path d="M0 0 V8" stroke="var(--ink)" stroke-width="0.7" [attr.stroke-dasharray]="h.dash" />
            @if (h.double) {
              <path d="M2.2 0 V8" stroke="var(--ink)" stroke-width="0.7" />
            }
          </pattern>
        }
      </defs>
    </svg>
  `,
  styles: `
    svg {
      position: absolute;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Hatches {
  readonly prefix = input('hatch-');
  protected readonly hatches = HATCHES;
}
