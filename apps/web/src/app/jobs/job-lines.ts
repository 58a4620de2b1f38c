import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import { lineNext, ringsOf } from './line-far';

/** Width of a small line, in its drawing's own units. */
const WIDTH = 360;

/** A job as its lines in small: each a pipe with a ring for every joint, how far it is, and the way to what is next. */
@Component({
  selector: 'hp-job-lines',
  imports: [RouterLink],
  template: `
    <ul [attr.aria-label]="'Lines of ' + job().name">
      @for (l of lines(); track l.id) {
        <li>
          <a [routerLink]="['/job', job().id, ...l.path]" [queryParams]="l.asks">
            <span class="name">{{ l.name }}</span>
            <svg viewBox="0 0 360 14" preserveAspectRatio="xMinYMid meet" aria-hidden="true">
              <path d="M0 7 H360" class="pipe" />
              @for (r of l.rings; track $index) {
                <circle [attr.cx]="r.x" cy="7" [attr.r]="l.size" [class]="r.made" />
              }
            </svg>
            <span class="far">{{ l.brazed }} of {{ l.joints }}</span>
            <span class="next" [class]="l.tone">{{ l.says }}</span>
          </a>
        </li>
      }
    </ul>
  `,
  styles: `
    @use 'scale';

    :host {
      @include scale.measure;
      display: block;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    a {
      display: grid;
      grid-template-columns: minmax(140px, 2fr) minmax(0, 5fr) 72px 148px;
      gap: 0 var(--space-6);
      align-items: center;
      min-height: 30px;
      color: inherit;
      text-decoration: none;
    }
    a:hover .name,
    a:hover .next {
      color: var(--copper);
      text-decoration: underline;
    }
    svg {
      display: block;
      width: 100%;
      max-width: 420px;
      height: 16px;
    }
    .pipe {
      stroke: var(--copper-soft);
      stroke-width: 3;
    }
    circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.1;
    }
    circle.brazed {
      fill: var(--fine);
    }
    circle.rejected {
      fill: var(--refused);
    }
    .far {
      text-align: right;
      color: var(--mid);
    }
    @include scale.under(hand) {
      a {
        grid-template-columns: minmax(0, 1fr) auto;
        padding: var(--space-3) 0;
        min-height: 44px;
      }
      svg {
        grid-row: 2;
        grid-column: 1;
      }
      .far {
        grid-row: 2;
        grid-column: 2;
      }
      .next {
        text-align: right;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobLines {
  readonly job = input.required<JobSummary>();
  protected readonly lines = computed(() =>
    this.job().lines.map((l) => {
      const rings = ringsOf(l, WIDTH);
      const { path, ...next } = lineNext(l);
      return {
        ...l,
        ...next,
        rings,
        size: Math.min(5, (0.4 * WIDTH) / Math.max(1, rings.length)),
        path: path.split('/'),
        asks: path === 'plan' && l.nextId ? { joint: l.nextId } : {},
      };
    }),
  );
}
