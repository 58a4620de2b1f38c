import { FLAME_KINDS, type FlameKind } from '../heat/flame.js';
import { practice } from '../source/source.js';
import { type TorchRig, usesOxygen } from './rig.js';

/** How one kind of flame looks, sounds, and what to turn. Lengths against the neutral cone. */
export interface FlameLook {
  readonly kind: FlameKind;
  readonly name: string;
  readonly sees: string;
  readonly turn: string;
  /** Length of the bright cone, of the feather beyond it (0 for none), and of the envelope. */
  readonly cone: number;
  readonly feather: number;
  readonly envelope: number;
  /** The end of the cone: 0 round, 1 a needle. */
  readonly sharp: number;
}

export const FLAME_LOOK_SOURCE = practice('cone, feather and sound of the three flames');

const LOOKS: Readonly<Record<FlameKind, Omit<FlameLook, 'kind'>>> = {
  carburising: {
    name: 'Feather: too much fuel',
    sees: 'A pale feather trails beyond the bright cone; it is quiet and may smoke.',
    turn: 'Open oxygen slowly, or close fuel, until the feather just melts into the cone.',
    cone: 1,
    feather: 1.4,
    envelope: 7,
    sharp: 0.25,
  },
  neutral: {
    name: 'Neutral: feather just gone',
    sees: 'One bright round-ended cone, no feather; an even hum.',
    turn: 'Leave it. Hold the cone’s end a little off the work.',
    cone: 1,
    feather: 0,
    envelope: 5.5,
    sharp: 0.35,
  },
  oxidising: {
    name: 'Needle: too much oxygen',
    sees: 'A short, sharp, bluish cone; it hisses like a jet.',
    turn: 'Close oxygen, or open fuel, until the cone is round and the hiss is gone.',
    cone: 0.7,
    feather: 0,
    envelope: 4,
    sharp: 0.95,
  },
};

export const FLAME_LOOKS: readonly FlameLook[] = FLAME_KINDS.map((kind) => ({ kind, ...LOOKS[kind] }));

const AIR_LOOKS: Readonly<Record<FlameKind, { sees: string; turn: string }>> = {
  carburising: {
    sees: 'Long, soft and yellow at its end; it wavers.',
    turn: 'Open the valve more, and clear the air holes.',
  },
  neutral: { sees: 'A steady blue cone, a soft roar.', turn: 'Leave it.' },
  oxidising: { sees: 'It lifts off the tip and roars.', turn: 'Close the valve a little.' },
};
const AIR_NAMES: Readonly<Record<FlameKind, string>> = {
  carburising: 'Yellow: too little air',
  neutral: 'Steady blue',
  oxidising: 'Lifted off the tip',
};

/** The three flames of a rig: with oxygen by cone and feather, in air by colour and seat. */
export const flameLooks = (rig: Pick<TorchRig, 'burntWith'>): readonly FlameLook[] =>
  usesOxygen(rig) ? FLAME_LOOKS : FLAME_LOOKS.map((f) => ({ ...f, name: AIR_NAMES[f.kind], ...AIR_LOOKS[f.kind] }));
