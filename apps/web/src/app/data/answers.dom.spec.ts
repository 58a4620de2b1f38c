import type { Me } from '@hephaist/contracts/exchange/people';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { onFreshDevice } from '../testing/fresh-device';
import { soon } from '../testing/soon';
import { forgetAnswers, fromDevice, GOOD_MS, isKept, keepAnswer, keptAnswer, onDevice } from './answers';
import { AwayError, call, fetchFile, post } from './api';
import { remember } from './holder';
import { keepHolder } from './holders';

const person = (id: string): Me => ({ id, person: id }) as unknown as Me;
const json = (body: unknown, status = 200): Promise<Response> =>
  Promise.resolve(new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }));

describe('what the server answered, kept for when it is away', () => {
  onFreshDevice();
  beforeEach(() => remember(person('orla')));

  it('holds what is needed at the torch, and nothing of what others may not see there', () => {
    const id = '0190a000-0000-7000-8000-000000000000';
    for (const path of ['jobs', 'crew', 'shop', 'rigs', `jobs/${id}`, `jobs/${id}/joints?after=x`, `jobs/${id}/logs`])
      expect(isKept(path), path).toBe(true);
    for (const path of ['people', 'access-log', 'sign-ins', 'me', `jobs/${id}/export`, 'commands'])
      expect(isKept(path), path).toBe(false);
  });

  it('answers with no network as it was told last, says since when, and is silent once the server is back', async () => {
    vi.stubGlobal('fetch', () => json([{ id: 1 }]));
    expect(await call('/jobs')).toEqual([{ id: 1 }]);
    await soon(async () => expect(await onDevice()).toHaveLength(1));
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
    expect(await call('/jobs')).toEqual([{ id: 1 }]);
    expect(fromDevice()).toBeGreaterThan(0);
    await expect(call('/people')).rejects.toThrow(AwayError);
    vi.stubGlobal('fetch', () => json([{ id: 2 }]));
    expect(await call('/jobs')).toEqual([{ id: 2 }]);
    expect(fromDevice()).toBeNull();
  });

  it('an answer that breaks off is none: on a weak signal its beginning comes and its end does not', async () => {
    await keepAnswer('jobs', ['old']);
    const torn = () =>
      Promise.resolve(
        new Response(
          new ReadableStream({
            start: (body) => {
              body.enqueue(new TextEncoder().encode('[{"id":'));
              body.error(new DOMException('signal timed out', 'TimeoutError'));
            },
          }),
          { headers: { 'Content-Type': 'application/json' } },
        ),
      );
    vi.stubGlobal('fetch', torn);
    expect(await call('/jobs')).toEqual(['old']);
    await expect(post('/commands', {})).rejects.toThrow(AwayError);
    await expect(fetchFile('/jobs/:id/labels.pdf', { id: 'x' })).rejects.toThrow(AwayError);
  });

  it('a server that is there and refuses is believed', async () => {
    await keepAnswer('jobs', ['old']);
    vi.stubGlobal('fetch', () => json({ title: 'No', status: 403, detail: 'not yours' }, 403));
    await expect(call('/jobs')).rejects.toThrow('not yours');
  });

  it('is good for a week, both sides of it', async () => {
    await keepAnswer('crew', ['old'], 1000);
    expect(await keptAnswer('crew', 1000 + GOOD_MS)).toEqual(['old']);
    expect(await keptAnswer('crew', 1001 + GOOD_MS)).toBeNull();
    expect(await onDevice(1001 + GOOD_MS)).toEqual([]);
    expect(await keptAnswer('crew', 1000)).toBeNull();
  });

  it('a device that is handed on among several shows each what another of them was told, and nobody else', async () => {
    await keepAnswer('crew', ['orla’s'], 1000);
    remember(person('wren'));
    expect(await keptAnswer('crew', 2000)).toBeNull();
    await keepHolder(person('wren'), '4711', 1);
    expect(await keptAnswer('crew', 2000)).toBeNull();
    await keepHolder(person('orla'), '0815', 1);
    expect(await keptAnswer('crew', 2000)).toEqual(['orla’s']);
    await keepAnswer('crew', ['wren’s'], 1500);
    expect(await keptAnswer('crew', 2000)).toEqual(['wren’s']);
    remember(person('imre'));
    expect(await keptAnswer('crew', 2000)).toBeNull();
  });

  it('is bound to the person, and goes when the sign-in ends', async () => {
    await keepAnswer('crew', ['orla’s']);
    remember(person('dov'));
    expect(await keptAnswer('crew')).toBeNull();
    await keepAnswer('crew', ['dov’s']);
    await forgetAnswers('dov');
    expect(await keptAnswer('crew')).toBeNull();
    remember(person('orla'));
    expect(await keptAnswer('crew')).toEqual(['orla’s']);
    // An administrator ended it elsewhere: the device hears of it at the next contact.
    vi.stubGlobal('fetch', () => json({}, 401));
    await expect(call('/crew')).rejects.toThrow(AwayError);
    await soon(async () => expect(await keptAnswer('crew')).toBeNull());
  });
});
