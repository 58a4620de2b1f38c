import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { columnsOfHead, CSV_COLUMNS } from './csv-heads.js';
import { linesNamedIn, readJointCsv } from './joint-csv.js';

const { lines } = saltmarsh('2026-06-15');
const header = 'mark,line,standard,size';
const [first] = lines;
const like = first!.prefix;

describe('a long list of joints', () => {
  it('takes 20 000 rows and says so of one more', () => {
    const rows = (n: number): string => `${header}\n${'x\n'.repeat(n)}`;
    expect(readJointCsv(rows(20_000), lines).rows).toBe(20_000);
    const over = readJointCsv(rows(20_001), lines);
    expect(over.good).toEqual([]);
    expect(over.bad).toEqual([
      { line: 20_002, mark: '', column: 'row', says: 'at most 20000 joints in one list: part it' },
    ]);
  });
  it('tells the first 500 problems of short rows and how many more there are', () => {
    const report = readJointCsv(`${header}\n${'x\n'.repeat(1000)}`, lines);
    expect(report.bad).toHaveLength(501);
    expect(report.bad[0]).toMatchObject({ line: 2, mark: 'x', column: 'line', says: 'is empty' });
    expect(report.bad[500]?.says).toMatch(/^and \d+ more problems from here on$/);
  });
});

describe('where a problem stands', () => {
  it('by the line of the file and the mark, past empty lines and cells of several lines', () => {
    const text = `\n${header},note\nA-1,${like},acr,7/8,"one\ntwo\nthree"\n\n,,,,\r\nA-2,${like},acr,9/7,\nA-3,nowhere,acr,7/8,`;
    const { bad, good, rows } = readJointCsv(text, lines);
    expect(bad.map((b) => [b.line, b.mark, b.column])).toEqual([
      [8, 'A-2', 'size'],
      [9, 'A-3', 'line'],
    ]);
    expect([rows, good.map((j) => j.note)]).toEqual([3, ['one\ntwo\nthree']]);
  });
  it('a first row that names too little is told at its own line', () =>
    expect(readJointCsv('\n\nmark,size\nA,7/8', lines).bad[0]).toMatchObject({ line: 3, column: 'line, standard' }));
  it('a quote that never ends, and cells past the first row’s, are told', () => {
    expect(readJointCsv(`${header}\nA-1,${like},acr,"7/8`, lines).bad.map((b) => b.column)).toContain('row');
    expect(readJointCsv(`${header}\nA-1,${like},acr,7/8,stray`, lines).bad).toEqual([
      { line: 2, mark: 'A-1', column: 'row', says: '1 more cell than the first row names' },
    ]);
  });
});

describe('one vocabulary', () => {
  it('reads what shorthand and the cells of the schedule read', () => {
    const text = `${CSV_COLUMNS.join(',')}\nA-1,${like},medl,1 1/4,cu,plated,ell,up,.003,sightglass,1' 6",bag-24,ring,yes,yes,magnet holds; file skin,,x`;
    const { good, bad } = readJointCsv(text, lines);
    expect(bad).toEqual([]);
    expect(good[0]).toMatchObject({
      tube: { standardId: 'med-l', size: '1-1/4', metalId: 'copper' },
      socket: { metalId: 'plated-steel', kind: 'fitting' },
      position: 'up-feed',
      fillerId: 'BAg-24',
      rodForm: 'ring',
      movement: true,
      wallBehind: true,
      stub: { magnet: 'holds', file: 'skin' },
      note: 'x',
    });
    expect(good[0]?.partNearby?.distanceM).toBeCloseTo(0.4572, 9);
  });
  it('takes the schedule’s own headings', () => {
    expect(columnsOfHead(['Joint', 'Line', 'Standard', 'Size', 'Tube', 'Socket', 'Into', 'Flow', 'Near'])).toEqual([
      'mark',
      'line',
      'standard',
      'size',
      'tube metal',
      'socket metal',
      'socket',
      'position',
      'near part',
    ]);
    expect(columnsOfHead(['Tube', 'Socket'])).toEqual(['tube metal', 'socket metal']);
    expect(columnsOfHead(['tube metal', 'socket'])).toEqual(['tube metal', 'socket']);
    expect(columnsOfHead(['socket', 'Socket metal', 'mark', 'mark'])).toEqual(['socket', 'socket metal', 'mark', null]);
  });
  it('a part with its distance in one cell', () => {
    const { good } = readJointCsv(`${header},near\nA-1,${like},acr,7/8,txv 4in`, lines);
    expect(good[0]?.partNearby).toEqual({ partId: 'txv', distanceM: expect.closeTo(0.1016, 9) as number });
    expect(readJointCsv(`${header},near\nA-1,${like},acr,7/8,txv`, lines).bad[0]).toMatchObject({
      column: 'distance in',
    });
  });
});

describe('what a file does not say', () => {
  it('is told with what stands instead, and columns that are left out by name', () => {
    const { notes } = readJointCsv(
      `${header},tube metal,Foreman\nA-1,${like},acr,7/8,cu,x\nA-2,${like},acr,7/8,,y`,
      lines,
    );
    expect(notes).toContain('left out: “Foreman”');
    expect(notes).toContain('tube metal: nothing is said in one row, so copper');
    expect(notes).toContain('position: nothing is said in any row, so horizontal');
  });
  it('lines that are not there yet are named, each once', () => {
    const text = `${header}\nA-1,Mezzanine,acr,7/8\nA-2,mezzanine,acr,7/8\nA-3,${like.toLowerCase()},acr,7/8\nA-4,Roof,acr,7/8`;
    expect(linesNamedIn(text, lines)).toEqual(['Mezzanine', 'Roof']);
    expect(readJointCsv(text, lines).newLines).toEqual(['Mezzanine', 'Roof']);
    expect(linesNamedIn('nothing at all')).toEqual([]);
  });
});
