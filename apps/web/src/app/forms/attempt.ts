import { signal } from '@angular/core';
import type { FieldProblem } from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { problemAt } from './problems';

/** Something that is asked of the server: whether it is under way, and what was refused, at its field or in words. */
export class Attempt {
  readonly busy = signal(false);
  readonly failure = signal<string | null>(null);
  readonly told = signal<readonly FieldProblem[]>([]);

  problem(field: string): string | null {
    return problemAt(this.told(), field);
  }

  /** @param at before the fields of the form that was sent */
  async run(work: () => Promise<void>, at = ''): Promise<void> {
    this.failure.set(null);
    this.busy.set(true);
    try {
      await work();
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields)
        this.told.set(e.problem.fields.map((p) => ({ ...p, field: `${at}${p.field}` })));
      else this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
