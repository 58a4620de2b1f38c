import { SCFH } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { line, point, run, vent } from '../../../packages/core/src/testing/lines.js';
import { control, emptyBench, followScript } from './controls.js';

const net = line([point('A'), vent('V')], [run('1', 'S', 'A', 2), run('2', 'A', 'V', 1)]);
const loaded = () => {
  const bench = emptyBench(1);
  control(bench, `line L1 40_ft³ ${JSON.stringify(net)}`, 0);
  return bench;
};

describe('setting the stand-ins', () => {
  it('takes a line once, its valves, and a script of mishaps', () => {
    const bench = loaded();
    control(bench, 'vent V', 0);
    control(bench, 'feed 15', 0);
    expect(bench.setting).toEqual({ feedM3s: 15 * SCFH, vent: 'V', mishap: 'none' });
    const { line: same } = bench;
    control(bench, `line L1 40_ft³ ${JSON.stringify(net)}`, 5);
    expect(bench.line).toBe(same);
    expect(bench.setting.vent).toBe('V');
    control(bench, 'after 30 mishap hose off', 10);
    followScript(bench, 39);
    expect(bench.setting.mishap).toBe('none');
    followScript(bench, 40);
    expect(bench.setting.mishap).toBe('hose off');
    expect(bench.script).toEqual([]);
    control(bench, 'mishap none', 41);
    control(bench, 'quick 20', 41);
    expect(bench.quick).toBe(20);
    expect(() => control(bench, 'known L1', 42)).not.toThrow();
  });
  it.each([
    ['known L2', 'another line'],
    ['feed -1', 'between 0 and 1000'],
    ['feed', 'between 0 and 1000'],
    ['quick 1e9', 'between 1 and 100'],
    ['mishap earthquake', 'a mishap is one of'],
    ['after soon mishap none', 'after SECONDS'],
    ['line L2', 'line ID CYLINDER JSON'],
    ['line L2 bucket {}', 'a cylinder is one of'],
    ['dance', 'no word of control'],
    ['', 'no word of control'],
  ])('refuses "%s" with words', (text, words) => {
    expect(() => control(loaded(), text, 0)).toThrow(words);
  });
});
