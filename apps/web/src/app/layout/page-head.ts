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
      gap: 8px;
      padding: 12px var(--head-inset, 16px);
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
