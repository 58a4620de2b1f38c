import { inject, Injectable } from '@angular/core';
import { JobStore } from '../data/job.store';
import { Done } from '../layout/done';

/** Says what a step of the job did, and takes back that step and no other. */
@Injectable({ providedIn: 'root' })
export class StepDone {
  private readonly store = inject(JobStore);
  private readonly done = inject(Done);

  say(words: string): void {
    const step = this.store.done().at(-1);
    this.done.say(words, () => {
      if (this.store.done().at(-1) === step) void this.store.undo().catch((e: Error) => this.done.say(e.message));
      else this.done.say('Other steps came after it: undo those first.');
    });
  }
}

/** "1 joint", "3 joints". */
export const jointsWord = (n: number): string => `${n} ${n === 1 ? 'joint' : 'joints'}`;
