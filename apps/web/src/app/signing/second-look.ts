import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { contentHash } from '@hephaist/contracts/records/content';
import type { LookedAt, SecondLook } from '@hephaist/contracts/records/second-look';
import { newId, Outbox } from '../data/outbox';
import { May } from './may';
import { SignaturesOf } from './signatures-of';
import { Signer } from './signer';

/** Who signed a record, and the signature of somebody else who witnessed or reviewed it. */
@Component({
  selector: 'hp-second-look',
  imports: [MatButtonModule, May, SignaturesOf],
  template: `
    <hp-signatures-of [record]="shown() ?? record()" />
    <span class="acts" *hpMay="'write:second_look'">
      <button matButton="outlined" (click)="look('witness')" [attr.aria-label]="'Sign as witness of ' + what()">
        Sign as witness
      </button>
      <button matButton="outlined" (click)="look('reviewer')" [attr.aria-label]="'Sign as reviewer of ' + what()">
        Sign as reviewer
      </button>
    </span>
  `,
  styles: `
    :host {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SecondLookOf {
  readonly kind = input.required<LookedAt>();
  readonly record = input.required<{ readonly id: string }>();
  /** What it is called: "C-012". */
  readonly what = input.required<string>();
  private readonly signer = inject(Signer);
  private readonly outbox = inject(Outbox);
  /** The record once more, so that its signatures are read again after one was given. */
  protected readonly shown = signal<{ readonly id: string } | null>(null);

  protected async look(as: SecondLook['as']): Promise<void> {
    const [record, commandId] = [this.record(), newId()];
    const data: SecondLook = {
      id: newId(),
      kind: this.kind(),
      recordId: record.id,
      as,
      contentHash: contentHash(record),
      note: '',
    };
    const meaning = as === 'witness' ? 'witnessed' : 'reviewed';
    const signed = await this.signer.sign({
      what: `${this.what()} as ${as}`,
      meaning,
      lines: [as === 'witness' ? 'You saw it done and read.' : 'You went through the record as it stands.'],
      send: async (password) => {
        await this.outbox.sendSigned('second_look', { seen: 0, data }, { password, meaning }, commandId);
      },
    });
    if (signed) this.shown.set({ ...record });
  }
}
