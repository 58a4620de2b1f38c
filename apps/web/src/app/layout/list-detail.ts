import {
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import { type Tab, Tabs } from '../shell/tabs';

/**
 * A list with what is open of it beside it; on a narrow screen below it, brought into view when another is opened.
 * The list is projected as `[list]`, all else is the detail.
 */
@Component({
  selector: 'hp-list-detail',
  imports: [Tabs],
  template: `
    <section class="list" tabindex="0" [attr.aria-label]="list()">
      @if (tabs(); as tabs) {
        <hp-tabs [tabs]="tabs" />
      }
      <ng-content select="[list]" />
    </section>
    <section #beside class="detail" tabindex="0" [attr.aria-label]="detail()">
      <ng-content />
    </section>
  `,
  styles: `
    @use 'scale';

    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: var(--list, 1fr) var(--detail, 1fr);
    }
    section {
      @include scale.measure;
      overflow-y: auto;
    }
    .list {
      border-right: 1px solid var(--hairline);
      background: var(--sheet);
    }
    hp-tabs {
      display: block;
      padding: var(--space-4) var(--space-6) 0;
      background: var(--paper);
    }
    .detail {
      padding: var(--space-5) var(--space-6);
      display: grid;
      gap: var(--space-4);
      align-content: start;
    }
    @include scale.under(desk) {
      :host {
        grid-template-columns: minmax(0, 1fr);
        overflow-y: auto;
      }
      section {
        overflow-y: visible;
      }
      .list {
        border-right: 0;
        border-bottom: 1px solid var(--hairline);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListDetail {
  /** What the two are called, for who cannot see them. */
  readonly list = input.required<string>();
  readonly detail = input.required<string>();
  readonly tabs = input<readonly Tab[]>();
  /** What is open: where that changes the detail is brought into view. */
  readonly open = input<string | null>();
  private readonly beside = viewChild.required<ElementRef<HTMLElement>>('beside');
  private before: string | null | undefined;

  constructor() {
    effect(() => {
      const open = this.open();
      const changed = this.before !== undefined && open !== this.before;
      this.before = open;
      if (changed) untracked(() => this.beside().nativeElement.scrollIntoView?.({ block: 'nearest' }));
    });
  }
}
