import type { Deed } from '@hephaist/contracts/exchange/people';

/** A place people go to. */
export interface Place {
  /** Where, below the job or from the root. */
  readonly path: string;
  readonly name: string;
  readonly icon: string;
  /** Only for who may do this. */
  readonly deed?: Deed;
  /** What it is called by those who do not know its name. */
  readonly also?: string;
}

/** Places of a job, in the order of the work. */
export const JOB_PLACES: readonly Place[] = [
  { path: 'plan', name: 'Plan', icon: 'plan', also: 'schedule joints rods flux' },
  { path: 'braze', name: 'Braze', icon: 'braze', also: 'joint card log torch' },
  { path: 'prove', name: 'Prove', icon: 'prove', also: 'coupons strips tests' },
  { path: 'keep', name: 'Keep', icon: 'keep', also: 'who may braze board procedures hand over' },
  { path: 'practise', name: 'Practise', icon: 'practise', also: 'quiz bench' },
];

/** Views within the places of a job. */
export const JOB_VIEWS: readonly Place[] = [
  { path: 'purge', name: 'Purge', icon: 'plan', also: 'nitrogen line drawing vents' },
  { path: 'hot-work', name: 'Hot work', icon: 'braze', also: 'permit fire watch extinguisher detector' },
  { path: 'prove/plan', name: 'Coupons to braze', icon: 'prove', also: 'travellers labels laboratory request' },
  { path: 'prove/pressure', name: 'Pressure tests', icon: 'prove', also: 'standing vacuum sequence' },
  { path: 'keep/share', name: 'Share the work', icon: 'keep', also: 'schedule crew calendar' },
  { path: 'keep/hand-over', name: 'Hand over', icon: 'keep', also: 'package export' },
];

/** Places of the company, beside any job. */
export const COMPANY_PLACES: readonly Place[] = [
  { path: 'jobs', name: 'Jobs', icon: 'home', also: 'home' },
  { path: 'crew', name: 'Crew', icon: 'person', also: 'brazers qualifications continuity' },
  { path: 'procedures', name: 'Procedures', icon: 'keep', also: 'BPS PQR' },
  { path: 'coupons', name: 'Coupons', icon: 'prove', also: 'strips BPQ tests' },
  {
    path: 'rigs',
    name: 'Torch rigs',
    icon: 'braze',
    also: 'hose regulator cylinder arrestor tip checklist light shut down',
  },
  { path: 'on-file', name: 'Instruments and lots', icon: 'plan', also: 'gauges papers editions laboratory' },
  { path: 'shop', name: 'Tables', icon: 'keep', also: 'metals fillers fluxes tube sources weights' },
  { path: 'words', name: 'Words', icon: 'keep', also: 'glossary meaning help' },
  { path: 'people', name: 'People', icon: 'person', deed: 'give-roles', also: 'accounts roles' },
  { path: 'trail', name: 'Trail', icon: 'keep', deed: 'trail', also: 'audit' },
];
