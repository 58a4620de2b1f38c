import { computed, type Signal, signal } from '@angular/core';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { saysOf } from '@hephaist/core/words/says-of';
import { ApiProblem } from '../data/api';
import { StoppedError } from '../data/under-way';
import { problemAt, under } from './problems';

/**
 * Something that is asked of the server: whether it is under way, and what is wrong, at its field or in words. What
 * was refused stands there until it is mended.
 */
export class Attempt {
  readonly busy = signal(false);
  readonly failure = signal<string | null>(null);
  readonly told = signal<readonly FieldProblem[]>([]);
  /** What stands now where somebody else was quicker. */
  readonly clash = signal<unknown>(null);
  /** Counts refusals, so that each can draw the eye to its place. */
  readonly refusals = signal(0);
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;
  private readonly places = signal<readonly string[]>([]);

  /** What is wrong, besides what was told. */
  protected own(): readonly FieldProblem[] {
    return [];
  }
  readonly problems: Signal<readonly FieldProblem[]> = computed(() => [...this.told(), ...this.own()]);
  /** What no field shows. */
  readonly others = computed(() => this.problems().filter((p) => !this.places().some((at) => under(p, at))));

  problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  /** A field was changed: what was told of it may be mended. */
  mended(at: string): void {
    if (this.told().length) this.told.update((all) => all.filter((p) => !under(p, at)));
  }

  /** A field shows its own problems from now on; gives what ends that. */
  shows(at: string): () => void {
    this.places.update((all) => [...all, at]);
    return () =>
      this.places.update((all) => {
        const i = all.indexOf(at);
        return all.filter((_, k) => k !== i);
      });
  }

  /**
   * Asks, after what was asked before; true when it was done.
   * @param work sends it; what it throws is told at its field, or in words
   */
  run(work: () => Promise<unknown>): Promise<boolean> {
    this.waiting += 1;
    this.busy.set(true);
    const turn = this.last.then(() => this.once(work));
    this.last = turn;
    return turn;
  }

  private async once(work: () => Promise<unknown>): Promise<boolean> {
    this.failure.set(null);
    this.told.set([]);
    this.clash.set(null);
    try {
      await work();
      return true;
    } catch (e) {
      this.refuse(e);
      return false;
    } finally {
      this.waiting -= 1;
      if (!this.waiting) this.busy.set(false);
    }
  }

  /** Inside a signature: fields that are refused are told here too, and the dialog hears of it. */
  async telling<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.refuse(e);
      throw e;
    }
  }

  private refuse(e: unknown): void {
    if (e instanceof StoppedError) return;
    if (e instanceof ApiProblem && e.problem.current?.length) this.clash.set(e.problem.current[0]);
    else if (e instanceof ApiProblem && e.problem.fields?.length) this.told.set(e.problem.fields);
    else this.failure.set(saysOf(e));
    this.refusals.update((n) => n + 1);
  }
}
