import type { Brazer } from '@hephaist/contracts/records/brazer';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import { cupForOd } from '@hephaist/core/tube/cup';
import { findTube } from '@hephaist/core/tube/tube';
import { INCH, SCFH } from '@hephaist/core/units/units';

/** The demo's brazers, in every state, and their coupons. All invented. */

/** Days that the crew's states hang on, YYYY-MM-DD. */
export interface CrewDays {
  readonly old: string;
  readonly recent: string;
  readonly lapsing: string;
  readonly withdrawn: string;
  readonly failed: string;
}

interface CouponWish {
  readonly brazer: Brazer;
  readonly on: string;
  readonly filler: string;
  readonly position: Coupon['position'];
  readonly socketMetal?: string;
  readonly voidsMm?: readonly (readonly [number, number])[];
  /** Peeled instead of cut: voids along each line, mm. */
  readonly peeledMm?: readonly (readonly (readonly [number, number])[])[];
  /** To which procedure; nobody wrote it down where none is given. */
  readonly procedure?: Procedure | undefined;
}

const SIZE = '1-1/8';
const metres = (voids: readonly (readonly [number, number])[]) =>
  voids.map(([a, b]) => ({ fromM: a / 1000, toM: b / 1000 }));

function coupon(id: string, number: number, wish: CouponWish): Coupon {
  const odM = findTube('acr', SIZE)?.odM ?? 0;
  const overlapM = cupForOd(odM)?.depthM ?? 0.02;
  const { peeledMm, voidsMm = [[3, 4.2]] } = wish;
  return {
    id,
    number: `C-${String(number).padStart(3, '0')}`,
    brazerId: wish.brazer.id,
    brazedOn: wish.on,
    ruleSetId: 'asme-ix-medical',
    tube: { standardId: 'acr', size: SIZE, metalId: 'copper' },
    socketMetalId: wish.socketMetal ?? 'copper',
    fillerId: wish.filler,
    position: wish.position,
    overlapM,
    boreClean: true,
    visualReason: null,
    jointType: 'socket',
    statement: { cleaning: 'dry abrasive pad, wiped', gapM: 0.002 * INCH, purgeFlow: 4 * SCFH },
    ...(wish.procedure ? { procedureId: wish.procedure.id } : {}),
    faces: peeledMm
      ? []
      : [
          { name: 'left', overlapM, voids: metres(voidsMm) },
          { name: 'right', overlapM, voids: [] },
        ],
    ...(peeledMm
      ? { tests: [{ kind: 'peel lines', lapM: overlapM, aroundM: Math.PI * odM, lines: peeledMm.map(metres) }] }
      : {}),
    lookedBy: 'Harbour Light Laboratory',
  };
}

/** The crew: one who may braze all, one level only, one about to lapse, one lapsed, one withdrawn, one who failed. */
export function demoCrew(id: () => string, procedures: readonly Procedure[], days: CrewDays) {
  const brazer = (
    name: string,
    mark: string,
    withdrawnOn: string | null = null,
    withdrawnReason: string | null = null,
  ): Brazer => ({ id: id(), name, mark, withdrawnOn, withdrawnReason });
  const orla = brazer('Orla Fennimore', '07');
  const dov = brazer('Dov Castellan', '11');
  const prue = brazer('Prue Akintola', '14');
  const mikkel = brazer('Mikkel Sandoval', '19');
  const juno = brazer('Juno Harrowgate', '23', days.withdrawn, 'purge shut off while hot, twice');
  const basil = brazer('Basil Teo', '31');
  const [copper, silver] = procedures;
  const { recent, old, lapsing } = days;
  const bcup = { filler: 'BCuP-5', procedure: copper };
  const plated = { filler: 'BAg-24', procedure: silver, socketMetal: 'plated-steel' };
  const stainless = { ...plated, socketMetal: 'stainless-316' };
  const brass = { filler: 'BAg-7', procedure: silver, socketMetal: 'brass-forging' };
  const [level, up] = [{ position: 'horizontal' as const }, { position: 'up-feed' as const }];
  const [two, failing] = [
    [
      [1, 2.2],
      [9, 10.1],
    ],
    [
      [2, 5],
      [8, 10.5],
    ],
  ] as const;
  const peeled = [[[4, 6]], [], [[0, 1.5]], [], [[3.5, 7]], [[4, 6.5]], [], []] as const;
  const wishes: CouponWish[] = [
    { brazer: orla, on: recent, ...bcup, ...level },
    { brazer: orla, on: recent, ...bcup, ...up, voidsMm: two },
    { brazer: orla, on: recent, ...plated, ...level },
    { brazer: orla, on: recent, ...stainless, ...up },
    { brazer: orla, on: recent, ...brass, ...level },
    { brazer: dov, on: recent, ...bcup, ...level, voidsMm: [[5, 9.4]] },
    { brazer: prue, on: lapsing, ...bcup, ...level },
    { brazer: prue, on: lapsing, ...bcup, ...up },
    { brazer: mikkel, on: old, filler: 'BCuP-5', ...level },
    { brazer: mikkel, on: old, filler: 'BAg-7', socketMetal: 'brass-forging', ...level },
    { brazer: juno, on: recent, ...bcup, ...up },
    { brazer: basil, on: days.failed, ...bcup, ...level, voidsMm: failing },
    { brazer: mikkel, on: old, filler: 'BCuP-5', ...up, peeledMm: peeled },
  ];
  return {
    orla,
    dov,
    brazers: [orla, dov, prue, mikkel, juno, basil],
    coupons: wishes.map((wish, i) => coupon(id(), i + 1, wish)),
  };
}
