import { computed, effect, inject, untracked } from '@angular/core';
import {
  type Job,
  type JobDetail,
  type Joint,
  type JointLog,
  type JointPage,
  lastLogs,
  type Line,
  type Planned,
  planner,
  type RecordKinds,
  standing,
  type Stored,
  type Summed,
} from '@hephaist/contracts';
import { patchState, signalStore, withComputed, withHooks, withMethods, withProps, withState } from '@ngrx/signals';
import { removeEntities, setAllEntities, upsertEntities, withEntities } from '@ngrx/signals/entities';
import { call } from './api';
import { CrewStore } from './crew.store';
import { plainRecord, type Replay, replay, type Step, type Undoable } from './history';
import { type JointState, jointState } from './joint-state';
import { Outbox } from './outbox';
import { ShopStore } from './shop.store';
import { Summaries } from './summaries';
import type { Inputs } from './summary-task';

interface JobState {
  readonly jobId: string | null;
  readonly job: Stored<Job> | null;
  readonly lines: readonly Stored<Line>[];
  /** Every entry of the log, annulled ones too. */
  readonly logsOnFile: readonly Stored<JointLog>[];
  readonly selectedId: string | null;
  readonly loading: boolean;
  readonly error: string | null;
  /** Steps that can be undone and redone, newest last. */
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
}

const empty: JobState = {
  jobId: null,
  job: null,
  lines: [],
  logsOnFile: [],
  selectedId: null,
  loading: false,
  error: null,
  done: [],
  undone: [],
};

async function allJoints(jobId: string): Promise<Stored<Joint>[]> {
  const joints: Stored<Joint>[] = [];
  let after: string | null = '';
  while (after !== null) {
    const page: JointPage = await call<JointPage>(`jobs/${jobId}/joints${after ? `?after=${after}` : ''}`);
    joints.push(...page.joints);
    after = page.next;
  }
  return joints;
}

/** The open job: its lines, joints and log, which joint is selected, and each joint's plan and state. */
export const JobStore = signalStore(
  { providedIn: 'root' },
  withState(empty),
  withEntities<Stored<Joint>>(),
  withProps(() => ({ summaries: new Summaries() })),
  withComputed((store, crew = inject(CrewStore), shop = inject(ShopStore)) => {
    const joints = computed(() => [...store.entities()].sort((a, b) => a.sort - b.sort || (a.id < b.id ? -1 : 1)));
    const logs = computed(() => standing(store.logsOnFile(), crew.annulled()));
    const lastLog = computed(() => lastLogs(logs()));
    const plan = computed((): ((joint: Joint) => Planned) => {
      const job = store.job();
      return job ? planner(job, store.lines(), shop.shop()) : () => ({ plan: null, seam: null, problems: [] });
    });
    const selected = computed(() => {
      const id = store.selectedId();
      return (id ? store.entityMap()[id] : undefined) ?? joints()[0] ?? null;
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
    const lineOf = computed(() => new Map(store.lines().map((l) => [l.id, l])));
    return {
      joints,
      logs,
      lastLog,
      plan,
      inputs,
      summaryOf,
      lineOf,
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
  withMethods((store, outbox = inject(Outbox), crew = inject(CrewStore), shop = inject(ShopStore)) => {
    async function load(jobId: string): Promise<void> {
      const same = store.jobId() === jobId;
      patchState(store, same ? { error: null } : { ...empty, jobId, loading: true });
      try {
        const [detail, joints, logs] = await Promise.all([
          call<JobDetail>(`jobs/${jobId}`),
          allJoints(jobId),
          call<Stored<JointLog>[]>(`jobs/${jobId}/logs`),
          crew.load(),
          shop.load(),
        ]);
        if (store.jobId() !== jobId) return;
        patchState(
          store,
          { job: detail.job, lines: detail.lines, logsOnFile: logs, loading: false },
          setAllEntities(joints),
        );
      } catch (e) {
        patchState(store, { loading: false, error: (e as Error).message });
      }
    }
    const stored = (kind: Undoable, id: string): ((Job | Line | Joint) & { version: number }) | undefined => {
      if (kind === 'joint') return store.entityMap()[id];
      return kind === 'line' ? store.lines().find((l) => l.id === id) : (store.job() ?? undefined);
    };
    const versionOf =
      (kind: Undoable) =>
      (id: string): number =>
        stored(kind, id)?.version ?? 0;
    /** Sends records and shows them at once. */
    async function write<K extends Undoable>(kind: K, { records, removals }: Replay<K>): Promise<'done' | 'held'> {
      const sent = await outbox.send(kind, records, removals);
      const now =
        sent.state === 'done' ? sent.result.records : records.map((r) => ({ ...r.data, version: r.seen + 1 }));
      const gone = new Set(removals.map((r) => r.id));
      if (kind === 'joint')
        patchState(store, upsertEntities([...now] as unknown as Stored<Joint>[]), removeEntities([...gone]));
      else if (kind === 'line') {
        const fresh = new Map((now as unknown as Stored<Line>[]).map((l) => [l.id, l]));
        const kept = store.lines().filter((l) => !gone.has(l.id) && !fresh.has(l.id));
        patchState(store, { lines: [...kept, ...fresh.values()].sort((a, b) => a.sort - b.sort) });
      } else if (now[0]) patchState(store, { job: now[0] as unknown as Stored<Job> });
      return sent.state;
    }
    let last: Promise<unknown> = Promise.resolve();
    /** Steps go one after the other, so that an undo pressed at once undoes the step before it and not an older one. */
    function inTurn<T>(step: () => Promise<T>): Promise<T> {
      const next = last.then(step, step);
      last = next;
      return next;
    }
    /** Saves records of one kind, all or none, as one step that can be undone. */
    const save = <K extends Undoable>(
      kind: K,
      records: Replay<K>['records'],
      removals: Replay<K>['removals'] = [],
    ): Promise<'done' | 'held'> => inTurn(() => saveNow(kind, records, removals));
    async function saveNow<K extends Undoable>(
      kind: K,
      records: Replay<K>['records'],
      removals: Replay<K>['removals'] = [],
    ): Promise<'done' | 'held'> {
      const was = (id: string): RecordKinds[K] | null => {
        const record = stored(kind, id);
        return record ? (plainRecord(record) as unknown as RecordKinds[K]) : null;
      };
      const step: Step<K> = {
        kind,
        changes: [
          ...records.map((r) => ({ before: was(r.data.id), after: r.data })),
          ...removals.map((r) => ({ before: was(r.id), after: null })),
        ],
      };
      const state = await write(kind, { records, removals });
      patchState(store, { done: [...store.done(), step as Step].slice(-100), undone: [] });
      return state;
    }
    return {
      load,
      select(id: string): void {
        patchState(store, { selectedId: id });
      },
      save,
      /** Saves joints; `seen` is the version each was opened at. */
      saveJoints: (records: Replay<'joint'>['records'], removals: Replay<'joint'>['removals'] = []) =>
        save('joint', records, removals),
      /** Saves joints as they were changed from what stands here. */
      changeJoints: (joints: readonly Joint[]) =>
        save(
          'joint',
          joints.map((data) => ({ seen: versionOf('joint')(data.id), data: plainRecord(data) })),
        ),
      /** Goes one step back. @throws ApiProblem when someone else changed what the step touched */
      undo: (): Promise<void> =>
        inTurn(async () => {
          const step = store.done().at(-1);
          if (!step) return;
          await write(step.kind, replay(step.changes, 'before', versionOf(step.kind)));
          patchState(store, { done: store.done().slice(0, -1), undone: [...store.undone(), step] });
        }),
      redo: (): Promise<void> =>
        inTurn(async () => {
          const step = store.undone().at(-1);
          if (!step) return;
          await write(step.kind, replay(step.changes, 'after', versionOf(step.kind)));
          patchState(store, { done: [...store.done(), step], undone: store.undone().slice(0, -1) });
        }),
      /** Writes a log entry; it moves the brazer's continuity, so the crew is read again. */
      async saveLog(log: JointLog): Promise<'done' | 'held'> {
        const sent = await outbox.send('log', [{ seen: 0, data: log }]);
        patchState(store, { logsOnFile: [...store.logsOnFile(), { ...log, version: 1 }] });
        if (sent.state === 'done') await crew.load();
        return sent.state;
      },
      /** Writes a log entry of what was brazed out of range, with its signed reason. */
      async signLog(log: JointLog, password: string, commandId: string): Promise<void> {
        const signature = { password, meaning: 'out-of-range' } as const;
        await outbox.sendSigned('log', { seen: 0, data: log }, signature, commandId);
        patchState(store, { logsOnFile: [...store.logsOnFile(), { ...log, version: 1 }] });
        await crew.load();
      },
    };
  }),
  withHooks({
    onInit(store, outbox = inject(Outbox)) {
      effect(() => {
        const [inputs, joints] = [store.inputs(), store.joints()];
        if (inputs) untracked(() => store.summaries.prepare(inputs, joints));
      });
      effect(() => {
        const jobId = outbox.flushed() > 0 ? untracked(() => store.jobId()) : null;
        if (jobId) void store.load(jobId);
      });
    },
  }),
);
