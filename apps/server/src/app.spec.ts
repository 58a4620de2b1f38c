import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId } from '../test/harness.js';
import { importJob } from './exchange/job-file.js';

let h: Harness;
const SCRIPT = `export const words = '${'as it was built '.repeat(100)}';`;
const webRoot = mkdtempSync(join(tmpdir(), 'hephaist-web-'));

beforeAll(async () => {
  writeFileSync(join(webRoot, 'index.html'), '<!doctype html><title>Hephaist</title><hp-root></hp-root>');
  writeFileSync(join(webRoot, 'main-ABCD1234.js'), SCRIPT);
  writeFileSync(join(webRoot, 'main-ABCD1234.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(webRoot, 'main-ABCD1234.js.gz'), gzipSync(SCRIPT));
  mkdirSync(join(webRoot, 'media'));
  h = await harness(undefined, { webRoot });
});
afterAll(() => h.close());
const web = () => h.as();

describe('serving the built application', () => {
  it('answers every place with the page, and a missing file with 404', async () => {
    for (const path of ['/', '/jobs', '/job/x/plan?joint=y']) {
      const page = await web().get(path).expect(200);
      expect(page.text).toContain('<title>Hephaist</title>');
      expect(page.headers['cache-control']).toBe('no-cache');
    }
    await web().get('/missing-ABCD1234.js').expect(404);
    await web().get('/../package.json').expect(404);
  });

  it('keeps hashed files for good', async () => {
    const script = await web().get('/main-ABCD1234.js').expect(200);
    expect(script.headers['cache-control']).toContain('immutable');
  });

  it.each([
    ['br, gzip', 'br'],
    ['gzip, deflate, br', 'br'],
    ['gzip', 'gzip'],
    ['identity', undefined],
  ])('sends who takes %s what was compressed as it was built', async (takes, encoding) => {
    const script = await web().get('/main-ABCD1234.js').set('Accept-Encoding', takes).expect(200);
    expect(script.headers['content-encoding']).toBe(encoding);
    expect(script.headers['content-type']).toMatch(/javascript/);
    expect(script.headers['cache-control']).toContain('immutable');
    expect(script.headers['vary']).toContain('Accept-Encoding');
    const sizes = { br: brotliCompressSync(SCRIPT).length, gzip: gzipSync(SCRIPT).length, none: SCRIPT.length };
    expect(Number(script.headers['content-length'])).toBe(sizes[(encoding ?? 'none') as keyof typeof sizes]);
  });

  it('lets the page load nothing from elsewhere, and names no maker', async () => {
    const page = await web().get('/').expect(200);
    expect(page.headers['content-security-policy']).toContain("default-src 'self'");
    const nonce = /ngCspNonce="([^"]{24})"/.exec(page.text)?.[1] ?? '';
    expect(page.headers['content-security-policy']).toContain(`style-src 'self' 'nonce-${nonce}'`);
    expect(page.headers['content-security-policy']).not.toContain('unsafe');
    expect((await web().get('/').expect(200)).text).not.toContain(nonce);
    expect(page.headers['strict-transport-security']).toBeUndefined();
    expect(page.headers['x-powered-by']).toBeUndefined();
    expect(page.headers['x-content-type-options']).toBe('nosniff');
  });
});

describe('two servers on one database', () => {
  it('the same command at both at once is carried out once', async () => {
    await importJob(h.store, demoFile(), newId());
    const [a, b] = [web(), web()];
    const brazer = { ...demoFile().brazers[0], id: newId(), mark: '77' };
    const command = { id: newId(), kind: 'brazer', records: [{ seen: 0, data: brazer }] };
    const answers = await Promise.all([a.post('/api/commands').send(command), b.post('/api/commands').send(command)]);
    expect(answers.map((x) => x.status)).toEqual([200, 200]);
    expect(answers[0]?.body).toEqual(answers[1]?.body);
    expect((await h.store.list('brazer')).filter((x) => x.mark === '77')).toHaveLength(1);
  });

  it('different marks clash at the database, whichever server they came through', async () => {
    const brazer = (id: string) => ({
      id: newId(),
      kind: 'brazer',
      records: [{ seen: 0, data: { ...demoFile().brazers[0], id, mark: '78' } }],
    });
    const answers = await Promise.all([
      web().post('/api/commands').send(brazer(newId())),
      web().post('/api/commands').send(brazer(newId())),
    ]);
    expect(answers.map((x) => x.status).sort()).toEqual([200, 422]);
  });
});

describe('what is not for everyone', () => {
  it('another company’s rows are not seen nor changed', async () => {
    const theirs = (await h.otherCompany())();
    expect((await theirs.get('/api/jobs').expect(200)).body).toEqual([]);
    await theirs.get(`/api/jobs/${demoFile().job.id}`).expect(404);
    await theirs.get(`/api/jobs/${demoFile().job.id}/export`).expect(404);
    const job = { ...demoFile().job, name: 'Taken over' };
    await theirs
      .post('/api/commands')
      .send({ id: newId(), kind: 'job', records: [{ seen: 1, data: job }] })
      .expect(409);
    expect((await h.store.find('job', job.id))?.name).toBe(demoFile().job.name);
    const joint = demoFile().joints[0];
    await theirs
      .post('/api/commands')
      .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data: joint }] })
      .expect(422);
  });
});
