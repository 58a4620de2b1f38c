import { describe, expect, it } from 'vitest';
import { type Findable, findAmong } from './findable';

const all: readonly Findable[] = [
  { id: '1', kind: 'place', name: 'Plan', also: 'schedule' },
  { id: '2', kind: 'joint', name: 'PF-08', says: 'Plasma freezer, 7/8' },
  { id: '3', kind: 'joint', name: 'PF-080' },
  { id: '4', kind: 'brazer', name: 'Zoë Plant', says: 'mark 11' },
  { id: '5', kind: 'procedure', name: 'BPS-1 rev A' },
];
const found = (typed: string): string[] => findAmong(all, typed).map((f) => f.id);

describe('what is found by a few letters', () => {
  it('the whole name before its beginning, its beginning before a word within, a name before what is known besides', () => {
    expect(found('pf-08')).toEqual(['2', '3']);
    expect(found('pla')).toEqual(['1', '4', '2']);
    expect(found('schedule')).toEqual(['1']);
  });
  it('every word counts, in any order, whatever the letters wear', () => {
    expect(found('11 zoe')).toEqual(['4']);
    expect(found('rev bps')).toEqual(['5']);
    expect(found('pf freezer')).toEqual(['2']);
    expect(found('pf nowhere')).toEqual([]);
  });
  it('nothing typed shows the first', () => expect(found('  ')).toHaveLength(all.length));
});
