import { signal } from '@angular/core';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import type { WatchNews, WatchTask } from './watch-task';

/** Makes joints by scripted hands off the main thread, one at a time; what was made is kept by its key. */
export class Watching {
  readonly made = signal<ReadonlyMap<string, MadeJoint>>(new Map());
  /** Seconds of the bench's time that have passed; null when it rests. */
  readonly timeS = signal<number | null>(null);
  readonly failed = signal(false);
  private worker: Worker | null = null;

  run(key: string, task: WatchTask): void {
    this.stop();
    this.failed.set(false);
    if (this.made().has(key)) return;
    this.timeS.set(0);
    const worker = new Worker(new URL('./watch.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<WatchNews>) => {
      if ('timeS' in data) return this.timeS.set(data.timeS);
      this.made.update((all) => new Map(all).set(key, data.watched));
      this.stop();
    };
    worker.onerror = () => {
      this.failed.set(true);
      this.stop();
    };
    worker.postMessage(task);
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.timeS.set(null);
  }
}
