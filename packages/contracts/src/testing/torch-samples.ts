import { DEFAULT_SCHOOLS } from '@hephaist/core/schools/schools';
import { goodRig } from '@hephaist/core/testing/rigs';
import { roundSteps } from '@hephaist/core/torch-rig/checklist';
import type { CheckRound } from '@hephaist/core/torch-rig/rounds';
import type { HotWork, HotWorkMark } from '../records/hot-work.js';
import type { Rig } from '../records/rig.js';
import type { RigCheck } from '../records/rig-check.js';

type NewId = () => string;

/** A rig of the company that nothing speaks against. */
export const sampleRig = (newId: NewId, change: Partial<Rig> = {}): Rig => ({
  ...goodRig,
  tips: goodRig.tips.map(({ name, fuelM3s }) => ({ name, fuelM3s })),
  schools: {},
  note: '',
  ...change,
  id: newId(),
});

/** A round in which every step was done and nothing was found wrong. */
export const sampleRound = (newId: NewId, rig: Rig, by: string, round: CheckRound = 'morning'): RigCheck => ({
  id: newId(),
  rigId: rig.id,
  round,
  on: '2026-06-02',
  startedAt: '2026-06-02T07:00:00Z',
  endedAt: '2026-06-02T07:02:00Z',
  by,
  steps: roundSteps(round, rig, DEFAULT_SCHOOLS).map((s, i) => ({ id: s.id, answer: 'done', afterS: 5 * i })),
  schools: {},
  drop: round === 'morning' ? { fuel: 'stands', oxygen: rig.oxygenHose && 'stands', seconds: 30 } : null,
  ...(round === 'morning' ? { flame: 'neutral' as const } : {}),
  toSign: false,
});

/** Hot work in one area with all seen to. */
export const sampleHotWork = (newId: NewId, jobId: string, by: string, change: Partial<HotWork> = {}): HotWork => ({
  jobId,
  area: 'Plant room',
  startedAt: '2026-06-02T07:00:00Z',
  by,
  watcher: 'Somebody Else',
  answers: {
    combustibles: 'done',
    openings: 'none here',
    behind: 'done',
    detector: 'done',
    extinguisher: 'done',
    air: 'done',
    line: 'done',
  },
  sitePermit: '',
  watchMinutes: 60,
  ...change,
  id: newId(),
});

export const sampleMark = (newId: NewId, work: HotWork, kind: HotWorkMark['kind'], at = '07:10'): HotWorkMark => ({
  id: newId(),
  jobId: work.jobId,
  hotWorkId: work.id,
  at: `2026-06-02T${at}:00Z`,
  kind,
  by: work.by,
});
