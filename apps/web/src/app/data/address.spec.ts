import { describe, expect, it } from 'vitest';
import { filledIn } from './address';

describe('an address', () => {
  it('has its parts filled in, each as one part whatever stands in it, and what is asked behind it', () => {
    expect(filledIn('/jobs', [])).toBe('jobs');
    expect(filledIn('/jobs/:id/joints', [{ id: 'x' }, { after: '7~y' }])).toBe('jobs/x/joints?after=7%7Ey');
    expect(filledIn('/jobs/:id/copy/:commandId', [{ id: 'a', commandId: 'b' }])).toBe('jobs/a/copy/b');
    expect(filledIn('/follow/:of/:id', [{ of: 'lot', id: 'R 1/2?&' }])).toBe('follow/lot/R%201%2F2%3F%26');
  });

  it('asks nothing that is empty or left out; a number may be nought', () => {
    expect(filledIn('/trail', [{}, { of: 'changes', sought: '', person: undefined, before: null }])).toBe(
      'trail?of=changes',
    );
    expect(filledIn('/others', [{}, { since: 0 }])).toBe('others?since=0');
    expect(filledIn('/others', [{}, { since: null }])).toBe('others');
  });
});
