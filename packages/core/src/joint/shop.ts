import { type Catalogue, SHIPPED } from '../catalogue/catalogue.js';
import type { ProcedureCover } from '../selection/facts.js';
import { DEFAULT_WEIGHTS, type Weights } from '../selection/preferences.js';

/** What the company brings to every plan: its tables, its signed procedures, its weights. */
export interface Shop {
  readonly catalogue: Catalogue;
  readonly procedures: readonly ProcedureCover[];
  readonly weights: Weights;
}

/** The shipped tables, no procedure, our weights. */
export const PLAIN_SHOP: Shop = { catalogue: SHIPPED, procedures: [], weights: DEFAULT_WEIGHTS };
