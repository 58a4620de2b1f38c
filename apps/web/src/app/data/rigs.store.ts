import { computed, inject } from '@angular/core';
import type { Rig } from '@hephaist/contracts/records/rig';
import type { RigCheck } from '@hephaist/contracts/records/rig-check';
import { dataOf } from '@hephaist/contracts/records/stored';
import { signalStore, withComputed, withMethods } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

/** Torch rigs of the company, and the rounds gone through at each of late. */
export const RigsStore = signalStore(
  { providedIn: 'root' },
  withRecords('rig'),
  withRecords('rig_check'),
  withComputed((store) => ({
    rigs: computed(() => dataOf(store.rigEntities()).sort((a, b) => a.name.localeCompare(b.name))),
    checks: computed(() => dataOf(store.rig_checkEntities())),
  })),
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(): Promise<void> {
      dispatcher.dispatch(recordEvents.read(await call('/rigs')));
    },
    async save(rig: Rig): Promise<void> {
      await outbox.send('rig', [{ seen: store.rigEntityMap()[rig.id]?.version ?? 0, data: rig }]);
    },
    async remove(id: string): Promise<void> {
      await outbox.send('rig', [], [{ id, seen: store.rigEntityMap()[id]?.version ?? 0 }]);
    },
    /** Files a round as it was gone through. */
    async file(check: RigCheck): Promise<void> {
      await outbox.send('rig_check', [{ seen: 0, data: check }]);
    },
    /** The same, signed. */
    async fileSigned(check: RigCheck, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('rig_check', { seen: 0, data: check }, { password, meaning: 'checked' }, commandId);
    },
  })),
);
