import { ANNULLABLE, type Annullable } from '@hephaist/contracts/records/annulment';
import { type Kind, kindRow } from '@hephaist/contracts/records/kinds';
import { type Role, ROLES } from '@hephaist/contracts/records/roles';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { sampleStep } from '../../test/steps.js';

/** Every kind of evidence, with every way to correct it, by every role. */

let h: Harness;
const file = demoFile();
const confirmed = () => ({ id: newId(), brazerId: file.brazers[0]!.id, on: '2026-06-10', says: 'seen' });
const onFile = {
  ...file,
  confirmations: [confirmed(), confirmed(), confirmed()],
  lineSteps: [1, 2, 3].map(() => sampleStep(file)),
} as typeof file;
const of = (kind: Annullable): { id: string }[] =>
  onFile[kindRow(kind).filed!.place as keyof typeof onFile] as unknown as { id: string }[];

beforeAll(async () => {
  h = await harness();
  expect((await broughtIn(h, onFile)).status).toBe(201);
});
afterAll(() => h.close());

const send = (role: Role, kind: Kind, data: object, seen: number, meaning: string | null = null) =>
  h
    .as(role)
    .post('/api/commands')
    .send({
      id: newId(),
      kind,
      records: [{ seen, data }],
      ...(meaning ? { signature: { password: TEST_PASSWORD, meaning } } : {}),
    });
const annulling = (kind: Annullable, recordId: string, replacedById: string | null = null) => ({
  id: newId(),
  kind,
  recordId,
  reason: 'filed wrongly',
  replacedById,
});

describe.each(ANNULLABLE)('%s', (kind) => {
  it.each(ROLES)('is never changed in place or taken away, by %s either', async (role) => {
    const [one] = of(kind);
    const meaning = kindRow(kind).signed?.(one as never, null) ?? null;
    const changed = await send(role, kind, one!, 1, meaning);
    expect([403, 409, 422]).toContain(changed.status);
    const removed = await h
      .as(role)
      .post('/api/commands')
      .send({ id: newId(), kind, remove: [{ id: one!.id, seen: 1 }] });
    expect([403, 409, 422]).toContain(removed.status);
    expect(await h.store.find(kind, one!.id)).toEqual(one);
  });

  it.each(ROLES.filter((r) => r !== 'quality'))('is not annulled by %s', async (role) => {
    await send(role, 'annulment', annulling(kind, of(kind)[0]!.id), 0, 'annulled').expect(403);
    expect((await h.store.standing(kind)).map((r) => r.id)).toContain(of(kind)[0]!.id);
  });

  it('is annulled by quality, signed; stays on file, and is out of what is judged', async () => {
    const one = of(kind)[0]!;
    await send('quality', 'annulment', annulling(kind, one.id), 0).expect(422);
    await send('quality', 'annulment', annulling(kind, one.id), 0, 'annulled').expect(200);
    expect((await h.store.standing(kind)).map((r) => r.id)).not.toContain(one.id);
    expect(await h.store.find(kind, one.id)).toEqual(one);
  });

  it('is replaced by one of its own kind that stands, and by no other', async () => {
    const [gone, wrong, right] = of(kind) as [{ id: string }, { id: string }, { id: string } | undefined];
    if (!right) return expect(of(kind).length, 'too few of it to be replaced').toBe(2);
    const other = of(kind === 'coupon' ? 'log' : 'coupon')[1]!;
    for (const no of [gone.id, other.id, wrong.id, newId()]) {
      const answer = await send('quality', 'annulment', annulling(kind, wrong.id, no), 0, 'annulled').expect(422);
      expect(answer.body.fields[0].field).toBe('replacedById');
    }
    await send('quality', 'annulment', annulling(kind, wrong.id, right.id), 0, 'annulled').expect(200);
    expect((await h.store.standing(kind)).map((r) => r.id)).toContain(right.id);
  });
});
