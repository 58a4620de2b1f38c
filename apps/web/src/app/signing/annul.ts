import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Annullable, type Annulment, annulmentSchema } from '@hephaist/contracts/records/annulment';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import type { Option } from '../forms/options';
import { Pick } from '../forms/pick';
import { May } from './may';
import { SignaturesOf } from './signatures-of';
import { Signer } from './signer';

/** Strikes a record of evidence through, with a reason and a signature; and says so where that was done. */
@Component({
  selector: 'hp-annul',
  imports: [MatButtonModule, Entry, FormEnd, FormOf, May, Pick, SignaturesOf],
  template: `
    @if (done(); as a) {
      <p class="refused">
        <strong>✕ Annulled:</strong> {{ a.reason }}{{ replacedBy(a) }} It stays on file and counts for nothing.
      </p>
      <hp-signatures-of [record]="a" />
    } @else if (open()) {
      <form [hpForm]="form" (sent)="annul()">
        <hp-entry label="Why it does not count" placeholder="filed for another brazer" [of]="form.f.reason" />
        @if (others().length) {
          <hp-pick label="Replaced by" none="nothing" [options]="others()" [of]="form.f.replacedById" />
        }
        <hp-form-end does="Annul">
          <button matButton="outlined" type="button" (click)="open.set(false)">Leave it</button>
        </hp-form-end>
      </form>
    } @else {
      <button *hpMay="'write:annulment'" matButton (click)="begin()" [attr.aria-label]="'Annul ' + what()">
        Annul …
      </button>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    form {
      display: grid;
      grid-template-columns: 2fr 1fr;
      gap: var(--space-4) var(--space-5);
      align-items: start;
      max-width: 560px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Annul {
  readonly kind = input.required<Annullable>();
  readonly recordId = input.required<string>();
  /** What it is called: "C-012". */
  readonly what = input.required<string>();
  /** Records of the kind that stand and may say it right. */
  readonly others = input<readonly Option[]>([]);
  /** What annulling it changes, before it is signed. */
  readonly changes = input<readonly string[]>([]);
  private readonly crew = inject(CrewStore);
  private readonly signer = inject(Signer);
  protected readonly done = computed(() => this.crew.annulmentOf().get(this.recordId()) ?? null);
  protected readonly open = signal(false);
  private readonly draft = signal({ reason: '', replacedById: '' });
  protected readonly form = new Form(this.draft, { tried: () => problemsOf(annulmentSchema, this.annulment('')) });

  private annulment(id: string): Annulment {
    const { reason, replacedById } = this.draft();
    return {
      id: id || newId(),
      kind: this.kind(),
      recordId: this.recordId(),
      reason: reason.trim(),
      replacedById: replacedById || null,
    };
  }

  protected replacedBy(a: Annulment): string {
    if (!a.replacedById) return '.';
    return `; replaced by ${this.others().find((o) => o.id === a.replacedById)?.name ?? 'another'}.`;
  }

  protected begin(): void {
    this.form.begin({ reason: '', replacedById: '' });
    this.open.set(true);
  }

  protected async annul(): Promise<void> {
    const [annulment, commandId] = [this.annulment(newId()), newId()];
    await this.form.submit(async () => {
      const signed = await this.signer.sign({
        what: `that ${this.what()} is annulled`,
        meaning: 'annulled',
        lines: [
          annulment.reason,
          ...this.changes(),
          'It stays on file, struck through, and counts for nothing from now on.',
        ],
        send: (password) => this.form.telling(() => this.crew.annul(annulment, password, commandId)),
      });
      if (signed) this.open.set(false);
    });
  }
}
