import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { glowColour, shadeLets } from '@hephaist/core/heat/glow';

/** The glow of the joint in a dim place, and through the shades a brazer wears. Daylight shifts all of it. */
@Component({
  selector: 'hp-glow',
  template: `
    @for (g of glows(); track g.name) {
      <figure>
        <svg viewBox="0 0 40 40" aria-hidden="true">
          <rect width="40" height="40" rx="4" class="dark" />
          <circle cx="20" cy="20" r="12" [attr.fill]="g.colour" />
        </svg>
        <figcaption class="quiet">{{ g.name }}</figcaption>
      </figure>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: var(--space-4);
    }
    figure {
      display: grid;
      justify-items: center;
      gap: var(--space-1);
      margin: 0;
    }
    svg {
      width: 40px;
    }
    .dark {
      fill: #14110f;
    }
    figcaption {
      white-space: nowrap;
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Glow {
  readonly tempK = input.required<number>();
  protected readonly glows = computed(() =>
    [1, 3, 5].map((shade) => {
      const [r, g, b] = glowColour(this.tempK(), shade === 1 ? 1 : shadeLets(shade));
      return { name: shade === 1 ? 'dim place' : `shade ${shade}`, colour: `rgb(${r} ${g} ${b})` };
    }),
  );
}
