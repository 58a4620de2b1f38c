import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import type { Joint } from '@hephaist/contracts/records/joint';
import { saltmarsh } from '../demo/saltmarsh.js';

const uuid = (n: number): string => `01900000-0000-7000-9000-${n.toString(16).padStart(12, '0')}`;

/** The demo's joints over and over up to `n`, no two with the same gap, as a job of its own. */
export function largeJob(n: number): JobFile {
  const demo = saltmarsh('2026-06-15');
  const like = demo.joints.filter((j) => !j.groove);
  const jobId = uuid(1);
  const lineId = new Map(demo.lines.map((l, i) => [l.id, uuid(10 + i)]));
  const joints = Array.from({ length: n }, (_, i): Joint => {
    const j = like[i % like.length];
    if (!j) throw new Error('no demo joint');
    return {
      ...j,
      id: uuid(1000 + i),
      jobId,
      lineId: lineId.get(j.lineId) ?? '',
      mark: `X-${i + 1}`,
      sort: i + 1,
      fitUp: { mode: 'stated', gapSideM: (2 + (i % 997) / 500) * 2.54e-5 + i * 1e-12 },
    };
  });
  return {
    ...demo,
    job: { ...demo.job, id: jobId, name: `Large job of ${n}` },
    lines: demo.lines.map((l) => ({ ...l, id: lineId.get(l.id) ?? '', jobId })),
    joints,
    logs: [],
    pressureTests: [],
    lineSteps: [],
    reservedCoupons: [],
    instruments: [],
    lots: [],
    rigs: [],
    hotWork: [],
    hotWorkMarks: [],
    secondLooks: [],
  };
}
