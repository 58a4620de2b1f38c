import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import { inUnits } from '../units/say.js';
import { findWords, glossary, meaningOf } from './glossary.js';

const all = glossary();

describe('the words of the trade', () => {
  it('hold every rod, flux and metal of the tables, and none twice', () => {
    const terms = new Set(all.map((w) => w.term));
    expect(terms.size).toBe(all.length);
    for (const f of SHIPPED.fillers) expect(terms.has(f.id), f.id).toBe(true);
    for (const f of SHIPPED.fluxes) expect(terms.has(f.id), f.id).toBe(true);
    for (const m of SHIPPED.metals) expect(terms.has(m.name), m.name).toBe(true);
  });

  it('say what a rod is, as its row says it', () => {
    const rod = all.find((w) => w.term === 'BCuP-5')!;
    expect(inUnits(rod.meaning, 'us')).toMatch(/^A rod of .*Ag 15.* percent; melts from 1190 °F to 1475 °F\.$/);
    expect(rod.source.name).toContain('AWS A5.8');
    expect(rod.source.memory).toBe(true);
  });

  it('each has its meaning by itself, and what is no word has none', () => {
    for (const term of ['Gap per side', 'Overlap', 'Purge']) expect(meaningOf(term)).toMatch(/\.$/);
    expect(meaningOf('no such word')).toBeNull();
  });

  it('are found by their beginning before what is said of them, and by other words for them', () => {
    expect(findWords(all, 'over')[0]?.term).toBe('Overlap');
    expect(findWords(all, 'clearance').map((w) => w.term)).toContain('Gap per side');
    expect(findWords(all, 'zzz')).toEqual([]);
    expect(findWords(all, ' ')).toHaveLength(all.length);
    expect(findWords(all, 'screens').map((w) => w.term)).toContain('Oxide');
  });
});
