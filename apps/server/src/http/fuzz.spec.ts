import type { Test } from 'supertest';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../../../packages/core/src/testing/strip-picture.js';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { sampleMark, sampleSession } from '../../test/instruments.js';
import { withJob } from '../../test/with-job.js';
import { ROUTE_DEEDS } from '../access/route-deeds.js';

/**
 * Requests of every route with anything in the place of anything: each is answered, and none with 500. The seed is
 * fixed; `./test --full` asks ten times as many.
 */
const ROUNDS = process.env['HEPHAIST_FULL'] ? 10 : 1;

const file = demoFile();
const h = withJob(file);

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
/** Ids that are on file, and everything that is none. */
const IDS = [
  file.job.id,
  file.lines[0]!.id,
  file.joints[0]!.id,
  newId(),
  'x',
  '0',
  '%00',
  '%ff',
  '..%2f',
  '',
  '%ud800',
];
const RUBBISH: readonly Json[] = [
  null,
  {},
  [],
  '',
  'none',
  'x'.repeat(3000),
  '\u0000',
  'a\u0000b',
  '\ud800',
  'a\udc00b',
  '2026-02-30',
  '2026-02-30T10:00:00Z',
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:60Z',
  true,
  0,
  -1,
  1e308,
  2 ** 53,
  2 ** 31,
  -0.5,
  1e-320,
  [[]],
  [null],
  { length: 3 },
  { constructor: 1 },
  'constructor',
  '__proto__',
  'toString',
  file.job.id,
  file.joints[0]!.id,
];
const pick = <T>(all: readonly T[], random: () => number): T => all[Math.floor(random() * all.length)] as T;

/** Every place in a value: the holder and the key. */
function places(value: Json, out: { holder: { [key: string | number]: Json }; key: string }[] = []) {
  if (value === null || typeof value !== 'object') return out;
  for (const key of Object.keys(value)) {
    out.push({ holder: value as { [key: string]: Json }, key });
    places((value as { [key: string]: Json })[key]!, out);
  }
  return out;
}
function spoilt(value: Json, random: () => number): Json {
  const out = structuredClone(value);
  for (let n = Math.floor(random() * 3); n >= 0; n--) {
    const all = places(out);
    if (!all.length) return pick(RUBBISH, random);
    const { holder, key } = pick(all, random);
    if (random() < 0.8) holder[key] = structuredClone(pick(RUBBISH, random));
    else delete holder[key];
  }
  return out;
}

const plain = <T>(value: T): Json => JSON.parse(JSON.stringify(value)) as Json;
const session = sampleSession();
/** Good records of every kind that can be sent. */
const RECORDS = plain({
  job: { ...file.job, id: newId() },
  line: { ...file.lines[0], id: newId() },
  joint: { ...file.joints[0], id: newId(), mark: 'F-1' },
  brazer: { ...file.brazers[0], id: newId(), mark: '99' },
  procedure: { ...file.procedures[0], id: newId(), name: 'F', signedOn: null },
  coupon: { ...file.coupons[0], id: newId(), number: 'F-1' },
  log: { ...file.logs[0], id: newId() },
  confirmation: { id: newId(), brazerId: file.brazers[0]!.id, on: '2026-06-01', says: 'seen' },
  pqr: { ...file.pqrs[0], id: newId(), number: 'F' },
  pressure_test: { ...file.pressureTests[0], id: newId() },
  own_row: { ...file.ownRows[0], id: newId(), key: 'fuzz' },
  purge_session: session,
  purge_mark: sampleMark(session),
  signature: {},
  intake: {},
  constructor: {},
}) as { [kind: string]: Json };
const MEANINGS = [
  'judged',
  'tested',
  'confirmed',
  'released',
  'out-of-range',
  'withdrawn',
  'countersigned',
  'toString',
];

function command(random: () => number): Json {
  const kind = pick(Object.keys(RECORDS), random);
  const records = [{ seen: pick([0, 0, 0, 1, 2 ** 31, 1e308], random), data: RECORDS[kind]! }];
  const signature: { [key: string]: Json } =
    random() < 0.5 ? { signature: { password: TEST_PASSWORD, meaning: pick(MEANINGS, random) } } : {};
  const good = { id: newId(), kind, records, ...(random() < 0.2 ? { removals: [{ id: newId(), seen: 1 }] } : {}) };
  const sent = random() < 0.2 ? plain({ ...good, id: newId() }) : spoilt(good, random);
  return { ...(sent as { [key: string]: Json }), ...signature };
}
const person = { person: 'P', roles: ['fitter'], brazerId: null };
/** What each route takes, by the end of its path. */
const BODIES: readonly (readonly [end: string, body: (random: () => number) => Json])[] = [
  ['/sign-in', () => ({ name: 'ada', password: 'x' })],
  ['/first-run', () => ({ code: 'A', company: 'C', person: 'P', name: 'n', password: 'a long password' })],
  ['/password', () => ({ old: 'x', password: 'a long password' })],
  ['/people', () => ({ id: newId(), name: 'ada', password: 'a long password', ...person })],
  ['/people/:id', () => ({ ...person, disabled: false, password: null })],
  ['/commands', command],
  ['/import/:id', () => ({ ...(plain(file) as object), trace: [] }) as Json],
  ['/hand-overs', () => ({ id: newId(), to: 'x', note: '', units: 'us', password: 'not this' })],
  ['/countersign', () => ({ password: 'x' })],
  ['/copy/:commandId', () => ({ name: 'copy' })],
  ['/rod-list.pdf', () => ({ system: 'us', lines: [] })],
  ['/purge-plan.pdf', () => ({ system: 'us', minutes: 8, cylinder: '300 ft³' })],
  ['/mishap', () => ({ mishap: 'hose off' })],
];
const QUERIES = [
  '',
  '?after=x',
  '?after=99999999999~' + 'a'.repeat(36),
  '?after=1~x',
  '?limit=-1',
  '?limit=1e99',
  '?before=9e99',
];
const MORE_QUERIES = ['?after[]=1&after[]=2', '?before[x]=1', '?after=%00', '?limit=%ff', `?after=1~${newId()}`];
/** Bodies that are no JSON object, as they are. */
const RAW = [
  '',
  '{',
  'null',
  '7',
  '"x"',
  '[]',
  '\u0000',
  `${'['.repeat(20_000)}${']'.repeat(20_000)}`,
  '{"a":'.repeat(5000),
];
const TYPES = ['application/json', 'text/plain', 'application/octet-stream', 'application/x-www-form-urlencoded', ''];

const ROUTES = ROUTE_DEEDS.filter(([, path]) => !path.endsWith('stream') && path !== '/sign-out');

async function ask(random: () => number, method: string, pattern: string): Promise<{ status: number; what: string }> {
  const path = `/api${pattern.replace(/:\w+/g, () => (random() < 0.6 ? newId() : pick(IDS, random)))}`;
  const url = path + (random() < 0.3 ? pick([...QUERIES, ...MORE_QUERIES], random) : '');
  const send: Test = h.as()[method.toLowerCase() as 'get' | 'post' | 'put'](url);
  if (method === 'GET') return { status: (await send).status, what: `${method} ${url}` };
  const made = BODIES.find(([end]) => pattern.endsWith(end))?.[1](random) ?? {};
  const body =
    random() < 0.15 ? pick(RAW, random) : JSON.stringify(pattern === '/commands' ? made : spoilt(made, random));
  const type = random() < 0.9 ? 'application/json' : pick(TYPES, random);
  const answer = await (type ? send.set('Content-Type', type) : send).send(body);
  return { status: answer.status, what: `${method} ${url} ${body.slice(0, 2000)}` };
}

/** Answers that commands got. */
const met = new Set<number>();

describe('every route with anything in it', () => {
  it.each(ROUTES.map(([method, path]) => [method, path] as const))(
    '%s %s answers, and never with 500',
    async (method, path) => {
      const random = seeded([...`${method} ${path}`].reduce((n, c) => (n * 31 + c.charCodeAt(0)) % 1_000_003, 7));
      const times = ROUNDS * (path === '/commands' ? 400 : path.startsWith('/import/') ? 10 : 15);
      for (let n = 0; n < times; n++) {
        const { status, what } = await ask(random, method, path);
        expect(status, what).not.toBe(500);
        expect(status, what).toBeLessThan(504);
        if (path === '/commands') met.add(status);
      }
    },
  );
  it('and the server is as it was', async () => {
    // Some were taken: what was sent was near to what is good.
    expect([...met]).toEqual(expect.arrayContaining([200, 400, 409, 422]));
    await h.as('auditor').get('/api/health').expect(200);
    expect((await h.as('auditor').get(`/api/jobs/${file.job.id}`).expect(200)).body.job[0].data.name).toBe(
      file.job.name,
    );
  });
});
