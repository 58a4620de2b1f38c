import { ChangeDetectionStrategy, Component, computed, effect, input, signal } from '@angular/core';
import { MEANINGS, type ShownSignature } from '@hephaist/contracts/records/signature';
import { signaturesOf } from '../data/signatures';

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
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignaturesOf {
  /** The record: where it changed, its signatures may be others. */
  readonly record = input.required<{ readonly id: string }>();
  private readonly recordId = computed(() => this.record().id);
  protected readonly signatures = signal<readonly ShownSignature[]>([]);
  protected readonly meanings = MEANINGS;

  constructor() {
    effect(() => {
      this.recordId();
      this.signatures.set([]);
    });
    effect(() => {
      const { id } = this.record();
      void signaturesOf(id)
        .then((found) => id === this.recordId() && this.signatures.set(found))
        .catch(() => undefined);
    });
  }
}
