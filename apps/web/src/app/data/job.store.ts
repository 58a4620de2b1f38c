import { computed, effect, inject, untracked } from '@angular/core';
import type { JointPage } from '@hephaist/contracts/exchange/answers';
import { lastLogs } from '@hephaist/contracts/exchange/open-points';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { RecordKinds, StoredRecords } from '@hephaist/contracts/records/kinds';
import { type Planned, planner, type Summed } from '@hephaist/contracts/records/planner';
import { standing } from '@hephaist/contracts/records/standing';
import { dataOf, type Stored } from '@hephaist/contracts/records/stored';
import { saysOf } from '@hephaist/core/words/says-of';
import { patchState, signalStore, withComputed, withHooks, withMethods, withProps, withState } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { hereZone } from '../time/zone';
import { AwayError, call, signedOut } from './api';
import { CrewStore } from './crew.store';
import { type Undoable } from './history';
import { type JointState, jointState } from './joint-state';
import { OnFileStore } from './on-file.store';
import { openJob } from './open-job';
import { Outbox, RETRY_MS } from './outbox';
import { withReadAgain } from './read-again';
import { recordEvents, withRecords } from './records';
import { ShopStore } from './shop.store';
import { Summaries } from './summaries';
import type { Inputs } from './summary-task';
import { stepsOf, withUndo } from './undo';
import { mustSignIn } from './who';

interface JobState {
  readonly jobId: string | null;
  readonly selectedId: string | null;
  readonly loading: boolean;
  /** Why nothing of it can be shown. */
  readonly error: string | null;
  /** Whether the server, being away, is asked for it again by itself. */
  readonly asksAgain: boolean;
  /** Why what is shown may be behind what others did: it could not be read again. */
  readonly behind: string | null;
}

const empty: JobState = { jobId: null, selectedId: null, loading: false, error: null, asksAgain: false, behind: null };

/** All joints of a job, page by page. */
async function allJoints(jobId: string): Promise<StoredRecords<'joint'>> {
  const joint: Stored<Joint>[] = [];
  let after: string | null = '';
  while (after !== null) {
    const page: JointPage = await call('/jobs/:id/joints', { id: jobId }, { after });
    joint.push(...page.joint);
    after = page.next;
  }
  return { joint };
}

/** The open job: its lines, joints and log, which joint is selected, and each joint's plan and state. */
export const JobStore = signalStore(
  { providedIn: 'root' },
  withState(empty),
  withRecords('job'),
  withRecords('line'),
  withRecords('joint'),
  withRecords('log'),
  withProps(() => ({
    summaries: new Summaries(),
    /** When a server that is away is asked again. */
    again: { timer: undefined as ReturnType<typeof setTimeout> | undefined },
  })),
  withComputed((store, crew = inject(CrewStore)) => {
    /** Every entry of the log, annulled ones too. */
    const logsOnFile = computed(() => dataOf(store.logEntities()));
    return {
      job: computed(() => store.jobEntityMap()[store.jobId() ?? '']?.data ?? null),
      /** Archived: nothing is written into it until it is brought back. */
      isReadOnly: computed(() => store.jobEntityMap()[store.jobId() ?? '']?.data.archived ?? false),
      /** Where days begin: the open job's, else where this browser stands. */
      timeZone: computed(() => store.jobEntityMap()[store.jobId() ?? '']?.data.timeZone ?? hereZone()),
      lines: computed(() => dataOf(store.lineEntities()).sort((a, b) => a.sort - b.sort)),
      joints: computed(() => dataOf(store.jointEntities()).sort((a, b) => a.sort - b.sort || (a.id < b.id ? -1 : 1))),
      logsOnFile,
      logs: computed(() => standing(logsOnFile(), crew.annulled())),
    };
  }),
  withComputed((store, crew = inject(CrewStore), shop = inject(ShopStore)) => {
    const lastLog = computed(() => lastLogs(store.logs()));
    const plan = computed((): ((joint: Joint) => Planned) => {
      const job = store.job();
      return job ? planner(job, store.lines(), shop.shop()) : () => ({ plan: null, seam: null, problems: [] });
    });
    const selected = computed(() => {
      const id = store.selectedId();
      return (id ? store.jointEntityMap()[id]?.data : undefined) ?? store.joints()[0] ?? null;
    });
    /** What every plan of the job rests on; a new object whenever any of it changes. */
    const inputs = computed((): Inputs | null => {
      const job = store.job();
      return job
        ? { job, lines: store.lines(), procedures: crew.procedures(), rows: shop.rows(), weighing: shop.weighing() }
        : null;
    });
    const summaryOf = computed(() => {
      const planOf = plan();
      const resting = inputs();
      return (joint: Joint): Summed | null => store.summaries.of(joint, planOf, resting);
    });
    return {
      lastLog,
      plan,
      inputs,
      summaryOf,
      lineOf: computed(() => new Map(store.lines().map((l) => [l.id, l]))),
      selected,
      selectedPlan: computed(() => {
        const joint = selected();
        return joint ? plan()(joint) : null;
      }),
      stateOf: computed(
        () =>
          (joint: Joint): JointState =>
            jointState(joint, summaryOf()(joint), lastLog().get(joint.id)),
      ),
    };
  }),
  withMethods((store) => {
    const maps = { job: store.jobEntityMap, line: store.lineEntityMap, joint: store.jointEntityMap };
    return {
      /** A record with the version it stands at. */
      stored: <K extends Undoable>(kind: K, id: string): Stored<RecordKinds[K]> | undefined =>
        (maps[kind]() as Readonly<Record<string, Stored<RecordKinds[K]>>>)[id],
    };
  }),
  withUndo(),
  withMethods(
    (
      store,
      outbox = inject(Outbox),
      crew = inject(CrewStore),
      shop = inject(ShopStore),
      onFile = inject(OnFileStore),
      dispatcher = inject(Dispatcher),
      retryMs = inject(RETRY_MS),
    ) => ({
      /**
       * Reads the job; what is shown of it stays where it cannot be read again. Where there is nothing to show yet and
       * the server is away, it is asked again by itself until it answers or another job is opened.
       * @param quietly leaves standing why it was not read before, until it is
       */
      async load(jobId: string, quietly = false): Promise<void> {
        openJob.set(jobId);
        const stands = store.jobId() === jobId && !store.loading() && store.error() === null;
        if (!stands && !quietly) {
          patchState(store, { ...empty, jobId, loading: true, ...stepsOf(jobId) });
          dispatcher.dispatch(recordEvents.read({ line: [], joint: [], log: [] }));
        }
        try {
          const [detail, joints, logs] = await Promise.all([
            call('/jobs/:id', { id: jobId }),
            allJoints(jobId),
            call('/jobs/:id/logs', { id: jobId }),
            crew.load(),
            shop.load(),
            onFile.load(),
          ]);
          if (store.jobId() !== jobId) return;
          dispatcher.dispatch(recordEvents.read({ ...detail, ...joints, ...logs }));
          patchState(store, { loading: false, error: null, asksAgain: false, behind: null });
        } catch (e) {
          const says = saysOf(e);
          if (store.jobId() !== jobId) return;
          const asksAgain = !stands && e instanceof AwayError && !signedOut();
          patchState(store, stands ? { behind: says } : { loading: false, error: says, asksAgain });
          if (!asksAgain) return;
          clearTimeout(store.again.timer);
          store.again.timer = setTimeout(() => {
            if (store.jobId() === jobId && store.asksAgain()) void this.load(jobId, true);
          }, retryMs);
        }
      },
      /** Closes the job: what is on file for the company is read, and no job is open. */
      async leave(): Promise<void> {
        openJob.set(null);
        patchState(store, { ...empty, done: [], undone: [] });
        dispatcher.dispatch(recordEvents.read({ line: [], joint: [], log: [] }));
        await Promise.all([crew.load(), shop.load(), onFile.load()]).catch((e: Error) =>
          patchState(store, { error: e.message }),
        );
      },
      select(id: string): void {
        patchState(store, { selectedId: id });
      },
      /** Writes entries of the log, all or none. */
      saveLogs: async (logs: readonly JointLog[]): Promise<'done' | 'held'> =>
        (
          await outbox.send(
            'log',
            logs.map((data) => ({ seen: 0, data })),
          )
        ).state,
      /** Changes what a joint was after it was brazed, signed. */
      async changeAfterwards(joint: Joint, seen: number, password: string, commandId: string): Promise<void> {
        await outbox.sendSigned('joint', { seen, data: joint }, { password, meaning: 'changed' }, commandId);
      },
      /** Writes a log entry of what was brazed out of range, with its signed reason. */
      async signLog(log: JointLog, password: string, commandId: string): Promise<void> {
        const signature = { password, meaning: 'out-of-range' } as const;
        await outbox.sendSigned('log', { seen: 0, data: log }, signature, commandId);
      },
    }),
  ),
  withReadAgain(),
  withHooks({
    onInit(store) {
      effect(() => {
        const [inputs, joints] = [store.inputs(), store.joints()];
        if (inputs) untracked(() => store.summaries.prepare(inputs, joints));
      });
      // What could not be read because nobody was signed in is read once somebody is.
      effect(() => {
        if (mustSignIn()) return;
        untracked(() => {
          const [jobId, missed] = [store.jobId(), store.error() ?? store.behind()];
          if (missed !== null) void (jobId ? store.load(jobId) : store.leave());
        });
      });
    },
  }),
);
