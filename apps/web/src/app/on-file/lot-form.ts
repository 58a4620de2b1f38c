import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Lot, LOT_KINDS, lotSchema } from '@hephaist/contracts/records/lot';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { OnFileStore } from '../data/on-file.store';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Day } from '../time/day';

/** Puts a lot of rod, flux or nitrogen on file with its class, receipt and certificate. */
@Component({
  selector: 'hp-lot-form',
  imports: [MatButtonModule, Day, Entry, FormEnd, FormOf, PickField],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-pick label="Of" [options]="kinds" [of]="form.f.kind" />
      <hp-entry label="Lot" placeholder="as it stands on it" [of]="form.f.lot" />
      @if (classes(); as list) {
        <hp-pick label="Class" none="not stated" [options]="list" [of]="form.f.classId" />
      } @else {
        <hp-entry label="Grade" placeholder="oil-free, dry" [of]="form.f.classId" />
      }
      <hp-day label="Received on" [of]="form.f.receivedOn" />
      <hp-entry label="Certificate" [of]="form.f.certificate" />
      <hp-form-end does="Put on file">
        <button matButton="outlined" type="button" (click)="closed.emit()">Leave it</button>
      </hp-form-end>
    </form>
  `,
  styleUrl: './on-file-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LotForm {
  readonly lot = input.required<Lot>();
  readonly closed = output();
  private readonly store = inject(OnFileStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly kinds = plain(LOT_KINDS);
  private readonly draft = linkedSignal(() => ({ ...this.lot(), receivedOn: this.lot().receivedOn ?? '' }));
  /** Classes of rod or flux; nitrogen has a grade in words. */
  protected readonly classes = computed(() => {
    const { kind } = this.draft();
    if (kind === 'nitrogen') return null;
    return plain((kind === 'rod' ? this.tables().fillers : this.tables().fluxes).map((x) => x.id));
  });
  private readonly now = computed((): Lot => ({ ...this.draft(), receivedOn: this.draft().receivedOn || null }));
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(lotSchema, this.now()),
    keep: () => `lot ${this.lot().lot}`,
    follow: (next, change) => (change.kind ? { ...next, classId: '' } : next),
  });

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.store.saveLot(this.now()))) this.closed.emit();
  }
}
