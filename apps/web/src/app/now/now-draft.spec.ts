import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { planJoint } from '@hephaist/core/joint/plan';
import { SERVICES } from '@hephaist/core/services/services';
import { writeShorthand } from '@hephaist/core/shorthand/write-shorthand';
import { describe, expect, it } from 'vitest';
import { asJoint, INTO, nowDraft, nowJoint, nowLine, usualStandard } from './now-draft';

const said = (change: Partial<ReturnType<typeof nowDraft>>) => nowJoint({ ...nowDraft(), ...change }, SHIPPED);

describe('one joint, now', () => {
  it('is said by two touches, and is nothing before', () => {
    expect(said({})).toBeNull();
    expect(said({ size: '7/8' })).toBeNull();
    expect(said({ size: '7/8', intoId: 'plated' })).toMatchObject({
      tube: { standardId: 'acr', size: '7/8', metalId: 'copper' },
      socket: { kind: 'stub', metalId: 'plated-steel' },
      position: 'horizontal',
    });
  });
  it('or in shorthand, which goes before touches', () => {
    expect(said({ size: '7/8', intoId: 'fitting', said: '1 1/8 cu-brass valve up' })?.tube.size).toBe('1-1/8');
    expect(said({ said: 'nonsense' })).toBeNull();
  });
  it('every service has tube of its usual kind, and everything it goes into an answer or a refusal', () => {
    for (const s of SERVICES) {
      const size = SHIPPED.sizes(usualStandard(s))[3]!;
      for (const into of INTO) {
        const spec = said({ serviceId: s.id, size, intoId: into.id })!;
        const { selection } = planJoint(spec, nowLine(s.id));
        expect(Boolean(selection.chosen) || Boolean(selection.instead), `${s.id} ${into.id}`).toBe(true);
      }
    }
  });
  it('no pressure is judged where none is known', () =>
    expect(planJoint(said({ size: '7/8', intoId: 'fitting' })!, nowLine('refrigerant-poe')).pressureFindings).toEqual(
      [],
    ));
  it('is kept in the words of shorthand', () => {
    const spec = said({ size: '7/8', intoId: 'valve', position: 'up-feed' })!;
    expect(writeShorthand(spec)).toBe('7/8 acr cu-forged valve up');
    expect(asJoint(spec).mark).toBe('It');
  });
});
