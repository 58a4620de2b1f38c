import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { openPoints } from '../exchange/open-points.js';
import { problemsOf } from '../schemas/parse.js';
import type { Line } from './line.js';
import { lineSequence, type LineStep, lineStepSchema } from './line-step.js';
import type { PressureTest } from './pressure-test.js';

const demo = saltmarsh('2026-06-15');
const line = demo.lines.find((l) => l.serviceId === 'medical-oxygen') as Line;
const step = (name: LineStep['step'], from: string, to: string, change: Partial<LineStep> = {}): LineStep => ({
  id: `id of ${name}`,
  jobId: demo.job.id,
  lineId: line.id,
  step: name,
  startedAt: `2026-07-${from}:00Z`,
  endedAt: `2026-07-${to}:00Z`,
  by: 'Wren Abara',
  gas: 'nitrogen',
  gauge: '',
  pressurePa: 1e4 * PSI,
  passes: true,
  joints: '',
  note: '',
  ...change,
});
const first = [
  step('blow-down', '01T08:00', '01T09:00'),
  step('initial pressure test', '01T09:00', '01T11:00'),
  step('cross-connection', '01T11:00', '01T12:00'),
  step('piping purge', '01T12:00', '01T13:00'),
];
const stood: PressureTest = {
  id: 'the standing test',
  jobId: demo.job.id,
  lineId: line.id,
  startedAt: '2026-07-02T08:00:00Z',
  endedAt: '2026-07-03T08:00:00Z',
  medium: 'nitrogen',
  standing: {
    start: { gaugePa: 1.2 * line.designPa, tempK: 295 },
    end: { gaugePa: 1.2 * line.designPa, tempK: 295 },
    instruments: { gaugePa: 500, tempK: 0.1, oneGauge: true, repeatPa: 50, readToPa: 50 },
    mattersPa: 5000,
  },
  decay: null,
  testedBy: 'Wren Abara',
  note: '',
};
const states = (tests: PressureTest[], steps = first, brazedAt = '2026-06-10T10:00:00Z') =>
  lineSequence(line, steps, tests, [{ mark: 'OX-01', brazedAt }]).map((s) => s.state);

describe('where a line stands in its tests', () => {
  it('its steps and its pressure tests count together', () => {
    expect(states([])).toEqual(['done', 'done', 'done', 'done', 'next', 'waits']);
    expect(states([stood])).toEqual(['done', 'done', 'done', 'done', 'done', 'next']);
    const all = lineSequence(line, [...first, step('verification', '04T08:00', '04T09:00')], [stood], []);
    expect(all.map((s) => s.by?.id)).toEqual([
      'id of blow-down',
      'id of initial pressure test',
      'id of cross-connection',
      'id of piping purge',
      'the standing test',
      'id of verification',
    ]);
    expect(all[4]?.by).toEqual({
      kind: 'pressure_test',
      id: 'the standing test',
      who: 'Wren Abara',
      at: stood.startedAt,
    });
  });
  it('a joint remade takes it back; steps of another line are none of its own', () => {
    expect(states([stood], first, '2026-07-01T10:00:00Z')[0]).toBe('taken back');
    expect(
      states(
        [],
        first.map((s) => ({ ...s, lineId: 'another' })),
      )[0],
    ).toBe('next');
  });
  it('a refrigerant line goes through nitrogen, then vacuum', () => {
    const cold = demo.lines.find((l) => l.serviceId.startsWith('refrigerant')) as Line;
    const at = { ...stood, lineId: cold.id };
    const pressed = {
      ...at,
      standing: {
        ...at.standing!,
        start: { gaugePa: cold.designPa, tempK: 295 },
        end: { gaugePa: cold.designPa, tempK: 295 },
      },
    };
    const of = (tests: PressureTest[]) => lineSequence(cold, [], tests, []).map((s) => s.state);
    expect(of([pressed])).toEqual(['done', 'next']);
  });
  it('is refused at its fields', () => {
    const plain = { ...first[0]!, id: demo.job.id };
    expect(problemsOf(lineStepSchema, plain)).toEqual([]);
    const fields = (change: object) => problemsOf(lineStepSchema, { ...plain, ...change }).map((p) => p.field);
    expect(fields({ endedAt: plain.startedAt })).toEqual(['endedAt']);
    expect(fields({ by: '', passes: undefined, step: 'dance' }).sort()).toEqual(['by', 'passes', 'step']);
  });
  it('a medical line that is brazed and not through is an open point until it is', () => {
    const point = (lineSteps: LineStep[]) =>
      openPoints(
        { ...demo, lineSteps },
        () => ({ plan: null, seam: null, problems: [] }),
        () => null,
        SHIPPED,
      ).find((p) => p.what.startsWith('not through the tests'))?.about ?? [];
    expect(point([])).toContain(line.name);
    const later = (s: LineStep): LineStep => ({
      ...s,
      startedAt: s.startedAt.replace('2026-07', '2027-07'),
      endedAt: s.endedAt.replace('2026-07', '2027-07'),
    });
    const all = [...first, step('standing test', '02T08:00', '03T08:00'), step('verification', '04T08:00', '04T09:00')];
    expect(point(all.map(later))).not.toContain(line.name);
  });
  it('lots of another class and gauges out of calibration are open points', () => {
    const log = demo.logs.find((l) => l.visual === 'accepted' && l.fillerId === 'BCuP-5')!;
    const of = (change: object, what: string) =>
      openPoints(
        { ...demo, ...change },
        () => ({ plan: null, seam: null, problems: [] }),
        () => null,
        SHIPPED,
      ).find((p) => p.what.startsWith(what))?.about ?? [];
    const lot = (classId: string) => ({
      id: 'l',
      kind: 'rod',
      lot: log.fillerLot,
      classId,
      receivedOn: null,
      certificate: '',
      note: '',
    });
    const mark = demo.joints.find((j) => j.id === log.jointId)!.mark;
    expect(of({ lots: [lot('BAg-7')] }, 'lot not on file')).toContain(mark);
    expect(of({ lots: [lot('BCuP-5')] }, 'lot not on file')).not.toContain(mark);
    expect(of({}, 'lot not on file')).toEqual([]);
    const read = { ...first[0]!, gauge: 'gauge G-4, OUT OF CALIBRATION' };
    expect(of({ lineSteps: [read] }, 'read by a gauge')).toEqual([line.name]);
    expect(of({ lineSteps: [{ ...read, gauge: 'gauge G-4' }] }, 'read by a gauge')).toEqual([]);
  });
});
