import { Injector, runInInjectionContext } from '@angular/core';
import type { Me } from '@hephaist/contracts/exchange/people';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { onFreshDevice } from '../testing/fresh-device';
import { soon } from '../testing/soon';
import { HeldPictures } from './held-pictures';
import { me } from './who';

const photo = (type = 'image/jpeg', bytes = 10) => new Blob([new Uint8Array(bytes)], { type });
const page = () => runInInjectionContext(Injector.create({ providers: [] }), () => new HeldPictures());
const answering = (status: number, detail = ''): string[] => {
  const sent: string[] = [];
  vi.stubGlobal('fetch', (url: string) => {
    sent.push(url);
    if (status === 0) return Promise.reject(new TypeError('no network'));
    const body = JSON.stringify({ title: 't', status, detail });
    return Promise.resolve(new Response(body, { status, headers: { 'Content-Type': 'application/json' } }));
  });
  return sent;
};

describe('photographs with no network', () => {
  onFreshDevice();
  beforeEach(() => {
    URL.createObjectURL = () => 'blob:x';
    me.set({ id: 'orla', person: 'Orla' } as unknown as Me);
  });

  it('wait on the device, are shown from it, survive a reload, and go out once, in order', async () => {
    answering(0);
    const first = page();
    expect(await first.send('a', photo())).toBe('held');
    expect(await first.send('b', photo())).toBe('held');
    expect(first.shownAt('a')).toBe('blob:x');
    expect(first.shownAt('c')).toBeNull();
    const next = page();
    await soon(() => expect(next.held()).toHaveLength(2));
    expect(await next.flush()).toBe('away');
    const sent = answering(201);
    expect(await next.flush()).toBe('done');
    expect(sent).toEqual(['/api/pictures/a', '/api/pictures/b']);
    expect(next.held()).toEqual([]);
    // Shown as it was until the page ends, though the server has it now.
    expect(first.shownAt('a')).toBe('blob:x');
  });
  it('one that comes while others wait goes behind them', async () => {
    answering(0);
    const p = page();
    await p.send('a', photo());
    const sent = answering(201);
    expect(await p.send('b', photo())).toBe('held');
    await p.flush();
    expect(sent).toEqual(['/api/pictures/a', '/api/pictures/b']);
  });
  it('one that the server refuses stays with its reason and keeps none behind it back', async () => {
    answering(0);
    const p = page();
    await p.send('a', photo());
    answering(422, 'no picture');
    await p.flush();
    expect(p.held()).toMatchObject([{ id: 'a', refused: { detail: 'no picture' } }]);
    const sent = answering(201);
    expect(await p.send('b', photo())).toBe('done');
    expect(sent).toEqual(['/api/pictures/b']);
    await p.drop('a');
    expect(p.held()).toEqual([]);
  });
  it('what is no photograph, too large, or has no room is told before it is taken', async () => {
    answering(0);
    const p = page();
    await expect(p.send('a', photo('application/pdf'))).rejects.toThrow('not a JPEG, PNG or WebP');
    await expect(p.send('a', { type: 'image/png', size: 1e9 } as Blob)).rejects.toThrow('larger than the server takes');
    const estimate = () => Promise.resolve({ quota: 105, usage: 95 });
    vi.stubGlobal('navigator', { storage: { estimate } });
    await expect(p.send('a', photo())).rejects.toThrow('no room left on this device');
    expect(await p.send('a', photo('image/png', 8))).toBe('held');
  });
  it('another’s photographs wait until they sign in again', async () => {
    answering(0);
    await page().send('a', photo());
    me.set({ id: 'dov', person: 'Dov' } as unknown as Me);
    const p = page();
    await soon(() => expect(p.held()).toHaveLength(1));
    const sent = answering(201);
    expect(await p.flush()).toBe('done');
    expect(sent).toEqual([]);
  });
});
