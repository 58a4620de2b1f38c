import { shapeOf } from '@hephaist/core/practise/bench-picture';
import { TICK_S } from '@hephaist/core/practise/bench-run';
import { coach } from '@hephaist/core/practise/coach';
import { OwnRun } from '@hephaist/core/practise/own-run';
import type { BenchNews, BenchOrder } from './bench-news';

/** A picture goes out this often, ms. */
const FRAME_MS = 25;
/** No more of a frame than this is worked at: the bench falls behind the clock before it falls silent. */
const MOST_BUSY_MS = 60;

let own: OwnRun | null = null;
let speed = 1;
let owedS = 0;
let lastMs = 0;
let sawAtRad: number | null = null;
const tell = (news: BenchNews): void => postMessage(news);

function show(): void {
  if (own) tell({ picture: own.picture(), coached: coach(own.run), over: own.isOver });
}

/** Goes on by what is owed; when it is to be sawn, as fast as it can. */
function turn(): void {
  const begun = performance.now();
  const sinceS = Math.min(0.25, (begun - lastMs) / 1000);
  lastMs = begun;
  if (own && sawAtRad !== null) {
    let isCool = false;
    while (!isCool && performance.now() - begun < MOST_BUSY_MS) isCool = own.cool(10);
    show();
    if (isCool) {
      tell({ made: own.saw(sawAtRad), deeds: own.deeds });
      own = null;
      return;
    }
  } else if (own && speed > 0) {
    owedS = Math.min(0.5, owedS + sinceS * speed);
    while (owedS >= TICK_S && performance.now() - begun < MOST_BUSY_MS) {
      own.go(1);
      owedS -= TICK_S;
    }
    show();
  }
  setTimeout(turn, Math.max(0, FRAME_MS - (performance.now() - begun)));
}

addEventListener('message', ({ data }: MessageEvent<BenchOrder>) => {
  if ('begin' in data) {
    own = new OwnRun(data.begin);
    tell({ shape: shapeOf(own.run) });
    show();
    lastMs = performance.now();
    turn();
  } else if ('speed' in data) speed = data.speed;
  else if (!own) return;
  else if ('hand' in data) {
    own.hand(data.hand);
    // While it rests the hand is still seen to move.
    if (speed === 0) show();
  } else if ('why' in data) tell({ why: own.why(data.why.atM, data.why.rad) });
  else sawAtRad = data.sawAtRad;
});
