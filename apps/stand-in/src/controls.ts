import {
  type LineSetting,
  type SimulatedLine,
  simulatedLine,
  STAND_IN_MISHAPS,
  type StandInMishap,
} from '@hephaist/core/live/simulated-line';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { PSI, SCFH } from '@hephaist/core/units/units';

/** What the stand-ins are set to. */
export interface Bench {
  lineId: string | null;
  line: SimulatedLine | null;
  setting: LineSetting;
  /** Seconds of the line's time that pass in one second. */
  quick: number;
  /** Mishaps to come, in seconds of this process. */
  script: { readonly atS: number; readonly mishap: StandInMishap }[];
}

export const emptyBench = (quick: number): Bench => ({
  lineId: null,
  line: null,
  setting: { feedM3s: 0, vent: null, mishap: 'none' },
  quick,
  script: [],
});

const FULL_PA = 2200 * PSI;

function mishapOf(words: string): StandInMishap {
  const mishap = STAND_IN_MISHAPS.find((m) => m === words);
  if (!mishap) throw new Error(`a mishap is one of ${STAND_IN_MISHAPS.join(', ')}`);
  return mishap;
}

/**
 * Carries out one line of control; each line is answered by `ok` or `no: why`.
 * - `line ID CYLINDER JSON`  a line full of air, as the purge plan's network; the same ID again changes nothing
 * - `known ID`               whether that line is here
 * - `vent POINT`, `feed SCFH`, `quick TIMES`, `mishap NAME`, `after SECONDS mishap NAME`
 * @param nowS seconds that this process has run
 * @throws Error saying what is wrong with the line
 */
export function control(bench: Bench, text: string, nowS: number): void {
  const [, word = '', rest = ''] = /^(\S+) ?(.*)$/s.exec(text.trim()) ?? [];
  const amount = (least: number, most: number): number => {
    const n = Number(rest);
    if (!(rest && n >= least && n <= most)) throw new Error(`${word} is between ${least} and ${most}`);
    return n;
  };
  switch (word) {
    case 'line': {
      const [, id, size, json] = /^(\S+) (\S+) (.*)$/s.exec(rest) ?? [];
      if (!id || !json) throw new Error('line ID CYLINDER JSON');
      if (bench.lineId === id) return;
      const cylinder = CYLINDERS.find((c) => c.id.replace(' ', '_') === size);
      if (!cylinder) throw new Error(`a cylinder is one of ${CYLINDERS.map((c) => c.id.replace(' ', '_')).join(', ')}`);
      bench.line = simulatedLine(JSON.parse(json) as PurgeNetwork, cylinder.waterM3, FULL_PA);
      bench.lineId = id;
      bench.setting = { feedM3s: 0, vent: null, mishap: 'none' };
      return;
    }
    case 'known':
      if (bench.lineId !== rest) throw new Error('another line is here, or none');
      return;
    case 'vent':
      bench.setting = { ...bench.setting, vent: rest || null };
      return;
    case 'feed':
      bench.setting = { ...bench.setting, feedM3s: amount(0, 1000) * SCFH };
      return;
    case 'quick':
      bench.quick = amount(1, 100);
      return;
    case 'mishap':
      bench.setting = { ...bench.setting, mishap: mishapOf(rest) };
      return;
    case 'after': {
      const [, seconds, name] = /^([\d.]+) mishap (.+)$/.exec(rest) ?? [];
      if (!seconds || !name) throw new Error('after SECONDS mishap NAME');
      bench.script.push({ atS: nowS + Number(seconds), mishap: mishapOf(name) });
      return;
    }
    default:
      throw new Error(`"${word}" is no word of control`);
  }
}

/** Takes up what the script says for now. */
export function followScript(bench: Bench, nowS: number): void {
  for (const s of bench.script) if (s.atS <= nowS) bench.setting = { ...bench.setting, mishap: s.mishap };
  bench.script = bench.script.filter((s) => s.atS > nowS);
}
