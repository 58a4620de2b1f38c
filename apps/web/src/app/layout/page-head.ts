import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What a page or list is called, with what can be done there beside it. */
@Component({
  selector: 'hp-page-head',
  template: `
    <h1>{{ title() }}</h1>
    <ng-content />
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--space-4);
      padding: var(--space-5) var(--head-inset, var(--space-6));
      background: var(--paper);
    }
    h1 {
      margin-right: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageHead {
  readonly title = input.required<string>();
}
