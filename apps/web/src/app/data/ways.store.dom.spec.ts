import { TestBed } from '@angular/core/testing';
import type { Me } from '@hephaist/contracts/exchange/people';
import { answerStep, beginWay } from '@hephaist/core/way/way';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { WaysStore } from './ways.store';
import { me } from './who';

const person = (id: string): Me => ({ id, person: id, roles: ['fitter'] }) as unknown as Me;
function store(who: string) {
  me.set(person(who));
  TestBed.resetTestingModule();
  const made = TestBed.inject(WaysStore);
  TestBed.tick();
  return made;
}

describe('joints in hand at this device', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => {
    me.set(undefined);
    vi.restoreAllMocks();
  });

  it('stand again after a reload, for whoever began them and for nobody else', () => {
    store('orla').put(answerStep(beginWay('j'), 'clean', 'done', 5));
    expect(store('orla').begun()).toMatchObject([{ jointId: 'j', marks: [{ step: 'clean' }] }]);
    expect(store('dov').begun()).toEqual([]);
    store('orla').drop('j');
    expect(store('orla').begun()).toEqual([]);
  });
  it('a joint that was only looked at is not in hand', () => {
    const s = store('orla');
    s.put(beginWay('j'));
    expect(s.begun()).toEqual([]);
    s.put({ ...beginWay('j'), flameMs: 1 });
    expect(s.begun()).toHaveLength(1);
  });
  it('what is broken on the device is left out, what lacks a field gets it', () => {
    localStorage.setItem('hephaist.ways.orla', '{');
    expect(store('orla').begun()).toEqual([]);
    const kept = { j: { jointId: 'j', marks: [{ step: 'clean', answer: 'done', atMs: 1 }] }, k: { jointId: 'other' } };
    localStorage.setItem('hephaist.ways.orla', JSON.stringify(kept));
    expect(store('orla').begun()).toMatchObject([{ jointId: 'j', oxygen: null, pictureIds: [] }]);
  });
  it('a device without room says so, and keeps it on the page', () => {
    const s = store('orla');
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    s.put(answerStep(beginWay('j'), 'clean', 'done', 5));
    expect(s.full()).toBe(true);
    expect(s.begun()).toHaveLength(1);
  });
});
