import { computed, inject } from '@angular/core';
import {
  coreMark,
  isOver,
  type PurgeMark,
  type PurgeSession,
  readingsIn,
  sessionPlan,
  type TraceRow,
} from '@hephaist/contracts/records/purge-session';
import type { DeviceId } from '@hephaist/core/live/instruments';
import { allReadings, type PurgeReading } from '@hephaist/core/live/marks';
import { sessionState } from '@hephaist/core/live/session-state';
import type { StandInMishap } from '@hephaist/core/live/simulated-line';
import { saysOf } from '@hephaist/core/words/says-of';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { ApiProblem, call, post } from './api';
import { JobStore } from './job.store';
import { newId, Outbox } from './outbox';
import { listenTo } from './trace-feed';
import { me } from './who';

/** Rows kept in the view; the server has all of them. */
const MOST_ROWS = 20_000;
/** A server that says nothing for so long is away, ms. */
const AWAY_MS = 3000;

interface LiveState {
  readonly session: PurgeSession | null;
  readonly devices: readonly DeviceId[];
  readonly standIn: boolean;
  readonly rows: readonly TraceRow[];
  /** Marks the server told, and those made here that it has not told yet. */
  readonly told: readonly PurgeMark[];
  readonly own: readonly PurgeMark[];
  /** The server's clock against this machine's steady one, ms. */
  readonly aheadMs: number;
  readonly heardAt: number;
  /** The moment shown, by this machine's steady clock, ms. */
  readonly tick: number;
  readonly problem: string | null;
}
const empty: LiveState = {
  session: null,
  devices: [],
  standIn: false,
  rows: [],
  told: [],
  own: [],
  aheadMs: 0,
  heardAt: 0,
  tick: 0,
  problem: null,
};

/** One purge session as it runs. Where it stands follows from its plan, marks and readings alone; nothing is kept here. */
export const LiveStore = signalStore(
  withState(empty),
  withComputed((store, jobs = inject(JobStore), outbox = inject(Outbox)) => {
    const marks = computed((): readonly PurgeMark[] => {
      const known = new Set(store.told().map((m) => m.id));
      const waiting = outbox
        .held()
        .flatMap((h) => (h.command.kind === 'purge_mark' ? h.command.records.map((r) => r.data as PurgeMark) : []))
        .filter((m) => m.sessionId === store.session()?.id);
      const mine = new Map([...store.own(), ...waiting].filter((m) => !known.has(m.id)).map((m) => [m.id, m]));
      return [...store.told(), ...mine.values()];
    });
    const names = computed(() => new Map(jobs.joints().map((j) => [j.id, j.mark])));
    const markOf = computed(() => {
      const map = names();
      return (id: string): string => map.get(id) ?? 'a joint no longer here';
    });
    const nowMs = computed(() => store.tick() + store.aheadMs());
    const received = computed(() => readingsIn(store.rows()));
    const done = computed(() => marks().map(coreMark));
    const state = computed(() => {
      const session = store.session();
      return session
        ? sessionState(sessionPlan(session, store.devices()), done(), received(), nowMs(), markOf())
        : null;
    });
    return {
      marks,
      /** The marks as the core reads them. */
      done,
      markOf,
      nowMs,
      state,
      readings: computed(() => allReadings(received(), done())),
      over: computed(() => isOver(marks())),
      /** Seconds since the server was heard, once that is too long; else null. */
      awayS: computed(() => {
        const away = store.tick() - store.heardAt();
        return store.session() && away > AWAY_MS ? Math.round(away / 1000) : null;
      }),
    };
  }),
  withComputed((store) => ({
    /** The last reading of a device, whatever its age; null where it said nothing yet. */
    newest: computed(
      () =>
        (device: DeviceId): PurgeReading | null =>
          store.readings().findLast((r) => r.device === device) ?? null,
    ),
  })),
  withMethods((store, outbox = inject(Outbox)) => {
    let feed: { close: () => void } | null = null;
    return {
      async open(sessionId: string): Promise<void> {
        feed?.close();
        patchState(store, { ...empty, tick: performance.now(), heardAt: performance.now() });
        try {
          const [{ session, marks }, sets] = await Promise.all([
            call('/sessions/:id', { id: sessionId }),
            call('/instruments'),
          ]);
          const set = sets.find((s) => s.id === session.instruments);
          patchState(store, { session, told: marks, devices: set?.devices ?? [], standIn: set?.standIn ?? false });
          feed = listenTo(sessionId, {
            rows: (rows) => patchState(store, { rows: [...store.rows(), ...rows].slice(-MOST_ROWS) }),
            marks: (told) => patchState(store, { told }),
            now: (nowMs) =>
              patchState(store, {
                heardAt: performance.now(),
                aheadMs: nowMs - performance.now(),
                tick: performance.now(),
              }),
          });
        } catch (e) {
          patchState(store, { problem: saysOf(e) });
        }
      },
      close(): void {
        feed?.close();
        feed = null;
      },
      beat: (): void => patchState(store, { tick: performance.now() }),
      /** What goes wrong at the simulated instruments, for practice. */
      setMishap: (mishap: StandInMishap | ''): Promise<unknown> =>
        post('/instruments/:set/mishap', { mishap }, { set: store.session()?.instruments ?? '' }),
      /** Writes a mark; it counts here at once, and is held where the server is away. */
      async mark(kind: PurgeMark['kind'], more: Partial<PurgeMark> = {}): Promise<void> {
        const session = store.session();
        if (!session) return;
        const mark: PurgeMark = {
          id: newId(),
          jobId: session.jobId,
          sessionId: session.id,
          at: new Date(store.nowMs()).toISOString(),
          kind,
          jointId: null,
          vent: null,
          device: null,
          value: null,
          says: '',
          by: me()?.person ?? session.by,
          ...more,
        };
        patchState(store, { own: [...store.own(), mark], problem: null });
        try {
          await outbox.send('purge_mark', [{ seen: 0, data: mark }]);
        } catch (e) {
          if (!(e instanceof ApiProblem)) throw e;
          patchState(store, {
            own: store.own().filter((m) => m.id !== mark.id),
            problem: e.problem.fields?.[0]?.says ?? e.problem.detail,
          });
        }
      },
    };
  }),
  withHooks((store) => {
    let timer: ReturnType<typeof setInterval> | null = null;
    return {
      onInit: () => void (timer = setInterval(() => store.beat(), 500)),
      onDestroy: () => {
        if (timer) clearInterval(timer);
        store.close();
      },
    };
  }),
);
