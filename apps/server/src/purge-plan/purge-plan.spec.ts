import { networkOf } from '@hephaist/core/purge/layout';
import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { asBytes, readPdf } from '../../test/pdf.js';
import { withJob } from '../../test/with-job.js';
import { outcomeOf, type PurgeTask } from './outcome.js';
import { parsePurgePlanRequest, purgePlanOf } from './purge-plan.js';

const file = demoFile();
const oxygen = file.lines.find((l) => l.name === 'Surgery oxygen')!;
const asked = { system: 'us', minutes: 8, cylinder: '300 ft³' };
const h = withJob(file);

const here = (task: PurgeTask) => Promise.resolve(outcomeOf(task));
const post = (body: object, lineId = oxygen.id) => h.as().post(`/api/lines/${lineId}/purge-plan.pdf`).send(body);

describe('the purge plan of a line as PDF', () => {
  it('is one page with the order, the limit and the mishaps that were worked out here', async () => {
    const answer = await asBytes(post(asked));
    expect(answer.status).toBe(200);
    const { pages, words } = await readPdf(answer.body as Buffer);
    expect(pages).toBe(1);
    const { purge, rests, markOf } = await purgePlanOf(h.store, oxygen.id, parsePurgePlanRequest(asked), here);
    expect(purge.stages.length).toBeGreaterThan(1);
    for (const s of purge.stages) {
      expect(words).toContain(s.vent);
      expect(words).toContain(markOf(s.joints[0]!));
    }
    expect(words).toContain(`limit ${100 * rests.limit.limit} % oxygen`);
    expect(words).toContain('The hose falls off');
    expect(words).toContain('from memory');
  });
  it('leaves out what is brazed and accepted, and takes a stricter limit of a procedure', async () => {
    const air = file.lines.find((l) => l.name === 'Surgery air')!;
    const { purge, rests } = await purgePlanOf(h.store, air.id, parsePurgePlanRequest(asked), here);
    const planned = new Set(purge.stages.flatMap((s) => s.joints));
    const made = file.logs.filter((l) => l.visual === 'accepted' && rests.plans.has(l.jointId));
    expect(made.length).toBeGreaterThan(0);
    for (const log of made) expect(planned.has(log.jointId)).toBe(false);
    expect(rests.limit).toEqual({ limit: 0.005, by: 'BPS-2 rev A' });
  });
  it('a line nobody drew fits on the page in metric too', async () => {
    const straight = file.lines.find((l) => !l.layout && l.name.includes('Plasma freezer, liquid'))!;
    const answer = await asBytes(post({ ...asked, system: 'metric' }, straight.id));
    const { pages, words } = await readPdf(answer.body as Buffer);
    expect(pages).toBe(1);
    expect(words).toContain('L/min');
  });
  it('refuses nonsense at its field, and a line that is not here', async () => {
    expect((await post({ ...asked, minutes: 0 }).expect(422)).body.fields[0].field).toBe('minutes');
    expect((await post({ ...asked, cylinder: 'bucket' }).expect(422)).body.fields[0].field).toBe('cylinder');
    await post(asked, newId()).expect(404);
  });
  it('names what is wrong with a line', () => {
    const bad = networkOf({ nodes: [{ id: 'A', kind: 'point' }], runs: [], at: {} }, [], {
      by: 'flow',
      m3s: 1e-4,
      mostPa: 1e4,
    });
    const task = { net: bad, wishes: { limit: 0.01, minutesPerJoint: 8, usableM3: 5 } };
    expect(JSON.stringify(outcomeOf(task))).toContain('no nitrogen source');
  });
});
