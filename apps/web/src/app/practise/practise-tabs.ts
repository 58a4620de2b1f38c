import type { Tab } from '../shell/tabs';

/** The views of Practise. */
export const PRACTISE_TABS: readonly Tab[] = [
  { path: 'practise', name: 'Choose the rod' },
  { path: 'practise/watch', name: 'Watch a hand' },
  { path: 'practise/course', name: 'Make a joint' },
];
