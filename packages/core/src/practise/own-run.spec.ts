import { describe, expect, it } from 'vitest';
import { FLUX_LOOKS } from '../heat/colours.js';
import { sampleBench } from '../testing/sample-bench.js';
import { NO_FLUX, shapeOf } from './bench-picture.js';
import { BenchRun } from './bench-run.js';
import { coach, shortOfMeltingK } from './coach.js';
import { handAt } from './hand.js';
import { LONGEST_RUN_S, OwnRun } from './own-run.js';
import { replay, scriptedHand } from './scripted-hand.js';

const COARSE = { cellsAlong: 40, cellsRound: 16 };
const steel = { socket: { kind: 'fitting', metalId: 'steel', depthM: null, cup: null } } as const;

/** Led by a good hand, told what the coach says on the way. */
function led(own: OwnRun, stop: (own: OwnRun) => boolean = () => false): string[] {
  const hand = scriptedHand();
  const said: string[] = [];
  for (let does = hand(own.run); does && !stop(own) && own.run.timeS < 200; does = hand(own.run)) {
    own.hand(does);
    own.go(1);
    const { says } = coach(own.run);
    if (said.at(-1) !== says) said.push(says);
    if (own.run.happened.has('filled') && !own.run.hand.lit) break;
  }
  return said;
}

describe('a run of one’s own', () => {
  const setup = sampleBench();
  const own = new OwnRun(setup, COARSE);
  const said = led(own);
  const made = own.saw();

  it('is coached in the order of the work, and passes', () => {
    const order = [
      'Air is inside.',
      'Nitrogen drives the air out.',
      'Heat the tube first.',
      'The tube is ready. The fitting lags behind.',
      'All of the lap is there.',
      'It runs in.',
    ];
    expect(said.filter((s) => order.includes(s)).filter((s, i, all) => all.indexOf(s) === i)).toEqual(
      expect.arrayContaining(order.slice(1)),
    );
    expect(order.slice(1).map((s) => said.indexOf(s))).toEqual(
      order
        .slice(1)
        .map((s) => said.indexOf(s))
        .toSorted((a, b) => a - b),
    );
    expect(made.cut.passes).toBe(true);
    expect(made.faults).toEqual([]);
  });
  it('its deeds make the same joint again, to the bit', () => {
    const again = replay(new BenchRun(setup, COARSE), own.deeds, own.run.tick);
    expect(again.gap.fill).toEqual(own.run.gap.fill);
    expect(again.shells.socket.tempK).toEqual(own.run.shells.socket.tempK);
  });
  it('its hand is known at every tick without making it again', () => {
    const run = new BenchRun(setup, COARSE);
    for (const deed of own.deeds.slice(0, 200)) {
      replay(run, own.deeds, deed.tick + 1);
      expect(handAt(setup, own.deeds, deed.tick)).toEqual(run.hand);
    }
    expect(handAt(setup, own.deeds, -1).lit).toBe(false);
  });
  it('is cut where it is said', () => {
    const faces = own.saw(Math.PI / 2).cut.verdict.faces.map((f) => f.name);
    expect(faces.slice(0, 2)).toEqual(['3 o’clock', '9 o’clock']);
  });
});

describe('what is seen', () => {
  it('flux on its way, no flux where none lies, filler that stands, holes', () => {
    const own = new OwnRun(sampleBench(steel), COARSE);
    expect(FLUX_LOOKS[own.picture().flux[0]!]).toBe('as put on');
    own.hand({ lit: true, atM: 0, turnRad: 0 });
    own.go(400);
    const looks = new Set([...own.picture().flux].map((f) => FLUX_LOOKS[f]));
    expect(looks.size).toBeGreaterThan(1);
    expect(new OwnRun(sampleBench(), COARSE).picture().flux[0]).toBe(NO_FLUX);
    const { run } = own;
    const shape = shapeOf(run);
    expect(shape.leftM + shape.along * shape.dxM).toBeCloseTo(2 * shape.lapM - shape.leftM - shape.lapM, 9);
    expect(own.picture().outerK).toHaveLength(shape.along * shape.round);
  });
  it('a flame turned aside heats nothing; a feather soots what a clean flame clears', () => {
    const own = new OwnRun(sampleBench(), COARSE);
    own.hand({ lit: true, aside: true });
    own.go(100);
    expect(own.run.flameS).toBe(0);
    expect(own.picture().hottestK).toBeCloseTo(own.run.setup.joint.airK, 6);
    own.hand({ aside: false, kind: 'carburising', turnRad: 0, atM: -0.01 });
    own.go(100);
    const most = (): number => Math.max(...own.picture().soot);
    const sooted = most();
    expect(sooted).toBeGreaterThan(100);
    own.hand({ kind: 'neutral' });
    own.go(600);
    expect(most()).toBeLessThan(sooted / 2);
    expect(Math.max(...own.picture().film)).toBeGreaterThan(0);
  });
  it('ends by itself', () => {
    const own = new OwnRun(sampleBench(), { cellsAlong: 12, cellsRound: 4 });
    own.go(LONGEST_RUN_S * 20 + 100);
    expect(own.run.timeS).toBeCloseTo(LONGEST_RUN_S, 6);
    expect(own.isOver).toBe(true);
  });
});

describe('what is said at once', () => {
  const coached = (does: Parameters<OwnRun['hand']>[0], ticks: number, joint = {}): string => {
    const own = new OwnRun(sampleBench(joint), COARSE);
    own.hand({ nitrogen: 1, atM: -0.006, turnRad: 0, lit: true, ...does });
    own.go(ticks);
    return coach(own.run).says;
  };
  it('a wrong flame, one side, nitrogen shut, melting', () => {
    expect(coached({ kind: 'carburising' }, 20)).toBe('Feather: too much fuel.');
    expect(coached({ kind: 'oxidising' }, 20)).toBe('Needle: too much oxygen.');
    // All of it on the socket, round and round: the tube stays behind.
    const own = new OwnRun(sampleBench(), COARSE);
    own.hand({ nitrogen: 1, lit: true, atM: 0.015 });
    for (let k = 0; k < 500; k++) {
      own.hand({ turnRad: (k * 0.22) % 6.28 });
      own.go(1);
    }
    expect(coach(own.run).says).toBe('The socket is ahead of the tube.');
    expect(coached({}, 160, steel)).toBe('One side is ahead.');
    expect(coached({ nitrogen: 0 }, 700)).toMatch(/no nitrogen flows|about to melt|has melted/);
    expect(coached({ farM: 0.001 }, 4000)).toBe('Metal has melted.');
  });
});

it('each wall is held against its own metal: hot copper in a brass socket is not about to melt', () => {
  const socket = { kind: 'valve', metalId: 'brass-forging', depthM: null, cup: null } as const;
  const { run } = new OwnRun(sampleBench({ socket }), COARSE);
  const brassK = run.setup.joint.socket.metal.solidusK;
  run.shells.tube.tempK.fill(brassK + 20);
  expect(shortOfMeltingK(run)).toBeCloseTo(run.setup.joint.tube.metal.solidusK - brassK - 20, 6);
  run.shells.socket.tempK.fill(brassK - 10);
  expect(shortOfMeltingK(run)).toBeCloseTo(10, 6);
});

describe('why', () => {
  it('copper is alike on both sides in about as many seconds as its ring takes; steel in many more', () => {
    const why = (joint = {}): string => new OwnRun(sampleBench(joint), COARSE).why(0.01, 0).join(' ');
    // Three times radius squared over diffusivity: 7/8 in tube, 0.0111² over 9.9e-5 m2/s for this copper.
    expect(why()).toMatch(/Copper.* carries heat round: in 4 s both sides are alike/);
    expect(why(steel)).toMatch(/Steel.* carries heat round: in 2\d s both sides are alike/i);
  });
  it('the flux, the lump, the gap under the socket', () => {
    const own = new OwnRun(sampleBench(steel), COARSE);
    own.hand({ lit: true, atM: 0, turnRad: 0, feeding: true, feedRad: 0, feedMs: 0.01, nitrogen: 1 });
    own.go(160);
    const said = own.why(0, 0).join(' ');
    expect(said).toMatch(/12 o’clock: .*the rod runs from/);
    expect(said).toMatch(/Flux (boiling|puffed up|milky|clear)/);
    expect(said).toMatch(/lies here as a lump/);
    expect(own.why(0.008, 0).join(' ')).toMatch(/Under it the tube is at/);
  });
});
