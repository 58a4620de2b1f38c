import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { provenanceMarkdown, provenanceRows } from './provenance.js';

describe('provenance', () => {
  it('names a source for every value', () => {
    const rows = provenanceRows();
    expect(rows.length).toBeGreaterThan(250);
    for (const r of rows) {
      expect(r.source.name.length, r.item).toBeGreaterThan(3);
      expect(r.value.length, r.item).toBeGreaterThan(0);
      if (r.source.certainty === 'published') expect(r.source.memory, r.item).toBe(true);
    }
  });
  it('is what stands in docs/provenance.md (run `npm run docs` after a change)', () => {
    const written = readFileSync(new URL('../../../../docs/provenance.md', import.meta.url), 'utf8');
    expect(written).toBe(provenanceMarkdown());
  });
});
