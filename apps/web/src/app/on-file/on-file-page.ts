import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { calibrationFault, type Instrument } from '@hephaist/contracts/records/instrument';
import type { Lot } from '@hephaist/contracts/records/lot';
import { CrewStore } from '../data/crew.store';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { Attempt } from '../forms/attempt';
import { Cell } from '../layout/cell';
import { Done } from '../layout/done';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { localNow } from '../time/zone';
import { HouseForm } from './house-form';
import { InstrumentForm } from './instrument-form';
import { LotForm } from './lot-form';

/** Instruments with their calibration, lots with their class, and how the company writes its papers. */
@Component({
  selector: 'hp-on-file-page',
  imports: [Cell, Table, MatButtonModule, RouterLink, May, HouseForm, InstrumentForm, LotForm],
  templateUrl: './on-file-page.html',
  styleUrl: './on-file-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OnFilePage {
  /** The lot whose label was read. */
  readonly scanned = input<string>();
  protected readonly store = inject(OnFileStore);
  private readonly done = inject(Done);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly instrument = signal<Instrument | null>(null);
  protected readonly lot = signal<Lot | null>(null);
  private readonly today = localNow(Intl.DateTimeFormat().resolvedOptions().timeZone).slice(0, 10);

  constructor() {
    const [crew, shop] = [inject(CrewStore), inject(ShopStore)];
    void this.asked.run(() => Promise.all([this.store.load(), crew.load(), shop.load()]));
  }

  protected readonly instruments: readonly Column<Instrument>[] = [
    { id: 'number', head: 'Instrument', text: (i) => `${i.kind} ${i.number}`, names: true },
    { id: 'range', head: 'Range', text: (i) => i.range || '–' },
    { id: 'accuracy', head: 'Accuracy', text: (i) => i.accuracy || '–' },
    { id: 'resolution', head: 'Resolution', text: (i) => i.resolution || '–' },
    {
      id: 'calibrated',
      head: 'Calibrated',
      text: (i) => [i.calibratedOn ?? 'never', i.certificate].filter(Boolean).join(', '),
    },
    {
      id: 'due',
      head: 'Today',
      text: (i) => (this.fault(i) ? `✕ ${this.fault(i) ?? ''}` : `✓ good${i.dueOn ? ` until ${i.dueOn}` : ''}`),
      tone: (i) => (this.fault(i) ? 'refused' : 'fine'),
    },
    { id: 'do', head: 'Do' },
  ];
  protected readonly lots: readonly Column<Lot>[] = [
    { id: 'lot', head: 'Lot' },
    { id: 'class', head: 'Class', text: (l) => l.classId || '–' },
    { id: 'received', head: 'Received', text: (l) => l.receivedOn ?? '–' },
    { id: 'certificate', head: 'Certificate', text: (l) => l.certificate || '–' },
    { id: 'do', head: 'Do' },
  ];

  private fault(i: Instrument): string | null {
    return calibrationFault(i, this.today);
  }

  protected newInstrument(): void {
    const blank = {
      range: '',
      accuracy: '',
      resolution: '',
      calibratedOn: null,
      dueOn: null,
      certificate: '',
      note: '',
    };
    this.instrument.set({ id: newId(), kind: 'gauge', number: '', ...blank });
  }

  protected newLot(): void {
    this.lot.set({ id: newId(), kind: 'rod', lot: '', classId: '', receivedOn: this.today, certificate: '', note: '' });
  }

  protected async take(what: Instrument | Lot): Promise<void> {
    const isLot = 'lot' in what;
    const save = (): Promise<void> => (isLot ? this.store.saveLot(what) : this.store.saveInstrument(what));
    const gone = await this.asked.run(() =>
      isLot ? this.store.removeLot(what.id) : this.store.removeInstrument(what.id),
    );
    if (gone) this.done.say(`${isLot ? `Lot ${what.lot}` : what.number} is off the list.`, () => this.asked.run(save));
  }
}
