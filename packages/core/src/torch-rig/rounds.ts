/** Parts of a day at the torch, in order. */
export const CHECK_STAGES = ['before', 'light', 'flame', 'shut down', 'stow'] as const;
export type CheckStage = (typeof CHECK_STAGES)[number];
export const CHECK_STAGE_WORDS: Readonly<Record<CheckStage, string>> = {
  before: 'Before',
  light: 'Light',
  flame: 'Flame',
  'shut down': 'Shut down',
  stow: 'Stow',
};

/** What a crew does in the morning, and what at the end of the day. */
export const CHECK_ROUNDS = {
  morning: ['before', 'light', 'flame'],
  evening: ['shut down', 'stow'],
} as const satisfies Record<string, readonly CheckStage[]>;
export type CheckRound = keyof typeof CHECK_ROUNDS;
export const CHECK_ROUND_WORDS: Readonly<Record<CheckRound, string>> = {
  morning: 'Before and lighting',
  evening: 'Shut down and stow',
};
