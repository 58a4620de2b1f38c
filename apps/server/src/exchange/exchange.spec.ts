import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { parse as parseCsv } from 'csv-parse/sync';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId } from '../../test/harness.js';

let a: Harness;
let b: Harness;
const file = demoFile();

beforeAll(async () => {
  a = await harness(2_000_000);
  b = await harness();
  expect((await broughtIn(a, file)).status).toBe(201);
});
afterAll(async () => {
  await a.close();
  await b.close();
});
const exported = async (h: Harness): Promise<string> =>
  (await h.as().get(`/api/jobs/${file.job.id}/export`).expect(200)).text;

describe('a job as one file', () => {
  it('goes out, into an empty database, and out again to the same bytes', async () => {
    const one = await exported(a);
    expect((await broughtIn(b, one)).status).toBe(201);
    expect(await exported(b)).toBe(one);
    expect(JSON.parse(one).joints).toHaveLength(file.joints.length);
  });

  it('fits the published schema, and a spoilt one does not (ajv)', async () => {
    const schema = JSON.parse(readFileSync('docs/formats/hephaist-job-1.schema.json', 'utf8')) as object;
    const validate = addFormats.default(new Ajv2020({ strict: false, allErrors: true })).compile(schema);
    const good = JSON.parse(await exported(a)) as { joints: { position: string }[] };
    expect(validate(good), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true);
    (good.joints[0] as { position: string }).position = 'sideways';
    expect(validate(good)).toBe(false);
  });

  it('refuses a job that is already here, and leaves nothing of it', async () => {
    const answer = await a.as().post(`/api/import/${newId()}`).send(file).expect(409);
    expect(answer.body.detail).toContain('already here');
  });

  it.each<[string, unknown, number, string]>([
    ['a foreign file', { hello: 'world' }, 422, 'not a Hephaist job file'],
    ['a later version', { ...file, version: 2 }, 422, 'only version 1'],
    [
      'a joint on a line that is not in the file',
      { ...file, lines: file.lines.slice(1) },
      422,
      'its line is not in the file',
    ],
    ['a list', [1, 2], 422, 'not a Hephaist job file'],
  ])('refuses %s with clear words', async (_what, body, status, words) => {
    const c = await harness();
    const answer = await c
      .as()
      .post(`/api/import/${newId()}`)
      .send(body as object)
      .expect(status);
    expect(answer.body.detail).toContain(words);
    expect(await c.store.count('job')).toBe(0);
    await c.close();
  });

  it('refuses broken JSON and an oversized body', async () => {
    const broken = await a
      .as()
      .post(`/api/import/${newId()}`)
      .set('Content-Type', 'application/json')
      .send('{"format": "heph')
      .expect(400);
    expect(broken.body.detail).toContain('not JSON');
    const huge = await a
      .as()
      .post(`/api/import/${newId()}`)
      .set('Content-Type', 'application/json')
      .send(`{"x":"${'y'.repeat(3_000_000)}"}`)
      .expect(413);
    expect(huge.body.title).toBe('Too large');
  });

  it('keeps a brazer already on file', async () => {
    const c = await harness();
    const brazer = { ...file.brazers[0], name: 'Kept as it is' };
    await c
      .as()
      .post('/api/commands')
      .send({ id: newId(), kind: 'brazer', records: [{ seen: 0, data: brazer }] })
      .expect(200);
    const answer = await broughtIn(c, file);
    expect(answer.body.kept).toBe(1);
    expect((await c.store.find('brazer', brazer.id as string))?.name).toBe('Kept as it is');
    await c.close();
  });
});

describe('joints from CSV', () => {
  const check = (csv: string) =>
    a.as().post(`/api/jobs/${file.job.id}/joints/check-csv`).set('Content-Type', 'text/csv').send(csv);
  const header = 'mark,line,standard,size,tube metal,socket metal,socket,position,gap,near part,distance in';

  it('offers the good rows and reports each bad one by line and column; nothing is written', async () => {
    const before = await a.store.count('joint', { job_id: file.job.id });
    const csv = [
      header,
      'X-1,PF,ACR,1-1/8,copper,brass,valve,horizontal,0.003,txv,4',
      'X-2,PF,ACR,9/9,,,,,,,',
      'X-3,nowhere,ACR,7/8,mithril,,,,-1,,',
      'PF-01,PF,ACR,7/8,,,,,,,',
    ].join('\r\n');
    const answer = await check(csv).expect(200);
    expect(answer.body.rows).toBe(4);
    expect(answer.body.good.map((j: { mark: string }) => j.mark)).toEqual(['X-1']);
    const where = answer.body.bad.map((p: { line: number; column: string }) => `${p.line}:${p.column}`);
    expect(where).toEqual(['3:size', '4:line', '4:tube metal', '4:gap', '5:mark']);
    expect(await a.store.count('joint', { job_id: file.job.id })).toBe(before);
    expect(parseCsv(csv, { columns: true })).toHaveLength(4);
  });

  it('says which columns are missing in a foreign file, and takes rubbish calmly', async () => {
    expect((await check('a;b;c\n1;2;3').expect(200)).body.bad[0].says).toContain('must name the columns');
    expect((await check('\u0000\u0001"""').expect(200)).body.good).toEqual([]);
    await check('x'.repeat(3_000_000)).expect(413);
  });
});
