import { computed, type Signal, signal } from '@angular/core';
import { type AddressWord, addressWord } from './address';

/** One of a list that stands open beside it: the one that was asked for while it is there, else the first. */
export class Chosen<T> {
  private readonly asked: AddressWord;
  readonly shown: Signal<T | null>;

  /**
   * @param list what may be chosen
   * @param idOf the id of one
   * @param first which stands open where none was asked for
   * @param at under what name it stands in the address, so that a link or a reload opens the same; read where things are injected
   */
  constructor(
    list: Signal<readonly T[]>,
    private readonly idOf: (one: T) => string,
    first: (all: readonly T[]) => T | undefined = (all) => all[0],
    at: string | null = null,
  ) {
    this.asked = at ? addressWord(at) : signal('');
    this.shown = computed(() => list().find((x) => idOf(x) === this.asked()) ?? first(list()) ?? null);
  }

  ask(id: string): void {
    this.asked.set(id);
  }

  /** True for the one that stands open. */
  is(one: T): boolean {
    const shown = this.shown();
    return shown !== null && this.idOf(shown) === this.idOf(one);
  }
}
