import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import {
  fillerOptions,
  metalOptions,
  plain,
  POSITION_OPTIONS,
  ruleSetOptions,
  standardOptions,
} from '../forms/options';

/** What may be picked of a coupon, from the tables in use. */
export const couponLists = (tables: Catalogue) => ({
  standards: standardOptions(tables),
  metals: metalOptions(tables),
  fillers: fillerOptions(tables),
  fluxes: plain(tables.fluxes.map((f) => f.id)),
  positions: POSITION_OPTIONS,
  ruleSets: ruleSetOptions(tables),
  joints: plain(JOINT_TYPES),
  processes: plain(PROCESSES),
  types: plain(PROCESS_TYPES),
  opened: [
    { id: 'cut' as const, name: 'cut and polished, both sides' },
    { id: 'peeled' as const, name: 'peeled open' },
  ],
  tests: ['peel lines', 'peel', 'tension', 'bend'] as const,
});
