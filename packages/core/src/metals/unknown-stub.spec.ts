import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findMetal, isFerrous } from './metals.js';
import {
  readStub,
  readStubWords,
  STUB_QUESTION_IDS,
  STUB_QUESTIONS,
  type StubAnswers,
  stubWords,
} from './unknown-stub.js';

const anyAnswers: fc.Arbitrary<StubAnswers> = fc
  .tuple(...STUB_QUESTION_IDS.map((id) => fc.constantFrom(undefined, ...STUB_QUESTIONS[id].answers.map((a) => a.id))))
  .map((said) =>
    Object.fromEntries(STUB_QUESTION_IDS.map((id, i) => [id, said[i]]).filter(([, a]) => a !== undefined)),
  );

describe('an unknown stub told apart by its answers', () => {
  it.each<[StubAnswers, string, boolean]>([
    [{ magnet: 'holds', file: 'skin' }, 'plated-steel', true],
    [{ magnet: 'holds', file: 'pink' }, 'plated-steel', true],
    [{ magnet: 'holds', letters: 'cu' }, 'plated-steel', true],
    [{ magnet: 'holds', file: 'yellow' }, 'plated-steel', true],
    [{ magnet: 'holds', file: 'white', spark: 'long' }, 'steel', true],
    [{ magnet: 'holds', file: 'white', spark: 'red' }, 'cast-iron', true],
    [{ magnet: 'holds', file: 'white' }, 'steel', false],
    [{ magnet: 'holds' }, 'steel', false],
    [{ magnet: 'weak' }, 'steel', false],
    [{ magnet: 'weak', letters: '304' }, 'stainless-304', true],
    [{ magnet: 'no', file: 'pink' }, 'copper', true],
    [{ magnet: 'no', letters: 'cu' }, 'copper', true],
    [{ magnet: 'no', file: 'yellow', letters: 'cu' }, 'brass-forging', true],
    [{ magnet: 'no', file: 'yellow' }, 'brass-forging', true],
    [{ magnet: 'no', file: 'white', spark: 'short' }, 'stainless-304', true],
    [{ magnet: 'no', file: 'white', spark: 'none', scratch: 'dulls' }, 'aluminium-3003', true],
    [{ magnet: 'no', file: 'white', spark: 'none', scratch: 'bright' }, 'cupronickel-30', true],
    [{ magnet: 'no', file: 'white', spark: 'none' }, 'steel', false],
    [{ magnet: 'no', file: 'skin' }, 'steel', false],
    [{}, 'steel', false],
  ])('%j', (answers, metalId, isKnown) => {
    const reading = readStub(answers);
    expect([reading.metalId, reading.isKnown]).toEqual([metalId, isKnown]);
    if (!isKnown) expect(reading.says).toContain('Treat as steel: high-silver rod, black flux.');
  });

  it('asks what would tell most: magnet, then file, then spark', () => {
    expect(readStub({}).next).toBe('magnet');
    expect(readStub({ magnet: 'no' }).next).toBe('file');
    expect(readStub({ magnet: 'no', file: 'white' }).next).toBe('spark');
    expect(readStub({ magnet: 'no', file: 'white', spark: 'none' }).next).toBe('scratch');
    expect(readStub({ magnet: 'holds', file: 'white' }).next).toBe('spark');
  });

  it('always ends in a metal of the tables, never asks what was answered, and iron stays iron under a magnet', () => {
    fc.assert(
      fc.property(anyAnswers, (answers) => {
        const { metalId, next, isKnown } = readStub(answers);
        expect(findMetal(metalId)).toBeDefined();
        if (next) expect(answers[next]).toBeUndefined();
        if (answers.magnet === 'holds') expect(isFerrous(findMetal(metalId)!)).toBe(true);
        // A phosphorus rod is never opened by a guess: copper is named only where no magnet holds.
        if (metalId === 'copper') expect([answers.magnet, isKnown]).toEqual(['no', true]);
      }),
      { numRuns: 1000 },
    );
  });

  it('what was answered is written in words and read back', () => {
    expect(stubWords({ magnet: 'holds', file: 'skin' })).toBe('magnet: holds; file: a pink skin, white under it');
    expect(readStubWords('Magnet holds; file skin')).toEqual({ magnet: 'holds', file: 'skin' });
    expect(readStubWords('magnet: maybe')).toBeNull();
    fc.assert(
      fc.property(anyAnswers, (a) => {
        expect(readStubWords(stubWords(a))).toEqual(a);
      }),
    );
  });
});
