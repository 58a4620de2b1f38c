import { signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import { formatQuantity } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { ApiProblem } from '../data/api';
import { jointState } from '../data/joint-state';
import { Attempt } from '../forms/attempt';
import { CellWriter } from './cell-writer';
import { COLUMNS, type Eye } from './schedule-columns';

const demo = saltmarsh('2026-06-15');
const plan = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const eye: Eye = {
  words: { lines: demo.lines, tables: catalogueWith(demo.ownRows), system: 'us' },
  summaryOf: (j) => sum(plan(j)),
  stateOf: (j) => jointState(j, sum(plan(j)), undefined),
  show: (si, quantity) => formatQuantity(si, quantity, 'us', false),
};
const column = (id: string) => COLUMNS.find((c) => c.id === id)!;
const joint = (mark: string): Joint => demo.joints.find((j) => j.mark === mark) as Joint;

/** A job in which somebody else changed a joint before the first save reaches the server. */
function clashing(theirs: Partial<Joint>, refusals = 1) {
  const stands = new Map(demo.joints.map((j) => [j.id, j]));
  const sent: (readonly Joint[])[] = [];
  let left = refusals;
  const store = {
    joints: () => [...stands.values()],
    jobId: () => demo.job.id,
    stored: (_kind: 'joint', id: string) => {
      const data = stands.get(id);
      return data && { data };
    },
    load: () => {
      const j = joint('PF-03');
      stands.set(j.id, { ...j, ...theirs });
      return Promise.resolve();
    },
    change: (_kind: 'joint', joints: readonly Joint[]) => {
      if (left-- > 0)
        return Promise.reject(
          new ApiProblem({
            title: '',
            status: 409,
            detail: 'changed',
            current: [{ version: 2, data: joint('PF-03') }],
          }),
        );
      sent.push(joints);
      return Promise.resolve();
    },
  };
  const asked = new Attempt();
  return { sent, asked, cells: new CellWriter(asked, store, signal(eye), { say: () => undefined }) };
}

describe('a cell that somebody else’s change met', () => {
  it('is written over what now stands: their other fields stay', async () => {
    const { cells, sent, asked } = clashing({ note: 'theirs' });
    await cells.take([{ joint: joint('PF-03'), column: column('position'), text: 'horiz' }]);
    expect(sent).toHaveLength(1);
    expect(sent[0]![0]).toMatchObject({ position: 'horizontal', note: 'theirs' });
    expect(asked.failure()).toBeNull();
  });

  it('where both changed the same cell it says what theirs was', async () => {
    const { cells, sent, asked } = clashing({ position: 'down-feed' });
    await cells.take([{ joint: joint('PF-03'), column: column('position'), text: 'horiz' }]);
    expect(sent[0]![0]).toMatchObject({ position: 'horizontal' });
    expect(asked.failure()).toBe('Yours stands now. PF-03, Flow: somebody else had made it “down-feed”.');
  });

  it('is not tried for ever', async () => {
    const { cells, sent, asked } = clashing({}, 5);
    await cells.take([{ joint: joint('PF-03'), column: column('position'), text: 'horiz' }]);
    expect(sent).toHaveLength(0);
    expect(asked.failure()).toContain('try again');
  });

  it('nor is what could be read of a refusal lost to it', async () => {
    const { cells, sent } = clashing({ note: 'theirs' });
    await cells.take([
      { joint: joint('PF-03'), column: column('position'), text: 'horiz' },
      { joint: joint('PF-04'), column: column('position'), text: 'sideways' },
    ]);
    await cells.takeGood(cells.refused()!);
    expect(sent.map((joints) => joints.map((j) => j.mark))).toEqual([['PF-03']]);
    expect(sent[0]![0]).toMatchObject({ position: 'horizontal', note: 'theirs' });
  });

  it('what cannot be read is told, and nothing is sent', async () => {
    const { cells, sent } = clashing({}, 0);
    await cells.take([{ joint: joint('PF-03'), column: column('position'), text: 'sideways' }]);
    expect(cells.refused()?.problems[0]).toMatchObject({ mark: 'PF-03', column: 'Flow', text: 'sideways' });
    expect(sent).toHaveLength(0);
  });
});
