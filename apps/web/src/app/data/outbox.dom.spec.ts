import { Injector, runInInjectionContext } from '@angular/core';
import type { Me } from '@hephaist/contracts/exchange/people';
import type { StoredRecords } from '@hephaist/contracts/records/kinds';
import { Dispatcher, type EventInstance, Events } from '@ngrx/signals/events';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { onFreshDevice } from '../testing/fresh-device';
import { soon } from '../testing/soon';
import { ApiProblem, signedOut } from './api';
import { HeldPictures } from './held-pictures';
import { openJob } from './open-job';
import { Outbox, RETRY_MS } from './outbox';
import { recordEvents, type Written } from './records';
import { me } from './who';

const [joint, other] = saltmarsh('2026-06-15').joints;
if (!joint || !other) throw new Error('demo');

type Answer = { status: number; body: unknown } | 'no network';

/** A server that answers in turn as told and keeps what it was sent. */
function server(...answers: Answer[]) {
  const sent: { id: string; records: { data: { mark: string } }[] }[] = [];
  vi.stubGlobal('fetch', (_url: string, init: RequestInit) => {
    const answer = answers.length > 1 ? answers.shift() : answers[0];
    sent.push(JSON.parse(init.body as string) as (typeof sent)[number]);
    if (!answer || answer === 'no network') return Promise.reject(new TypeError('fetch failed'));
    return Promise.resolve(
      new Response(JSON.stringify(answer.body), {
        status: answer.status,
        headers: { 'Content-Type': 'application/json' },
      }),
    );
  });
  return sent;
}
const ok: Answer = { status: 200, body: { commandId: 'x', records: [{ version: 1, data: joint }] } };
const away: Answer = { status: 503, body: { title: 'Database away', status: 503, detail: 'away' } };
const refused: Answer = {
  status: 422,
  body: { title: 'Check', status: 422, detail: 'mark: taken', fields: [{ field: 'mark', says: 'taken' }] },
};
const put = [{ seen: 0, data: joint }];

const pages: Outbox[] = [];
/** The outbox of a page that was just opened, and what it told of. */
function page() {
  const told: EventInstance<string, unknown>[] = [];
  const dispatcher = { dispatch: (event: EventInstance<string, unknown>) => void told.push(event) };
  let hears: (event: { payload: Partial<StoredRecords> }) => void = () => undefined;
  const events = { on: () => ({ subscribe: (next: typeof hears) => void (hears = next) }) };
  const injector = Injector.create({
    providers: [
      { provide: RETRY_MS, useValue: 30 },
      { provide: Dispatcher, useValue: dispatcher },
      { provide: Events, useValue: events },
      { provide: HeldPictures, useValue: { waiting: () => [], flush: () => Promise.resolve('done') } },
    ],
  });
  const outbox = runInInjectionContext(injector, () => new Outbox());
  pages.push(outbox);
  return {
    outbox,
    told,
    read: (payload: Partial<StoredRecords>) => hears({ payload }),
    types: () => told.map((e) => e.type.replace('[Records] ', '')),
  };
}

const person = (id: string): Me => ({
  id,
  name: id,
  person: `Person ${id}`,
  company: 'C',
  roles: ['fitter'],
  brazerId: null,
  mustChange: false,
  secondFactor: 'off',
  byCode: false,
});
onFreshDevice();
beforeEach(() => me.set(person('a')));
afterEach(() => {
  for (const p of pages.splice(0)) p.ngOnDestroy();
});

describe('the outbox', () => {
  it('keeps nothing once the server has it', async () => {
    server(ok);
    const { outbox, told } = page();
    expect((await outbox.send('joint', put)).state).toBe('done');
    expect(outbox.held()).toEqual([]);
    expect(told).toEqual([recordEvents.written({ kind: 'joint', records: [{ version: 1, data: joint }], gone: [] })]);
  });

  it('tells what was taken away, and a signed record as the server has it', async () => {
    server(ok);
    const { outbox, told } = page();
    await outbox.send('joint', put, [{ id: other.id, seen: 2 }]);
    expect((told[0]?.payload as Written).gone).toEqual([other.id]);
    await outbox.sendSigned('joint', { seen: 0, data: joint }, { password: 'x', meaning: 'judged' }, 'id');
    expect((told[1]?.payload as Written).records).toEqual([{ version: 1, data: joint }]);
  });

  it.each<[string, Answer]>([
    ['the network is gone', 'no network'],
    ['the database is away', away],
  ])('holds the entry while %s, and sends the very same command when it is back', async (_what, trouble) => {
    const sent = server(trouble, ok);
    const { outbox, told, types } = page();
    expect((await outbox.send('joint', [{ seen: 4, data: joint }])).state).toBe('held');
    expect(outbox.held()).toHaveLength(1);
    expect(told).toEqual([recordEvents.held({ kind: 'joint', records: [{ version: 5, data: joint }], gone: [] })]);
    await soon(() => expect(outbox.held()).toEqual([]));
    // Sent again as often as it takes, always the same: the server takes it once.
    expect(sent.length).toBeGreaterThan(1);
    for (const again of sent) expect(again).toEqual(sent[0]);
    await soon(() => expect(types()).toEqual(['held', 'delivered']));
  });

  it('what is entered while something waits goes behind it, in the order it was entered', async () => {
    const sent = server('no network');
    const { outbox } = page();
    await outbox.send('joint', put);
    sent.length = 0;
    const after = server(ok);
    expect((await outbox.send('joint', [{ seen: 0, data: other }])).state).toBe('held');
    await soon(() => expect(outbox.held()).toEqual([]));
    expect(after.map((c) => c.records[0]?.data.mark)).toEqual([joint.mark, other.mark]);
  });

  /** A server that takes each command once, and a network that is cut at one attempt: before it arrives, or before its answer does. */
  function cutAt(attempt: number, when: 'before' | 'after') {
    const taken = new Map<string, number>();
    let n = 0;
    vi.stubGlobal('fetch', (_url: string, init: RequestInit) => {
      const { id } = JSON.parse(init.body as string) as { id: string };
      const isCut = ++n === attempt;
      if (isCut && when === 'before') return Promise.reject(new TypeError('cut'));
      taken.set(id, (taken.get(id) ?? 0) + (taken.has(id) ? 0 : 1));
      if (isCut) return Promise.reject(new TypeError('cut'));
      return Promise.resolve(
        new Response(JSON.stringify(ok === 'no network' ? {} : ok.body), {
          status: 200,
          headers: { 'Content-Type': 'application/json' },
        }),
      );
    });
    return taken;
  }
  const points = [1, 2, 3, 4].flatMap((n) => [[n, 'before'] as const, [n, 'after'] as const]);
  it.each(points)('cut at attempt %d, %s it arrives: nothing is lost and nothing doubled', async (attempt, when) => {
    const taken = cutAt(attempt, when);
    const { outbox } = page();
    const marks = await Promise.all([joint, other, joint].map((data) => outbox.send('joint', [{ seen: 0, data }])));
    expect(marks).toHaveLength(3);
    await soon(() => expect(outbox.held()).toEqual([]));
    expect([...taken.values()]).toEqual([1, 1, 1]);
  });

  it('what is read is laid over with what waits, so that a page begun cold does not forget it', async () => {
    server('no network');
    await page().outbox.send('joint', put);
    const { outbox, told, read } = page();
    await soon(() => expect(outbox.held()).toHaveLength(1));
    told.length = 0;
    openJob.set(joint.jobId);
    read({ line: [] });
    openJob.set('another job');
    read({ joint: [] });
    expect(told).toEqual([]);
    openJob.set(joint.jobId);
    read({ joint: [] });
    expect(told).toEqual([recordEvents.held({ kind: 'joint', records: [{ version: 1, data: joint }], gone: [] })]);
  });

  it('survives a reload: what was held is sent by the next page', async () => {
    server('no network');
    await page().outbox.send('joint', put);
    const sent = server(ok);
    const after = page().outbox;
    await soon(() => expect(sent.length).toBeGreaterThan(0));
    await soon(() => expect(after.held()).toEqual([]));
  });

  it('what one person entered waits until that person signs in again, and never goes in another’s name', async () => {
    server('no network');
    await page().outbox.send('joint', put);
    me.set(person('b'));
    const sent = server(ok);
    const after = page().outbox;
    await soon(() => expect(after.held()).toHaveLength(1));
    await new Promise((r) => setTimeout(r, 100));
    expect(sent).toEqual([]);
    expect(after.held().map(after.isOthers)).toEqual([true]);
    me.set(null);
    after.wake();
    await new Promise((r) => setTimeout(r, 100));
    expect(sent).toEqual([]);
    me.set(person('a'));
    after.wake();
    await soon(() => expect(after.held()).toEqual([]));
    expect(sent).toHaveLength(1);
  });

  it('a page that opens before it is known who is here sends what was held once it is, without being woken', async () => {
    server('no network');
    me.set(person('c'));
    await page().outbox.send('joint', put);
    me.set(undefined);
    const sent = server(ok);
    const after = page().outbox;
    await soon(() => expect(after.held()).toHaveLength(1));
    await new Promise((r) => setTimeout(r, 100));
    expect(sent).toEqual([]);
    me.set(person('c'));
    await soon(() => expect(after.held()).toEqual([]));
    // The first page may send it too: it is the same command, and is done once.
    expect(new Set(sent.map((x) => x.id)).size).toBe(1);
  });

  it('a sign-in that ended holds the entry like a lost network does', async () => {
    server({ status: 401, body: { title: 'Signed out', status: 401, detail: 'Sign in first.' } });
    const outbox = page().outbox;
    expect((await outbox.send('joint', put)).state).toBe('held');
    expect(signedOut()).toBe(true);
    signedOut.set(false);
  });

  it('sends what is held in the order it was entered', async () => {
    server('no network');
    const first = page().outbox;
    await first.send('joint', put);
    await new Promise((r) => setTimeout(r, 5));
    await first.send('joint', [{ seen: 0, data: other }]);
    first.ngOnDestroy();
    const sent = server(ok);
    const { types } = page();
    await soon(() => expect(types()).toEqual(['delivered']));
    const marks = sent.map((s) => s.records[0]?.data.mark);
    expect(marks.indexOf(joint.mark)).toBeLessThan(marks.indexOf(other.mark));
  });

  it('a device whose clock was set back sends in that order too', async () => {
    server('no network');
    const first = page().outbox;
    await first.send('joint', put);
    const now = vi.spyOn(Date, 'now').mockReturnValue(Date.now() - 3_600_000);
    await first.send('joint', [{ seen: 0, data: other }]);
    now.mockRestore();
    expect(first.held().map((h) => h.command.records[0]?.data.id)).toEqual([joint.id, other.id]);
    first.ngOnDestroy();
  });

  it('gives a refusal to whoever typed it, at once', async () => {
    server(refused);
    const outbox = page().outbox;
    const error = await outbox.send('joint', put).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiProblem);
    expect((error as ApiProblem).problem.fields?.[0]?.field).toBe('mark');
    expect(outbox.held()).toEqual([]);
  });

  it('sends what was refused once more when it is asked to, as another command, over what stands now', async () => {
    const sent = server('no network', refused, ok);
    const { outbox } = page();
    await outbox.send('joint', put);
    await soon(() => expect(outbox.held()[0]?.refused).not.toBeNull());
    const [first] = outbox.held();
    await outbox.again(first?.command.id ?? '', {
      ...first!.command,
      records: [{ seen: 7, data: joint }],
    });
    await soon(() => expect(outbox.held()).toEqual([]));
    expect(sent.at(-1)).toMatchObject({ records: [{ seen: 7 }] });
    expect(sent.at(-1)?.id).not.toBe(first?.command.id);
    await outbox.again('nothing of the kind');
  });

  it('keeps an entry that was refused while nobody looked, until it is discarded', async () => {
    server('no network', refused);
    const { outbox, types } = page();
    await outbox.send('joint', put);
    await soon(() => expect(outbox.held()[0]?.refused?.detail).toBe('mark: taken'));
    // What stands is read again, without it laid over.
    await soon(() => expect(types()).toEqual(['held', 'delivered']));
    await outbox.discard(outbox.held()[0]?.command.id ?? '');
    expect(outbox.held()).toEqual([]);
  });
});
