import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { maySign } from '@hephaist/contracts';
import type { RuleSet } from '@hephaist/core';
import { CrewStore, type BoardRow } from '../data/crew.store';
import { newId } from '../data/outbox';
import { me } from '../data/who';
import { movedWords } from '../data/what-changes';
import { Entry } from '../forms/entry';
import { Signer } from '../people/signer';

/** Withdrawing a brazer for cause, and confirming that one goes on brazing; both signed. */
@Component({
  selector: 'hp-brazer-actions',
  imports: [Entry],
  template: `
    @if (open(); as what) {
      <form (submit)="sign($event)">
        <hp-entry [label]="what === 'withdraw' ? 'Withdrawn on' : 'Confirmed on'" kind="date" [(value)]="day" />
        <hp-entry
          [label]="what === 'withdraw' ? 'For what cause' : 'What was seen'"
          [(value)]="words"
          [problem]="problem()"
        />
        <span>
          <button class="button main" type="submit">Sign</button>
          <button class="button" type="button" (click)="open.set(null)">Leave it</button>
        </span>
      </form>
    } @else {
      <span>
        @if (rules().confirmMonths) {
          <button class="link" (click)="begin('confirm')">Confirm</button>
        }
        @if (!row().brazer.withdrawnOn) {
          <button class="link" (click)="begin('withdraw')" [attr.aria-label]="'Withdraw ' + row().brazer.name">
            Withdraw
          </button>
        } @else if (mayReadmit()) {
          <button class="link" (click)="readmit()" [attr.aria-label]="'Lift the withdrawal of ' + row().brazer.name">
            Lift the withdrawal
          </button>
        }
      </span>
    }
  `,
  styles: `
    form {
      display: grid;
      gap: 6px;
      padding: 6px 0;
      min-width: 190px;
    }
    .link {
      font: inherit;
      font-size: 13px;
      color: var(--copper);
      background: none;
      border: 0;
      padding: 0;
      margin-right: 10px;
      min-height: 24px;
      text-decoration: underline;
      cursor: pointer;
    }
    .button {
      margin-right: 6px;
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
  protected readonly open = signal<'withdraw' | 'confirm' | null>(null);
  protected readonly day = signal('');
  protected readonly words = signal('');
  private readonly tried = signal(false);
  protected readonly problem = computed(() => (this.tried() && !this.words().trim() ? 'Write it down' : null));

  protected readonly mayReadmit = computed(() => maySign(me()?.roles ?? [], 'readmitted'));

  /** Ends a withdrawal: by quality, signed, with what counts again said before. */
  protected async readmit(): Promise<void> {
    const { brazer } = this.row();
    const commandId = newId();
    await this.signer.sign({
      what: `that the withdrawal of ${brazer.name} is lifted`,
      meaning: 'readmitted',
      lines: [
        `Withdrawn since ${brazer.withdrawnOn ?? ''}: ${brazer.withdrawnReason ?? ''}`,
        'Coupons and joints count again as if it had not been; what the code asks for after a withdrawal, as a new coupon, is yours to see to.',
      ],
      send: (password) =>
        this.crew.withdraw({ ...brazer, withdrawnOn: null, withdrawnReason: null }, password, commandId),
    });
  }

  protected begin(what: 'withdraw' | 'confirm'): void {
    this.open.set(what);
    this.day.set(this.today());
    this.words.set('');
    this.tried.set(false);
  }

  /** What the withdrawal changes of what is on file already. */
  private touched(day: string): string {
    const since = this.row().record.joints.filter((j) => j.day >= day);
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

  protected async sign(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    const [what, { brazer }, day, words] = [this.open(), this.row(), this.day(), this.words().trim()];
    if (!words || !day || !what) return;
    const commandId = newId();
    const signed =
      what === 'withdraw'
        ? await this.signer.sign({
            what: `the withdrawal of ${brazer.name}`,
            meaning: 'withdrawn',
            lines: [`From ${day}: ${words}`, this.touched(day)],
            send: (password) =>
              this.crew.withdraw({ ...brazer, withdrawnOn: day, withdrawnReason: words }, password, commandId),
          })
        : await this.signer.sign({
            what: `the confirmation of ${brazer.name}`,
            meaning: 'confirmed',
            lines: [`On ${day}: ${words}`, this.moved(day)],
            send: (password) =>
              this.crew.confirm({ id: newId(), brazerId: brazer.id, on: day, says: words }, password, commandId),
          });
    if (signed) this.open.set(null);
  }
}
