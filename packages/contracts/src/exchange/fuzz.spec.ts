import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { seeded } from '../../../core/src/testing/strip-picture.js';
import { couponVerdict } from '../records/brazer-record.js';
import { type Kind, KINDS } from '../records/kinds.js';
import { pressureVerdict } from '../records/pressure-test.js';
import { ContractError } from '../schemas/parse.js';
import { parseCommand } from './commands.js';
import { parseJobFile, writeJobFile } from './exchange.js';
import { readJointCsv } from './joint-csv.js';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** What somebody may put in the place of anything. */
const RUBBISH: readonly Json[] = [
  null,
  {},
  [],
  '',
  ' ',
  'none',
  'x'.repeat(3000),
  '\u0000',
  '\ud800',
  '2026-02-30',
  '2026-02-30T10:00:00Z',
  true,
  false,
  0,
  -1,
  1e308,
  -0.5,
  1e-320,
  [[]],
  [null],
  [{}],
  { length: 3 },
  { voids: 'many' },
  { constructor: 1 },
  { kind: 'constructor' },
  { mode: 'measured' },
  [0, 1, 2],
  '__proto__',
];

const demo = saltmarsh('2026-06-15');
const small = {
  ...demo,
  joints: demo.joints.filter((j) => /-0[1-9]$|-1[0-5]$|HP-26|BR-/.test(j.mark)).slice(0, 60),
  logs: [],
};
const clean = (): Json => {
  const text = writeJobFile({ ...small, sessions: [], marks: [], trace: [], signatures: [] });
  expect(small.joints.length).toBeGreaterThan(20);
  return JSON.parse(text) as Json;
};

/** Every place in a value: the holder and the key. */
function places(value: Json, out: { holder: Json[] | { [key: string]: Json }; key: string | number }[] = []) {
  if (value === null || typeof value !== 'object') return out;
  const keys = Array.isArray(value) ? value.keys() : Object.keys(value);
  for (const key of keys) {
    out.push({ holder: value, key });
    places((value as { [key: string | number]: Json })[key] as Json, out);
  }
  return out;
}

/** Spoils some places of a value: replaced, taken away, or given a field more. */
function spoil(value: Json, random: () => number, most = 3): void {
  const all = places(value);
  for (let n = 1 + Math.floor(random() * most); n > 0; n--) {
    const { holder, key } = all[Math.floor(random() * all.length)]!;
    const rubbish = RUBBISH[Math.floor(random() * RUBBISH.length)]!;
    const how = random();
    if (how < 0.7 || Array.isArray(holder)) (holder as { [key: string]: Json })[key] = structuredClone(rubbish);
    else if (how < 0.85) delete (holder as { [key: string]: Json })[key as string];
    else holder[['constructor', 'toString', 'more', '0'][Math.floor(random() * 4)]!] = structuredClone(rubbish);
  }
}

/** What a reader makes of it: taken, or refused with a place for every problem; anything else is a fault. */
function judged(read: () => unknown): 'taken' | 'refused' {
  try {
    read();
    return 'taken';
  } catch (e) {
    if (!(e instanceof ContractError)) throw e;
    expect(e.problems.length).toBeGreaterThan(0);
    for (const p of e.problems) expect(p.says.length).toBeGreaterThan(2);
    return 'refused';
  }
}

describe('readers of what comes in', () => {
  it('a job file is taken or refused with the place, whatever stands in it', () => {
    const random = seeded(11);
    const text = JSON.stringify(clean());
    const counts = { taken: 0, refused: 0 };
    for (let n = 0; n < 60; n++) {
      const file = JSON.parse(text) as Json;
      spoil(file, random);
      counts[judged(() => parseJobFile(file))] += 1;
    }
    expect(counts.refused).toBeGreaterThan(40);
  });
  it('an empty joint and voids that are no list are refused at their place', () => {
    const at = (change: (file: { joints: Json[]; coupons: { faces: { voids: Json }[] }[] }) => void): string[] => {
      const file = clean() as never as { joints: Json[]; coupons: { faces: { voids: Json }[] }[] };
      change(file);
      try {
        parseJobFile(file);
        return [];
      } catch (e) {
        return (e as ContractError).problems.map((p) => p.field);
      }
    };
    expect(at((f) => void (f.joints[0] = {})).every((p) => p.startsWith('joints.0'))).toBe(true);
    expect(at((f) => void (f.joints[0] = {})).length).toBeGreaterThan(3);
    expect(at((f) => void (f.joints[0] = null))).toEqual(['joints.0']);
    const cut = (f: { coupons: { faces: { voids: Json }[] }[] }) => f.coupons.find((c) => c.faces.length)!;
    expect(at((f) => void (cut(f).faces[0]!.voids = 'many')).join()).toMatch(/^coupons\.\d+\.faces\.0\.voids/);
    expect(at((f) => void (cut(f).faces[0]!.voids = null)).join()).toMatch(/^coupons\.\d+\.faces\.0\.voids/);
    expect(at((f) => void ((cut(f) as { faces: Json }).faces = 'cut')).join()).toMatch(/^coupons\.\d+\.faces/);
  });
  it('nothing at all, and everything that is no object', () => {
    for (const value of [undefined, ...RUBBISH]) expect(judged(() => parseJobFile(value))).toBe('refused');
    for (const value of [undefined, ...RUBBISH]) expect(judged(() => parseCommand(value))).toBe('refused');
  });
  it('a command of any kind, with any record of any kind spoilt', () => {
    const random = seeded(23);
    const rows: Partial<Record<Kind, readonly object[]>> = {
      job: [demo.job],
      line: demo.lines,
      joint: small.joints,
      brazer: demo.brazers,
      coupon: demo.coupons,
      procedure: demo.procedures,
      pqr: demo.pqrs,
      pressure_test: demo.pressureTests,
      log: demo.logs,
    };
    const counts = { taken: 0, refused: 0 };
    for (let n = 0; n < 2500; n++) {
      const kinds = Object.keys(rows) as Kind[];
      const kind = kinds[Math.floor(random() * kinds.length)]!;
      const own = rows[kind]!;
      const data = JSON.parse(JSON.stringify(own[Math.floor(random() * own.length)])) as Json;
      const command: Json = {
        id: demo.job.id,
        kind: random() < 0.95 ? kind : KINDS[Math.floor(random() * KINDS.length)]!,
        records: [{ seen: 0, data }],
      };
      spoil(random() < 0.9 ? data : command, random, 2);
      counts[judged(() => parseCommand(command))] += 1;
    }
    expect(counts.refused).toBeGreaterThan(1000);
    expect(counts.taken).toBeGreaterThan(50);
  });
  it('what is taken can be judged: no verdict of a coupon or test throws anything but a named refusal', () => {
    const random = seeded(31);
    for (let n = 0; n < 1500; n++) {
      const coupon = n % 2 === 0;
      const rows: readonly object[] = coupon ? demo.coupons : demo.pressureTests;
      const data = JSON.parse(JSON.stringify(rows[Math.floor(random() * rows.length)])) as Json;
      spoil(data, random, 1);
      const command = { id: demo.job.id, kind: coupon ? 'coupon' : 'pressure_test', records: [{ seen: 0, data }] };
      let read;
      try {
        read = parseCommand(command).records[0]!.data;
      } catch (e) {
        if (e instanceof ContractError) continue;
        throw e;
      }
      try {
        if (coupon) couponVerdict(read as never, SHIPPED);
        else pressureVerdict(read as never);
      } catch (e) {
        expect((e as Error).name).toBe('InputError');
      }
    }
  });
  it('a list of joints as CSV never throws, whatever bytes it is', () => {
    const random = seeded(47);
    const bytes = 'mark,line,standard,size\n"PF-1",PF,acr,7/8\r\n;\t\u0000\ufeff\u0130éx0123456789/-"';
    for (let n = 0; n < 800; n++) {
      let text = random() < 0.7 ? 'mark,line,standard,size\n' : '';
      for (let k = Math.floor(random() * 120); k > 0; k--) text += bytes[Math.floor(random() * bytes.length)];
      const report = readJointCsv(text, demo.lines);
      for (const b of report.bad) expect(b.line).toBeGreaterThan(0);
    }
  });
});
