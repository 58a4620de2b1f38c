import { ChangeDetectionStrategy, Component, effect, input, signal } from '@angular/core';
import { MEANINGS, type ShownSignature } from '@hephaist/contracts';
import { call } from '../data/api';

/** Who signed a record, as what, when, and the hash of what was signed. */
@Component({
  selector: 'hp-signatures-of',
  template: `
    @for (s of signatures(); track s.id) {
      <p>
        ✎ {{ s.person }} ({{ s.roles.join(', ') }}): {{ meanings[s.meaning] }},
        {{ s.at.slice(0, 16).replace('T', ' ') }} UTC
        @if (s.imported) {
          <strong class="caution">▲ came in with a file; not signed here</strong>
        }
        <code class="quiet" [title]="s.contentHash">{{ s.contentHash.slice(0, 12) }}</code>
      </p>
    }
  `,
  styles: `
    p {
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignaturesOf {
  readonly recordId = input.required<string>();
  /** Version of the record: another one may have other signatures. */
  readonly version = input.required<number>();
  protected readonly signatures = signal<readonly ShownSignature[]>([]);
  protected readonly meanings = MEANINGS;

  constructor() {
    effect(() => {
      const id = this.recordId();
      this.version();
      this.signatures.set([]);
      void call<ShownSignature[]>(`signatures/${id}`)
        .then((found) => id === this.recordId() && this.signatures.set(found))
        .catch(() => undefined);
    });
  }
}
