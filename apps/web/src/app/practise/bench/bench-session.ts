import { signal } from '@angular/core';
import type { BenchPicture, BenchShape } from '@hephaist/core/practise/bench-picture';
import { type BenchSetup, usualFeedMs } from '@hephaist/core/practise/bench-setup';
import type { Coached } from '@hephaist/core/practise/coach';
import { type Deed, type Hand, restingHand } from '@hephaist/core/practise/hand';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import type { BenchNews, BenchOrder } from './bench-news';
import type { TracePoint } from './bench-trace';

export type BenchPhase = 'prepares' | 'brazes' | 'cools' | 'sawn' | 'failed';

/** Words and gauges follow so often, ms; the drawing follows each picture. */
const SLOW_MS = 150;
/** The flame is first held so far off, m. */
const BEGINS_M = 0.008;
/** A point of the trace so often, s. */
const TRACED_S = 0.5;

const mean = (of: Uint16Array): number => of.reduce((a, b) => a + b, 0) / (of.length || 1);

/** A run at the bench as the page holds it: the hand as it is wished, the pictures as they come from the worker. */
export class BenchSession {
  readonly phase = signal<BenchPhase>('prepares');
  readonly shape = signal<BenchShape | null>(null);
  /** Every picture; and the last that words and gauges go by, with what the coach says. */
  readonly picture = signal<BenchPicture | null>(null);
  readonly now = signal<{ readonly picture: BenchPicture; readonly coached: Coached } | null>(null);
  readonly hand = signal<Hand>(restingHand({ tipId: '' }));
  readonly speed = signal(1);
  readonly why = signal<readonly string[]>([]);
  readonly made = signal<MadeJoint | null>(null);
  readonly trace = signal<readonly TracePoint[]>([]);
  deeds: readonly Deed[] = [];
  private worker: Worker | null = null;
  private shownMs = 0;

  begin(setup: BenchSetup): void {
    this.stop();
    this.made.set(null);
    this.why.set([]);
    this.trace.set([]);
    this.speed.set(1);
    this.hand.set({
      ...restingHand(setup),
      aside: true,
      kind: 'carburising',
      farM: BEGINS_M,
      feedMs: usualFeedMs(setup),
      second: setup.torches === 2,
    });
    const worker = new Worker(new URL('./bench.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<BenchNews>) => this.told(data);
    worker.onerror = () => {
      this.phase.set('failed');
      this.stop();
    };
    this.order({ begin: setup });
    this.order({ hand: this.hand() });
    this.phase.set('brazes');
  }

  /** Changes what the hand does. */
  does(change: Partial<Hand>): void {
    if (this.phase() !== 'brazes') return;
    this.hand.update((h) => ({ ...h, ...change }));
    this.order({ hand: change });
  }

  pace(speed: number): void {
    this.speed.set(speed);
    this.order({ speed });
  }

  ask(atM: number, rad: number): void {
    this.order({ why: { atM, rad } });
  }

  saw(rad: number): void {
    if (this.phase() !== 'brazes') return;
    this.phase.set('cools');
    this.order({ sawAtRad: rad });
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
  }

  private order(order: BenchOrder): void {
    this.worker?.postMessage(order);
  }

  private told(news: BenchNews): void {
    if ('shape' in news) return this.shape.set(news.shape);
    if ('why' in news) return this.why.set(news.why);
    if ('made' in news) {
      this.deeds = news.deeds;
      this.made.set(news.made);
      this.phase.set('sawn');
      return this.stop();
    }
    const { picture, coached, over } = news;
    this.picture.set(picture);
    const nowMs = performance.now();
    if (nowMs - this.shownMs > SLOW_MS) {
      this.shownMs = nowMs;
      this.now.set({ picture, coached });
      this.follow(picture);
    }
    if (over && this.phase() === 'brazes') this.saw(0);
  }

  private follow(p: BenchPicture): void {
    const last = this.trace().at(-1);
    if (last && p.timeS - last.timeS < TRACED_S) return;
    this.trace.update((all) => [...all, { timeS: p.timeS, tubeK: mean(p.tubeK), cupK: mean(p.cupK), partK: p.partK }]);
  }
}
