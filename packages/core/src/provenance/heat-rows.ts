import { BODY_NECK_M, CELLS_SOURCE, GAP_GAS_W_MK, GAP_SOURCE, NECK_SOURCE } from '../heat/chain.js';
import { FIT_SOURCE, HAND_SPREAD, HAND_SPREAD_SOURCE } from '../heat/fit-efficiency.js';
import { FLAME_KIND_SOURCE, FOOTPRINT_SOURCE } from '../heat/flame.js';
import { FLUX_LIFE_SOURCE } from '../heat/flux-life.js';
import {
  BURNT_WITH,
  BURNT_WITH_WORDS,
  EFFICIENCY,
  EFFICIENCY_SOURCE,
  FLAME_TEMPERATURE_SOURCE,
  FUELS,
  HEATING_VALUE_SOURCE,
  OXYGEN_RATIO_SOURCE,
  TIPS,
  USUAL_FLOW_SOURCE,
} from '../heat/fuels.js';
import { GLOW_SOURCE, SHADE_SOURCE } from '../heat/glow.js';
import { HAND_SOURCE } from '../heat/heat-run.js';
import { HOT_METAL_SOURCE } from '../heat/metal-heat.js';
import { OXIDE_OXYGEN_SOURCE, OXIDE_SOURCE, OXIDE_WORDS_SOURCE } from '../heat/oxide.js';
import { PART_HEAT_SOURCE } from '../heat/part-peak.js';
import { AIM_S, FEED_SOURCE, PREHEAT_FROM_M, PREHEAT_SOURCE, STOP_S, TIME_SOURCE } from '../heat/plan-heat.js';
import { CLAMP_SOURCE, PASTE_SOURCE, WATER_SOURCE, WRAP_SOURCE } from '../heat/protect-part.js';
import {
  ACETYLENE_CYLINDERS,
  ACETYLENE_MOST_PSI,
  ACETYLENE_PRESSURE_SOURCE,
  ACETYLENE_SIZE_SOURCE,
  BETWEEN_SOURCE,
  DRAW_SOURCE,
  DRAW_WORDS,
} from '../heat/torch-gas.js';
import { SOCKET_WALL_SOURCE } from '../joint/heat-joint-of.js';
import type { Source } from '../source/source.js';
import { said } from '../units/say.js';

interface HeatRow {
  readonly table: string;
  readonly item: string;
  readonly value: string;
  readonly source: Source;
}

const row = (item: string, value: string, source: Source): HeatRow => ({
  table: 'Heat and torch',
  item,
  value,
  source,
});
const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Every value that the heat plan and the torch rest on, with where it is from. */
export function heatRows(): HeatRow[] {
  return [
    ...FUELS.flatMap((f) => [
      row(f.name, `${(f.heatJm3 / 1e6).toFixed(1)} MJ/m³ net`, HEATING_VALUE_SOURCE),
      row(
        `${f.name}, flame`,
        [
          f.flameK.oxygen && `with oxygen ${said(f.flameK.oxygen, 'temperature')}`,
          f.flameK.air && `in air ${said(f.flameK.air, 'temperature')}`,
        ]
          .filter(Boolean)
          .join(', '),
        FLAME_TEMPERATURE_SOURCE,
      ),
      row(`${f.name}, oxygen to a volume of it`, String(f.oxygenRatio), OXYGEN_RATIO_SOURCE),
    ]),
    ...BURNT_WITH.map((b) =>
      row(
        `share of the flame that reaches the work, ${BURNT_WITH_WORDS[b]}`,
        `${percent(EFFICIENCY[b].min)} to ${percent(EFFICIENCY[b].max)}`,
        EFFICIENCY_SOURCE,
      ),
    ),
    ...TIPS.map((t) =>
      row(`tip ${t.name}`, `${said(t.fuelM3s.min, 'flow')} to ${said(t.fuelM3s.max, 'flow')} of ${t.fuelId}`, t.source),
    ),
    row('flow a tip is set to', 'two thirds up its range', USUAL_FLOW_SOURCE),
    row('footprint of a flame', '10 mm radius at 1 kW', FOOTPRINT_SOURCE),
    row('feather', 'a tenth less heat', FLAME_KIND_SOURCE),
    row('the hand', 'tube leads by 54 °F, then the colder part', HAND_SOURCE),
    row('gas in the gap', `${GAP_GAS_W_MK} W/mK`, GAP_SOURCE),
    row('cells of the model', '8 over the lap', CELLS_SOURCE),
    row('steel and stainless when hot', 'straight between their ends', HOT_METAL_SOURCE),
    row('walls of sockets', 'as the tube, or twice', SOCKET_WALL_SOURCE),
    row('A body behind its cup', said(BODY_NECK_M, 'diameter'), NECK_SOURCE),
    row('time to heat', `aim ${AIM_S} s, stop ${STOP_S} s`, TIME_SOURCE),
    row('time to feed', '8 s an inch', FEED_SOURCE),
    row('warm the whole fitting', `from ${said(PREHEAT_FROM_M, 'length')} on`, PREHEAT_SOURCE),
    row('life of paste flux', 'about 3 1/2 minutes white, twice that black', FLUX_LIFE_SOURCE),
    row('oxide inside', 'parabolic', OXIDE_SOURCE),
    row('oxide and oxygen', 'by the square of its share of air', OXIDE_OXYGEN_SOURCE),
    row('what a film looks like', 'straw 25 nm, brown 60 nm, black 0.3 µm, flaking 2 µm', OXIDE_WORDS_SOURCE),
    row('a part nearby', 'the tube where it stands', PART_HEAT_SOURCE),
    row('heat-absorbing paste', '60 g', PASTE_SOURCE),
    row('wet wrap', '120 g of water', WRAP_SOURCE),
    row('clamp-on heat sink', '400 J/K', CLAMP_SOURCE),
    row('boiling water', '212 °F', WATER_SOURCE),
    row('a company’s own torch', 'from its logged times', FIT_SOURCE),
    row('Spread of a hand’s heating times', `at least ${percent(HAND_SPREAD)}`, HAND_SPREAD_SOURCE),
    row('draw of acetylene', Object.values(DRAW_WORDS).join('; '), DRAW_SOURCE),
    row('acetylene cylinders', ACETYLENE_CYLINDERS.map((c) => c.id).join(', '), ACETYLENE_SIZE_SOURCE),
    row('acetylene pressure', `at most ${ACETYLENE_MOST_PSI} psi`, ACETYLENE_PRESSURE_SOURCE),
    row('glow of hot metal', 'as a black body', GLOW_SOURCE),
    row('welding shade', 'shade 3 lets 14 % through, shade 5 2 %', SHADE_SOURCE),
    row('gas between joints', 'half as much again', BETWEEN_SOURCE),
  ];
}
