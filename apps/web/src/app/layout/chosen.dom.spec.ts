import { signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { Chosen } from './chosen';

describe('one of a list that stands open', () => {
  const list = signal([{ id: 'a' }, { id: 'b' }, { id: 'c' }]);
  const idOf = (x: { id: string }) => x.id;

  it('is the first until another is asked for, and again once that is gone', () => {
    const chosen = new Chosen(list, idOf);
    expect([chosen.shown()?.id, chosen.is({ id: 'a' })]).toEqual(['a', true]);
    chosen.ask('b');
    expect([chosen.shown()?.id, chosen.is({ id: 'a' }), chosen.is({ id: 'b' })]).toEqual(['b', false, true]);
    list.update((all) => all.filter((x) => x.id !== 'b'));
    expect(chosen.shown()?.id).toBe('a');
  });

  it('may begin elsewhere, and is none where there is none', () => {
    expect(new Chosen(list, idOf, (all) => all.at(-1)).shown()?.id).toBe('c');
    const none = new Chosen(signal<{ id: string }[]>([]), idOf);
    expect([none.shown(), none.is({ id: 'a' })]).toEqual([null, false]);
  });
});
