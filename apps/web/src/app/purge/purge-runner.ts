import { signal } from '@angular/core';
import type { LinePurge } from '@hephaist/core/purge/line-plan';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { PurgeNews, PurgeTask } from './purge-task';

/** Plans a line's purge off the main thread; a new task stops the one before it. */
export class PurgeRunner {
  readonly plan = signal<LinePurge | null>(null);
  readonly problems = signal<readonly FieldProblem[]>([]);
  /** 0 to 1 while it works, null when it rests. */
  readonly progress = signal<number | null>(null);
  private worker: Worker | null = null;

  run(task: PurgeTask): void {
    this.stop();
    this.progress.set(0);
    const worker = new Worker(new URL('./purge.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<PurgeNews>) => {
      if ('done' in data) return this.progress.set(data.done);
      this.plan.set('plan' in data ? data.plan : null);
      this.problems.set('problems' in data ? data.problems : []);
      this.stop();
    };
    worker.onerror = () => {
      this.problems.set([{ field: 'line', says: 'the line could not be worked out' }]);
      this.stop();
    };
    worker.postMessage(task);
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.progress.set(null);
  }
}
