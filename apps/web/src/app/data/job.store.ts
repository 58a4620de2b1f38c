import { computed, effect, inject, untracked } from '@angular/core';
import type { Job, JobDetail, Joint, JointLog, JointPage, Line, Stored } from '@hephaist/contracts';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { removeEntities, setAllEntities, upsertEntities, withEntities } from '@ngrx/signals/entities';
import { call } from './api';
import { CrewStore } from './crew.store';
import { plainJoint, replay, type Change, type Replay } from './history';
import { jointState, type JointState } from './joint-state';
import { Outbox } from './outbox';
import { planner, type Planned } from './plan-cache';

interface JobState {
  readonly jobId: string | null;
  readonly job: Stored<Job> | null;
  readonly lines: readonly Stored<Line>[];
  readonly logs: readonly Stored<JointLog>[];
  readonly selectedId: string | null;
  readonly loading: boolean;
  readonly error: string | null;
  /** Steps that can be undone and redone, newest last. */
  readonly done: readonly (readonly Change[])[];
  readonly undone: readonly (readonly Change[])[];
}

const empty: JobState = {
  jobId: null,
  job: null,
  lines: [],
  logs: [],
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
  withComputed((store, crew = inject(CrewStore)) => {
    const joints = computed(() => [...store.entities()].sort((a, b) => a.sort - b.sort || (a.id < b.id ? -1 : 1)));
    const lastLog = computed(() => {
      const map = new Map<string, JointLog>();
      for (const log of store.logs()) {
        const before = map.get(log.jointId);
        if (!before || before.brazedAt <= log.brazedAt) map.set(log.jointId, log);
      }
      return map;
    });
    const plan = computed((): ((joint: Joint) => Planned) => {
      const job = store.job();
      return job ? planner(job, store.lines(), crew.procedures()) : () => ({ plan: null, problems: [] });
    });
    const selected = computed(() => {
      const id = store.selectedId();
      return (id ? store.entityMap()[id] : undefined) ?? joints()[0] ?? null;
    });
    const lineOf = computed(() => new Map(store.lines().map((l) => [l.id, l])));
    return {
      joints,
      lastLog,
      plan,
      lineOf,
      selected,
      selectedPlan: computed(() => {
        const joint = selected();
        return joint ? plan()(joint) : null;
      }),
      stateOf: computed(
        () =>
          (joint: Joint): JointState =>
            jointState(joint, plan()(joint), lastLog().get(joint.id)),
      ),
    };
  }),
  withMethods((store, outbox = inject(Outbox), crew = inject(CrewStore)) => {
    async function load(jobId: string): Promise<void> {
      const same = store.jobId() === jobId;
      patchState(store, same ? { error: null } : { ...empty, jobId, loading: true });
      try {
        const [detail, joints, logs] = await Promise.all([
          call<JobDetail>(`jobs/${jobId}`),
          allJoints(jobId),
          call<Stored<JointLog>[]>(`jobs/${jobId}/logs`),
          crew.load(),
        ]);
        if (store.jobId() !== jobId) return;
        patchState(store, { job: detail.job, lines: detail.lines, logs, loading: false }, setAllEntities(joints));
      } catch (e) {
        patchState(store, { loading: false, error: (e as Error).message });
      }
    }
    const versionOf = (id: string): number => store.entityMap()[id]?.version ?? 0;
    /** Sends joints and shows them at once. */
    async function write({ records, removals }: Replay): Promise<'done' | 'held'> {
      const sent = await outbox.send('joint', records, removals);
      const stored =
        sent.state === 'done' ? sent.result.records : records.map((r) => ({ ...r.data, version: r.seen + 1 }));
      patchState(store, upsertEntities([...stored]), removeEntities(removals.map((r) => r.id)));
      return sent.state;
    }
    return {
      load,
      select(id: string): void {
        patchState(store, { selectedId: id });
      },
      /** Saves joints, all or none, as one step that can be undone; `seen` is the version each was opened at. */
      async saveJoints(records: Replay['records'], removals: Replay['removals'] = []): Promise<'done' | 'held'> {
        const was = (id: string): Joint | null => {
          const joint = store.entityMap()[id];
          return joint ? plainJoint(joint) : null;
        };
        const step: Change[] = [
          ...records.map((r) => ({ before: was(r.data.id), after: r.data })),
          ...removals.map((r) => ({ before: was(r.id), after: null })),
        ];
        const state = await write({ records, removals });
        patchState(store, { done: [...store.done(), step].slice(-100), undone: [] });
        return state;
      },
      /** Goes one step back. @throws ApiProblem when someone else changed what the step touched */
      async undo(): Promise<void> {
        const step = store.done().at(-1);
        if (!step) return;
        await write(replay(step, 'before', versionOf));
        patchState(store, { done: store.done().slice(0, -1), undone: [...store.undone(), step] });
      },
      async redo(): Promise<void> {
        const step = store.undone().at(-1);
        if (!step) return;
        await write(replay(step, 'after', versionOf));
        patchState(store, { done: [...store.done(), step], undone: store.undone().slice(0, -1) });
      },
      /** Writes a log entry; it moves the brazer's continuity, so the crew is read again. */
      async saveLog(log: JointLog): Promise<'done' | 'held'> {
        const sent = await outbox.send('log', [{ seen: 0, data: log }]);
        patchState(store, { logs: [...store.logs(), { ...log, version: 1 }] });
        if (sent.state === 'done') await crew.load();
        return sent.state;
      },
    };
  }),
  withHooks({
    onInit(store, outbox = inject(Outbox)) {
      effect(() => {
        const jobId = outbox.flushed() > 0 ? untracked(() => store.jobId()) : null;
        if (jobId) void store.load(jobId);
      });
    },
  }),
);
