import { COOLING_SOURCE, SKIN_EMISSIVITY, STILL_AIR_W_M2K, TOUCH_K, TOUCH_SOURCE } from '../heat/losses.js';
import { practice, type Source } from '../source/source.js';
import { said } from '../units/say.js';
import { ALARM_SOURCE } from './alarms.js';
import { STALE_S, STALE_SOURCE } from './instruments.js';
import { AFTER_AIR_SOURCE, BY_HAND_S, HOLD_SOURCE } from './proof.js';
import { SENSOR_LAWS } from './simulated-line.js';

const TABLE = 'Watching a purge';

/** Values that a purge session is judged by, each with its source. */
export const liveProvenance = (): { table: string; item: string; value: string; source: Source }[] => [
  {
    table: TABLE,
    item: 'a reading is stale',
    value: `after ${STALE_S} s; by hand after ${BY_HAND_S} s`,
    source: STALE_SOURCE,
  },
  {
    table: TABLE,
    item: 'proof of the line',
    value: 'the limit held for the time set, without a gap',
    source: HOLD_SOURCE,
  },
  {
    table: TABLE,
    item: 'proof after air came in',
    value: 'the limit held until the inside volume of the line has passed at the flow read',
    source: AFTER_AIR_SOURCE,
  },
  { table: TABLE, item: 'oxygen rising', value: 'alarm before the limit is reached', source: ALARM_SOURCE },
  { table: TABLE, item: 'cool to the touch', value: said(TOUCH_K, 'temperature'), source: TOUCH_SOURCE },
  {
    table: TABLE,
    item: 'cooling in still air',
    value: `${STILL_AIR_W_M2K} W/m²K and emissivity ${SKIN_EMISSIVITY}, heat running off along the tube`,
    source: COOLING_SOURCE,
  },
  {
    table: TABLE,
    item: 'simulated instruments',
    value: Object.entries(SENSOR_LAWS)
      .map(([id, l]) => `${id}: lag ${l.lagS} s, noise ${100 * l.noiseShare} %`)
      .join('; '),
    source: practice('orders of magnitude of workshop instruments; they measure nothing'),
  },
];
