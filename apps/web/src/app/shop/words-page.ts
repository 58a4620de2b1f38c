import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { sourceLine } from '@hephaist/core/source/source';
import { findWords, glossary } from '@hephaist/core/words/glossary';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { Page } from '../layout/page';
import { PageHead } from '../layout/page-head';
import { SayPipe } from '../units/say.pipe';

/** Every word of the trade as it is used here, and every rod, flux and metal of the tables. */
@Component({
  selector: 'hp-words-page',
  imports: [Entry, Page, PageHead, SayPipe],
  template: `
    <hp-page [wide]="900">
      <hp-page-head title="Words">
        <hp-entry kind="search" label="Find a word" [bare]="true" placeholder="Find a word …" [(value)]="sought" />
      </hp-page-head>
      <dl>
        @for (w of shown(); track w.term) {
          <div>
            <dt>{{ w.term }}</dt>
            <dd>
              {{ w.meaning | say }}
              @if (w.also.length) {
                <span class="quiet">Also {{ w.also.join(', ') }}.</span>
              }
              <span class="quiet source">{{ sourceOf(w.source) }}</span>
            </dd>
          </div>
        }
      </dl>
      @if (!shown().length) {
        <p>No word answers to that.</p>
      }
    </hp-page>
  `,
  styles: `
    @use 'scale';

    :host {
      display: contents;
    }
    dl > div {
      display: grid;
      grid-template-columns: 190px minmax(0, 1fr);
      gap: var(--space-2) var(--space-6);
      padding: var(--space-4) var(--space-6);
      border-bottom: 1px solid var(--hairline);
    }
    dt {
      font-weight: 600;
    }
    dd {
      margin: 0;
    }
    .source {
      display: block;
      font-size: var(--type-small);
    }
    @include scale.under(phone) {
      dl > div {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordsPage {
  /** What is sought, from the address. */
  readonly find = input<string>();
  protected readonly sought = linkedSignal(() => this.find() ?? '');
  private readonly tables = inject(ShopStore).tables;
  private readonly words = computed(() => glossary(this.tables()));
  protected readonly shown = computed(() => findWords(this.words(), this.sought()));
  protected readonly sourceOf = sourceLine;
}
