import { type BenchPicture, pictureOf } from './bench-picture.js';
import { BenchRun, type Fineness, TICK_S } from './bench-run.js';
import type { BenchSetup } from './bench-setup.js';
import { explainAt } from './explain.js';
import { type Deed, deedBetween, type Hand } from './hand.js';
import { type MadeJoint, RunFilm } from './made-joint.js';
import { COOL_K } from './scripted-hand.js';
import { Skin } from './skin.js';

/** Longest that a run may last, and that it is left to cool, s. */
export const LONGEST_RUN_S = 900;
const LONGEST_COOLING_S = 600;
/** The skin is looked at every so many ticks. */
const SKIN_EVERY = 2;

/** A joint under a learner's own hand: what it does is kept tick by tick, so that it can be made again. */
export class OwnRun {
  readonly run: BenchRun;
  readonly deeds: Deed[] = [];
  readonly skin: Skin;
  private readonly film: RunFilm;
  private wants: Partial<Hand> = {};
  private coolUntil: number | null = null;

  constructor(setup: BenchSetup, fineness: Fineness = {}) {
    this.run = new BenchRun(setup, fineness);
    this.film = new RunFilm(this.run);
    this.skin = new Skin(this.run);
  }

  /** What the hand does from the next tick on. */
  hand(does: Partial<Hand>): void {
    this.wants = { ...this.wants, ...does };
  }

  /** Goes on by ticks; not over the longest run. */
  go(ticks: number): void {
    for (let k = 0; k < ticks && !this.isOver; k++) {
      const deed = deedBetween(this.run.hand, { ...this.run.hand, ...this.wants });
      this.wants = {};
      if (deed) this.deeds.push({ tick: this.run.tick, does: deed });
      this.run.step(deed ?? {});
      this.film.ticked();
      if (this.run.tick % SKIN_EVERY === 0) this.skin.go(SKIN_EVERY * TICK_S);
    }
  }

  get isOver(): boolean {
    return this.run.timeS >= LONGEST_RUN_S;
  }

  picture(): BenchPicture {
    return pictureOf(this.run, this.skin);
  }

  why(atM: number, turnRad: number): string[] {
    return explainAt(this.run, this.skin, atM, turnRad);
  }

  /**
   * Goes on without flame and rod, nitrogen as it is. @param ticks at most
   * @returns whether it is cool enough to be sawn
   */
  cool(ticks: number): boolean {
    this.hand({ lit: false, feeding: false });
    this.coolUntil ??= this.run.tick + LONGEST_COOLING_S / TICK_S;
    for (let k = 0; k < ticks && !this.isCool(); k++) this.go(1);
    return this.isCool();
  }

  private isCool(): boolean {
    const { run } = this;
    return (
      this.isOver || run.tick >= (this.coolUntil ?? Infinity) || (!run.hand.lit && run.hotK.every((k) => k < COOL_K))
    );
  }

  /** Left to cool where it is not, then sawn. @param rad where the cut lies */
  saw(rad = 0): MadeJoint {
    while (!this.cool(100));
    return this.film.made(rad);
  }
}
