import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  OnDestroy,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatRadioModule } from '@angular/material/radio';
import { MatSliderModule } from '@angular/material/slider';
import type { FaceTrace } from '@hephaist/contracts/records/strip-marks';
import type { VoidInterval } from '@hephaist/core/coupons/section';
import { type Point, type StripMarks, type StripTrace, TRACE_SOURCE } from '@hephaist/core/coupons/strip-trace';
import { sourceLine } from '@hephaist/core/source/source';
import { displayUnit } from '@hephaist/core/units/units';
import { saysOf } from '@hephaist/core/words/says-of';
import { newId } from '../data/outbox';
import { sendPicture } from '../data/papers';
import { Entry } from '../forms/entry';
import { QtyPipe } from '../units/qty.pipe';
import { typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { type LoadedPicture, loadPicture } from './grey-picture';
import { lengthOf, nearestAlong, pathBetween, pointAlong } from './line-geometry';

/** What the tracer gives back: voids of one face and where they were read. */
export interface Traced {
  readonly voids: readonly VoidInterval[];
  readonly overlapM: number;
  readonly trace: FaceTrace;
}

interface Handle {
  readonly kind: 'a' | 'b' | 'line' | 'from' | 'to';
  readonly i: number;
}

/** A handle as it stands on the picture; `along` is where on the bond line, for the ends of voids only. */
interface PlacedHandle {
  readonly handle: Handle;
  readonly at: Point;
  readonly size: number;
  readonly look: 'end' | 'point' | 'point on-line';
  readonly along: string | null;
  readonly words: string;
}

/** Reads the voids of one face on a photograph: scale, bond line, proposals by the worker, corrected by hand. */
@Component({
  selector: 'hp-strip-tracer',
  imports: [MatRadioModule, MatSliderModule, MatButtonModule, MatDialogModule, Entry, QtyPipe],
  templateUrl: './strip-tracer.html',
  styleUrl: './strip-tracer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StripTracer implements OnDestroy {
  protected readonly face = inject<{ readonly face: string }>(MAT_DIALOG_DATA).face;
  private readonly ref = inject(MatDialogRef<StripTracer, Traced>);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = displayUnit('diameter', this.system).symbol;
  protected readonly source = sourceLine(TRACE_SOURCE);
  protected readonly picture = signal<LoadedPicture | null>(null);
  protected readonly a = signal<Point | null>(null);
  protected readonly b = signal<Point | null>(null);
  protected readonly scaleText = signal('');
  protected readonly line = signal<readonly Point[]>([]);
  protected readonly band = signal(10);
  protected readonly kind = signal<'darker' | 'lighter'>('darker');
  protected readonly trace = signal<StripTrace | null>(null);
  /** Voids as they stand: proposed, then corrected by hand. Distances along the bond line, pixels. */
  protected readonly voids = signal<readonly (readonly [number, number])[]>([]);
  protected readonly corrected = signal(false);
  protected readonly failure = signal<string | null>(null);
  protected readonly busy = signal(false);
  private readonly svg = viewChild<ElementRef<SVGSVGElement>>('svg');
  private dragged: Handle | null = null;
  private worker: Worker | null = null;
  private asked = 0;
  private readonly pictureId = newId();

  protected readonly scaleM = computed(() => typed(this.scaleText(), 'diameter', this.system));
  protected readonly scaleProblem = computed(() =>
    this.scaleText().trim() && !(this.scaleM() > 0 && this.scaleM() < 1)
      ? 'a length above 0 and under 39 in (1 m)'
      : null,
  );
  /** What is to be done next. */
  protected readonly step = computed(() => {
    if (!this.picture()) return 'Take a photograph of the polished edge, with a scale in it.';
    if (!this.a()) return 'Click one end of the scale.';
    if (!this.b()) return 'Click its other end.';
    if (!(this.scaleM() > 0)) return 'Type how long the scale is between the two points.';
    if (this.line().length === 0) return 'Click the bond line at the socket mouth.';
    if (this.line().length === 1) return 'Click the bond line at the stop; more points where it bends.';
    return 'Look over the voids proposed: drag their ends, take one away, or drag along the line for a new one.';
  });
  protected readonly mPerPx = computed(() => {
    const [a, b] = [this.a(), this.b()];
    return a && b && this.scaleM() > 0 ? this.scaleM() / Math.hypot(b[0] - a[0], b[1] - a[1]) : null;
  });
  protected readonly shownVoids = computed(() => {
    const m = this.mPerPx() ?? 0;
    return this.voids().map(([from, to]) => ({
      from,
      to,
      fromM: from * m,
      toM: to * m,
      path: pathBetween(this.line(), from, to),
      at: [pointAlong(this.line(), from), pointAlong(this.line(), to)] as const,
    }));
  });
  /** Everything on the picture that can be dragged, or moved by the arrow keys. */
  protected readonly handles = computed((): PlacedHandle[] => {
    const end = (kind: 'from' | 'to', i: number, at: Point, along: number, words: string): PlacedHandle => ({
      handle: { kind, i },
      at,
      size: 2.6,
      look: 'end',
      along: along.toFixed(1),
      words: `${words} of void ${i + 1}`,
    });
    const point = (kind: 'a' | 'b' | 'line', i: number, at: Point, words: string): PlacedHandle => ({
      handle: { kind, i },
      at,
      size: kind === 'line' ? 2.2 : 3,
      look: kind === 'line' ? 'point on-line' : 'point',
      along: null,
      words: `${words}; arrow keys move it`,
    });
    const [a, b] = [this.a(), this.b()];
    return [
      ...this.shownVoids().flatMap((v, i) => [
        end('from', i, v.at[0], v.from, 'Beginning'),
        end('to', i, v.at[1], v.to, 'End'),
      ]),
      ...(a ? [point('a', 0, a, 'One end of the scale')] : []),
      ...(b ? [point('b', 0, b, 'Other end of the scale')] : []),
      ...this.line().map((at, i) => point('line', i, at, `Point ${i + 1} of the bond line`)),
    ];
  });
  protected readonly overlapM = computed(() => lengthOf(this.line()) * (this.mPerPx() ?? 0));
  protected readonly unbrazed = computed(() => {
    const sum = this.shownVoids().reduce((s, v) => s + v.toM - v.fromM, 0);
    return { sum, share: this.overlapM() ? sum / this.overlapM() : 0 };
  });
  protected readonly ready = computed(() => this.line().length > 1 && this.mPerPx() !== null && !!this.trace());
  protected readonly linePath = computed(() => pathBetween(this.line(), 0, Infinity));
  /** A stroke on the picture that stays as thick on the screen whatever the picture's size. */
  protected readonly thick = computed(() => (this.picture()?.grey.width ?? 1000) / 420);

  constructor() {
    effect(() => {
      const [picture, a, b, line, m] = [this.picture(), this.a(), this.b(), this.line(), this.mPerPx()];
      const marks = { bandPx: this.band(), voids: this.kind() };
      if (!picture || !a || !b || line.length < 2 || !m) return;
      this.ask(picture, { ...marks, scale: { a, b, lengthM: this.scaleM() }, line });
    });
  }

  ngOnDestroy(): void {
    this.worker?.terminate();
    const picture = this.picture();
    if (picture) URL.revokeObjectURL(picture.url);
  }

  private ask(picture: LoadedPicture, marks: StripMarks): void {
    this.worker ??= new Worker(new URL('./trace.worker', import.meta.url), { type: 'module' });
    const n = ++this.asked;
    this.worker.onmessage = ({ data }: MessageEvent<{ n: number; trace: StripTrace | null; says: string | null }>) => {
      if (data.n !== this.asked) return;
      this.trace.set(data.trace);
      this.failure.set(data.says);
      if (!data.trace) return;
      const { mPerPx } = data.trace;
      this.voids.set(data.trace.voids.map((v) => [v.fromM / mPerPx, v.toM / mPerPx] as const));
      this.corrected.set(false);
    };
    this.worker.postMessage({ n, picture: picture.grey, marks });
  }

  protected async take(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.failure.set(null);
    try {
      this.picture.set(await loadPicture(file));
      this.a.set(null);
      this.b.set(null);
      this.line.set([]);
      this.voids.set([]);
      this.trace.set(null);
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }

  private at(event: PointerEvent): Point {
    const svg = this.svg()?.nativeElement;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg?.getScreenCTM()?.inverse());
    return this.inside([p.x, p.y]);
  }

  private inside([x, y]: Point): Point {
    const { width, height } = this.picture()?.grey ?? { width: 1, height: 1 };
    return [Math.min(Math.max(x, 0), width), Math.min(Math.max(y, 0), height)];
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0 || !this.picture()) return;
    const p = this.at(event);
    if (this.ready() && this.voids().length < 50) {
      const at = nearestAlong(this.line(), p);
      this.voids.update((v) => [...v, [at, at] as const]);
      this.dragged = { kind: 'to', i: this.voids().length - 1 };
      this.svg()?.nativeElement.setPointerCapture(event.pointerId);
      this.corrected.set(true);
    } else this.place(p);
  }

  /** Puts the next point there. */
  protected place(p: Point): void {
    if (!this.a()) this.a.set(p);
    else if (!this.b()) this.b.set(p);
    else if (this.scaleM() > 0) this.line.update((l) => [...l, p]);
  }

  protected grab(event: PointerEvent, handle: Handle): void {
    event.stopPropagation();
    this.dragged = handle;
    this.svg()?.nativeElement.setPointerCapture(event.pointerId);
  }

  protected drag(event: PointerEvent): void {
    if (this.dragged) this.moveTo(this.dragged, this.at(event));
  }

  protected drop(): void {
    this.dragged = null;
    // A void drawn backwards is turned round; one of no length was only a click.
    const tidy = this.voids()
      .map(([a, b]) => (a <= b ? ([a, b] as const) : ([b, a] as const)))
      .filter(([a, b]) => b - a > 0.5);
    if (this.ready()) this.voids.set(tidy);
  }

  private moveTo(handle: Handle, p: Point): void {
    if (handle.kind === 'a') this.a.set(p);
    else if (handle.kind === 'b') this.b.set(p);
    else if (handle.kind === 'line') this.line.update((l) => l.map((q, i) => (i === handle.i ? p : q)));
    else this.setEnd(handle.kind, handle.i, nearestAlong(this.line(), p));
  }

  private setEnd(end: 'from' | 'to', i: number, at: number): void {
    const long = lengthOf(this.line());
    const to = Math.min(Math.max(at, 0), long);
    this.voids.update((all) => all.map((v, k) => (k === i ? (end === 'from' ? [to, v[1]] : [v[0], to]) : v)));
    this.corrected.set(true);
  }

  /** Arrow keys move a point by a pixel, with Shift by ten; a void's end along the line. */
  protected nudge(event: KeyboardEvent, handle: Handle): void {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, Point> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    if (handle.kind === 'from' || handle.kind === 'to') {
      const v = this.voids()[handle.i];
      if (v) this.setEnd(handle.kind, handle.i, (handle.kind === 'from' ? v[0] : v[1]) + move[0] + move[1]);
      return;
    }
    const p = handle.kind === 'a' ? this.a() : handle.kind === 'b' ? this.b() : this.line()[handle.i];
    if (p) this.moveTo(handle, this.inside([p[0] + move[0], p[1] + move[1]]));
  }

  /** For who has no pointer: the next point in the middle, to be moved by the arrow keys. */
  protected placeMiddle(): void {
    const { width, height } = this.picture()?.grey ?? { width: 0, height: 0 };
    this.place([width * (this.a() && !this.b() ? 0.75 : this.line().length ? 0.75 : 0.25), height / 2]);
  }

  protected addVoid(): void {
    const long = lengthOf(this.line());
    this.voids.update((v) => [...v, [long * 0.45, long * 0.55] as const]);
    this.corrected.set(true);
  }

  protected removeVoid(i: number): void {
    this.voids.update((v) => v.filter((_, k) => k !== i));
    this.corrected.set(true);
  }

  protected again(): void {
    this.line.set([]);
    this.voids.set([]);
    this.trace.set(null);
  }

  /** Keeps the photograph and gives the voids back. */
  protected async accept(): Promise<void> {
    const [picture, trace, a, b] = [this.picture(), this.trace(), this.a(), this.b()];
    if (!picture || !trace || !a || !b || this.busy()) return;
    this.busy.set(true);
    this.failure.set(null);
    try {
      await sendPicture(this.pictureId, picture.file);
      const asTaken = (p: Point): Point => [p[0] * picture.factor, p[1] * picture.factor];
      this.ref.close({
        voids: this.shownVoids().map(({ fromM, toM }) => ({ fromM, toM })),
        overlapM: this.overlapM(),
        trace: {
          pictureId: this.pictureId,
          scale: { a: asTaken(a), b: asTaken(b), lengthM: this.scaleM() },
          line: this.line().map(asTaken),
          bandPx: this.band() * picture.factor,
          voids: this.kind(),
          edgeM: trace.edgeM,
          corrected: this.corrected(),
        },
      });
    } catch (e) {
      this.failure.set(saysOf(e));
    } finally {
      this.busy.set(false);
    }
  }
}
