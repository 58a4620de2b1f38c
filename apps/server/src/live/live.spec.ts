import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PurgeMark, PurgeSession, TraceRow } from '@hephaist/contracts/records/purge-session';
import { pino } from 'pino';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, harness, newId } from '../../test/harness.js';
import { type FakeInstrument, fakeInstrument, sampleMark, sampleSession, until } from '../../test/instruments.js';
import { withJob } from '../../test/with-job.js';
import { exportJob, importJob } from '../exchange/job-file.js';
import { linkInstrument } from './instrument-link.js';
import { type ReachableSet, readInstruments } from './instruments.js';
import { liveService } from './service.js';
import { steadyClock } from './session-reader.js';

const file = demoFile();
const quiet = pino({ level: 'silent' });
const toClose: { close: () => Promise<void> }[] = [];
const fakes: FakeInstrument[] = [];

const h = withJob(file);
beforeAll(async () => {});
afterEach(async () => {
  for (const s of toClose.splice(0)) await s.close();
  for (const f of fakes.splice(0)) await f.kill();
});

const send = (kind: string, data: object) =>
  h
    .as()
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen: 0, data }] });
const trace = (s: PurgeSession): Promise<TraceRow[]> => h.store.trace.rows(s.id);
const values = (rows: readonly TraceRow[]): number[] => rows.flatMap((r) => (r.value === null ? [] : [r.value]));
const notes = (rows: readonly TraceRow[]): string[] => rows.flatMap((r) => (r.says === null ? [] : [r.says]));
const service = (sets: readonly ReachableSet[]) => {
  const s = liveService(() => Promise.resolve([h.store]), sets, quiet);
  toClose.push(s);
  return s;
};

let serial = 0;
/** A session whose one analyser says what the test tells it to, being read. */
async function watched(): Promise<{ session: PurgeSession; oxygen: FakeInstrument; sets: ReachableSet[] }> {
  const oxygen = await fakeInstrument();
  fakes.push(oxygen);
  const id = `bench${++serial}`;
  const sets = readInstruments(`${id} oxygen=tcp:127.0.0.1:${oxygen.port}`);
  const session = sampleSession({ instruments: id });
  await send('purge_session', session).expect(200);
  return { session, oxygen, sets };
}
const end = (session: PurgeSession) => send('purge_mark', sampleMark(session, { kind: 'line capped', vent: null }));

describe('the setting that names instruments', () => {
  it('reads sets and says what cannot be read', () => {
    expect(
      readInstruments('bench oxygen=path:/dev/ttyUSB0 flow=tcp:10.0.0.7:4001; st control=tcp:h:1 cylinder=tcp:h:2'),
    ).toMatchObject([
      { id: 'bench', devices: ['oxygen', 'flow'], standIn: false, control: null },
      { id: 'st', devices: ['cylinder'], standIn: true, control: 'tcp:h:1' },
    ]);
    expect(readInstruments('')).toEqual([]);
    for (const bad of [
      'bench',
      'bench oxygen=http://x',
      'bench steam=tcp:h:1',
      'bench oxygen=tcp:h',
      'b control=tcp:h:1',
    ])
      expect(() => readInstruments(bad)).toThrow('HEPHAIST_INSTRUMENTS');
  });
});

describe('reading instruments into the trace', () => {
  it('stores each reading as it came; rubbish, the wrong instrument and silence are noted and never become a value', async () => {
    const { session, oxygen, sets } = await watched();
    service(sets);
    await until(oxygen.listeners, (n) => n === 1);
    for (const line of ['oxygen 1.5 %', '\u0000\u0001\u00ff', 'oxygen 99 %', 'flow 12 scfh', 'oxygen 1.4 %'])
      oxygen.say(line);
    oxygen.say('oxygen 1.3 % '.repeat(300));
    oxygen.say('oxygen 1.2 %');
    const rows = await until(
      () => trace(session),
      (r) => values(r).length === 3,
    );
    expect(values(rows)).toEqual([0.015, 0.014, 0.012].map((v) => expect.closeTo(v, 12) as number));
    expect(rows.map((r) => r.seq)).toEqual(rows.map((_, i) => i + 1));
    expect(notes(rows).join('\n')).toContain('rubbish');
    expect(notes(rows)[0]).toBe('oxygen analyser: answers');
    await end(session).expect(200);
  });

  it('a lost instrument is called again and noted; nothing is filled in for the time between', async () => {
    const { session, oxygen, sets } = await watched();
    service(sets);
    await until(oxygen.listeners, (n) => n === 1);
    oxygen.say('oxygen 0.9 %');
    await until(
      () => trace(session),
      (r) => values(r).length === 1,
    );
    await oxygen.kill();
    await until(
      () => trace(session),
      (r) => notes(r).includes('oxygen analyser: does not answer'),
    );
    await oxygen.revive();
    await until(oxygen.listeners, (n) => n === 1);
    oxygen.say('oxygen 0.8 %');
    const rows = await until(
      () => trace(session),
      (r) => values(r).length === 2,
    );
    expect(notes(rows)).toContain('oxygen analyser: answers again');
    await end(session);
  });

  it('an instrument whose clock jumps is noted; its readings keep the time they came at', async () => {
    const { session, oxygen, sets } = await watched();
    service(sets);
    await until(oxygen.listeners, (n) => n === 1);
    const now = Date.now();
    oxygen.say(`oxygen 0.9 % at ${new Date(now).toISOString()}`);
    oxygen.say(`oxygen 0.8 % at ${new Date(now - 7_200_000).toISOString()}`);
    const rows = await until(
      () => trace(session),
      (r) => values(r).length === 2,
    );
    expect(notes(rows).join()).toMatch(/its clock jumped by -7\d{3}\.\d s/);
    for (const r of rows) expect(Math.abs(r.atMs - now)).toBeLessThan(20_000);
    await end(session);
  });

  it('what comes while the database cannot write waits, and is written once and in order', async () => {
    const { session, oxygen, sets } = await watched();
    service(sets);
    await until(oxygen.listeners, (n) => n === 1);
    const lock = await h.db.transaction();
    await lock.raw('lock table purge_trace in access exclusive mode');
    for (let i = 1; i <= 20; i++) {
      oxygen.say(`oxygen ${i / 10} %`);
      await new Promise((next) => setTimeout(next, 40));
    }
    await lock.rollback();
    const rows = await until(
      () => trace(session),
      (r) => values(r).length >= 20,
    );
    expect(values(rows).map((v) => Math.round(v * 1000))).toEqual(Array.from({ length: 20 }, (_, i) => i + 1));
    await end(session);
  });

  it('a batch sent again after a lost answer is not written twice, and a server that lost the session writes nothing', async () => {
    const session = sampleSession();
    await send('purge_session', session).expect(200);
    const store = h.store.trace;
    const [one, two] = [newId(), newId()];
    const row = { atMs: Date.now(), device: 'oxygen' as const, value: 0.01, toldMs: null, says: null };
    expect(await store.hold(session.id, one, 60)).toBe(true);
    expect(await store.hold(session.id, two, 60)).toBe(false);
    expect(await store.add(session.id, one, 1, [row])).toBe(true);
    expect(await store.add(session.id, one, 1, [row])).toBe(true);
    expect(await store.add(session.id, two, 1, [row])).toBe(false);
    await store.letGo(session.id, one);
    expect(await store.hold(session.id, two, 60)).toBe(true);
    expect(await store.add(session.id, one, 2, [row])).toBe(false);
    expect(await store.add(session.id, two, 1, [row])).toBe(true);
    expect(await trace(session)).toHaveLength(2);
  });

  it('of two servers on one database one reads; when it goes the other goes on, and no reading stands twice', async () => {
    const { session, oxygen, sets } = await watched();
    const first = liveService(() => Promise.resolve([h.store]), sets, quiet);
    await until(oxygen.listeners, (n) => n === 1);
    service(sets);
    for (let i = 1; i <= 5; i++) oxygen.say(`oxygen ${i / 10} %`);
    await until(
      () => trace(session),
      (r) => values(r).length === 5,
    );
    expect(oxygen.calls()).toBe(1);
    await first.close();
    await until(oxygen.calls, (n) => n === 2);
    for (let i = 6; i <= 9; i++) oxygen.say(`oxygen ${i / 10} %`);
    const rows = await until(
      () => trace(session),
      (r) => values(r).length >= 9,
    );
    expect(values(rows).map((v) => Math.round(v * 1000))).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    await end(session);
  });

  it('reads a file of text as it would a serial line', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'hephaist-fifo-'));
    const path = join(folder, 'serial');
    execFileSync('mkfifo', [path]);
    const heard: string[] = [];
    const link = linkInstrument(`path:${path}`, { line: (t) => heard.push(t), state: () => undefined });
    const device = createWriteStream(path);
    device.write('oxygen 0.5 %\r\noxyg');
    await until(
      () => heard.length,
      (n) => n === 1,
    );
    device.write('en 0.4 %\r\n');
    await until(
      () => heard.length,
      (n) => n === 2,
    );
    expect(heard).toEqual(['oxygen 0.5 %', 'oxygen 0.4 %']);
    link.close();
    device.destroy();
    rmSync(folder, { recursive: true });
  });

  it('a clock that is set is told of and followed; between, time only goes forward', () => {
    let [wall, steady] = [1_000_000, 0];
    const jumps: number[] = [];
    const clock = steadyClock(
      (by) => jumps.push(by),
      () => wall,
      () => steady,
    );
    [wall, steady] = [1_000_900, 1000];
    expect(clock()).toBe(1_001_000);
    [wall, steady] = [500_000, 2000];
    expect(clock()).toBe(500_000);
    [wall, steady] = [501_000, 3000];
    expect(clock()).toBe(501_000);
    expect(jumps).toHaveLength(1);
  });
});

describe('sessions and marks', () => {
  it('nobody can change or remove what is evidence, not even in the database', async () => {
    const session = sampleSession();
    await send('purge_session', session).expect(200);
    const again = await h
      .as()
      .post('/api/commands')
      .send({ id: newId(), kind: 'purge_session', records: [{ seen: 1, data: { ...session, limit: 0.1 } }] });
    expect(again.status).toBe(409);
    await h.store.trace.insert(session.id, [{ atMs: 1, device: 'oxygen', value: 0.2, toldMs: null, says: null }]);
    await expect(h.db('purge_trace').update({ value: 0.001 })).rejects.toThrow('evidence');
    await expect(h.db('purge_trace').del()).rejects.toThrow('evidence');
    await expect(h.db('purge_session').update({ version: 9 })).rejects.toThrow('evidence');
    await send('purge_mark', sampleMark(session)).expect(200);
    await expect(h.db('purge_mark').del()).rejects.toThrow('evidence');
    await expect(h.db.raw('truncate purge_trace')).rejects.toThrow('evidence');
  });

  it('refuses what cannot be, at its field', async () => {
    const field = async (kind: string, data: object): Promise<string[]> =>
      ((await send(kind, data)).body as { fields?: { field: string }[] }).fields?.map((f) => f.field) ?? [];
    const session = sampleSession();
    await send('purge_session', session).expect(200);
    expect(await field('purge_session', sampleSession({ limit: 0.5 }))).toEqual(['limit']);
    expect(await field('purge_session', sampleSession({ holdS: 0 }))).toEqual(['holdS']);
    const { network } = session;
    for (const bad of [
      { ...network, nodes: network.nodes.filter((n) => n.kind !== 'source') },
      { ...network, runs: network.runs.map((r) => ({ ...r, lengthM: 1e9 })) },
      { ...network, runs: network.runs.map((r) => ({ ...r, lengthM: 0 })) },
    ])
      expect(await field('purge_session', sampleSession({ network: bad as never }))).toEqual(['network']);
    expect((await field('purge_session', sampleSession({ network: { nodes: 'x' } as never })))[0]).toBe(
      'network.nodes',
    );
    const mark = (more: Partial<PurgeMark>) => field('purge_mark', sampleMark(session, more));
    expect(await mark({ vent: 'attic' })).toEqual(['vent']);
    expect(await mark({ kind: 'joint begun', vent: null })).toEqual(['jointId']);
    expect(await mark({ kind: 'joint begun', vent: null, jointId: file.joints.at(-1)!.id })).toEqual(['jointId']);
    expect(await mark({ kind: 'reading by hand', vent: null, device: 'oxygen', value: 0.9 })).toEqual(['value']);
    expect(await mark({ kind: 'reading by hand', vent: null, value: 0.01 })).toEqual(['device']);
    expect(await mark({ sessionId: newId() })).toEqual(['sessionId']);
  });

  it('one set of instruments hangs on one line at a time', async () => {
    const { session } = await watched();
    const other = await send('purge_session', sampleSession({ instruments: session.instruments }));
    expect(other.status).toBe(422);
    expect((other.body as { fields: { says: string }[] }).fields[0]?.says).toContain('cap that line first');
    await end(session).expect(200);
    const next = sampleSession({ instruments: session.instruments });
    await send('purge_session', next).expect(200);
    await end(next).expect(200);
  });

  it('a mark sent again stands once; the job lists its sessions; the trace comes as CSV with what was read by hand', async () => {
    const session = sampleSession();
    await send('purge_session', session).expect(200);
    const typed = sampleMark(session, { kind: 'reading by hand', vent: null, device: 'oxygen', value: 0.0075 });
    const command = { id: newId(), kind: 'purge_mark', records: [{ seen: 0, data: typed }] };
    for (let i = 0; i < 2; i++) await h.as().post('/api/commands').send(command).expect(200);
    await h.store.trace.insert(session.id, [
      { atMs: Date.now(), device: 'oxygen', value: 0.008, toldMs: null, says: null },
      { atMs: Date.now(), device: null, value: null, toldMs: null, says: '=cmd()' },
    ]);
    const list = (await h.as().get(`/api/jobs/${session.jobId}/sessions`).expect(200)).body as {
      session: PurgeSession;
      marks: PurgeMark[];
    }[];
    expect(list.find((s) => s.session.id === session.id)?.marks).toHaveLength(1);
    const csv = (await h.as().get(`/api/sessions/${session.id}/trace.csv`).expect(200)).text;
    expect(csv.split('\r\n')[0]).toBe('at,what,value,unit,by,note');
    expect(csv).toContain('oxygen,0.80000,%,instrument,');
    expect(csv).toContain('oxygen,0.75000,%,"by hand, Test everything",');
    expect(csv).toContain("'=cmd()");
    await h.as().get(`/api/sessions/${newId()}/trace.csv`).expect(404);
  });

  it('goes out with the job file and comes back the same', async () => {
    const text = await exportJob(h.store, file.job.id);
    const other = await harness();
    await importJob(other.store, JSON.parse(text) as never, newId());
    expect(await exportJob(other.store, file.job.id)).toBe(text);
    expect(text).toContain('"device":"oxygen"');
    await other.close();
  });
});
