import express from 'express';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { answering } from './answering.js';

describe('a router that knows the table of routes', () => {
  it('answers as Express does; another answer, or another address, does not compile', async () => {
    const router = answering();
    router.get('/others', (_req, res) => void res.json({ seq: 7, wrote: false }));
    // @ts-expect-error: /api/others answers with `seq` and `wrote`
    router.get('/jobs', (_req, res) => void res.json({ seq: 7 }));
    // @ts-expect-error: no such address
    router.get('/job', (_req, res) => void res.json({}));
    // @ts-expect-error: /api/jobs does not answer to PUT
    router.put('/jobs', (_req, res) => void res.json([]));
    const { body } = (await request(express().use('/api', router)).get('/api/others').expect(200)) as { body: unknown };
    expect(body).toEqual({ seq: 7, wrote: false });
  });
});
