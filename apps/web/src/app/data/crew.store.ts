import { computed, inject } from '@angular/core';
import {
  annulledIds,
  type Annulment,
  type Brazer,
  brazerRecord,
  type Confirmation,
  type Coupon,
  type Crew,
  type Pqr,
  type Procedure,
  standing,
  type Stored,
} from '@hephaist/contracts';
import {
  type BrazerRecord,
  type CoverLine,
  coverLines,
  type JointVariables,
  mayBraze,
  type Permission,
  validCoupons,
} from '@hephaist/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { call } from './api';
import { Outbox } from './outbox';
import { TablesStore } from './tables.store';

/** All that is on file, with what was annulled. */
interface OnFile extends Omit<Crew, 'coupons' | 'confirmations' | 'pqrs'> {
  readonly couponsOnFile: Crew['coupons'];
  readonly confirmationsOnFile: Crew['confirmations'];
  readonly pqrsOnFile: Crew['pqrs'];
}
const empty: OnFile = {
  brazers: [],
  procedures: [],
  brazings: [],
  annulments: [],
  couponsOnFile: [],
  confirmationsOnFile: [],
  pqrsOnFile: [],
};

export interface BoardRow {
  readonly brazer: Crew['brazers'][number];
  readonly record: BrazerRecord;
  readonly permission: Permission;
  /** What the brazer's passed coupons cover together on the day. */
  readonly covers: readonly CoverLine[];
}

/** The crew: brazers, their coupons and what they brazed, and the procedures on file. */
export const CrewStore = signalStore(
  { providedIn: 'root' },
  withState(empty),
  withComputed((store) => {
    const annulled = computed(() => annulledIds(store.annulments()));
    return {
      annulled,
      /** What was annulled, by the record it annuls. */
      annulmentOf: computed(() => new Map(store.annulments().map((a) => [a.recordId, a]))),
      coupons: computed(() => standing(store.couponsOnFile(), annulled())),
      confirmations: computed(() => standing(store.confirmationsOnFile(), annulled())),
      pqrs: computed(() => standing(store.pqrsOnFile(), annulled())),
    };
  }),
  withComputed((store, tables = inject(TablesStore)) => ({
    /** What is on file for each brazer; coupons are judged here once. */
    records: computed(() => {
      const onFile = {
        coupons: store.coupons(),
        brazings: store.brazings(),
        confirmations: store.confirmations(),
        procedures: store.procedures(),
      };
      return store.brazers().map((brazer) => ({ brazer, record: brazerRecord(brazer, onFile, tables.tables()) }));
    }),
  })),
  withMethods((store, outbox = inject(Outbox)) => ({
    async load(): Promise<void> {
      const { coupons, confirmations, pqrs, ...rest } = await call<Crew>('crew');
      patchState(store, { ...rest, couponsOnFile: coupons, confirmationsOnFile: confirmations, pqrsOnFile: pqrs });
    },
    /** Strikes evidence through, signed; what rests on it is asked anew. */
    async annul(annulment: Annulment, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'annulled' } as const;
      await outbox.sendSigned('annulment', { seen: 0, data: annulment }, signature, commandId);
      await this.load();
    },
    /** Puts a brazer on file. */
    async addBrazer(brazer: Brazer): Promise<void> {
      await outbox.send('brazer', [{ seen: 0, data: brazer }]);
      patchState(store, { brazers: [...store.brazers(), { ...brazer, version: 1 }] });
    },
    /** Writes down that a brazer goes on brazing, signed. */
    async confirm(confirmation: Confirmation, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'confirmed' } as const;
      await outbox.sendSigned('confirmation', { seen: 0, data: confirmation }, signature, commandId);
      patchState(store, { confirmationsOnFile: [...store.confirmationsOnFile(), { ...confirmation, version: 1 }] });
    },
    /** Withdraws a brazer for cause, or lifts a withdrawal; signed either way. */
    async withdraw(brazer: Stored<Brazer>, password: string, commandId: string): Promise<void> {
      const { version, ...data } = brazer;
      const signature = { password, meaning: data.withdrawnOn ? 'withdrawn' : 'readmitted' } as const;
      await outbox.sendSigned('brazer', { seen: version, data }, signature, commandId);
      const stored = { ...data, version: version + 1 };
      patchState(store, { brazers: store.brazers().map((b) => (b.id === data.id ? stored : b)) });
    },
    /** Saves a draft of a procedure. */
    async saveDraft(seen: number, procedure: Procedure): Promise<void> {
      await outbox.send('procedure', [{ seen, data: procedure }]);
      const stored = { ...procedure, version: seen + 1 };
      patchState(store, { procedures: [...store.procedures().filter((p) => p.id !== procedure.id), stored] });
    },
    /** Files a procedure qualification record, signed. */
    async savePqr(pqr: Pqr, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('pqr', { seen: 0, data: pqr }, { password, meaning: 'tested' }, commandId);
      patchState(store, { pqrsOnFile: [...store.pqrsOnFile(), { ...pqr, version: 1 }] });
    },
    /** Files a coupon's result, signed. */
    async saveCoupon(coupon: Coupon, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('coupon', { seen: 0, data: coupon }, { password, meaning: 'judged' }, commandId);
      const stored: Stored<Coupon> = { ...coupon, version: 1 };
      patchState(store, { couponsOnFile: [...store.couponsOnFile(), stored] });
    },
    /** Signs a procedure as it was changed from what stood at version `seen`. */
    async signProcedure(seen: number, procedure: Procedure, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('procedure', { seen, data: procedure }, { password, meaning: 'released' }, commandId);
      const stored: Stored<Procedure> = { ...procedure, version: seen + 1 };
      patchState(store, { procedures: [...store.procedures().filter((p) => p.id !== procedure.id), stored] });
    },
    /** Everyone against one joint on one day: who may first, then by name. */
    board(asks: JointVariables, day: string): BoardRow[] {
      return store
        .records()
        .map(({ brazer, record }) => {
          const passed = validCoupons(record, day, asks.rules);
          return { brazer, record, permission: mayBraze(record, asks, day), covers: coverLines(passed) };
        })
        .sort(
          (a, b) => Number(b.permission.may) - Number(a.permission.may) || a.brazer.name.localeCompare(b.brazer.name),
        );
    },
  })),
);
