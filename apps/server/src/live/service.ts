import { performance } from 'node:perf_hooks';
import type { PurgeMark, PurgeSession } from '@hephaist/contracts/records/purge-session';
import type { Logger } from 'pino';
import { v7 as newId } from 'uuid';
import type { RecordStore } from '../records/store.js';
import type { ReachableSet } from './instruments.js';
import { readSession } from './session-reader.js';
import { handsFor, linesToCatchUp, tellStandIn } from './stand-in-control.js';

/** How often open sessions are looked for, ms; and how long this server holds one without saying so again, s. */
const LOOK_MS = 500;
const HOLD_S = 4;
/** How often readings that another server left are put into the trail, ms. */
const LEFT_MS = 60_000;

interface Reading {
  readonly store: RecordStore;
  readonly session: PurgeSession;
  readonly set: ReachableSet;
  readonly reader: { readonly close: () => Promise<void> };
  /** Marks that the stand-ins were told of; null until they know the line. */
  told: Set<string> | null;
}

/**
 * Reads the instruments of every open purge session of every company. Any number of servers may run it on one database:
 * each session is read by one of them, and another goes on with it soon after that one is gone.
 */
export function liveService(
  stores: () => Promise<readonly RecordStore[]>,
  sets: readonly ReachableSet[],
  log: Logger,
): { readonly close: () => Promise<void> } {
  const holder = newId();
  const open = new Map<string, Reading>();
  let [closed, looking, leftAt] = [false, Promise.resolve(), -Infinity];

  async function drop(id: string): Promise<void> {
    const reading = open.get(id);
    open.delete(id);
    await reading?.reader.close();
  }

  /** The stand-ins have no hands of their own: they follow what is marked. */
  async function handle(reading: Reading): Promise<void> {
    const { session, set, store } = reading;
    if (!set.control) return;
    const marks = await store.list('purge_mark', { session_id: session.id });
    try {
      if (!reading.told) await tellStandIn(set.control, linesToCatchUp(session, marks));
      else {
        const fresh = marks.filter((m: PurgeMark) => !reading.told?.has(m.id));
        const lines = [`known ${session.id}`, ...fresh.flatMap((m) => handsFor(session, m))];
        await tellStandIn(set.control, lines);
      }
      reading.told = new Set(marks.map((m) => m.id));
    } catch (e) {
      // Gone or started anew: it is told all of it when it answers.
      reading.told = null;
      log.debug(e, 'stand-ins');
    }
  }

  async function sealLeft(all: readonly RecordStore[]): Promise<void> {
    if (performance.now() - leftAt < LEFT_MS) return;
    leftAt = performance.now();
    for (const { trace } of all) await trace.sealLeft();
  }

  async function look(): Promise<void> {
    const all = await stores();
    await sealLeft(all);
    const going = (
      await Promise.all(all.map(async (store) => (await store.trace.open()).map((session) => ({ store, session }))))
    ).flat();
    const wanted = new Set(going.map((g) => g.session.id));
    for (const [id, ended] of [...open])
      if (!wanted.has(id)) {
        await handle(ended);
        await drop(id);
        await ended.store.trace.letGo(id, holder);
      }
    for (const { store, session } of going) {
      const set = sets.find((s) => s.id === session.instruments);
      if (!set) continue;
      const mine = await store.trace.hold(session.id, holder, HOLD_S);
      if (!mine) await drop(session.id);
      else if (!open.has(session.id)) {
        const reader = readSession(session, set, store.trace, holder, () => void drop(session.id));
        open.set(session.id, { store, session, set, reader, told: null });
      }
      const reading = open.get(session.id);
      if (reading) await handle(reading);
    }
  }

  const timer = setInterval(() => {
    looking = looking.then(async () => {
      if (closed) return;
      try {
        await look();
      } catch (e) {
        log.warn(e, 'purge sessions');
      }
    });
  }, LOOK_MS);
  return {
    close: async () => {
      closed = true;
      clearInterval(timer);
      await looking;
      for (const [id, { store }] of [...open]) {
        await drop(id).catch(() => undefined);
        await store.trace.letGo(id, holder).catch(() => undefined);
      }
    },
  };
}
