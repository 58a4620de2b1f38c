import fc from 'fast-check';
import { SHIPPED } from '../catalogue/catalogue.js';
import { ROD_FORMS } from '../filler-use/rod-forms.js';
import type { FitUp } from '../fit-up/gap.js';
import { PROTECTIONS } from '../heat/protections.js';
import { SENSITIVE_PARTS } from '../heat/sensitive-parts.js';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { METALS } from '../metals/metals.js';
import { CODE_SETS, DEFAULT_SCHOOLS, SCHOOLS, type Schools } from '../schools/schools.js';
import { SERVICES } from '../services/services.js';
import { CUPS } from '../tube/cup.js';
import { TUBES } from '../tube/tube.js';
import { degFToK, INCH, PSI } from '../units/units.js';

const metalId = fc.constantFrom(...METALS.map((m) => m.id));
const kinds = ['fitting', 'reducer', 'swaged', 'stub', 'valve', 'bush', 'patch'] as const;

export const anySchools: fc.Arbitrary<Partial<Schools>> = fc
  .constantFrom(...SCHOOLS)
  .chain((s) => fc.constantFrom(...s.choices).map((c) => ({ [s.id]: c.id }) as Partial<Schools>));

/** Readings of a tube near 7/8 in, round or not, by any instrument. */
const anyReadings = fc
  .record({
    od: fc.double({ min: 0.868, max: 0.882, noNaN: true }),
    odSpread: fc.double({ min: 0, max: 0.006, noNaN: true }),
    gap: fc.double({ min: 0.0001, max: 0.008, noNaN: true }),
    idSpread: fc.double({ min: 0, max: 0.004, noNaN: true }),
    instrument: fc.constantFrom('micrometer' as const, 'caliper' as const, 'tape' as const),
    confirmed: fc.boolean(),
  })
  .map(({ od, odSpread, gap, idSpread, instrument, confirmed }): FitUp => {
    const id = od + 2 * gap;
    return {
      mode: 'measured',
      tubeOdM: [(od - odSpread / 2) * INCH, (od + odSpread / 2) * INCH],
      socketIdM: [(id - idSpread / 2) * INCH, (id + idSpread / 2) * INCH],
      instrument,
      confirmed,
    };
  });

/** Any capillary joint the tables allow. */
export const anyJoint: fc.Arbitrary<JointSpec> = fc.record({
  tube: fc
    .tuple(fc.constantFrom(...TUBES), metalId)
    .map(([t, m]) => ({ standardId: t.standardId, size: t.size, metalId: m })),
  socket: fc.record({
    kind: fc.constantFrom(...kinds),
    metalId,
    depthM: fc.option(fc.double({ min: 0.001, max: 0.5, noNaN: true }), { nil: null }),
    cup: fc.option(fc.constantFrom(...CUPS.map((c) => c.size)), { nil: null, freq: 8 }),
  }),
  bush: fc.record({
    metalId,
    wallM: fc.double({ min: 0.0005, max: 0.01, noNaN: true }),
    gapSideM: fc.double({ min: 1e-5, max: 0.0005, noNaN: true }),
  }),
  patch: fc.option(
    fc.record({
      holeM: fc.double({ min: 0.0005, max: 0.02, noNaN: true }),
      cutOutBy: fc.option(fc.constant('2026-12-24'), { nil: null }),
      cutOutOn: fc.constant(null),
    }),
    { nil: null },
  ),
  groove: fc.constant(null),
  fitUp: fc.oneof(
    fc.constant({ mode: 'nominal' as const }),
    fc.double({ min: 1e-6, max: 0.002, noNaN: true }).map((gapSideM) => ({ mode: 'stated' as const, gapSideM })),
    anyReadings,
  ),
  position: fc.constantFrom('horizontal' as const, 'down-feed' as const, 'up-feed' as const),
  // One in four: each asks for the heat of its own joint.
  partNearby: fc.oneof(
    { weight: 3, arbitrary: fc.constant(null) },
    {
      weight: 1,
      arbitrary: fc.record({
        partId: fc.constantFrom(...SENSITIVE_PARTS.map((p) => p.id)),
        distanceM: fc.double({ min: 0.01, max: 1, noNaN: true }),
        protection: fc.constantFrom(...PROTECTIONS),
      }),
    },
  ),
  movement: fc.boolean(),
  fillerId: fc.constant(null),
  rodForm: fc.constantFrom(...ROD_FORMS.map((f) => f.id).filter((id) => id !== 'ring')),
  cadmiumReason: fc.option(fc.constant('customer standard'), { nil: null }),
  schools: fc.oneof(fc.constant({}), anySchools),
});

/** Any line. */
export const anyLine: fc.Arbitrary<LineConditions> = fc.record({
  serviceId: fc.constantFrom(...SERVICES.map((s) => s.id)),
  designPa: fc.double({ min: 0, max: 700 * PSI, noNaN: true }),
  testPa: fc.double({ min: 0, max: 900 * PSI, noNaN: true }),
  serviceMaxK: fc.double({ min: 250, max: degFToK(500), noNaN: true }),
  fitUpK: fc.double({ min: 260, max: 315, noNaN: true }),
  lengthM: fc.double({ min: 0.1, max: 500, noNaN: true }),
  oxygenLimit: fc.constantFrom(0.01, 0.001),
  schools: anySchools.map((s) => ({ ...DEFAULT_SCHOOLS, ...s })),
  codeSetId: fc.constantFrom(...CODE_SETS.map((c) => c.id)),
  carried: fc.subarray(
    SHIPPED.fillers.map((f) => f.id),
    { maxLength: 4 },
  ),
});
