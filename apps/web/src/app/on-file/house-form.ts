import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { houseSchema, usualPaper } from '@hephaist/contracts/records/house';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Pick as PickField } from '../forms/pick';
import { Done } from '../layout/done';
import { UnitsStore } from '../units/units.store';

/** Absent in what was written before it was asked for. */
const NEWER = { rigChecksSigned: false, shortCodes: true };

/** How the company writes its papers, and what it asks for beyond its codes. */
@Component({
  selector: 'hp-house-form',
  imports: [Check, Entry, FormEnd, FormOf, PickField],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-pick label="Paper" [options]="papers" [of]="form.f.paper" />
      <hp-entry label="Editions of your codes" placeholder="ASME BPVC IX 2025; NFPA 99 2024" [of]="form.f.editions" />
      <hp-entry label="Laboratory" placeholder="whose reports are usual" [of]="form.f.laboratory" />
      <hp-check [of]="form.f.lookedByAnother">who logs a joint may not be who looked at it</hp-check>
      <hp-check [of]="form.f.rigChecksSigned">who goes through a torch rig signs it</hp-check>
      <hp-check [of]="form.f.shortCodes"
        >a tablet is handed on by a short code, good for logging and never for signing</hp-check
      >
      <hp-form-end does="Save" />
    </form>
  `,
  styleUrl: './on-file-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HouseForm {
  private readonly store = inject(OnFileStore);
  private readonly done = inject(Done);
  protected readonly papers = [
    { id: 'letter' as const, name: 'Letter' },
    { id: 'a4' as const, name: 'A4' },
  ];
  private readonly system = inject(UnitsStore).system;
  /** Until the company has said it, papers are written by the units, as the server writes them. */
  private readonly draft = linkedSignal(() => {
    const house = this.store.house();
    return { ...NEWER, ...house, paper: house.id ? house.paper : usualPaper(this.system()) };
  });
  private readonly now = computed(() => ({ ...this.draft(), id: this.draft().id || newId() }));
  protected readonly form = new Form(this.draft, { tried: () => problemsOf(houseSchema, this.now()) });

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.store.saveHouse(this.now())))
      this.done.say('Papers are written so from now on.');
  }
}
