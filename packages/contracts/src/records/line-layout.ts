import { networkProblems } from '@hephaist/core/purge/network';
import * as yup from 'yup';
import { byKey } from '../schemas/by-key.js';
import { ID_LIKE } from '../schemas/ids.js';
import { whole } from '../schemas/whole.js';

/** Most points or runs of one drawn line, and most joints on it. */
export const MOST_RUNS = 1500;
export const MOST_PLACED = 5000;

const name = (label: string) =>
  yup.string().trim().required(`${label} needs a name`).max(24, `${label}: at most 24 characters`);
const size = (label: string) => yup.number().typeError(`${label} must be a number`).required(`${label} is needed`);

const nodeSchema = yup
  .object({
    id: name('A point'),
    kind: yup
      .string()
      .oneOf(['point', 'source', 'vent', 'cap'] as const, 'point, source, vent or cap')
      .required(),
    open: yup.boolean().required(),
    holeM: size('The hole'),
  })
  .noUnknown('has a field that is not known here');

const runSchema = yup
  .object({
    id: name('A run'),
    from: name('From'),
    to: name('To'),
    lengthM: size('Length'),
    boreM: size('Bore'),
    loss: size('Loss of fittings'),
    open: yup.boolean().required(),
  })
  .noUnknown('has a field that is not known here');

/** A line as drawn: points, runs, and the point of each joint by its id; null where nobody has drawn it. */
export const layoutSchema = yup
  .object({
    nodes: yup.array(nodeSchema.required()).max(MOST_RUNS, `at most ${MOST_RUNS} points`).required(),
    runs: yup.array(runSchema.required()).max(MOST_RUNS, `at most ${MOST_RUNS} runs`).required(),
    at: byKey(ID_LIKE, MOST_PLACED, (v) =>
      typeof v === 'string' && v.length <= 24 ? null : 'the name of a point, at most 24 characters',
    ),
  })
  .noUnknown('has a field that is not known here')
  .nullable()
  .default(null)
  .test(
    'network',
    '',
    whole([], (layout, context) => {
      const problems = networkProblems({
        nodes: layout.nodes,
        runs: layout.runs,
        joints: [],
        feed: { by: 'pressure', pa: 100 },
      });
      if (problems.length === 0) return true;
      return new yup.ValidationError(
        problems.map((p) => context.createError({ path: `${context.path}.${p.field}`, message: p.says })),
      );
    }),
  );
