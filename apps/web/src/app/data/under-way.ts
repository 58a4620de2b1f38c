import { signal } from '@angular/core';

/** What somebody stopped: nothing failed, and nothing need be said. */
export class StoppedError extends Error {
  constructor() {
    super('Stopped.');
  }
}

/** Something that takes a while, and can be stopped. */
export interface SlowWork {
  readonly id: number;
  /** What is being done, as "Making the purge plan". */
  readonly words: string;
  readonly stop: () => void;
}

/** Done within this, ms, nothing is said of it. */
export const SLOW_MS = 500;

const slow = signal<readonly SlowWork[]>([]);
let serial = 0;

/** What takes longer than half a second and is not done yet: the page shows it at its foot, each with a way to stop it. */
export const underWay = slow.asReadonly();

/**
 * Does work that may take a while and changes nothing until it is done, or is done whole or not at all.
 * @param words what is being done, as "Making the purge plan"
 * @param work ends when the signal says so; whatever it comes to after that is dropped
 * @throws StoppedError where it was stopped
 */
export async function stoppable<T>(words: string, work: (stop: AbortSignal) => Promise<T>): Promise<T> {
  const id = ++serial;
  const control = new AbortController();
  const stopped = new Promise<never>((_, end) => {
    control.signal.addEventListener('abort', () => end(new StoppedError()), { once: true });
  });
  const late = setTimeout(() => slow.update((all) => [...all, { id, words, stop: () => control.abort() }]), SLOW_MS);
  try {
    return await Promise.race([work(control.signal), stopped]);
  } finally {
    clearTimeout(late);
    slow.update((all) => all.filter((w) => w.id !== id));
  }
}
