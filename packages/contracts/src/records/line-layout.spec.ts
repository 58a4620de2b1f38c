import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { problemsOf } from '../schemas/parse.js';
import { lineSchema } from './line.js';
import { layoutSchema } from './line-layout.js';

const line = saltmarsh('2026-06-15').lines.find((l) => l.layout)!;
const layout = line.layout!;
const fields = (change: object): string[] =>
  problemsOf(lineSchema, { ...line, layout: { ...layout, ...change } }).map((p) => p.field);

describe('a drawn line', () => {
  it('the demo’s is sound, and none is sound too', () => {
    expect(problemsOf(lineSchema, line)).toEqual([]);
    expect(problemsOf(layoutSchema, null)).toEqual([]);
  });
  it.each<[string, object, string]>([
    [
      'no source',
      { nodes: layout.nodes.map((n) => ({ ...n, kind: n.kind === 'source' ? 'cap' : n.kind })) },
      'layout.nodes',
    ],
    ['a zero length', { runs: layout.runs.map((r) => ({ ...r, lengthM: 0 })) }, 'layout.runs.0.lengthM'],
    ['a length of 1e9', { runs: layout.runs.map((r) => ({ ...r, lengthM: 1e9 })) }, 'layout.runs.0.lengthM'],
    ['a run to nowhere', { runs: [{ ...layout.runs[0], to: 'nowhere' }] }, 'layout.runs.0.to'],
    ['a bore that is no number', { runs: [{ ...layout.runs[0], boreM: NaN }] }, 'layout.runs.0.boreM'],
    ['a point of no kind', { nodes: [{ ...layout.nodes[0], kind: 'valve' }] }, 'layout.nodes.0.kind'],
  ])('refuses %s at its field', (_what, change, field) => expect(fields(change)).toContain(field));
});
