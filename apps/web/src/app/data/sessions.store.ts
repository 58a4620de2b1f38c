import { computed } from '@angular/core';
import {
  coreMark,
  type InstrumentSet,
  isOver,
  type PurgeSession,
  readingsIn,
  type SessionDetail,
  type TraceRow,
} from '@hephaist/contracts/records/purge-session';
import { type JointTrace, jointTrace } from '@hephaist/core/live/joint-trace';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { call } from './api';
import { withReadAgain } from './read-again';

interface SessionsState {
  readonly jobId: string | null;
  readonly sessions: readonly SessionDetail[];
  readonly instruments: readonly InstrumentSet[];
  /** Traces fetched so far, by session. */
  readonly traces: Readonly<Record<string, readonly TraceRow[]>>;
}

/** The trace of one joint with the session it was read in. */
export interface TracedJoint {
  readonly session: PurgeSession;
  readonly trace: JointTrace;
}

/** Purge sessions of the open job, with the traces of those that somebody looked at. */
export const SessionsStore = signalStore(
  { providedIn: 'root' },
  withState<SessionsState>({ jobId: null, sessions: [], instruments: [], traces: {} }),
  withComputed((store) => ({
    running: computed(() => store.sessions().filter((s) => !isOver(s.marks))),
    /** Sessions in which a joint was begun, the latest first. */
    of: computed(
      () =>
        (jointId: string): readonly SessionDetail[] =>
          store
            .sessions()
            .filter((s) => s.marks.some((m) => m.jointId === jointId && m.kind === 'joint begun'))
            .sort((a, b) => (a.session.startedAt < b.session.startedAt ? 1 : -1)),
    ),
  })),
  withComputed((store) => ({
    traceOf: computed(() => (jointId: string): TracedJoint | null => {
      const latest = store.of()(jointId)[0];
      const rows = latest && store.traces()[latest.session.id];
      if (!latest || !rows) return null;
      const trace = jointTrace(readingsIn(rows), latest.marks.map(coreMark), jointId, latest.session);
      return trace && { session: latest.session, trace };
    }),
  })),
  withMethods((store) => ({
    /** Reads the sessions anew; silent where the server is away, since nothing waits on it. */
    async load(jobId: string): Promise<void> {
      try {
        const [sessions, instruments] = await Promise.all([
          call('/jobs/:id/sessions', { id: jobId }),
          call('/instruments'),
        ]);
        patchState(store, { jobId, sessions, instruments, traces: {} });
      } catch {
        if (store.jobId() !== jobId) patchState(store, { jobId, sessions: [], traces: {} });
      }
    },
    /** Fetches the trace that a joint was made under, if there is one and it is not here yet. */
    async fetchFor(jointId: string): Promise<void> {
      const latest = store.of()(jointId)[0]?.session.id;
      if (!latest || store.traces()[latest]) return;
      try {
        const rows = await call('/sessions/:id/trace', { id: latest });
        patchState(store, { traces: { ...store.traces(), [latest]: rows } });
      } catch {
        // Away: it is fetched when the joint is looked at again.
      }
    },
  })),
  withReadAgain(),
);
