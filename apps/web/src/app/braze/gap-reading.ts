import { fitUpSchemas } from '@hephaist/contracts/records/fit-up';
import type { Joint } from '@hephaist/contracts/records/joint';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { Instrument } from '@hephaist/core/fit-up/gap';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { UnitSystem } from '@hephaist/core/units/units';
import { typed } from '../units/typed';

/** Tube and socket as they were read at the joint; a second way across where it was taken. */
export interface GapReading {
  readonly od1: string;
  readonly od2: string;
  readonly id1: string;
  readonly id2: string;
  readonly instrument: Instrument;
  readonly confirmed: boolean;
}

/** The joint as it was read. */
export function readJoint(joint: Joint, d: GapReading, system: UnitSystem): Joint {
  const si = (text: string): number => typed(text, 'diameter', system);
  return {
    ...joint,
    fitUp: {
      mode: 'measured',
      tubeOdM: [si(d.od1), si(d.od2 || d.od1)],
      socketIdM: [si(d.id1), si(d.id2 || d.id1)],
      instrument: d.instrument,
      ...(d.confirmed ? { confirmed: true } : {}),
    },
  };
}

/** What is wrong with a reading, at its fields; of a pair once. */
export function readingProblems(joint: Joint): readonly FieldProblem[] {
  const at = (field: string): string =>
    field.startsWith('tubeOdM') ? 'tubeOdM' : field.startsWith('socketIdM') ? 'socketIdM' : field;
  const all = problemsOf(fitUpSchemas[1], joint.fitUp).map((p) => ({ ...p, field: at(p.field) }));
  return all.filter((p, i) => all.findIndex((q) => q.field === p.field) === i);
}
