import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { saysOf } from '@hephaist/core/words/says-of';
import { pool, Promise as PoolPromise } from 'workerpool';
import { BusyError, TooManyError } from '../http/errors.js';
import { goneError } from '../http/gone.js';
import { type TaskInput, type TaskName, type TaskOutcome, TASKS } from './tasks.js';

/** How long each may take, ms: then its worker is ended and the next one begins. */
const DEADLINES: Readonly<Record<TaskName, number>> = {
  purge: 60_000,
  csv: 30_000,
  package: 180_000,
  file: 20_000,
  trail: 300_000,
};
/** Tasks of one person at once, running or waiting; and tasks that wait for a worker. */
export const MOST_OF_ONE = 2;
const MOST_WAITING = 16;

/** Does one task somewhere. */
export interface Runner {
  readonly run: (task: TaskName, input: unknown, deadlineMs: number, gone?: AbortSignal) => Promise<unknown>;
  readonly close: () => Promise<unknown>;
}

/** Run from source there is no bundled worker, and the work is done in place. */
const inPlace: Runner = {
  run: (task, input) => Promise.resolve(input).then(TASKS[task] as (x: unknown) => unknown),
  close: () => Promise.resolve(),
};

const full = (): BusyError => new BusyError('Too much is being worked out just now. Nothing was half-saved.');

/** Runs tasks in threads, as many as there are processors to spare. */
export function inThreads(script: string, threads = Math.max(1, Math.min(4, availableParallelism() - 1))): Runner {
  const workers = pool(script, { maxWorkers: threads, maxQueueSize: MOST_WAITING, workerType: 'thread' });
  return {
    run: async (task, input, deadlineMs, gone) => {
      let end = (): void => undefined;
      try {
        const work = workers.exec(task, [input]).timeout(deadlineMs);
        end = () => void work.cancel();
        if (gone?.aborted) end();
        gone?.addEventListener('abort', end, { once: true });
        const outcome: unknown = await work;
        return outcome;
      } catch (e) {
        if (e instanceof PoolPromise.CancellationError) throw goneError();
        if (e instanceof PoolPromise.TimeoutError)
          throw new BusyError(`It took longer than ${Math.round(deadlineMs / 1000)} s and was given up.`);
        if (/queue size/i.test(saysOf(e))) throw full();
        throw e;
      } finally {
        gone?.removeEventListener('abort', end);
      }
    },
    close: () => Promise.resolve(workers.terminate(true)),
  };
}

const WORKER = fileURLToPath(new URL('./work-worker.mjs', import.meta.url));

export interface WorkPool {
  /**
   * Does a task for a person, in turn.
   * @param gone ends it, wherever it stands, and leaves its place to the next
   * @throws TooManyError where the person has too many already, BusyError where too much waits or it takes too long
   */
  readonly run: <K extends TaskName>(
    person: string,
    task: K,
    input: TaskInput<K>,
    gone?: AbortSignal,
  ) => Promise<TaskOutcome<K>>;
  readonly close: () => Promise<unknown>;
}

/** One pool for all heavy work, bounded, and fair by person. */
export function workPool(
  runner: Runner = existsSync(WORKER) ? inThreads(WORKER) : inPlace,
  deadlines: Readonly<Record<TaskName, number>> = DEADLINES,
): WorkPool {
  const at = new Map<string, number>();
  return {
    run: async <K extends TaskName>(person: string, task: K, input: TaskInput<K>, gone?: AbortSignal) => {
      const own = at.get(person) ?? 0;
      if (own >= MOST_OF_ONE)
        throw new TooManyError(
          `${own} things that take long are worked out for you already. Wait for their answers.`,
          5,
        );
      at.set(person, own + 1);
      try {
        // What the task of this name answers, whichever thread it ran in.
        return (await runner.run(task, input, deadlines[task], gone)) as TaskOutcome<K>;
      } finally {
        const left = (at.get(person) ?? 1) - 1;
        if (left) at.set(person, left);
        else at.delete(person);
      }
    },
    close: () => runner.close(),
  };
}
