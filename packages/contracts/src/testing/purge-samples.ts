import { SCFH } from '@hephaist/core/units/units';
import type { PurgeMark } from '../records/purge-session.js';

/** An id of the right form. */
export const sampleId = (n: number): string => `0190ffff-0000-7000-8000-00000000000${n}`;
/** A purge session of the shortest line there is; tests change what they are about. */
export const sampleSession = (more: object = {}) => ({
  id: sampleId(1),
  jobId: sampleId(2),
  lineId: sampleId(3),
  startedAt: '2026-01-01T10:00:00Z',
  by: 'Prue',
  instruments: null,
  cylinder: '300 ft³',
  network: {
    nodes: [
      { id: 'S', kind: 'source' },
      { id: 'V', kind: 'vent', open: true, holeM: 0.005 },
    ],
    runs: [{ id: 'r', from: 'S', to: 'V', lengthM: 2, boreM: 0.02 }],
    joints: [],
    feed: { by: 'flow', m3s: 1e-4, mostPa: 1e4 },
  },
  limit: 0.01,
  holdS: 30,
  fillM3s: 15 * SCFH,
  trickleM3s: 3 * SCFH,
  leastFlowM3s: SCFH,
  leastCylinderPa: 1e6,
  coolS: {},
  ...more,
});
/** A mark of that session. */
export const sampleMark = (more: Partial<PurgeMark> = {}): PurgeMark => ({
  id: sampleId(4),
  jobId: sampleId(2),
  sessionId: sampleId(1),
  at: '2026-01-01T10:00:02.500Z',
  kind: 'purge on',
  jointId: null,
  vent: 'V',
  device: null,
  value: null,
  says: '',
  by: 'Prue',
  ...more,
});
