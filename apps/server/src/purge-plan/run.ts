import { InputError, planLinePurge, type LinePurge, type LinePurgeWishes, type PurgeNetwork } from '@hephaist/core';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';

/** What is to be worked out. */
export interface PurgeTask {
  readonly net: PurgeNetwork;
  readonly wishes: Omit<LinePurgeWishes, 'going'>;
}
export type PurgeOutcome = { readonly plan: LinePurge } | { readonly problems: InputError['problems'] };

/** Works it out here and now. */
export function outcomeOf({ net, wishes }: PurgeTask): PurgeOutcome {
  try {
    return { plan: planLinePurge(net, wishes) };
  } catch (e) {
    if (e instanceof InputError) return { problems: e.problems };
    throw e;
  }
}

/** The bundled worker; run from source there is none, and the work is done in place. */
const WORKER = fileURLToPath(new URL('./purge-worker.mjs', import.meta.url));

/**
 * Plans the purge of a line beside the server's own thread, so that a long line keeps nobody waiting.
 * @throws InputError naming what is wrong with the line
 */
export async function runPurge(task: PurgeTask): Promise<LinePurge> {
  const outcome = existsSync(WORKER)
    ? await new Promise<PurgeOutcome>((done, fail) => {
        const worker = new Worker(WORKER, { workerData: task });
        worker.once('message', (told: PurgeOutcome) => {
          void worker.terminate();
          done(told);
        });
        worker.once('error', fail);
      })
    : outcomeOf(task);
  if ('problems' in outcome) throw new InputError(outcome.problems);
  return outcome.plan;
}
