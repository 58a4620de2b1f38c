import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import * as yup from 'yup';
import { whole } from './whole.js';

/** Checks of ids against the tables in use, which a company may have added to. */

const ids = (rows: readonly { readonly id: string }[]): string[] => rows.map((r) => r.id);

/** The tables a value is checked against: those handed to `parse`, else the shipped ones. */
const tablesOf = (context: yup.TestContext): Catalogue =>
  (context.options.context as { tables?: Catalogue } | undefined)?.tables ?? SHIPPED;

interface TableWords {
  readonly label: string;
  readonly has: (tables: Catalogue, id: string) => boolean;
  readonly some: (tables: Catalogue) => readonly string[];
}
export const METAL: TableWords = { label: 'Metal', has: (t, id) => !!t.metal(id), some: (t) => ids(t.metals) };
export const FILLER: TableWords = { label: 'Rod', has: (t, id) => !!t.filler(id), some: (t) => ids(t.fillers) };
export const FLUX: TableWords = { label: 'Flux', has: (t, id) => !!t.flux(id), some: (t) => ids(t.fluxes) };
export const PART: TableWords = { label: 'Part', has: (t, id) => !!t.part(id), some: (t) => ids(t.parts) };
export const CUP: TableWords = {
  label: 'Cup',
  has: (t, id) => !!t.cupNamed(id),
  some: (t) => t.cups.map((c) => c.size),
};

export const RULES: TableWords = { label: 'Rule set', has: (t, id) => !!t.ruleSet(id), some: (t) => ids(t.ruleSets) };

const notInTable = (words: TableWords, tables: Catalogue, value: string): string => {
  const some = words.some(tables);
  return `${words.label} "${value}" is not in the table: pick one of ${some.slice(0, 6).join(', ')}${some.length > 6 ? ' …' : ''}`;
};
/** An id of a table that the company may add to. */
export const inTable = (words: TableWords) =>
  yup
    .string()
    .required(`${words.label} is needed`)
    .test('in-table', '', (value, context) => {
      const tables = tablesOf(context);
      return words.has(tables, value) || context.createError({ message: notInTable(words, tables, value) });
    });
/** The same, or null. */
export const inTableOrNull = (words: TableWords) =>
  yup
    .string()
    .nullable()
    .default(null)
    .test('in-table', '', (value, context) => {
      const tables = tablesOf(context);
      return (
        value === null ||
        value === undefined ||
        words.has(tables, value) ||
        context.createError({ message: notInTable(words, tables, value) })
      );
    });

/** Tube by standard, size and metal. */
export const tubeSchema = () =>
  yup
    .object({
      standardId: yup.string().required('Pick a tube standard'),
      size: yup.string().required('Pick a size'),
      metalId: inTable(METAL),
    })
    .noUnknown('has a field that is not known here')
    .test(
      'size',
      '',
      whole(['standardId', 'size'], (v, context) => {
        const tables = tablesOf(context);
        if (tables.tube(v.standardId, v.size)) return true;
        const sizes = tables.sizes(v.standardId);
        return sizes.length
          ? context.createError({ path: `${context.path}.size`, message: `no such size; there is ${sizes.join(', ')}` })
          : context.createError({
              path: `${context.path}.standardId`,
              message: `Tube standard "${v.standardId}" is not in the table`,
            });
      }),
    )
    .required('Pick a tube');
