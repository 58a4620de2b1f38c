import { computed, inject } from '@angular/core';
import type { Crew } from '@hephaist/contracts/exchange/answers';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import type { Brazer } from '@hephaist/contracts/records/brazer';
import { brazerRecord } from '@hephaist/contracts/records/brazer-record';
import type { Confirmation } from '@hephaist/contracts/records/confirmation';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Pqr } from '@hephaist/contracts/records/pqr';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import { type ReservedCoupon, stillToBraze } from '@hephaist/contracts/records/reserved-coupon';
import { annulledIds, standing } from '@hephaist/contracts/records/standing';
import { dataOf } from '@hephaist/contracts/records/stored';
import { type BrazerRecord, mayBraze, type Permission, validCoupons } from '@hephaist/core/qualification/may-braze';
import { type CoverLine, coverLines, type JointVariables } from '@hephaist/core/qualification/range';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Dispatcher, Events, withEventHandlers } from '@ngrx/signals/events';
import { filter, switchMap } from 'rxjs';
import { call } from './api';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';
import { TablesStore } from './tables.store';

export interface BoardRow {
  readonly brazer: Brazer;
  readonly record: BrazerRecord;
  readonly permission: Permission;
  /** What the brazer's passed coupons cover together on the day. */
  readonly covers: readonly CoverLine[];
}

/** The crew: brazers, their coupons and what they brazed, and the procedures on file. */
export const CrewStore = signalStore(
  { providedIn: 'root' },
  withState({ brazings: [] as Crew['brazings'] }),
  withRecords('brazer'),
  withRecords('procedure'),
  withRecords('coupon'),
  withRecords('reserved_coupon'),
  withRecords('confirmation'),
  withRecords('pqr'),
  withRecords('annulment'),
  withComputed((store) => ({
    brazers: computed(() => dataOf(store.brazerEntities())),
    procedures: computed(() => dataOf(store.procedureEntities())),
    /** All that is on file, with what was annulled. */
    couponsOnFile: computed(() => dataOf(store.couponEntities())),
    confirmationsOnFile: computed(() => dataOf(store.confirmationEntities())),
    pqrsOnFile: computed(() => dataOf(store.pqrEntities())),
    annulments: computed(() => dataOf(store.annulmentEntities())),
    /** Coupons whose number is reserved and whose result is not on file yet. */
    toBraze: computed(() => stillToBraze(dataOf(store.reserved_couponEntities()), dataOf(store.couponEntities()))),
    /** Numbers that coupons have, or that are reserved. */
    couponNumbers: computed(() =>
      [...dataOf(store.couponEntities()), ...dataOf(store.reserved_couponEntities())].map((c) => c.number),
    ),
  })),
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
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(): Promise<void> {
      const { brazings, ...records } = await call('/crew');
      patchState(store, { brazings });
      dispatcher.dispatch(recordEvents.read(records));
    },
    /** Strikes evidence through, signed. */
    async annul(annulment: Annulment, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'annulled' } as const;
      await outbox.sendSigned('annulment', { seen: 0, data: annulment }, signature, commandId);
    },
    /** Puts a brazer on file. */
    async addBrazer(brazer: Brazer): Promise<void> {
      await outbox.send('brazer', [{ seen: 0, data: brazer }]);
    },
    /** Writes down that a brazer goes on brazing, signed. */
    async confirm(confirmation: Confirmation, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'confirmed' } as const;
      await outbox.sendSigned('confirmation', { seen: 0, data: confirmation }, signature, commandId);
    },
    /** Withdraws a brazer for cause, or lifts a withdrawal, from what stood at version `seen`; signed either way. */
    async withdraw(seen: number, brazer: Brazer, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: brazer.withdrawnOn ? 'withdrawn' : 'readmitted' } as const;
      await outbox.sendSigned('brazer', { seen, data: brazer }, signature, commandId);
    },
    /** The version that a procedure or brazer stands at; 0 where it is not on file. */
    versionOf: (id: string): number => (store.procedureEntityMap()[id] ?? store.brazerEntityMap()[id])?.version ?? 0,
    /** Saves a draft of a procedure as it was changed from what stood at version `seen`. */
    async saveDraft(seen: number, procedure: Procedure): Promise<void> {
      await outbox.send('procedure', [{ seen, data: procedure }]);
    },
    /** Throws a draft of a procedure away. */
    async throwAway(draft: Procedure): Promise<void> {
      await outbox.send('procedure', [], [{ id: draft.id, seen: this.versionOf(draft.id) }]);
    },
    /** Corrects a brazer's name or mark. */
    async correctBrazer(brazer: Brazer): Promise<void> {
      await outbox.send('brazer', [{ seen: this.versionOf(brazer.id), data: brazer }]);
    },
    /** Takes a brazer off the list on whom nothing on file rests. */
    async removeBrazer(brazer: Brazer): Promise<void> {
      await outbox.send('brazer', [], [{ id: brazer.id, seen: this.versionOf(brazer.id) }]);
    },
    /** Files a procedure qualification record, signed. */
    async savePqr(pqr: Pqr, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('pqr', { seen: 0, data: pqr }, { password, meaning: 'tested' }, commandId);
    },
    /** Reserves the numbers of coupons that are to be brazed, with all that is known of them. */
    async reserve(coupons: readonly ReservedCoupon[]): Promise<void> {
      await outbox.send(
        'reserved_coupon',
        coupons.map((data) => ({ seen: 0, data })),
      );
    },
    /** Gives a reserved number up: the coupon is not brazed. */
    async giveUp(coupon: ReservedCoupon): Promise<void> {
      const seen = store.reserved_couponEntityMap()[coupon.id]?.version ?? 0;
      await outbox.send('reserved_coupon', [], [{ id: coupon.id, seen }]);
    },
    /** Files a coupon's result, signed. */
    async saveCoupon(coupon: Coupon, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('coupon', { seen: 0, data: coupon }, { password, meaning: 'judged' }, commandId);
    },
    /** Signs a procedure as it was changed from what stood at version `seen`. */
    async signProcedure(seen: number, procedure: Procedure, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('procedure', { seen, data: procedure }, { password, meaning: 'released' }, commandId);
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
  withEventHandlers((store, events = inject(Events)) => ({
    /** What was brazed moves continuity: it is asked anew. */
    brazed: events.on(recordEvents.written).pipe(
      filter(({ payload }) => payload.kind === 'log' || payload.kind === 'annulment'),
      switchMap(() => store.load().catch(() => undefined)),
    ),
  })),
);
