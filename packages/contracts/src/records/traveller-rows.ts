import type { Position } from '@hephaist/core/qualification/range';
import { TUBE_STANDARDS } from '@hephaist/core/tube/tube';
import { said } from '@hephaist/core/units/say';
import type { Quantity } from '@hephaist/core/units/units';

/** What is known of a coupon before it is brazed. */
export interface ToBraze {
  readonly tube: { readonly standardId: string; readonly size: string };
  /** Wall of its tube, m; null where no table has it. */
  readonly wallM: number | null;
  readonly metals: readonly [tube: string, socket: string];
  readonly fillerId: string;
  readonly fluxId: string | null;
  readonly position: Position;
  readonly overlapM: number;
}

/** What stands on the traveller of a coupon, with room for what is written by hand. */
export function travellerRows(
  c: ToBraze,
  show: (si: number, quantity: Quantity) => string = said,
): readonly (readonly [name: string, says: string])[] {
  const standard = TUBE_STANDARDS.find((s) => s.id === c.tube.standardId)?.short ?? c.tube.standardId;
  return [
    ['Tube', `${c.tube.size} ${standard}${c.wallM === null ? '' : `, wall ${show(c.wallM, 'diameter')}`}`],
    ['Metals', `${c.metals[0]} to ${c.metals[1]}`],
    ['Rod', `${c.fillerId}, lot ____________`],
    ['Flux', c.fluxId ? `${c.fluxId}, lot ________  applied [  ]  removed [  ]` : 'none: none is put on'],
    ['Position', c.position],
    ['Overlap', show(c.overlapM, 'diameter')],
    ['Gap measured', '________ ________'],
    ['Nitrogen', 'flow ________ oxygen ________'],
    ['Bore', 'bright [  ]   oxide [  ]'],
  ];
}
