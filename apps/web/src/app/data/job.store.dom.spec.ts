import { TestBed } from '@angular/core/testing';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { Dispatcher } from '@ngrx/signals/events';
import { describe, expect, it, vi } from 'vitest';
import { demoServer, file, job } from '../testing/demo-server';
import { onFreshDevice } from '../testing/fresh-device';
import { soon } from '../testing/soon';
import { signedOut } from './api';
import { CrewStore } from './crew.store';
import { JobStore } from './job.store';
import { RETRY_MS } from './outbox';
import { recordEvents } from './records';
import { me } from './who';

async function opened() {
  const api = demoServer();
  const store = TestBed.inject(JobStore);
  await store.load(job);
  return { api, store };
}
/** A server that refuses whatever it is asked. */
function refusingAll(status: number, detail: string): void {
  const problem = JSON.stringify({ title: 'Refused', status, detail });
  const headers = { 'Content-Type': 'application/json' };
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(problem, { status, headers })));
}
const [first, second] = file.joints as [Joint, Joint];

onFreshDevice();

describe('the open job', () => {
  it('holds lines and joints in their order, and what stands of its log', async () => {
    const { store } = await opened();
    expect(store.job()?.name).toBe(file.job.name);
    expect(store.joints()).toHaveLength(file.joints.length);
    expect(store.joints().map((j) => j.sort)).toEqual([...file.joints.map((j) => j.sort)].sort((a, b) => a - b));
    expect(store.lines().map((l) => l.name)).toEqual(file.lines.map((l) => l.name));
    const [log] = file.logs as [JointLog];
    const annulment: Annulment = {
      id: 'an-1',
      kind: 'log',
      recordId: log.id,
      reason: 'wrong joint',
      replacedById: null,
    };
    TestBed.inject(Dispatcher).dispatch(
      recordEvents.held({ kind: 'annulment', records: [{ version: 1, data: annulment }], gone: [] }),
    );
    expect(store.logsOnFile()).toHaveLength(file.logs.length);
    expect(store.logs().map((l) => l.id)).not.toContain(log.id);
  });

  it('shows at once what was saved, at the version the server gave it', async () => {
    const { store, api } = await opened();
    await store.change('joint', [{ ...first, note: 'looked at' }]);
    expect(api.commands[0]?.records).toEqual([{ seen: 1, data: { ...first, note: 'looked at' } }]);
    expect(store.stored('joint', first.id)).toEqual({ version: 2, data: { ...first, note: 'looked at' } });
  });

  it('undoes and does again, each at the version that stands then', async () => {
    const { store, api } = await opened();
    await store.change('joint', [{ ...first, note: 'a' }]);
    await store.remove('joint', [second.id]);
    expect(store.joints().some((j) => j.id === second.id)).toBe(false);
    await store.undo();
    expect(store.stored('joint', second.id)?.data).toEqual(second);
    await store.undo();
    expect(store.stored('joint', first.id)).toEqual({ version: 3, data: first });
    await store.redo();
    expect(store.stored('joint', first.id)).toEqual({ version: 4, data: { ...first, note: 'a' } });
    expect(api.commands.map((c) => [...c.records, ...c.removals].map((r) => r.seen))).toEqual([
      [1],
      [1],
      [0],
      [2],
      [3],
    ]);
  });

  it('undo pressed twice at once goes two steps back, one after the other', async () => {
    const { store } = await opened();
    await store.change('joint', [{ ...first, note: 'a' }]);
    await store.change('joint', [{ ...first, note: 'b' }]);
    await Promise.all([store.undo(), store.undo()]);
    expect(store.stored('joint', first.id)?.data.note).toBe(first.note);
    expect([store.done().length, store.undone().length]).toEqual([0, 2]);
  });

  it('steps are undone after the page was read again, but not over what somebody changed since', async () => {
    const { store } = await opened();
    await store.remove('joint', [first.id, second.id]);
    await soon(() => expect(sessionStorage.length).toBe(1));
    TestBed.resetTestingModule();
    const again = TestBed.inject(JobStore);
    await again.load(job);
    expect(again.done()).toHaveLength(1);
    const dispatcher = TestBed.inject(Dispatcher);
    // The stand-in for the server does not remember what was taken away.
    dispatcher.dispatch(recordEvents.held({ kind: 'joint', records: [], gone: [first.id, second.id] }));
    await again.undo();
    expect(again.stored('joint', first.id)?.data).toEqual(first);
    await again.redo();
    dispatcher.dispatch(recordEvents.held({ kind: 'joint', records: [{ version: 9, data: first }], gone: [] }));
    await expect(again.undo()).rejects.toThrow(`Changed since by somebody: ${first.mark}.`);
    expect(again.done()).toHaveLength(1);
  });

  it('that could not be read is asked for again by itself, and no more once another is open', async () => {
    TestBed.overrideProvider(RETRY_MS, { useValue: 20 });
    const api = demoServer();
    api.next.away = true;
    const store = TestBed.inject(JobStore);
    await store.load(job);
    expect(store.error()).toContain('not answering');
    expect([store.job(), store.asksAgain()]).toEqual([null, true]);
    const tries = api.asked.length;
    await soon(() => expect(api.asked.length).toBeGreaterThan(tries));
    expect(store.error()).toContain('not answering');
    api.next.away = false;
    await soon(() => expect(store.job()?.id).toBe(job));
    expect([store.error(), store.asksAgain()]).toEqual([null, false]);
    api.next.away = true;
    await store.load('another');
    await store.leave();
    const asked = api.asked.length;
    await new Promise((done) => setTimeout(done, 60));
    expect(api.asked.length).toBe(asked);
  });

  it('that the server refuses is not asked for again, nor is that said, though another was before', async () => {
    const api = demoServer();
    api.next.away = true;
    const store = TestBed.inject(JobStore);
    await store.load(job);
    expect(store.asksAgain()).toBe(true);
    refusingAll(404, 'No such job here.');
    await store.load('another');
    expect([store.error(), store.asksAgain()]).toEqual(['No such job here.', false]);
  });

  it('and what is on file, which could not be read because nobody was signed in, are read once somebody is', async () => {
    me.set(null);
    refusingAll(401, 'Sign in first.');
    const store = TestBed.inject(JobStore);
    await store.leave();
    expect(store.error()).toBe('Sign in first.');
    demoServer();
    me.set({ id: 'orla' } as never);
    signedOut.set(false);
    TestBed.tick();
    await soon(() => expect(TestBed.inject(CrewStore).brazers()).toHaveLength(file.brazers.length));
    expect(store.error()).toBeNull();
  });

  it('shows what is held while the server is away, as it will stand', async () => {
    const { store, api } = await opened();
    api.next.away = true;
    expect(await store.change('joint', [{ ...first, note: 'no signal' }])).toBe('held');
    expect(store.stored('joint', first.id)).toEqual({ version: 2, data: { ...first, note: 'no signal' } });
  });

  it('a logged joint has the crew asked anew, and what was held has the job read anew', async () => {
    const { store, api } = await opened();
    const crew = vi.spyOn(TestBed.inject(CrewStore), 'load');
    const before = api.asked.length;
    await store.saveLogs([{ ...(file.logs[0] as JointLog), id: 'log-new' }]);
    expect(store.logsOnFile().map((l) => l.id)).toContain('log-new');
    await soon(() => expect(api.asked.slice(before)).toEqual(['commands', 'crew']));
    TestBed.inject(Dispatcher).dispatch(recordEvents.delivered());
    await soon(() => expect(api.asked.slice(before)).toContain(`jobs/${job}/logs`));
    crew.mockRestore();
  });

  it('what is shown stays where it cannot be read again, and it is said; where nothing is shown that is an error', async () => {
    const { store, api } = await opened();
    api.next.away = true;
    await store.load(job);
    expect([store.error(), store.loading(), store.joints().length]).toEqual([null, false, file.joints.length]);
    expect(store.behind()).toBe('The server is not answering.');
    api.next.away = false;
    await store.load(job);
    expect(store.behind()).toBeNull();
    api.next.away = true;
    await store.load('another');
    expect([store.error(), store.behind()]).toEqual(['The server is not answering.', null]);
    api.next.away = false;
    await store.load('another');
    expect(store.error()).toBeNull();
  });

  it('another job begins with nothing of the one before', async () => {
    const { store } = await opened();
    await store.change('joint', [{ ...first, note: 'a' }]);
    const loading = store.load('another');
    expect([store.job(), store.joints(), store.lines(), store.logs(), store.done()]).toEqual([null, [], [], [], []]);
    await loading;
  });
});
