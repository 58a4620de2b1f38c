import { TestBed } from '@angular/core/testing';
import type { Me } from '@hephaist/contracts/exchange/people';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { onFreshDevice } from '../testing/fresh-device';
import { call, signedOut } from './api';
import { HandOnStore } from './hand-on.store';
import { remember, remembered } from './holder';
import { holderBy, holdersHere, keepHolder, keepOnly } from './holders';
import { setTakingOver, takingOver } from './taking-over';
import { me } from './who';

const person = (id: string): Me => ({ id, person: id, roles: ['fitter'], byCode: false }) as unknown as Me;
const [ORLA, WREN] = ['0190a000-0000-7000-8000-00000000000a', '0190a000-0000-7000-8000-00000000000b'];
const json = (body: unknown, status = 200): Promise<Response> =>
  Promise.resolve(new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }));
/** What is asked, in turn; the answer by its path. */
function server(answers: Record<string, () => Promise<Response>>): string[] {
  const asked: string[] = [];
  vi.stubGlobal('fetch', (url: string) => {
    const path = url.replace('/api/', '');
    asked.push(path);
    return (answers[path] ?? answers['*'] ?? (() => Promise.reject(new TypeError('no network'))))();
  });
  return asked;
}

onFreshDevice();
beforeEach(() => {
  me.set(person(ORLA));
  remember(person(ORLA));
});

describe('a short code where there is no network', () => {
  it('opens for who has it, with the digits they chose; the digits are nowhere', async () => {
    await keepHolder(person(WREN), '4711', 1000);
    expect(await holderBy(WREN, '4711', 1000)).toMatchObject({ id: WREN, byCode: true });
    expect(await holderBy(WREN, '4712', 1000)).toBeNull();
    expect(await holderBy(ORLA, '4711', 1000)).toBeNull();
    expect(JSON.stringify(localStorage)).not.toContain('4711');
    await keepHolder(person(WREN), '0915', 1000);
    expect(holdersHere()).toHaveLength(1);
    expect(await holderBy(WREN, '4711', 1000)).toBeNull();
    keepOnly([]);
    expect(holdersHere()).toEqual([]);
  });
});

describe('taking a device over', () => {
  const store = () => TestBed.inject(HandOnStore);

  it('with a network the server decides, and who took it over stands here', async () => {
    server({ 'hand-on': () => json({ ...person(WREN), byCode: true }), '*': () => json({}) });
    await store().takeOver(WREN, '4711');
    expect(remembered()).toMatchObject({ id: WREN, byCode: true });
    expect(takingOver()).toBeNull();
    server({ 'hand-on': () => json({ title: 'No', status: 422, detail: 'x', fields: [] }, 422) });
    await expect(store().takeOver(ORLA, '1')).rejects.toThrow('x');
    expect(remembered()?.id).toBe(WREN);
  });

  it('with none by what is kept here; nothing is asked in the other name before the server was told', async () => {
    await keepHolder(person(WREN), '4711');
    server({});
    await store().load();
    expect(store().people()).toEqual([{ id: WREN, person: WREN }]);
    await expect(store().takeOver(WREN, '4712')).rejects.toThrow('not your code');
    expect(takingOver()).toBeNull();
    await expect(store().takeOver(ORLA, '4711')).rejects.toThrow('not answering');
    await store().takeOver(WREN, '4711');
    expect(remembered()).toMatchObject({ id: WREN, byCode: true });
    expect(takingOver()).toEqual({ accountId: WREN, code: '4711' });
    // Still away: what is asked waits, and is not sent.
    const away = server({});
    await expect(call('/trail')).rejects.toThrow('not answering');
    expect(away).toEqual(['hand-on']);
    const back = server({ 'hand-on': () => json(person(WREN)), '*': () => json(['answer']) });
    expect(await Promise.all([call('/trail'), call('/crew')])).toEqual([['answer'], ['answer']]);
    expect(back).toEqual(['hand-on', 'trail', 'crew']);
    expect(takingOver()).toBeNull();
  });

  it('where the server does not take the code any more, whoever is here must sign in, and nothing was sent', async () => {
    setTakingOver({ accountId: WREN, code: '4711' });
    const asked = server({ 'hand-on': () => json({ title: 'No', status: 422, detail: 'not your code' }, 422) });
    await expect(call('/crew')).rejects.toThrow('Sign in first');
    expect(asked).toEqual(['hand-on']);
    expect([signedOut(), takingOver()]).toEqual([true, null]);
  });
});
