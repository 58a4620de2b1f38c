import type { Touched } from '@hephaist/contracts/records/trail';
import { describe, expect, it } from 'vitest';
import { fieldWords, leafWords } from '../data/field-words';
import { changeWords, deedWords, touchedWords } from './trail-words';

const joint = (version: number, hash: string | null = 'h'): Touched => ['joint', `j${version}`, version, hash];

describe('the trail in words', () => {
  it.each<[string, Touched[], string]>([
    ['write joint', [joint(1)], 'joint added'],
    ['write joint', [joint(1), joint(1), joint(2)], '2 joints added, joint changed'],
    ['write joint', [joint(4, null), joint(5, null)], '2 joints taken away'],
    [
      'write coupon',
      [
        ['coupon', 'c', 1, 'h'],
        ['command', 'x', 1, 'h'],
      ],
      'coupon filed',
    ],
    ['import', [joint(1)], 'file brought in'],
    ['second factor', [], 'second factor'],
  ])('%s', (deed, records, says) => expect(deedWords({ deed, records })).toBe(says));

  it.each([
    ['tube.size', 'size'],
    ['fitUp.gapSideM', 'gap a side'],
    ['socket.cup', 'socket, cup'],
    ['partNearby.distanceM', 'part nearby, distance'],
    ['timeZone', 'time zone'],
  ])('%s is called %s', (path, words) => expect(fieldWords(path)).toBe(words));

  it('values are read in the units shown, ids by what they name, and nothing is said so', () => {
    expect(leafWords('fitUp.gapSideM', 0.0000762, {}, 'us')).toBe('0.0030 in');
    expect(leafWords('testPa', 2654481.56, {}, 'us')).toBe('385 psi');
    expect(leafWords('testPa', 2654481.56, {}, 'metric')).toMatch(/bar$/);
    expect(leafWords('oxygenLimit', 0.01, {}, 'us')).toBe('1 %');
    expect(leafWords('lineId', 'a', { a: 'Suction' }, 'us')).toBe('Suction');
    expect([leafWords('note', '', {}, 'us'), leafWords('note', null, {}, 'us')]).toEqual(['nothing', 'nothing']);
    expect(leafWords('movement', true, {}, 'us')).toBe('yes');
  });
  it('the same change of several records is told once', () => {
    const names = { a: 'PF-07', b: 'PF-08', c: 'PF-09' };
    expect(
      changeWords(
        [
          ['a', 'tube.size', '7/8', '5/8'],
          ['b', 'tube.size', '7/8', '5/8'],
          ['b', 'note', '', 'x'],
          ['c', 'tube.size', '7/8', '5/8'],
          ['gone', 'tube.size', '7/8', '3/8'],
        ],
        names,
        'us',
      ),
    ).toEqual([
      { of: 'PF-07 to PF-09', field: 'size', from: '7/8', to: '5/8' },
      { of: 'PF-08', field: 'note', from: 'nothing', to: 'x' },
      { of: '', field: 'size', from: '7/8', to: '3/8' },
    ]);
  });
  it('a thing is called by its kind and name', () => {
    expect(touchedWords(['joint', 'j', 2, 'h'], { j: 'PF-07' })).toBe('joint PF-07');
    expect(touchedWords(['picture', 'p', 1, 'h'], {})).toBe('photograph');
  });
});
