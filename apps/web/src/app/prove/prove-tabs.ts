import type { Tab } from '../shell/tabs';

/** The views of Prove. */
export const PROVE_TABS: readonly Tab[] = [
  { path: 'prove', name: 'Coupons' },
  { path: 'prove/plan', name: 'Coupons to braze' },
  { path: 'prove/pressure', name: 'Pressure tests' },
];
