import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Harness, harness, newId } from '../../test/harness.js';
import { problemOf } from '../http/errors.js';
import { connect } from './connect.js';
import { keptBytes, mustFit } from './quota.js';

/** What one company may take up, and what one statement may take: bounded, and said. */

let h: Harness;
beforeAll(async () => {
  h = await harness();
});
afterAll(() => h.close());

describe('storage of a company', () => {
  it('counts photographs, and refuses what does not fit, to the byte', async () => {
    expect(await keptBytes(h.store)).toBe(0);
    const photo = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#b87333' } })
      .jpeg()
      .toBuffer();
    await h.as('fitter').post(`/api/pictures/${newId()}`).set('Content-Type', 'image/jpeg').send(photo).expect(201);
    expect(await keptBytes(h.store)).toBe(photo.length);
    await mustFit(h.store, 1000, photo.length + 1000);
    const refused = await mustFit(h.store, 1001, photo.length + 1000).catch((e: unknown) => problemOf(e));
    expect(refused).toMatchObject({ status: 507, title: 'Disk full' });
    expect((refused as { detail: string }).detail).toContain('may keep 0.0 GB. Nothing was written');
  });
});

describe('a statement', () => {
  it('that takes longer than it may is broken off and said to be busy', async () => {
    const db = connect(h.url, 4000, 200);
    const broken = await db.raw('select pg_sleep(5)').catch((e: unknown) => problemOf(e));
    expect(broken).toMatchObject({ status: 503, title: 'Busy', afterS: 10 });
    await db.destroy();
  });
  it('and one that waits too long for another', async () => {
    const [first, second] = [connect(h.url), connect(h.url, 4000, 300)];
    const trx = await first.transaction();
    await trx.raw('lock table company in access exclusive mode');
    const waited = await second('company')
      .select('id')
      .catch((e: unknown) => problemOf(e));
    expect(waited).toMatchObject({ status: 503, title: 'Busy' });
    await trx.rollback();
    await first.destroy();
    await second.destroy();
  });
});
