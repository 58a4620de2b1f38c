import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { kindRow } from '@hephaist/contracts/records/kinds';
import type { Held } from '../data/local-db';
import { Outbox } from '../data/outbox';
import { RefusedEntry } from './refused-entry';

/** What is held here, entry by entry: what waits, and what was refused with its reason. Read only when it is looked at. */
@Component({
  selector: 'hp-held-list',
  imports: [RefusedEntry],
  template: `
    <ul>
      @for (h of outbox.held(); track h.command.id) {
        <li>
          @if (h.refused) {
            <hp-refused-entry [held]="h" />
          } @else {
            {{ words(h) }}
            <span class="quiet">{{
              outbox.isOthers(h) ? 'entered by ' + h.by?.person + ': waits until they sign in here' : 'waiting'
            }}</span>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      padding: var(--space-3) var(--space-8) var(--space-4);
      background: var(--sheet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HeldList {
  protected readonly outbox = inject(Outbox);
  protected readonly words = ({ command: { kind, records } }: Held): string =>
    records.length === 1 ? kindRow(kind).words[0] : `${records.length} ${kindRow(kind).words[1]}`;
}
