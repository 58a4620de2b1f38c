import { computed, inject } from '@angular/core';
import type { House } from '@hephaist/contracts/records/house';
import type { Instrument } from '@hephaist/contracts/records/instrument';
import type { Lot } from '@hephaist/contracts/records/lot';
import { dataOf } from '@hephaist/contracts/records/stored';
import { signalStore, withComputed, withMethods } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { newId, Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

const NO_WAYS = {
  paper: 'letter',
  editions: '',
  laboratory: '',
  lookedByAnother: false,
  shortCodes: true,
  rigChecksSigned: false,
} as const;

/** Instruments and lots on file, and how the company writes its papers. */
export const OnFileStore = signalStore(
  { providedIn: 'root' },
  withRecords('instrument'),
  withRecords('lot'),
  withRecords('house'),
  withComputed((store) => ({
    instruments: computed(() =>
      dataOf(store.instrumentEntities()).sort((a, b) => `${a.kind} ${a.number}`.localeCompare(`${b.kind} ${b.number}`)),
    ),
    lots: computed(() =>
      dataOf(store.lotEntities()).sort((a, b) => `${a.kind} ${a.lot}`.localeCompare(`${b.kind} ${b.lot}`)),
    ),
    house: computed((): House => store.houseEntities()[0]?.data ?? { id: '', ...NO_WAYS }),
  })),
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(): Promise<void> {
      dispatcher.dispatch(recordEvents.read(await call('/on-file')));
    },
    async saveInstrument(instrument: Instrument): Promise<void> {
      const seen = store.instrumentEntityMap()[instrument.id]?.version ?? 0;
      await outbox.send('instrument', [{ seen, data: instrument }]);
    },
    async saveLot(lot: Lot): Promise<void> {
      await outbox.send('lot', [{ seen: store.lotEntityMap()[lot.id]?.version ?? 0, data: lot }]);
    },
    async removeInstrument(id: string): Promise<void> {
      await outbox.send('instrument', [], [{ id, seen: store.instrumentEntityMap()[id]?.version ?? 0 }]);
    },
    async removeLot(id: string): Promise<void> {
      await outbox.send('lot', [], [{ id, seen: store.lotEntityMap()[id]?.version ?? 0 }]);
    },
    async saveHouse(house: House): Promise<void> {
      const [before] = store.houseEntities();
      await outbox.send('house', [{ seen: before?.version ?? 0, data: { ...house, id: before?.data.id ?? newId() } }]);
    },
  })),
);
