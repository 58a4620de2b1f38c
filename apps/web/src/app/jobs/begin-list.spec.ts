import { lineSchema } from '@hephaist/contracts/records/line';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { describe, expect, it } from 'vitest';
import { asksDesign, beginDraft, begunLines, isRefrigeration, unsaidLines } from './begin-draft';

const id = (n: number): string => `01900000-0000-7000-8000-0000000000${(16 + n).toString(16)}`;
const lines = (d: Parameters<typeof begunLines>[0]) => begunLines(d, id(99), 'us', id);

describe('a job that begins with a list of joints', () => {
  it('has the lines that the list names, each like the usual line its name speaks of', () => {
    const d = { ...beginDraft(['Ward oxygen', 'Roof suction']), design: '400' };
    expect([asksDesign(d), isRefrigeration(d), unsaidLines(d)]).toEqual([true, true, []]);
    expect(lines(d).map(({ line }) => [line.name, line.serviceId, Math.round(line.testPa / 6894.757)])).toEqual([
      ['Ward oxygen', 'medical-oxygen', 150],
      ['Roof suction', 'refrigerant-poe', 440],
    ]);
    for (const { line } of lines(d)) expect(problemsOf(lineSchema, line)).toEqual([]);
  });
  it('asks what a name is that speaks of nothing, and takes the kind that is picked', () => {
    const d = { ...beginDraft(['Mezzanine', 'PF']), design: '125' };
    expect(unsaidLines(d)).toEqual(['Mezzanine', 'PF']);
    expect(lines(d)).toEqual([]);
    const picked = { ...d, kinds: ['drinking'] };
    expect(unsaidLines(picked)).toEqual([]);
    expect(lines(picked).map(({ line }) => [line.name, line.prefix, line.serviceId])).toEqual([
      ['Mezzanine', 'ME', 'drinking-water'],
      ['PF', 'PF', 'drinking-water'],
    ]);
  });
  it('no two lines have the same marks', () => {
    const d = { ...beginDraft(['Mezzanine', 'ME', 'Meter']), kinds: ['heating'], design: '90' };
    const marks = lines(d).map(({ line }) => line.prefix);
    expect(new Set(marks).size).toBe(3);
    expect(marks[1]).toBe('ME');
  });
});
