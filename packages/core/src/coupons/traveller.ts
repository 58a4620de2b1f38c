import type { PlannedCoupon } from '../qualification/coupon-plan.js';
import type { Position } from '../qualification/range.js';

/** What the code on a label says: coupon, piece, the employer's mark of the brazer, position. Open text. */
export const labelText = (coupon: string, piece: string, mark: string, position: Position): string =>
  `HEPHAIST COUPON ${coupon} STRIP ${piece} MARK ${mark} ${position.toUpperCase()}`;

/** The labels of one coupon: each strip and the piece that is left, both indelibly marked, travel together. */
export const piecesOf = (coupon: Pick<PlannedCoupon, 'strips'>): string[] => [
  ...Array.from({ length: coupon.strips }, (_, i) => String(i + 1)),
  'REST',
];

/** Steps of brazing and cutting a coupon, in order. Source: practice. */
export function couponSteps(position: Position): string[] {
  const braze =
    position === 'horizontal'
      ? ['Lay the pipe level. File a notch at the top before it moves.', 'Braze in place, fed round the clock.']
      : position === 'up-feed'
        ? [
            'Stand it upright. Braze the lower joint, filler drawn up.',
            'Let it settle, turn the coupon over, braze the other joint the same way.',
          ]
        : ['Stand it upright, socket up. Braze it, filler runs down in.'];
  const cut =
    position === 'horizontal'
      ? 'Cut a strip about 1/2 in (13 mm) wide across the joint at 1:30 or 10:30.'
      : 'Cut a strip about 1/2 in (13 mm) wide across each joint, anywhere round.';
  return [
    'Clean, fit up, measure the gap. Nitrogen on, flow checked.',
    ...braze,
    'Nitrogen on until cool to touch. Look down the bore: bright, no oxide.',
    `${cut} Glasses and face shield, people clear.`,
    'Mark strip and remaining coupon, both, indelibly: name and mark, coupon number, position.',
    'Send both together to the laboratory.',
  ];
}
