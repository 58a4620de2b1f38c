import type { RuleSet } from '../rules/rule-sets.js';
import { InputError } from '../source/problem.js';
import {
  judgeBend,
  judgePeel,
  judgeTension,
  type PeelReading,
  type TensionReading,
  type TestVerdict,
} from './other-tests.js';
import { judgePeelLines, type PeelLines } from './peel-lines.js';
import { judgeSection, type SectionVerdict, type StripFace } from './section.js';

/** One test of a coupon beside its section. */
export type CouponTest =
  | ({ readonly kind: 'tension' } & TensionReading)
  | ({ readonly kind: 'peel' } & PeelReading)
  | ({ readonly kind: 'peel lines' } & PeelLines)
  | { readonly kind: 'bend'; readonly crackM: number };

/** Judges one test. @throws InputError naming the field */
export function judgeTest(test: CouponTest, rules: RuleSet): TestVerdict {
  if (test.kind === 'tension') return judgeTension(test, rules);
  if (test.kind === 'peel') return judgePeel(test, rules);
  return test.kind === 'peel lines' ? judgePeelLines(test, rules) : judgeBend(test.crackM);
}

/** All that was read of a coupon. */
export interface CouponReading {
  /** Both sides of the cut, or none where it was peeled instead. */
  readonly faces: readonly StripFace[];
  readonly tests: readonly CouponTest[];
  /** Null where nobody looked inside. */
  readonly boreClean: boolean | null;
  /** Why it was rejected by eye; null where it was accepted or nobody wrote it down. */
  readonly visualReason: string | null;
  /** Type of its joint: only a butt is judged without being opened. */
  readonly jointType: 'socket' | 'lap' | 'butt';
}

export interface CouponVerdict extends SectionVerdict {
  readonly tests: readonly (TestVerdict & { readonly kind: CouponTest['kind'] })[];
}

/** Whether a coupon was looked inside: a lap or socket by section or peel, a butt by any test. */
export const isOpened = (
  c: Pick<CouponReading, 'faces' | 'jointType'> & { tests: readonly { kind: string }[] },
): boolean => c.faces.length >= 2 || c.tests.some((t) => t.kind.startsWith('peel') || c.jointType === 'butt');

/** What a coupon that nobody looked inside is told. */
export const NOT_OPENED = 'both sides of the cut, or a peel, are needed';

/**
 * Judges a coupon by everything that was read of it: section, peel, tension, bend, the bore and the eye. It passes when
 * each of them does.
 * @throws InputError naming what is missing or out of range
 */
export function judgeCoupon(reading: CouponReading, rules: RuleSet): CouponVerdict {
  const { faces, boreClean, visualReason } = reading;
  if (!isOpened(reading)) throw new InputError([{ field: 'faces', says: NOT_OPENED }]);
  const section = faces.length ? judgeSection(faces, rules) : null;
  const tests = reading.tests.map((t) => ({ kind: t.kind, ...judgeTest(t, rules) }));
  const boreFails = rules.medical && boreClean !== true;
  return {
    passes: (section?.passes ?? true) && tests.every((t) => t.passes) && !boreFails && visualReason === null,
    faces: section?.faces ?? [],
    tests,
    reasons: [
      ...(section?.reasons ?? []),
      ...tests.map(
        (t) => `${t.kind === 'peel lines' ? 'peel' : t.kind}: ${t.arithmetic}: ${t.passes ? 'passes' : 'fails'}`,
      ),
      ...(boreFails
        ? [
            boreClean === null
              ? 'Nobody looked inside the bore: the medical-gas overlay wants it seen'
              : 'Oxide inside the bore: the medical-gas overlay fails the coupon',
          ]
        : []),
      ...(visualReason === null ? [] : [`Looked at: ${visualReason}: fails`]),
    ],
    nearLimit: (section?.nearLimit ?? false) || tests.some((t) => t.nearLimit),
    ruleSet: rules,
  };
}
