import { describe, expect, it } from 'vitest';
import { findFlux, FLUXES } from '../fluxes/fluxes.js';
import { degFToK } from '../units/units.js';
import { FLUX_LOOKS, fluxLook, fluxLooks, fluxSigns } from './colours.js';
import { fluxLifeS } from './flux-life.js';

const f = (id: string) => findFlux(id)!;
const at = (id: string, degF: number, used = 0) => fluxLook(f(id), degFToK(degF), used);

describe('how flux looks on its way to heat', () => {
  // Practice: white paste boils at 212 °F, puffs at 600, is milky at 800 and clear at 1100.
  it.each([
    [211, 'as put on'],
    [212, 'boiling'],
    [599, 'boiling'],
    [600, 'puffed up'],
    [799, 'puffed up'],
    [800, 'milky'],
    [1099, 'milky'],
    [1100, 'clear'],
    [1600, 'clear'],
  ] as const)('white paste at %d °F is %s', (degF, look) => expect(at('FB3-A', degF)).toBe(look));

  it('is dead once its life is used, however hot', () => {
    expect(at('FB3-A', 1300, 1)).toBe('clear');
    expect(at('FB3-A', 1300, 1.01)).toBe('dead');
  });

  it('flux for brass rod clears where it works, aluminium flux too; vapour flux never lies on the metal', () => {
    expect([at('FB3-D', 1100), at('FB3-D', 1399), at('FB3-D', 1400)]).toEqual(['puffed up', 'puffed up', 'clear']);
    expect([at('FB1-A', 1079), at('FB1-A', 1080)]).toEqual(['boiling', 'clear']);
    expect([at('FB3-K', 300), at('FB3-K', 1500, 2)]).toEqual(['in the flame', 'in the flame']);
  });

  it('every flux goes through its looks in one order and shows none that is not among them', () => {
    for (const flux of FLUXES) {
      const looks = fluxLooks(flux, fluxLifeS(flux, flux.activeK.min));
      for (const s of fluxSigns(flux)) expect(looks).toContain(s.look);
      const order = looks.map((l) => FLUX_LOOKS.indexOf(l as never));
      expect(order).toEqual([...order].sort((a, b) => a - b));
      expect(looks.includes('dead')).toBe(['FB3-A', 'FB3-C', 'FB4-A'].includes(flux.id));
    }
  });
});
