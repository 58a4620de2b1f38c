import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { TIPS } from '@hephaist/core/heat/fuels';
import { TICK_S } from '@hephaist/core/practise/bench-run';
import type { BenchSetup } from '@hephaist/core/practise/bench-setup';
import { type Deed, handAt } from '@hephaist/core/practise/hand';
import type { BenchSession } from './bench-session';
import { heldFor, type HeldKey, inReach, inTurn, isHeld, pressed } from './hand-keys';
import { JointScene } from './scene/joint-scene';

/** Frames over which the times are taken. */
const FRAMES = 30;
/** A finger does not hide the flame: it stands so far over it, px. */
const OVER_FINGER = 54;
const WHEEL = 0.0012;
const TURN_RAD = 0.007;

/** The joint under the hand: drawn from each picture, the flame led by pointer, touch and keys. */
@Component({
  selector: 'hp-joint-stage',
  template: `
    <canvas
      #canvas
      tabindex="0"
      role="application"
      [attr.aria-label]="words()"
      (pointerdown)="down($event)"
      (pointermove)="move($event)"
      (pointerup)="up($event)"
      (pointercancel)="up($event)"
      (pointerleave)="up($event)"
      (contextmenu)="$event.preventDefault()"
      (wheel)="wheel($event)"
      (keydown)="keyDown($event)"
      (keyup)="keyUp($event)"
      (blur)="letGo()"
    ></canvas>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      min-height: 0;
      overflow: hidden;
    }
    canvas {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      touch-action: none;
      cursor: crosshair;
      border-radius: 6px;
    }
    canvas:focus-visible {
      outline: 1px solid var(--copper);
      outline-offset: -1px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointStage {
  readonly session = input.required<BenchSession>();
  readonly setup = input.required<BenchSetup>();
  /** What the hand of the best run did, to be followed; null where it is not shown. */
  readonly ghost = input<readonly Deed[] | null>(null);
  /** The flame is led behind the joint. */
  readonly behind = signal(false);
  /** A touch asks why instead of leading the flame. */
  readonly asks = signal(false);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly isStill = globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches ?? false;
  protected readonly words = computed(() => {
    const { joint, position } = this.setup();
    return `The joint at the bench: ${joint.tube.metal.short} into ${joint.socket.metal.short}, ${position}. Arrows lead the flame, space feeds the rod.`;
  });
  private readonly scene = computed(() => {
    const shape = this.session().shape();
    const { joint, position, rodM2 } = this.setup();
    if (!shape) return null;
    return new JointScene(
      {
        shape,
        tube: joint.tube.metal.family,
        socket: joint.socket.metal.family,
        position,
        tips: joint.tips ?? TIPS,
        rodM: Math.sqrt(rodM2),
      },
      this.isStill,
    );
  });
  private readonly keys = new Set<HeldKey>();
  private readonly fingers = new Map<number, readonly [number, number]>();
  private pinchPx = 0;
  private turning: readonly [number, number] | null = null;
  private isDirty = true;
  private lastMs = 0;
  private readonly times: number[] = [];
  private painted = 0;

  constructor() {
    let frame = 0;
    afterNextRender(() => {
      const tick = (nowMs: number): void => {
        this.frame(nowMs);
        frame = requestAnimationFrame(tick);
      };
      frame = requestAnimationFrame(tick);
    });
    effect(() => {
      this.session().picture();
      this.scene();
      untracked(() => (this.isDirty = true));
    });
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(frame));
  }

  focus(): void {
    this.canvas().nativeElement.focus();
  }

  /** Turns the joint by steps. */
  turn(yaw: number, pitch: number): void {
    this.scene()?.turn(yaw, pitch);
    this.isDirty = true;
  }

  usualView(): void {
    this.scene()?.usual();
    this.isDirty = true;
  }

  private frame(nowMs: number): void {
    const [scene, picture] = [this.scene(), this.session().picture()];
    const sinceMs = nowMs - this.lastMs;
    if (!scene || !picture) return;
    if (this.keys.size) {
      const hand = this.session().hand();
      const { leftM, along, dxM } = scene.solid.shape;
      const does = heldFor(this.keys, hand, Math.min(0.1, sinceMs / 1000), [leftM, leftM + along * dxM]);
      if (Object.keys(does).length) this.session().does(does);
    }
    if (!this.isDirty) return;
    this.isDirty = false;
    this.lastMs = nowMs;
    const el = this.canvas().nativeElement;
    const [w, h] = [Math.max(1, el.clientWidth), Math.max(1, el.clientHeight)];
    if (el.width !== w || el.height !== h) [el.width, el.height] = [w, h];
    scene.resize(w, h);
    const ink = el.getContext('2d');
    if (!ink) return;
    const begun = performance.now();
    const ghost = this.ghost();
    scene.draw(
      ink,
      picture,
      Math.min(0.1, sinceMs / 1000),
      ghost ? handAt(this.setup(), ghost, Math.round(picture.timeS / TICK_S)) : null,
    );
    this.tell(el, sinceMs, performance.now() - begun);
  }

  /** How long a frame takes and how often one comes, on the element: what is measured can be read. */
  private tell(el: HTMLElement, sinceMs: number, paintMs: number): void {
    this.times.push(sinceMs, paintMs);
    if (this.times.length < 2 * FRAMES) return;
    const middle = (from: number): number => {
      const sorted = this.times.filter((_, k) => k % 2 === from).sort((a, b) => a - b);
      return Math.round(10 * (sorted[Math.floor(sorted.length / 2)] as number)) / 10;
    };
    this.painted += FRAMES;
    el.dataset['frameMs'] = String(middle(0));
    el.dataset['paintMs'] = String(middle(1));
    el.dataset['frames'] = String(this.painted);
    this.times.length = 0;
  }

  private lead(e: PointerEvent): void {
    const box = this.canvas().nativeElement.getBoundingClientRect();
    const y = e.clientY - box.top - (e.pointerType === 'touch' ? OVER_FINGER : 0);
    const at = this.scene()?.place(e.clientX - box.left, y, this.behind());
    if (this.asks()) {
      if (at && e.type === 'pointerdown') this.session().ask(at.atM, at.rad);
      return;
    }
    this.session().does(at ? { aside: false, atM: at.atM, turnRad: inTurn(at.rad) } : { aside: true });
  }

  protected down(e: PointerEvent): void {
    this.focus();
    if (e.button === 2 || e.shiftKey) {
      this.turning = [e.clientX, e.clientY];
      return;
    }
    if (e.pointerType === 'touch') {
      this.canvas().nativeElement.setPointerCapture(e.pointerId);
      this.fingers.set(e.pointerId, [e.clientX, e.clientY]);
      this.pinchPx = this.apartPx();
    }
    this.lead(e);
  }

  protected move(e: PointerEvent): void {
    if (this.turning) {
      this.turn((e.clientX - this.turning[0]) * TURN_RAD, (e.clientY - this.turning[1]) * TURN_RAD);
      this.turning = [e.clientX, e.clientY];
      return;
    }
    if (e.pointerType !== 'touch') return this.asks() ? undefined : this.lead(e);
    if (!this.fingers.has(e.pointerId)) return;
    this.fingers.set(e.pointerId, [e.clientX, e.clientY]);
    if (this.fingers.size < 2) return this.lead(e);
    const apart = this.apartPx();
    if (this.pinchPx > 0 && apart > 0)
      this.session().does({ farM: inReach(this.session().hand().farM * (apart / this.pinchPx)) });
    this.pinchPx = apart;
  }

  private apartPx(): number {
    const [a, b] = [...this.fingers.values()];
    return a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) : 0;
  }

  protected up(e: PointerEvent): void {
    this.turning = null;
    this.fingers.delete(e.pointerId);
    const isGone = e.type === 'pointerleave' || e.pointerType === 'touch';
    // Keys lead it wherever the pointer is.
    if (isGone && !this.fingers.size && !this.keys.size && this.session().hand().lit)
      this.session().does({ aside: true });
  }

  protected wheel(e: WheelEvent): void {
    e.preventDefault();
    this.session().does({ farM: inReach(this.session().hand().farM * Math.exp(e.deltaY * WHEEL)) });
  }

  protected keyDown(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    if (isHeld(key)) {
      e.preventDefault();
      if (key === ' ' && !this.keys.has(key)) this.session().does({ feeding: true });
      if (!this.keys.size) this.lastMs = performance.now();
      this.keys.add(key);
      return;
    }
    const turns = { a: [-0.12, 0], d: [0.12, 0], w: [0, -0.12], s: [0, 0.12] }[key];
    if (turns) this.turn(turns[0] as number, turns[1] as number);
    else if (key === 'f') this.behind.update((x) => !x);
    else if (key === 'p') this.session().pace(this.session().speed() ? 0 : 1);
    else {
      const does = pressed(key, this.session().hand());
      if (!does) return;
      this.session().does(does);
    }
    e.preventDefault();
  }

  protected keyUp(e: KeyboardEvent): void {
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    if (!isHeld(key)) return;
    this.keys.delete(key);
    if (key === ' ') this.session().does({ feeding: false });
  }

  /** The hand lets go of the keys. */
  protected letGo(): void {
    if (this.keys.has(' ')) this.session().does({ feeding: false });
    this.keys.clear();
  }
}
