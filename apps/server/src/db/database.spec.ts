import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId } from '../../test/harness.js';
import { startPostgres } from '../../test/postgres.js';
import { loadDemo } from '../demo/load.js';
import { DatabaseNewerError, migrate } from './migrations.js';

/** Taken away while it runs, so no other test may hang on it. */
const postgres = startPostgres();
let h: Harness;
beforeAll(async () => {
  h = await harness(undefined, {}, postgres.url);
});
afterAll(async () => {
  await h.close();
  postgres.stop();
});

describe('the database', () => {
  it('answers health with its state', async () => {
    const answer = await h.as().get('/api/health').expect(200);
    expect(answer.body).toEqual({ status: 'ok', database: { state: 'answering', migration: '0025-practice' } });
  });

  it('loads the demo once, and knows what people entered from what the demo did', async () => {
    expect(await loadDemo(h.store, '2026-06-15')).toBe(true);
    expect(await loadDemo(h.store, '2026-06-15')).toBe(false);
    expect(await h.store.hasUserEntries()).toBe(false);
    await h
      .as()
      .post('/api/commands')
      .send({
        id: newId(),
        kind: 'brazer',
        records: [{ seen: 0, data: { ...demoFile().brazers[0], id: newId(), mark: '99' } }],
      })
      .expect(200);
    expect(await h.store.hasUserEntries()).toBe(true);
  });

  it('migrates twice without harm and refuses a database from a newer version', async () => {
    await migrate(h.db);
    await h.db('knex_migrations').insert({ name: '9999-future', batch: 9, migration_time: new Date() });
    await expect(migrate(h.db)).rejects.toThrow(DatabaseNewerError);
    await h.db('knex_migrations').where({ name: '9999-future' }).del();
  });

  it('stopped while saving: says so, keeps nothing by halves, and takes the same command once it is back', async () => {
    const command = {
      id: newId(),
      kind: 'brazer',
      records: [{ seen: 0, data: { ...demoFile().brazers[1], id: newId(), mark: '98' } }],
    };
    postgres.away();
    const away = await h.as().post('/api/commands').send(command).expect(503);
    expect(away.body.detail).toContain('not answering');
    expect(away.headers['retry-after']).toBe('2');
    expect((await h.as().get('/api/health').expect(503)).body.database.state).toBe('not answering');
    postgres.back();
    const back = await h.as().post('/api/commands').send(command).expect(200);
    expect(back.body.records[0].version).toBe(1);
    await h.as().post('/api/commands').send(command).expect(200);
    expect((await h.store.list('brazer')).filter((x) => x.mark === '98')).toHaveLength(1);
  });
});
