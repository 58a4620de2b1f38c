import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { maySign } from '@hephaist/contracts/exchange/people';
import { readmitted } from '@hephaist/contracts/records/brazer';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import { type BoardRow, CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { movedWords } from '../data/what-changes';
import { me } from '../data/who';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Annul } from '../signing/annul';
import { Signer } from '../signing/signer';
import { Day } from '../time/day';
import { CorrectBrazer } from './correct-brazer';

type Deed = 'withdraw' | 'readmit' | 'confirm';
/** What each deed asks for. */
const ASKED: Readonly<Record<Deed, { readonly day: string; readonly words: string }>> = {
  withdraw: { day: 'Withdrawn on', words: 'For what cause' },
  confirm: { day: 'Confirmed on', words: 'What was seen' },
  readmit: { day: 'Back from', words: '' },
};

/** Withdrawing a brazer for cause, and confirming that one goes on brazing; both signed. */
@Component({
  selector: 'hp-brazer-actions',
  imports: [Annul, Check, CorrectBrazer, MatButtonModule, Day, Entry, FormEnd, FormOf],
  template: `
    @if (correcting()) {
      <hp-correct-brazer [brazer]="row().brazer" (closed)="correcting.set(false)" />
    } @else if (open(); as what) {
      <form [hpForm]="form" (sent)="sign()">
        <hp-day [label]="asked[what].day" [of]="form.f.day" />
        @if (what === 'readmit') {
          <hp-check [of]="form.f.newCoupon"
            >A new coupon is asked: nothing of before counts until one is passed</hp-check
          >
        } @else {
          <hp-entry [label]="asked[what].words" [of]="form.f.words" />
        }
        <hp-form-end does="Sign">
          <button matButton="outlined" type="button" (click)="open.set(null)">Leave it</button>
        </hp-form-end>
      </form>
    } @else {
      @for (c of confirmations(); track c.id) {
        <p class="quiet">Confirmed {{ c.on }}: {{ c.says }}</p>
        <hp-annul kind="confirmation" [recordId]="c.id" [what]="'the confirmation of ' + c.on" />
      }
      <span>
        @if (rules().confirmMonths) {
          <button matButton (click)="begin('confirm')">Confirm</button>
        }
        @if (!row().brazer.withdrawnOn) {
          <button matButton (click)="correcting.set(true)" [attr.aria-label]="'Correct ' + row().brazer.name">
            Correct
          </button>
          <button matButton (click)="begin('withdraw')" [attr.aria-label]="'Withdraw ' + row().brazer.name">
            Withdraw
          </button>
        } @else if (mayReadmit()) {
          <button
            matButton
            (click)="begin('readmit')"
            [attr.aria-label]="'Lift the withdrawal of ' + row().brazer.name"
          >
            Lift the withdrawal
          </button>
        }
      </span>
    }
  `,
  styles: `
    span {
      display: flex;
      gap: var(--space-3);
    }
    form {
      display: grid;
      gap: var(--space-3);
      padding: var(--space-3) 0;
      min-width: 190px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BrazerActions {
  readonly row = input.required<BoardRow>();
  readonly rules = input.required<RuleSet>();
  readonly today = input.required<string>();
  private readonly crew = inject(CrewStore);
  private readonly signer = inject(Signer);
  protected readonly open = signal<Deed | null>(null);
  protected readonly asked = ASKED;
  protected readonly correcting = signal(false);
  private readonly draft = signal({ day: '', words: '', newCoupon: true });
  protected readonly form = new Form(this.draft, {
    tried: () => {
      const { day, words } = this.draft();
      return [
        ...(/^\d{4}-\d{2}-\d{2}$/.test(day) ? [] : [{ field: 'day', says: 'Give the day, YYYY-MM-DD' }]),
        ...(words.trim() || this.open() === 'readmit' ? [] : [{ field: 'words', says: 'Write it down' }]),
      ];
    },
  });
  /** Words that were given for the brazer, where the rules ask for them. */
  protected readonly confirmations = computed(() =>
    this.rules().confirmMonths
      ? this.crew.confirmationsOnFile().filter((c) => c.brazerId === this.row().brazer.id)
      : [],
  );
  protected readonly mayReadmit = computed(() => maySign(me()?.roles ?? [], 'readmitted'));

  /** Ends a withdrawal: by quality, signed, with what counts from then on said before. */
  private async readmit(): Promise<boolean> {
    const [{ brazer }, { day, newCoupon }, commandId] = [this.row(), this.draft(), newId()];
    const seen = this.crew.versionOf(brazer.id);
    const back = readmitted(brazer, day, newCoupon);
    return (
      back !== null &&
      (await this.signer.sign({
        what: `that the withdrawal of ${brazer.name} is lifted`,
        meaning: 'readmitted',
        lines: [
          `Withdrawn since ${brazer.withdrawnOn ?? ''}: ${brazer.withdrawnReason ?? ''}`,
          newCoupon
            ? `From ${day} on a new coupon is asked: what was passed and brazed before counts no more.`
            : `From ${day} on all that was passed before counts again.`,
          'What was brazed while withdrawn stays out of range.',
        ],
        send: (password) => this.crew.withdraw(seen, back, password, commandId),
      }))
    );
  }

  protected begin(what: Deed): void {
    this.open.set(what);
    this.form.begin({ day: this.today(), words: '', newCoupon: true });
  }

  /** What the withdrawal changes of what is on file already. */
  private touched(day: string): string {
    // From now on today, from the beginning of an earlier day.
    const since = this.row().record.joints.filter((j) => (day === this.today() ? j.day > day : j.day >= day));
    return since.length
      ? `${since.length} joints brazed since then fall out of range: ${since
          .slice(0, 8)
          .map((j) => j.label)
          .join(', ')}${since.length > 8 ? ' …' : ''}`
      : 'No joint on file was brazed since then.';
  }

  /** What the confirmation changes. */
  private moved(day: string): string {
    const { record } = this.row();
    const confirmations = [...(record.confirmations ?? []), { day, label: 'confirmation' }];
    return movedWords(record, { ...record, confirmations }, this.today(), this.rules());
  }

  protected async sign(): Promise<void> {
    await this.form.submit(async () => {
      const what = this.open();
      if (what && (await this.signed(what))) this.open.set(null);
    });
  }

  private async signed(what: Deed): Promise<boolean> {
    if (what === 'readmit') return this.readmit();
    const [{ brazer }, day, words] = [this.row(), this.draft().day, this.draft().words.trim()];
    const seen = this.crew.versionOf(brazer.id);
    const commandId = newId();
    return what === 'withdraw'
      ? await this.signer.sign({
          what: `the withdrawal of ${brazer.name}`,
          meaning: 'withdrawn',
          lines: [`From ${day}: ${words}`, this.touched(day)],
          send: (password) =>
            this.crew.withdraw(
              seen,
              {
                ...brazer,
                withdrawnOn: day,
                ...(day === this.today() ? { withdrawnAt: new Date().toISOString() } : {}),
                withdrawnReason: words,
              },
              password,
              commandId,
            ),
        })
      : await this.signer.sign({
          what: `the confirmation of ${brazer.name}`,
          meaning: 'confirmed',
          lines: [`On ${day}: ${words}`, this.moved(day)],
          send: (password) =>
            this.crew.confirm({ id: newId(), brazerId: brazer.id, on: day, says: words }, password, commandId),
        });
  }
}
