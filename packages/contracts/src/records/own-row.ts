import { catalogueWith, type OwnRow, type TableId } from '@hephaist/core/catalogue/own-rows';
import { FILLER_GROUPS } from '@hephaist/core/fillers/fillers';
import { METAL_FAMILIES } from '@hephaist/core/metals/metals';
import { BENCH_VALUE_IDS, benchValueRange } from '@hephaist/core/practise/bench-values';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import type { Quantity } from '@hephaist/core/units/units';
import * as yup from 'yup';
import { idSchema, oneLine } from '../schemas/ids.js';
import { placeIn, whole } from '../schemas/whole.js';

/** One field of a table row that a company may set. Numbers are SI. */
export interface TableField {
  readonly name: string;
  readonly label: string;
  readonly kind: 'text' | 'number' | 'choice' | 'yes';
  readonly quantity?: Quantity;
  /** What a number without a quantity is counted in. */
  readonly unit?: string;
  readonly min?: number;
  readonly max?: number;
  readonly choices?: readonly string[];
  readonly optional?: boolean;
}

export interface TableForm {
  readonly id: TableId;
  readonly name: string;
  /** What names a row of this table. */
  readonly keyLabel: string;
  readonly keyLike: RegExp;
  readonly keyHint: string;
  readonly fields: readonly TableField[];
}

const temperature = (name: string, label: string): TableField => ({
  name,
  label,
  kind: 'number',
  quantity: 'temperature',
  min: 200,
  max: 4000,
});
const gap = (name: string, label: string): TableField => ({
  name,
  label,
  kind: 'number',
  quantity: 'gap',
  min: 0,
  max: 0.002,
});
const diameter = (name: string, label: string, max = 1): TableField => ({
  name,
  label,
  kind: 'number',
  quantity: 'diameter',
  min: 0,
  max,
});
const share = (name: string, label: string): TableField => ({
  name,
  label,
  kind: 'number',
  unit: 'share',
  min: 0,
  max: 1,
});
const times = (name: string, label: string, min: number, max: number): TableField => ({
  name,
  label,
  kind: 'number',
  unit: 'times',
  min,
  max,
});
const months = (name: string, label: string, min: number): TableField => ({
  name,
  label,
  kind: 'number',
  unit: 'months',
  min,
  max: 120,
});
const text = (name: string, label: string, optional = false): TableField => ({ name, label, kind: 'text', optional });
const FAMILIES: readonly string[] = METAL_FAMILIES;
const GROUPS: readonly string[] = FILLER_GROUPS;

/** How a row of each table is typed and checked. */
export const TABLE_FORMS: readonly TableForm[] = [
  {
    id: 'filler',
    name: 'Filler classes',
    keyLabel: 'Class',
    keyLike: /^[A-Za-z0-9][\w.-]{1,23}$/,
    keyHint: 'a class such as BAg-24, at most 24 letters, digits and hyphens',
    fields: [
      { name: 'group', label: 'Group', kind: 'choice', choices: GROUPS },
      text('iso', 'ISO 17672', true),
      text('composition', 'Composition, weight %'),
      temperature('solidusK', 'Solidus'),
      temperature('liquidusK', 'Liquidus'),
      temperature('brazingMinK', 'Brazing from'),
      temperature('brazingMaxK', 'Brazing to'),
      gap('gapMinM', 'Gap a side from'),
      gap('gapMaxM', 'Gap a side to'),
      gap('bridgesToM', 'Bridges to'),
      text('fNumber', 'F-number'),
    ],
  },
  {
    id: 'metal',
    name: 'Base metals',
    keyLabel: 'Short id',
    keyLike: /^[a-z0-9][a-z0-9-]{1,29}$/,
    keyHint: 'a short id such as brass-forging: small letters, digits and hyphens',
    fields: [
      text('name', 'Name'),
      text('short', 'Word in the schedule'),
      text('uns', 'UNS', true),
      { name: 'family', label: 'Family', kind: 'choice', choices: FAMILIES },
      text('composition', 'Composition, weight %; without it rules take the worst', true),
      { name: 'skin', label: 'Plated with', kind: 'choice', choices: ['', 'Cu', 'Zn'], optional: true },
      temperature('solidusK', 'Starts to melt'),
      temperature('liquidusK', 'Melted'),
      { name: 'expansionPerK', label: 'Expansion', kind: 'number', unit: '1/K', min: 1e-6, max: 1e-4 },
      { name: 'conductivityWmK', label: 'Conductivity', kind: 'number', unit: 'W/mK', min: 1, max: 500 },
      { name: 'heatCapacityJkgK', label: 'Heat capacity', kind: 'number', unit: 'J/kgK', min: 50, max: 2000 },
      { name: 'densityKgM3', label: 'Density', kind: 'number', unit: 'kg/m³', min: 1000, max: 22000 },
      {
        name: 'tensilePa',
        label: 'Tensile strength, annealed',
        kind: 'number',
        quantity: 'pressure',
        min: 1e6,
        max: 2e9,
      },
      text('pNumber', 'P-number'),
      text('note', 'Note', true),
    ],
  },
  {
    id: 'flux',
    name: 'Flux classes',
    keyLabel: 'Class',
    keyLike: /^[A-Za-z0-9][\w.-]{1,23}$/,
    keyHint: 'a class such as FB3-C',
    fields: [
      text('name', 'Name'),
      { name: 'form', label: 'Form', kind: 'choice', choices: ['paste', 'powder', 'liquid in the fuel gas'] },
      temperature('activeMinK', 'Active from'),
      temperature('activeMaxK', 'Active to'),
      text('groups', 'Rod groups'),
      text('families', 'Metal families'),
      { name: 'forCapillary', label: 'For capillary joints by hand', kind: 'yes' },
      text('use', 'Use', true),
    ],
  },
  {
    id: 'tube',
    name: 'Tube and pipe',
    keyLabel: 'Standard:size',
    keyLike: /^[a-z0-9][a-z0-9-]{0,19}:[^:]{1,20}$/,
    keyHint: 'a standard and a size, e.g. l:1-1/8 or own:30x1.5',
    fields: [
      { name: 'temper', label: 'Temper', kind: 'choice', choices: ['drawn', 'annealed'] },
      diameter('odM', 'Outside diameter'),
      diameter('wallM', 'Wall', 0.1),
      gap('odToleranceM', 'Diameter, plus or minus'),
      gap('annealedOdToleranceM', 'The same, annealed'),
      gap('wallToleranceM', 'Wall, plus or minus'),
    ],
  },
  {
    id: 'cup',
    name: 'Cups of fittings',
    keyLabel: 'Size',
    keyLike: /^.{1,20}$/,
    keyHint: 'a size such as 3/4, at most 20 characters',
    fields: [
      diameter('tubeOdM', 'For tube of'),
      diameter('idMinM', 'Bore, least'),
      diameter('idMaxM', 'Bore, most'),
      { name: 'depthM', label: 'Depth', kind: 'number', quantity: 'length', min: 0.001, max: 0.5 },
    ],
  },
  {
    id: 'part',
    name: 'Parts that hate heat',
    keyLabel: 'Short id',
    keyLike: /^[a-z0-9][a-z0-9-]{1,29}$/,
    keyHint: 'a short id such as sight-glass',
    fields: [text('name', 'Name'), temperature('limitK', 'Bears')],
  },
  {
    id: 'rules',
    name: 'Rule sets',
    keyLabel: 'Short id',
    keyLike: /^[a-z0-9][a-z0-9.-]{1,39}$/,
    keyHint: 'a short id such as asme-ix-medical',
    fields: [
      text('name', 'Name'),
      share('maxUnbrazed', 'Section: unbrazed on a side, at most'),
      share('peelArea', 'Peel: unbrazed of the area, at most'),
      share('peelLine', 'Peel: unbrazed along a line, at most'),
      share('tensionOutside', 'Tension: of the minimum when it breaks outside'),
      text('testsSocket', 'Tests of a socket’s record, e.g. tension, section or peel', true),
      text('testsLap', 'Tests of a lap’s record', true),
      text('testsButt', 'Tests of a butt’s record', true),
      times('thicknessLow', 'Wall from, times the coupon’s', 0.01, 1),
      times('thicknessHigh', 'Wall to, times the coupon’s', 1, 10),
      { ...times('diameterLow', 'Diameter from, 0 for any', 0, 1), optional: true },
      { ...times('diameterHigh', 'Diameter to, 0 for any', 0, 10), optional: true },
      share('overlapIncrease', 'Overlap longer by, at most'),
      months('continuityMonths', 'Lapses after, months', 1),
      months('validMonths', 'Ends after, months (0: no end)', 0),
      months('confirmMonths', 'Confirmed every, months (0: not)', 0),
      { name: 'medical', label: 'Medical-gas overlay', kind: 'yes' },
    ],
  },
  {
    id: 'bench',
    name: 'Practice bench',
    keyLabel: 'Which value',
    keyLike: new RegExp(`^(${BENCH_VALUE_IDS.join('|')})$`),
    keyHint: `one of ${BENCH_VALUE_IDS.join(', ')}`,
    fields: [{ name: 'value', label: 'Value, in the unit that the table states', kind: 'number' }],
  },
];

export const findTableForm = (id: string): TableForm | undefined => TABLE_FORMS.find((t) => t.id === id);

function fieldProblem(field: TableField, value: unknown): string | null {
  if (field.kind === 'yes') return typeof value === 'boolean' ? null : 'yes or no';
  if (field.kind === 'number') {
    if (value === undefined && field.optional) return null;
    if (typeof value !== 'number' || !Number.isFinite(value)) return 'a number is needed';
    if (value < (field.min ?? -Infinity) || value > (field.max ?? Infinity))
      return `between ${field.min ?? ''} and ${field.max ?? ''} in SI (${field.quantity ?? field.unit ?? ''})`;
    return null;
  }
  if (value === undefined && field.optional) return null;
  if (typeof value !== 'string') return 'text is needed';
  if (field.kind === 'choice')
    return field.choices?.includes(value) ? null : `one of ${field.choices?.join(', ') ?? ''}`;
  if (value.length > 200) return 'at most 200 characters';
  return field.optional || value.trim() ? null : 'is needed';
}

/** Pairs of fields where the first must be below (or not above) the second. */
const ORDERED: readonly (readonly [string, string, 'below' | 'not above'])[] = [
  ['solidusK', 'liquidusK', 'not above'],
  ['brazingMinK', 'brazingMaxK', 'below'],
  ['gapMinM', 'gapMaxM', 'below'],
  ['gapMaxM', 'bridgesToM', 'not above'],
  ['activeMinK', 'activeMaxK', 'below'],
  ['idMinM', 'idMaxM', 'not above'],
  ['tubeOdM', 'idMaxM', 'below'],
  ['diameterLow', 'diameterHigh', 'not above'],
];

/** What is wrong with the values of a row, at its fields; empty when the tables can hold it. */
export function ownRowProblems(row: OwnRow): FieldProblem[] {
  const form = findTableForm(row.table);
  if (!form) return [{ field: 'table', says: 'no such table' }];
  const problems: FieldProblem[] = [];
  const add = (field: string, says: string): void => void problems.push({ field: `values.${field}`, says });
  if (!form.keyLike.test(row.key)) problems.push({ field: 'key', says: form.keyHint });
  for (const field of form.fields) {
    const says = fieldProblem(field, row.values[field.name]);
    if (says) add(field.name, says);
  }
  const range = row.table === 'bench' ? benchValueRange(row.key) : null;
  const value = row.values['value'];
  if (range && typeof value === 'number' && (value < range.min || value > range.max))
    add('value', `from ${range.min} to ${range.max} ${range.unit}`);
  for (const name of Object.keys(row.values))
    if (!form.fields.some((f) => f.name === name)) add(name, 'has a field that is not known here');
  const label = (name: string): string => form.fields.find((f) => f.name === name)?.label.toLowerCase() ?? name;
  for (const [a, b, how] of ORDERED) {
    const [x, y] = [row.values[a], row.values[b]];
    if (typeof x === 'number' && typeof y === 'number' && (how === 'below' ? x >= y : x > y))
      add(b, `must be ${how === 'below' ? 'above' : 'at or above'} ${label(a)}`);
  }
  if (row.table === 'tube' && Number(row.values['wallM']) * 2 >= Number(row.values['odM']))
    add('wallM', 'two walls are as thick as the tube');
  for (const [name, words] of [
    ['groups', GROUPS],
    ['families', FAMILIES],
  ] as const) {
    const value = row.table === 'flux' ? row.values[name] : undefined;
    const bad =
      typeof value === 'string'
        ? value
            .split(',')
            .map((w) => w.trim())
            .filter((w) => w && !words.includes(w))
        : [];
    if (bad.length) add(name, `"${bad.join('", "')}" is none of ${words.join(', ')}`);
  }
  if (problems.length) return problems;
  try {
    catalogueWith([row]);
    return [];
  } catch (e) {
    if (e instanceof InputError) return e.problems.map((p) => ({ ...p, field: `values.${p.field}` }));
    throw e;
  }
}

/** A row of a company's own, as it is stored and exchanged. */
export const ownRowSchema = yup
  .object({
    id: idSchema,
    table: yup
      .string()
      .oneOf(['metal', 'filler', 'flux', 'tube', 'cup', 'part', 'rules', 'bench'] as const)
      .required(),
    key: oneLine('Name', 50).required('Name the row'),
    values: yup.object().required().meta({ open: true }),
    source: oneLine('Source', 200).required('Say where the values come from'),
  })
  .noUnknown('has a field that is not known here')
  .test(
    'values',
    '',
    whole(['table', 'key', 'values'], (row, context) => {
      const problems = ownRowProblems({ ...row, values: row.values as OwnRow['values'] });
      if (problems.length === 0) return true;
      return new yup.ValidationError(
        problems.map((p) => context.createError({ path: placeIn(context, p.field), message: p.says })),
      );
    }),
  );

export interface OwnRowRecord extends OwnRow {
  readonly id: string;
}
