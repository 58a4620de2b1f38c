import type { Tab } from '../shell/tabs';

/** The views of Keep. */
export const KEEP_TABS: readonly Tab[] = [
  { path: 'keep', name: 'Who may braze' },
  { path: 'keep/share', name: 'Share the work' },
  { path: 'keep/procedures', name: 'Procedures' },
  { path: 'keep/hand-over', name: 'Hand over' },
];
