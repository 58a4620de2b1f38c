import type { JointPage } from '@hephaist/contracts/exchange/answers';
import express from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId } from '../../test/harness.js';
import { KeptAnswers } from './kept-answers.js';

/** A long answer is written once for many, and never an old one. */

let h: Harness;
const file = demoFile();
beforeAll(async () => {
  h = await harness();
  expect((await broughtIn(h, file)).status).toBe(201);
});
afterAll(() => h.close());

describe('answers that are kept', () => {
  it('are made once for who asks at once or later, by key', async () => {
    const app = express();
    const kept = new KeptAnswers();
    let made = 0;
    app.get('/:key', (req, res) =>
      kept.send(req, res, req.params.key, async () => {
        made += 1;
        await new Promise((done) => setTimeout(done, 50));
        return JSON.stringify({ key: req.params.key });
      }),
    );
    const ask = (key: string) => request(app).get(`/${key}`).expect(200, { key });
    await Promise.all([ask('a'), ask('a'), ask('b')]);
    await ask('a');
    expect(made).toBe(2);
    const plain = await request(app).get('/a').set('Accept-Encoding', 'identity').expect(200, { key: 'a' });
    expect(plain.headers['content-encoding']).toBeUndefined();
    const { etag } = (await ask('a')).headers;
    await request(app).get('/a').set('If-None-Match', etag!).expect(304);
    await request(app).get('/b').set('If-None-Match', etag!).expect(200);
  });

  it('what failed is not kept', async () => {
    const app = express();
    const kept = new KeptAnswers();
    let tries = 0;
    app.get('/', (req, res) =>
      kept.send(req, res, 'k', () => (++tries === 1 ? Promise.reject(new Error('no')) : Promise.resolve('{}'))),
    );
    app.use((_e: unknown, _req: unknown, res: express.Response, _next: unknown) => void res.status(500).end());
    await request(app).get('/').expect(500);
    await request(app).get('/').expect(200);
  });

  it('joints and exports are new after every write, each company’s its own', async () => {
    const page = async () => (await h.as().get(`/api/jobs/${file.job.id}/joints`).expect(200)).body as JointPage;
    const before = await page();
    const { joint: all } = await h.store.all(['joint'], { job_id: file.job.id });
    expect(before.joint).toEqual(
      [...all].sort((a, b) => a.data.sort - b.data.sort || a.data.id.localeCompare(b.data.id)),
    );
    const exported = async () => (await h.as().get(`/api/jobs/${file.job.id}/export`).expect(200)).text;
    const first = await exported();
    const { version, data: joint } = before.joint[0]!;
    const changed = { ...joint, note: 'seen anew' };
    await h
      .as('lead')
      .post('/api/commands')
      .send({ id: newId(), kind: 'joint', records: [{ seen: version, data: changed }] })
      .expect(200);
    expect((await page()).joint[0]).toMatchObject({
      version: version + 1,
      data: { id: joint.id, note: 'seen anew' },
    });
    const second = await exported();
    expect(second).not.toBe(first);
    expect(second).toContain('seen anew');
    const theirs = await h.otherCompany();
    await theirs().get(`/api/jobs/${file.job.id}/joints`).expect(404);
    await theirs().get(`/api/jobs/${file.job.id}/export`).expect(404);
  });
});
