import { type FaultId, FAULTS } from './faults.js';

/** A question of the fault reader: what is seen, in a few words, each with where it leads. */
export interface FaultQuestion {
  readonly asks: string;
  readonly options: readonly FaultOption[];
}

export interface FaultOption {
  readonly says: string;
  /** The drawing that goes with it: that of a fault. */
  readonly drawing: FaultId;
  readonly leads: FaultId | FaultQuestion;
}

/** Steps to any fault at most. */
export const MOST_STEPS = 3;

const to = (leads: FaultId, says = FAULTS[leads].seen): FaultOption => ({ says, drawing: leads, leads });

/** Where on the clock something is empty. */
export const EMPTY_WHERE: FaultQuestion = {
  asks: 'Where on the clock is it empty?',
  options: [
    to('low-empty', 'at 6, on a level pipe'),
    to('one-side', 'on the side away from the flame'),
    to('rolls-off', 'here and there, not wetted'),
  ],
};

/** Begins the reading: where the fault is seen. */
export const FAULT_READER: FaultQuestion = {
  asks: 'Where do you see it?',
  options: [
    {
      says: 'at the edge of the socket',
      drawing: 'cold-lump',
      leads: {
        asks: 'What does the edge show?',
        options: [
          to('cold-lump'),
          to('rolls-off'),
          { says: 'It is empty somewhere', drawing: 'one-side', leads: EMPTY_WHERE },
          to('run-down'),
        ],
      },
    },
    {
      says: 'inside: the bore, or a coupon cut open',
      drawing: 'black-bore',
      leads: {
        asks: 'What is inside?',
        options: [
          to('black-bore'),
          to('sealed-first', 'A void inside, the edge filled all round'),
          { says: 'A void that reaches the edge', drawing: 'one-side', leads: EMPTY_WHERE },
        ],
      },
    },
    {
      says: 'in the metal',
      drawing: 'melted',
      leads: { asks: 'What happened to the metal?', options: [to('melted'), to('brass-crack'), to('phosphide-crack')] },
    },
    {
      says: 'flux or smoke',
      drawing: 'burnt-flux',
      leads: { asks: 'What does it look like?', options: [to('burnt-flux'), to('zinc-smoke')] },
    },
    { says: 'it leaks at the test', drawing: 'pinhole', leads: 'pinhole' },
  ],
};
