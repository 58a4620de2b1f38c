import { CLOSE_SOURCE, SMOKE_SOURCE, WATER_INSIDE_SOURCE } from '../practise/bench-run.js';
import { BENCH_LINE_SOURCE } from '../practise/bench-setup.js';
import { CAPILLARY_SOURCE, FRONT_SOURCE, SEALED_SOURCE } from '../practise/gap-fill.js';
import { GOOD_HAND_SOURCE } from '../practise/scripted-hand.js';
import { GAP_AIR_SOURCE, OXIDISING_FLUX_SOURCE, SOOT_SOURCE, WETS_TO_M } from '../practise/surface.js';
import type { Source } from '../source/source.js';

const row = (item: string, value: string, source: Source) => ({ table: 'Practice bench', item, value, source });

/** Every value that the practice bench adds to the heat model, with where it is from. */
export const practiseRows = () => [
  row('line of the bench', 'clear in 15 s, air back in 8 s', BENCH_LINE_SOURCE),
  row('filler in the gap', '1 N/m, 4 mPa s', CAPILLARY_SOURCE),
  row('front of the filler', '20 K a neighbour', FRONT_SOURCE),
  row('air in the gap', 'out by the mouth alone', SEALED_SOURCE),
  row('air that oxidises the gap', `wets to ${WETS_TO_M * 1e6} µm`, GAP_AIR_SOURCE),
  row('soot', '8 s to half cover, 10 s to burn off', SOOT_SOURCE),
  row('flux under an oxidising flame', 'three times as fast', OXIDISING_FLUX_SOURCE),
  row('flame held close', 'half as wide at 1/8 in', CLOSE_SOURCE),
  row('zinc', 'smokes', SMOKE_SOURCE),
  row('water inside', 'holds 212 °F', WATER_INSIDE_SOURCE),
  row('the good hand', 'its order', GOOD_HAND_SOURCE),
];
