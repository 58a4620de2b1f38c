import type { Service } from '../services/services.js';
import { practice, published, type Source } from '../source/source.js';

/** What a test is made with, in a word each. */
export const TEST_MEDIA = ['nitrogen', 'carbon dioxide', 'helium', 'air', 'water', 'vacuum'] as const;
export type TestMedium = (typeof TEST_MEDIA)[number];

/** What a standing test of a service asks for. */
export interface TestAsked {
  readonly media: readonly TestMedium[];
  /** Least time between the readings, s. */
  readonly leastS: number;
  readonly source: Source;
}

const TEN_MINUTES = 600;
const DAY = 24 * 3600;
const medical: TestAsked = { media: ['nitrogen'], leastS: DAY, source: published('NFPA 99', '24 hour standing test') };
const b315 = published('ASME B31.5', 'dry inert gas, at least ten minutes');
const b319 = published('ASME B31.9', 'water or gas, at least ten minutes');

/** Media and least time of a standing test. A line is never tested with oxygen or a fuel, whatever the service. */
export function testAsked(service: Pick<Service, 'kind'> | null): TestAsked {
  switch (service?.kind) {
    case 'medical':
      return medical;
    case 'refrigerant':
    case 'ammonia':
      return { media: ['nitrogen', 'carbon dioxide', 'helium'], leastS: TEN_MINUTES, source: b315 };
    case 'fuel-gas':
    case 'acetylene':
    case 'hot-sulphur-gas':
      return {
        media: ['nitrogen', 'carbon dioxide', 'air'],
        leastS: TEN_MINUTES,
        source: published('NFPA 54', 'air, nitrogen or carbon dioxide; never oxygen; longer for large systems'),
      };
    case 'hydrogen':
    case 'clean-gas':
      return {
        media: ['nitrogen', 'helium'],
        leastS: TEN_MINUTES,
        source: published('ASME B31.3', 'dry inert gas; helium finds what nitrogen does not'),
      };
    case 'fuel-oil':
      return {
        media: ['nitrogen', 'air'],
        leastS: TEN_MINUTES,
        source: published('NFPA 31', 'air or inert gas, never oxygen, before oil is let in'),
      };
    case 'compressed-air':
      return { media: ['nitrogen', 'air'], leastS: TEN_MINUTES, source: b319 };
    case 'steam':
    case 'water':
      return { media: ['water', 'nitrogen', 'air'], leastS: TEN_MINUTES, source: b319 };
    default:
      return { media: ['nitrogen', 'air'], leastS: TEN_MINUTES, source: practice('nothing flows in it') };
  }
}

/** Shortest vacuum that can be called tight, s. Source: practice. */
export const LEAST_DECAY_S = TEN_MINUTES;
