import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A page of one column that scrolls by itself, as wide as its lines are read well. */
@Component({
  selector: 'hp-page',
  template: `<main [style.max-width.px]="wide()"><ng-content /></main>`,
  styles: `
    :host {
      display: block;
      flex: 1;
      min-height: 0;
      overflow-y: auto;
    }
    main {
      margin: 0 auto;
      padding: var(--space-5) var(--space-6) var(--space-8);
      --head-inset: 0;
    }
    @media print {
      :host {
        overflow: visible;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Page {
  readonly wide = input(1100);
}
