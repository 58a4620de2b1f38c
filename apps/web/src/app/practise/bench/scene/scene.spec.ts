import { pictureOf, shapeOf } from '@hephaist/core/practise/bench-picture';
import { BenchRun } from '@hephaist/core/practise/bench-run';
import { Skin } from '@hephaist/core/practise/skin';
import type { Position } from '@hephaist/core/qualification/range';
import { sampleBench } from '@hephaist/core/testing/sample-bench';
import { describe, expect, it } from 'vitest';
import { Drift } from './drift';
import { shade } from './joint-image';
import { rayMap } from './ray-map';
import { skinOver, SkinTexture } from './skin-texture';
import { Solid, stemOf } from './solid';
import { basisOf, dot, usualView, type Vec } from './view';

const fine = { cellsAlong: 24, cellsRound: 12 };
const valve = { kind: 'valve', metalId: 'brass-forging', depthM: null, cup: null } as const;
const run = new BenchRun(sampleBench(), fine);
const solid = new Solid(shapeOf(run));
const level = basisOf(usualView('horizontal'), 'horizontal');

describe('the view', () => {
  it.each<Position>(['horizontal', 'up-feed', 'down-feed'])(
    '%s: right, up and eye stand square, the mouth is seen',
    (p) => {
      const { right, up, eye } = basisOf(usualView(p), p);
      for (const [a, b] of [
        [right, up],
        [up, eye],
        [eye, right],
      ] as const)
        expect(dot(a, b)).toBeCloseTo(0, 12);
      for (const v of [right, up, eye]) expect(dot(v, v)).toBeCloseTo(1, 12);
      // The mouth faces back along the axis.
      expect(eye[0]).toBeLessThan(-0.1);
      expect(Math.sign(up[0])).toBe(p === 'down-feed' ? -1 : 1);
    },
  );
});

describe('the solid', () => {
  it('a place on it is drawn where a ray finds it again, on the near and the far side', () => {
    for (const atM of [-0.02, 0.008])
      for (const rad of [0.3, 1.2, 2, 4.5, 5.5]) {
        const [u, v] = solid.onScreen(level, atM, rad);
        const isFar = dot([0, Math.cos(rad), Math.sin(rad)], level.eye) < 0;
        const found = solid.place(level, u, v, isFar, 0.001)!;
        expect(found.atM).toBeCloseTo(atM, 6);
        expect(Math.cos(found.rad - rad)).toBeCloseTo(1, 6);
      }
  });
  it('beside it there is nothing; close beside it, its edge', () => {
    expect(solid.hit(level, 0, 0.05)).toBeNull();
    expect(solid.place(level, 0, 0.05, false, 0.006)).toBeNull();
    const top = Math.max(...[0, 1, 2, 3, 4, 5, 6].map((r) => solid.onScreen(level, 0.008, r)[1]));
    expect(solid.place(level, solid.onScreen(level, 0.008, 0)[0], top + 0.003, false, 0.006)).not.toBeNull();
  });
  it('the eye meets the nearer wall, the mouth’s face and the open bore', () => {
    const kinds = new Set<string>();
    for (let u = -0.05; u < 0.05; u += 0.0005)
      for (let v = -0.03; v < 0.03; v += 0.0005) {
        const hit = solid.hit(level, u, v);
        if (!hit) continue;
        expect(dot(hit.normal, level.eye)).toBeGreaterThan(-1e-9);
        kinds.add(hit.isBore ? 'bore' : hit.normal[0] ? 'face' : hit.atM < 0 ? 'tube' : 'socket');
      }
    expect([...kinds].sort()).toEqual(['bore', 'face', 'socket', 'tube']);
  });
  it('a valve has its body behind, wider than its socket, and a stem; a cap is closed', () => {
    const body = new Solid(shapeOf(new BenchRun(sampleBench({ socket: valve }), fine)));
    const last = body.pieces.at(-1)!;
    expect(last.radiusM).toBeGreaterThan(body.shape.socketM);
    const stem = stemOf(body.shape)!;
    const onStem: Vec = [stem.atM - body.middleM, 0.9 * stem.toM, 0];
    const hit = body.hit(level, dot(onStem, level.right), dot(onStem, level.up))!;
    expect(hit.normal[1]).toBe(0);
    expect(stem.toM).toBeGreaterThan(last.radiusM);
    const closed = new Solid({ ...solid.shape, behind: 'closed' });
    expect(closed.pieces).toHaveLength(2);
  });
});

describe('the picture', () => {
  const skin = new SkinTexture(shapeOf(run), 'copper', 'copper');
  const map = rayMap(solid, level, 160, 90, 1400);
  const painted = (heatK: number): number[] => {
    const hot = new BenchRun(sampleBench(), fine);
    hot.shells.tube.tempK.fill(heatK);
    hot.shells.socket.tempK.fill(heatK);
    skin.paint(pictureOf(hot, new Skin(hot)), 0);
    const image = new Uint8ClampedArray(4 * 160 * 90);
    shade(map, skin, image);
    const sum = [0, 0, 0];
    for (const at of map.pixel) for (let c = 0; c < 3; c++) sum[c]! += image[at + c]! / map.pixel.length;
    return sum;
  };
  it('hot metal glows red before it glows white, and cold copper is copper', () => {
    const [cold, red, white] = [painted(300), painted(1100), painted(1600)];
    expect(cold[0]!).toBeGreaterThan(cold[2]!);
    expect(red[0]! - cold[0]!).toBeGreaterThan(60);
    expect(red[1]! - cold[1]!).toBeLessThan(60);
    expect(white[1]!).toBeGreaterThan(red[1]! + 60);
  });
  it('what no pixel shows needs no paint: the picture is the same', () => {
    const [all, part] = [0, 1].map(() => new SkinTexture(shapeOf(run), 'copper', 'brass'));
    const picture = pictureOf(run, new Skin(run));
    all!.paint(picture, 0);
    part!.paint(picture, 0, map.seen);
    const [a, b] = [all!, part!].map((s) => {
      const image = new Uint8ClampedArray(4 * 160 * 90);
      shade(map, s, image);
      return image;
    });
    expect(b).toEqual(a);
    const share = map.seen.reduce((n, x) => n + x, 0) / map.seen.length;
    expect(share).toBeLessThan(0.6);
  });
  it('fills only what the joint covers', () => {
    expect(map.pixel.length).toBeGreaterThan(1000);
    expect(map.pixel.length).toBeLessThan(160 * 90 * 0.6);
    expect(Math.max(...map.texel)).toBeLessThan(skin.along * skin.round);
  });
  it('oxide darkens copper from bare to black', () => {
    const light = [0, 3, 8, 18, 40, 255].map((film) => skinOver([196, 118, 74], film).reduce((a, b) => a + b, 0));
    expect(light).toEqual(light.toSorted((a, b) => b - a));
    expect(skinOver([196, 118, 74], 0)).toEqual([196, 118, 74]);
  });
});

describe('what drifts', () => {
  it('drops as filler runs off, smoke while zinc comes off; nothing falls where less motion is asked', () => {
    const [moves, still] = [new Drift(false), new Drift(true)];
    for (const d of [moves, still]) {
      d.go(0.05, 0, false, [0, 0]);
      d.go(0.05, 0.2, false, [0, 0]);
    }
    expect(moves.count).toBe(3);
    expect(still.count).toBe(0);
    for (let k = 0; k < 10; k++) still.go(0.05, 0.2, true, [0, 0]);
    expect(still.count).toBeGreaterThan(0);
    for (let k = 0; k < 100; k++) moves.go(0.05, 0.2, false, [0, 0]);
    expect(moves.count).toBe(0);
  });
});
