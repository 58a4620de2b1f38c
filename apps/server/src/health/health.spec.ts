import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Harness, harness, newId } from '../../test/harness.js';

let h: Harness;
let free = 1e12;
beforeAll(async () => {
  h = await harness(undefined, { metricsToken: 'a token', room: { at: '/x', free: () => Promise.resolve(free) } });
});
afterAll(() => h.close());
const ask = (path: string) => request(h.app).get(`/api/${path}`);

describe('how it stands', () => {
  it('is ready while the database is up to date and has room, and says what is wrong', async () => {
    expect((await ask('ready').expect(200)).body).toEqual({ ready: true, wrong: [] });
    free = 1000;
    expect((await ask('ready').expect(503)).body).toEqual({ ready: false, wrong: ['the disk is full'] });
    free = 1e12;
    await h.db('knex_migrations').insert({ name: '9999-future', batch: 9, migration_time: new Date() });
    expect((await ask('ready').expect(503)).body.wrong).toEqual(['the database is not up to date']);
    await h.db('knex_migrations').where({ name: '9999-future' }).del();
    await ask('ready').expect(200);
  });

  it('tells its numbers to who knows the token, and nothing of whose they are', async () => {
    await h.as('lead').get(`/api/jobs/${newId()}`).expect(404);
    await ask('metrics').expect(404);
    await ask('metrics').set('Authorization', 'Bearer another').expect(404);
    const { text, headers } = await ask('metrics').set('Authorization', 'Bearer a token').expect(200);
    expect(headers['content-type']).toContain('application/openmetrics-text');
    expect(text).toContain('hephaist_request_seconds_count{method="GET",route="/jobs/:id",status="404"} 1');
    expect(text).toMatch(/hephaist_database_connections_used \d/);
    expect(text).toContain('hephaist_disk_free_bytes 1000000000000');
    expect(text.trimEnd().endsWith('# EOF')).toBe(true);
    expect(text).not.toContain('0190ffff');
    const silent = await harness();
    await request(silent.app).get('/api/metrics').set('Authorization', 'Bearer ').expect(404);
    await silent.close();
  });
});
