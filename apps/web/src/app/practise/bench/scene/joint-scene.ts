import { flameOf } from '@hephaist/core/heat/flame';
import type { Tip } from '@hephaist/core/heat/fuels';
import { glowColour } from '@hephaist/core/heat/glow';
import type { MetalFamily } from '@hephaist/core/metals/metals';
import type { BenchPicture, BenchShape } from '@hephaist/core/practise/bench-picture';
import type { Hand } from '@hephaist/core/practise/hand';
import type { Position } from '@hephaist/core/qualification/range';
import { FLAME_LOOKS, type FlameLook } from '@hephaist/core/torch-rig/flame-look';
import { Drift } from './drift';
import { drawFlame, drawGhost, drawGlow, drawRod, type FlameAt, type Point } from './flame-ink';
import { shade } from './joint-image';
import { type RayMap, rayMap } from './ray-map';
import { SkinTexture } from './skin-texture';
import { Solid } from './solid';
import { type Basis, basisOf, dot, liesOf, usualView, type Vec, type View } from './view';

/** What the scene is of. */
export interface SceneOf {
  readonly shape: BenchShape;
  readonly tube: MetalFamily;
  readonly socket: MetalFamily;
  readonly position: Position;
  readonly tips: readonly Tip[];
  readonly rodM: number;
}

/** A flame held to the near side is beside the joint from so far off its outline, m. */
const MARGIN_M = 0.006;
/** Of the canvas that the joint takes. */
const [TAKES_WIDE, TAKES_HIGH, UPRIGHT_HIGH] = [0.8, 0.52, 0.74];
/** Its middle lies so far below the canvas’s, as a share of its height: there is a torch over it, and words. */
const LIES_LOWER = 0.08;
/** How far off the rod rests. */
const RESTS_M = 0.009;
/** Where an aside flame burns: screen, from the middle. */
const ASIDE: Point = [0.36, -0.3];

const unit = ([x, y]: Point): Point => {
  const l = Math.hypot(x, y) || 1;
  return [x / l, y / l];
};

/** The joint, its flame and its rod on a canvas, from the pictures of a run. No frame keeps anything of the one before but what drifts. */
export class JointScene {
  readonly solid: Solid;
  private readonly skin: SkinTexture;
  private readonly drift: Drift;
  private view: View;
  private basis: Basis;
  private map: RayMap | null = null;
  private image: ImageData | null = null;
  private readonly sheet = document.createElement('canvas');
  private scale = 1;
  private size: readonly [number, number] = [0, 0];
  private frames = 0;

  constructor(
    private readonly of: SceneOf,
    private readonly isStill: boolean,
  ) {
    this.solid = new Solid(of.shape);
    this.skin = new SkinTexture(of.shape, of.tube, of.socket);
    this.drift = new Drift(isStill);
    this.view = usualView(of.position);
    this.basis = basisOf(this.view, of.position);
  }

  resize(width: number, height: number): void {
    if (this.size[0] === width && this.size[1] === height) return;
    this.size = [width, height];
    this.map = null;
  }

  /** Turns the joint, radians about the upright and nodding. */
  turn(yaw: number, pitch: number): void {
    this.view = {
      yaw: Math.max(-1.2, Math.min(1.2, this.view.yaw + yaw)),
      pitch: Math.max(-1.2, Math.min(1.2, this.view.pitch + pitch)),
    };
    this.basis = basisOf(this.view, this.of.position);
    this.map = null;
  }

  usual(): void {
    this.view = usualView(this.of.position);
    this.turn(0, 0);
  }

  /** The place under a point of the canvas; null beside the joint. */
  place(x: number, y: number, far: boolean): { atM: number; rad: number } | null {
    const [w, h] = this.size;
    this.ready();
    return this.solid.place(
      this.basis,
      (x - w / 2) / this.scale,
      -(y - h * (0.5 + LIES_LOWER)) / this.scale,
      far,
      MARGIN_M,
    );
  }

  /** Whether a place of the surface is turned away from the eye. */
  isHidden(rad: number): boolean {
    return dot([0, Math.cos(rad), Math.sin(rad)], this.basis.eye) < -0.12;
  }

  private ready(): RayMap {
    const [w, h] = this.size;
    if (this.map?.width === w && this.map.height === h) return this.map;
    const { leftM } = this.of.shape;
    // Its outline on the screen says how large it may be drawn.
    let [wide, high] = [1e-6, 1e-6];
    for (const atM of [leftM, 2 * this.solid.middleM - leftM])
      for (let k = 0; k < 8; k++) {
        const [u, v] = this.solid.onScreen(this.basis, atM, (k * Math.PI) / 4);
        [wide, high] = [Math.max(wide, Math.abs(u)), Math.max(high, Math.abs(v))];
      }
    this.scale = Math.min(
      (TAKES_WIDE * w) / (2 * wide),
      ((liesOf(this.of.position) === 'level' ? TAKES_HIGH : UPRIGHT_HIGH) * h) / (2 * high),
    );
    this.map = rayMap(this.solid, this.basis, w, h, this.scale, h * (0.5 + LIES_LOWER));
    this.image = new ImageData(w, h);
    this.sheet.width = w;
    this.sheet.height = h;
    return this.map;
  }

  private point(atM: number, rad: number, outM = 0): Point {
    const [u, v] = this.solid.onScreen(this.basis, atM, rad, outM);
    return [this.size[0] / 2 + u * this.scale, this.size[1] * (0.5 + LIES_LOWER) - v * this.scale];
  }

  /** Out from the surface, on the screen, leaning to one side. */
  private outward(rad: number, lean: number): Point {
    const n: Vec = [0, Math.cos(rad), Math.sin(rad)];
    const [x, y] = [dot(n, this.basis.right), -dot(n, this.basis.up)];
    const axis = unit([this.basis.right[0], -this.basis.up[0]]);
    return unit([x + lean * axis[0] + 0.01, y + lean * axis[1] - 0.12]);
  }

  private flameFor(hand: Hand, rad: number): FlameAt {
    const tip = this.of.tips.find((t) => t.id === hand.tipId) ?? this.of.tips[0];
    const look = FLAME_LOOKS.find((f) => f.kind === hand.kind) as FlameLook;
    const [near, here] = tip
      ? [flameOf({ tip, kind: hand.kind }), flameOf({ tip, kind: hand.kind, distanceM: hand.farM })]
      : [{ radiusM: 0.01 }, { radiusM: 0.01 }];
    const onWork = !hand.aside;
    return {
      work: onWork ? this.point(hand.atM, rad) : [this.size[0] * (0.5 + ASIDE[0]), this.size[1] * (0.5 + ASIDE[1])],
      from: onWork ? this.outward(rad, 0.45) : unit([0.8, -0.4]),
      far: Math.min(hand.farM * this.scale, 0.4 * this.size[1]),
      cone: Math.max(12, near.radiusM * 0.9 * this.scale),
      radius: Math.max(8, here.radiusM * this.scale),
      look,
      onWork,
    };
  }

  /** @param ghost where the flame of the best run was, if it is shown */
  draw(ink: CanvasRenderingContext2D, picture: BenchPicture, dtS: number, ghost: Hand | null): void {
    const [w, h] = this.size;
    const map = this.ready();
    const image = this.image as ImageData;
    const { hand } = picture;
    this.frames++;
    this.skin.paint(picture, this.isStill ? 0 : Math.floor(this.frames / 4), map.seen);
    shade(map, this.skin, image.data);
    this.sheet.getContext('2d')?.putImageData(image, 0, 0);
    ink.clearRect(0, 0, w, h);
    const mouth = this.point(0.004, 0, -this.of.shape.socketM);
    drawGlow(ink, mouth, 0.055 * this.scale, glowColour(Math.min(1500, picture.hottestK)));
    const flames = hand.lit
      ? hand.second && !hand.aside
        ? [hand.turnRad, hand.turnRad + Math.PI]
        : [hand.turnRad]
      : [];
    const isBehind = (rad: number): boolean => !hand.aside && this.isHidden(rad);
    for (const rad of flames.filter(isBehind)) drawFlame(ink, this.flameFor(hand, rad));
    const rodHidden = this.isHidden(hand.feedRad);
    if (rodHidden) this.rod(ink, hand);
    ink.drawImage(this.sheet, 0, 0);
    if (!rodHidden) this.rod(ink, hand);
    for (const rad of flames.filter((r) => !isBehind(r))) drawFlame(ink, this.flameFor(hand, rad));
    if (ghost?.lit && !ghost.aside)
      drawGhost(ink, this.point(ghost.atM, ghost.turnRad), this.outward(ghost.turnRad, 0.45), ghost.farM * this.scale);
    const low = this.point(0, this.lowest());
    this.drift.go(dtS, picture.dropped, picture.smokes, picture.smokes ? mouth : low);
    this.drift.draw(ink);
  }

  /** The place round the mouth that is lowest on the screen. */
  private lowest(): number {
    let [best, at] = [Infinity, 0];
    for (let k = 0; k < 16; k++) {
      const rad = (k * Math.PI) / 8;
      const v = this.solid.onScreen(this.basis, 0, rad)[1];
      if (v < best) [best, at] = [v, rad];
    }
    return at;
  }

  private rod(ink: CanvasRenderingContext2D, hand: Hand): void {
    const back = this.outward(hand.feedRad, -0.9);
    const at = this.point(-0.0008, hand.feedRad, this.of.shape.tubeM - this.solid.radiusAt(-0.0008));
    const off = hand.feeding ? 0 : RESTS_M * this.scale;
    drawRod(
      ink,
      [at[0] + back[0] * off, at[1] + back[1] * off],
      back,
      Math.max(3, this.of.rodM * this.scale),
      hand.feeding,
    );
  }
}
