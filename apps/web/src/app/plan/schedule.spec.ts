import { lineConditions } from '@hephaist/contracts/records/conditions';
import type { Joint } from '@hephaist/contracts/records/joint';
import { planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import { planJoint } from '@hephaist/core/joint/plan';
import { formatQuantity } from '@hephaist/core/units/units';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { jointState } from '../data/joint-state';
import { metalWords } from '../data/joint-words';
import { type Column, COLUMNS, columnsOf, type Eye, templateOf, USUAL_COLUMNS } from './schedule-columns';
import { readCells } from './schedule-edit';
import { fromTsv, planPaste, readPaste, toTsv } from './schedule-paste';
import { PLAIN_VIEW, readSort, scheduleRows, type View, writeSort } from './schedule-rows';

const demo = saltmarsh('2026-06-15');
const shop = shopOf(demo.ownRows, demo.procedures);
const plan = planner(demo.job, demo.lines, shop);
const logs = new Map(demo.logs.map((l) => [l.jointId, l]));
const eyeIn = (system: 'us' | 'metric'): Eye => ({
  words: { lines: demo.lines, tables: catalogueWith(demo.ownRows), system },
  summaryOf: (j) => sum(plan(j)),
  stateOf: (j) => jointState(j, sum(plan(j)), logs.get(j.id)),
  show: (si, quantity) => formatQuantity(si, quantity, system, false),
});
const eye = eyeIn('us');
const joint = (mark: string): Joint => demo.joints.find((j) => j.mark === mark) as Joint;
const column = (id: string): Column => COLUMNS.find((c) => c.id === id) as Column;
const view = (change: Partial<View>): View => ({ ...PLAIN_VIEW, ...change });
const rows = (v: View) => scheduleRows(demo.joints, demo.lines, v, COLUMNS, eye);
const marks = (v: View): string[] => rows(v).flatMap((r) => (r.kind === 'joint' ? [r.joint.mark] : []));
const read = (texts: [string, string, string][]) =>
  readCells(
    texts.map(([mark, id, text]) => ({ joint: joint(mark), column: column(id), text })),
    eye,
    new Set(),
  );

it('says the tip and the seconds to heat, and sorts by them', () => {
  const heat = column('heat');
  expect(heat.show(joint('PF-01'), eye)).toMatch(/^number \d, 0:\d\d$/);
  expect(heat.sort(joint('PF-01'), eye)).toBe(eye.summaryOf(joint('PF-01'))?.summary?.heat?.seconds);
  expect(heat.show(joint('BR-06'), eye)).toBe('–');
});

describe('schedule rows', () => {
  it('stand under their lines, and finding keeps only what holds every word', () => {
    const all = rows(PLAIN_VIEW);
    expect(all.filter((r) => r.kind === 'head')).toHaveLength(demo.lines.length);
    expect(all).toHaveLength(demo.lines.length + demo.joints.length);
    expect(marks(view({ find: 'plated stub' }))).toEqual(['PF-07', 'FF-02']);
    expect(rows(view({ find: 'no such thing' }))).toEqual([]);
  });
  it('show only one state, size, rod or line', () => {
    expect(marks(view({ only: 'state=too wide' }))).toEqual(['OX-11']);
    expect(marks(view({ only: 'line=BR' }))).toHaveLength(6);
    expect(marks(view({ only: 'size=5/8' }))).toEqual(['PF-11']);
    const rods = marks(view({ only: 'rod=BAg-24' }));
    expect(rods.length).toBeGreaterThan(0);
    for (const m of rods) expect(sum(plan(joint(m))).summary?.fillerId).toBe('BAg-24');
  });
  it('sort by what a column means: sizes by diameter, gaps by length, and back the other way', () => {
    const od = (m: string): number => shop.catalogue.tube(joint(m).tube.standardId, joint(m).tube.size)?.odM ?? NaN;
    const up = marks(view({ groupBy: 'none', sort: { column: 'size', down: false } })).map(od);
    expect([...up].sort((a, b) => a - b)).toEqual(up);
    const gaps = marks(view({ groupBy: 'none', sort: { column: 'gap', down: true } })).map(
      (m) => sum(plan(joint(m))).summary?.gapSideM ?? Infinity,
    );
    expect([...gaps].sort((a, b) => b - a)).toEqual(gaps);
  });
  it('a sort is one word in the address and back; a column nobody knows sorts nothing', () => {
    for (const sort of [null, { column: 'size', down: false }, { column: 'gap', down: true }])
      expect(readSort(writeSort(sort))).toEqual(sort);
    expect(marks(view({ sort: readSort('-nonsense') }))).toEqual(marks(PLAIN_VIEW));
  });
  it('no joint is lost or doubled by any grouping or sorting', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('line', 'state', 'size', 'rod', 'none'),
        fc.option(fc.record({ column: fc.constantFrom(...COLUMNS.map((c) => c.id)), down: fc.boolean() }), {
          nil: null,
        }),
        (groupBy, sort) => {
          const got = marks(view({ groupBy: groupBy as View['groupBy'], sort }));
          expect([...got].sort()).toEqual(demo.joints.map((j) => j.mark).sort());
        },
      ),
      { numRuns: 40 },
    );
  });
  it('has the usual columns in schedule order', () => {
    expect(columnsOf(USUAL_COLUMNS.narrow).map((c) => c.id)).toEqual(USUAL_COLUMNS.narrow);
    expect(templateOf(columnsOf(['mark', 'note']))).toMatch(/^58px minmax\(140px, 1fr\)$/);
    expect(metalWords(joint('PF-07'), eye.words.tables)).toBe('copper · plated steel');
  });
});

describe('typing into cells', () => {
  it('reads words, sizes and numbers, several of one joint together', () => {
    const { joints, problems } = read([
      ['PF-04', 'standard', 'K'],
      ['PF-04', 'size', '3/4'],
      ['PF-04', 'gap', '.003'],
      ['PF-04', 'near', 'txv 4'],
      ['PF-04', 'rod', 'bcup-3'],
      ['PF-04', 'moves', 'yes'],
    ]);
    expect(problems).toEqual([]);
    expect(joints).toHaveLength(1);
    expect(joints[0]).toMatchObject({
      tube: { standardId: 'k', size: '3/4' },
      fitUp: { mode: 'stated', gapSideM: 0.003 * 0.0254 },
      partNearby: { partId: 'txv', distanceM: 4 * 0.0254 },
      fillerId: 'BCuP-3',
      movement: true,
    });
  });
  it.each([
    ['size', '9/9', 'there is'],
    ['socketMetal', 'mithril', 'is not known'],
    ['gap', '-1', 'a gap per side'],
    ['gap', '1e9', 'a gap per side'],
    ['near', 'txv', 'how far'],
    ['flux', 'FB3-A', 'worked out'],
    ['mark', '', 'is empty'],
    ['moves', 'perhaps', 'yes or no'],
    ['setAside', 'x'.repeat(300), 'at most 200'],
  ])('says what is wrong in %s: %s', (id, text, says) => {
    const { joints, problems } = read([['PF-04', id, text]]);
    expect(joints).toEqual([]);
    expect(problems[0]?.says).toContain(says);
  });
  it('refuses a mark twice, here or elsewhere in the job', () => {
    expect(
      read([
        ['PF-04', 'mark', 'X-1'],
        ['PF-05', 'mark', 'X-1'],
      ]).problems[0]?.says,
    ).toContain('already used');
    const taken = readCells(
      [{ joint: joint('PF-04'), column: column('mark'), text: 'PF-09' }],
      eye,
      new Set(['PF-09']),
    );
    expect(taken.joints).toEqual([]);
  });
  it('the good rows of a paste with bad ones can be taken alone', () => {
    const { joints, problems } = read([
      ['PF-04', 'socketMetal', 'brass'],
      ['PF-05', 'socketMetal', 'mithril'],
    ]);
    expect(joints.map((j) => j.mark)).toEqual(['PF-04']);
    expect(problems.map((p) => p.mark)).toEqual(['PF-05']);
  });
});

describe('copy and paste', () => {
  const typed = COLUMNS.filter((c) => c.cell && !['mark', 'line'].includes(c.id));
  it.each(['us', 'metric'] as const)('what is copied reads back to the same joint, in %s', (system) => {
    const e = eyeIn(system);
    for (const j of demo.joints.filter((x) => !x.groove && !x.bush)) {
      const [cells = []] = fromTsv(toTsv([j], typed, e));
      const { joints, problems } = readCells(
        typed.map((c, i) => ({ joint: j, column: c, text: cells[i] ?? '' })),
        e,
        new Set(),
      );
      expect(problems, j.mark).toEqual([]);
      const back = joints[0] ?? j;
      expect({ ...back, partNearby: null, fitUp: null }).toEqual({ ...j, partNearby: null, fitUp: null });
      expect(back.partNearby?.distanceM ?? 0).toBeCloseTo(j.partNearby?.distanceM ?? 0, 4);
      expect(back.fitUp.mode).toBe(j.fitUp.mode);
    }
  });
  it('survives tabs, quotes and line breaks in a note', () => {
    const j = { ...joint('PF-04'), note: 'a\t"b"\nc' };
    expect(fromTsv(toTsv([j], [column('note')], eye))).toEqual([['a\t"b"\nc']]);
    expect(fromTsv('a\tb\r\nc\td\r\n')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
  });
  const ground = { line: demo.lines[0]!, marks: demo.joints.map((j) => j.mark), sort: 500, newId: () => 'fresh' };
  const own = demo.joints.slice(0, 3);
  it('one cell fills a range, one row fills a taller one, and rows below the last are new joints', () => {
    const cols = columnsOf(['mark', 'size', 'tubeMetal', 'socketMetal']);
    const fill = planPaste(readPaste([['x']]), { top: 0, bottom: 2, left: 1, right: 2 }, own, cols, ground);
    expect(fill.texts).toHaveLength(6);
    expect(
      planPaste(readPaste([['a', 'b']]), { top: 0, bottom: 2, left: 1, right: 1 }, own, cols, ground).texts,
    ).toHaveLength(6);
    const more = planPaste(
      readPaste([['7/8'], ['7/8'], ['7/8']]),
      { top: 2, bottom: 2, left: 1, right: 1 },
      own,
      cols,
      ground,
    );
    expect(more.fresh.map((j) => j.mark)).toEqual(['PF-17', 'PF-18']);
    const wide = planPaste(readPaste([['a', 'b', 'c']]), { top: 0, bottom: 0, left: 3, right: 3 }, own, cols, ground);
    expect([wide.texts.length, wide.spare]).toEqual([1, 2]);
  });
  it('a new joint from a paste plans like any other', () => {
    const { fresh } = planPaste(
      readPaste([['7/8'], ['7/8']]),
      { top: 2, bottom: 2, left: 0, right: 0 },
      own,
      columnsOf(['size']),
      ground,
    );
    expect(planJoint(fresh[0]!, lineConditions(demo.lines[0]!, demo.job)).selection.chosen).not.toBeNull();
  });
});

describe('rows that are pasted with marks', () => {
  const cols = columnsOf(['mark', 'size', 'tubeMetal', 'socketMetal']);
  const own = demo.joints.slice(0, 3);
  const at = { top: 0, bottom: 0, left: 0, right: 0 };
  const ground = {
    line: demo.lines[0]!,
    marks: demo.joints.map((j) => j.mark),
    sort: 900,
    newId: () => demo.joints[0]!.id,
  };
  const paste = (cells: string[][], more: { asNew?: boolean } = {}, range = at) =>
    planPaste(readPaste(cells), range, own, cols, { ...ground, ...more });
  it('that do not stand yet are new joints, and nothing is overwritten', () => {
    const { fresh, texts } = paste([
      ['X-1', '7/8'],
      ['X-2', '5/8'],
    ]);
    expect(fresh.map((j) => j.mark)).toEqual(['X-1', 'X-2']);
    expect(texts.map((t) => [t.joint.mark, t.column.id, t.text])).toEqual([
      ['X-1', 'mark', 'X-1'],
      ['X-1', 'size', '7/8'],
      ['X-2', 'mark', 'X-2'],
      ['X-2', 'size', '5/8'],
    ]);
  });
  it('have the tube of the joint before them where nothing is said of it', () => {
    const like = demo.joints.find((j) => j.tube.standardId === 'med-l')!;
    const plan = planPaste(readPaste([['X-1', 'up']]), at, own, columnsOf(['mark', 'position']), { ...ground, like });
    expect(plan.fresh[0]?.tube).toEqual(like.tube);
  });
  it('of which one stands, or of one cell alone, go where the cursor is', () => {
    expect(
      paste([
        ['X-1', '7/8'],
        [own[0]!.mark, '5/8'],
      ]).fresh,
    ).toEqual([]);
    expect(paste([['X-1']]).fresh).toEqual([]);
    expect(paste([['', '7/8']]).fresh).toEqual([]);
  });
  it('as new joints where that is asked for, with marks of the line', () => {
    const { fresh, texts } = paste([['7/8'], ['5/8']], { asNew: true }, { top: 0, bottom: 2, left: 1, right: 1 });
    expect(fresh).toHaveLength(2);
    expect(new Set(fresh.map((j) => j.mark)).size).toBe(2);
    expect(fresh.every((j) => j.mark.startsWith(demo.lines[0]!.prefix))).toBe(true);
    expect(texts.map((t) => t.column.id)).toEqual(['size', 'size']);
  });
});

describe('a heading that is pasted along', () => {
  const titles = (cells: string[][]) => readPaste(cells).heads?.map((c) => c?.id ?? null) ?? null;
  it('says which column is which, in any order, as the schedule or a list of joints heads them', () => {
    expect(
      titles([
        [' size', 'Joint'],
        ['7/8', 'PF-90'],
      ]),
    ).toEqual(['size', 'mark']);
    expect(
      titles([
        ['mark', 'tube metal', 'position'],
        ['a', 'b', 'c'],
      ]),
    ).toEqual(['mark', 'tubeMetal', 'position']);
    expect(
      readPaste([
        ['Size', 'Joint'],
        ['7/8', 'PF-90'],
      ]).cells,
    ).toEqual([['7/8', 'PF-90']]);
  });
  it('names what it does not know beside enough that it knows', () => {
    expect(
      titles([
        ['mark', 'size', 'Flow', 'Foreman'],
        ['a', 'b', 'c', 'd'],
      ]),
    ).toEqual(['mark', 'size', 'position', null]);
    const plan = planPaste(
      readPaste([
        ['mark', 'size', 'Flow', 'Foreman'],
        ['X-9', '7/8', 'up', 'Dov'],
      ]),
      { top: 0, bottom: 0, left: 3, right: 3 },
      demo.joints,
      columnsOf(['mark', 'size', 'tubeMetal', 'socketMetal']),
      { line: demo.lines[0]!, marks: demo.joints.map((j) => j.mark), sort: 1, newId: () => demo.joints[0]!.id },
    );
    expect([plan.spare, plan.fresh.map((j) => j.mark), plan.texts.map((t) => t.column.id)]).toEqual([
      1,
      ['X-9'],
      ['mark', 'size', 'position'],
    ]);
  });
  it('rows of values, one row alone and empty cells are none', () => {
    expect(
      titles([
        ['PF-90', '7/8'],
        ['PF-91', '5/8'],
      ]),
    ).toBeNull();
    expect(titles([['Size']])).toBeNull();
    expect(
      titles([
        ['', ''],
        ['a', 'b'],
      ]),
    ).toBeNull();
  });
});
