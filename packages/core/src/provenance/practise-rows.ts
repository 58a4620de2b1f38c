import type { Catalogue } from '../catalogue/catalogue.js';
import { AIMS_SOURCE } from '../practise/aims.js';
import { WATER_INSIDE_SOURCE } from '../practise/bench-run.js';
import { SEALED_SOURCE } from '../practise/gap-fill.js';
import { SAGS_SOURCE } from '../practise/preparations.js';
import { GOOD_HAND_SOURCE } from '../practise/scripted-hand.js';
import { SKIN_SOURCE } from '../practise/skin.js';
import type { Source } from '../source/source.js';

const row = (item: string, value: string, source: Source) => ({ table: 'Practice bench', item, value, source });

/** Every value that the practice bench adds to the heat model, with where it is from; those with a row may be corrected. */
export const practiseRows = ({ benchValues }: Pick<Catalogue, 'benchValues'>) => [
  ...benchValues.map((v) => ({
    ...row(v.name, `${v.value} ${v.unit}`, v.source),
    row: { table: 'bench' as const, key: v.id },
  })),
  row('air in the gap', 'out by the mouth alone', SEALED_SOURCE),
  row('water inside', 'holds 212 °F', WATER_INSIDE_SOURCE),
  row('a tube that nothing holds', 'lies low', SAGS_SOURCE),
  row('skin outside', 'as in still air', SKIN_SOURCE),
  row('the good hand', 'its order', GOOD_HAND_SOURCE),
  row('aims of a practice joint', 'from its own heat plan', AIMS_SOURCE),
];
