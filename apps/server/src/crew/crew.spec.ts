import type { Brazing } from '@hephaist/contracts/records/brazer-record';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import ICAL from 'ical.js';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { importJob } from '../exchange/job-file.js';

let h: Harness;
const file = demoFile();
const now = new Date('2026-06-15T23:30:00Z');
beforeAll(async () => {
  h = await harness(undefined, { now: () => now });
  // Sign-ins were made by the real clock, which is later than the one above.
  await importJob(h.store, file, newId());
});
afterAll(() => h.close());
const feed = async (): Promise<string> =>
  ((await h.as('fitter').post('/api/calendar').expect(201)).body as { path: string }).path;
const events = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as [string, unknown[], unknown[]])
    .getAllSubcomponents('vevent')
    .map((c) => ({ event: new ICAL.Event(c), alarms: c.getAllSubcomponents('valarm') }));

describe('the calendar of brazers', () => {
  it('tells each current brazer’s last good day, on the calendar day, with three warnings', async () => {
    const answer = await request(h.app)
      .get(await feed())
      .expect(200);
    expect(answer.headers['content-type']).toContain('text/calendar');
    const all = events(answer.text);
    const prue = all.find((e) => e.event.summary.includes('Prue Akintola'));
    expect(prue?.event.startDate.isDate).toBe(true);
    expect(prue?.event.startDate.toString()).toBe('2026-06-21');
    expect(prue?.alarms.map((a) => String(a.getFirstPropertyValue('trigger'))).sort()).toEqual(
      ['-P30D', '-P60D', '-P7D'].sort(),
    );
    expect(all.map((e) => e.event.summary).join()).not.toMatch(/Mikkel|Juno|Basil/);
    expect(new Set(all.map((e) => e.event.uid)).size).toBe(all.length);
  });

  it('the address needs no sign-in, is only its owner’s, and a new one ends the old', async () => {
    const one = await feed();
    const two = await feed();
    await request(h.app).get(one).expect(404);
    await request(h.app).get(two).expect(200);
    await request(h.app).get('/api/calendar/made-up').expect(404);
    const stored = (await h.db('calendar_feed').first('token_hash')) as { token_hash: string };
    expect(two).not.toContain(stored.token_hash);
  });
});

describe('the crew', () => {
  const signed = (meaning: string) => ({ password: TEST_PASSWORD, meaning });
  it('a confirmation and a withdrawal are signed, and a joint counts with its filler number', async () => {
    const brazer = file.brazers[0]!;
    const confirmation = { id: newId(), brazerId: brazer.id, on: '2026-06-15', says: 'saw OX-01 brazed' };
    const command = { id: newId(), kind: 'confirmation', records: [{ seen: 0, data: confirmation }] };
    await h.as('lead').post('/api/commands').send(command).expect(422);
    await h
      .as('lead')
      .post('/api/commands')
      .send({ ...command, signature: signed('confirmed') })
      .expect(200);
    const out = { ...brazer, withdrawnOn: '2026-06-15', withdrawnReason: 'purge shut off while hot' };
    const withdraw = { id: newId(), kind: 'brazer', records: [{ seen: 1, data: out }] };
    await h.as('lead').post('/api/commands').send(withdraw).expect(422);
    await h
      .as('lead')
      .post('/api/commands')
      .send({ ...withdraw, signature: signed('withdrawn') })
      .expect(200);
    const crew = (await h.as('auditor').get('/api/crew').expect(200)).body;
    expect(crew.confirmation).toHaveLength(1);
    expect(crew.brazings[0]).toMatchObject({
      fNumber: expect.stringMatching(/^10\d$/) as string,
      procedure: expect.stringMatching(/^BPS-\d rev [A-Z]$/) as string,
    });
  });

  it('tells an entry that names no procedure from one that was written before it was asked for', async () => {
    const [log] = file.logs as [JointLog];
    const made = new Set(file.logs.map((l) => l.jointId));
    const open = file.joints.filter((j) => !made.has(j.id)).slice(0, 2);
    const { procedureId: _named, ...old } = log;
    const entries = [
      { ...log, procedureId: null },
      { ...old, procedureId: undefined },
    ].map((l, i) => ({ ...l, id: newId(), jointId: open[i]?.id ?? '' }));
    await h.store.insertMany('log', entries as JointLog[]);
    const crew = (await h.as('auditor').get('/api/crew').expect(200)).body as { brazings: Brazing[] };
    const named = open.map((j) => crew.brazings.find((b) => b.label === j.mark));
    expect(named[0]).toHaveProperty('procedure', null);
    expect(named[1]).toBeDefined();
    expect(named[1]).not.toHaveProperty('procedure');
  });

  it('a coupon brazed to a procedure that is not on file is refused', async () => {
    const coupon = { ...file.coupons[0], id: newId(), number: 'C-900', procedureId: newId() };
    const command = { id: newId(), kind: 'coupon', records: [{ seen: 0, data: coupon }], signature: signed('judged') };
    const answer = await h.as('quality').post('/api/commands').send(command).expect(422);
    expect(answer.body.fields).toEqual([{ field: 'procedureId', says: 'this procedure is not on file' }]);
  });

  it('a line of medical gas brings its own last good days into the calendar, each filler by itself', async () => {
    const text = (
      await request(h.app)
        .get(await feed())
        .expect(200)
    ).text;
    const own = events(text).filter((e) => e.event.summary.includes('Dov'));
    expect(own.map((e) => e.event.description).join()).toContain(
      'ASME IX, from memory, with medical-gas overlay, F-103',
    );
  });
});
