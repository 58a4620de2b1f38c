import type { Point } from './flame-ink';

/** What falls or rises by itself: drops of filler, puffs of smoke. */
interface Mote {
  x: number;
  y: number;
  readonly vx: number;
  vy: number;
  readonly isSmoke: boolean;
  ageS: number;
}
const [FALLS, LIVES_S] = [900, { drop: 1.2, smoke: 2.4 }] as const;
/** Of what the joint takes, so much makes one drop. */
const DROP = 0.06;

/** Drops and smoke; where the eye asks for less motion nothing drifts, and smoke stands as a still haze. */
export class Drift {
  private motes: Mote[] = [];
  private dropped = 0;
  private sinceSmokeS = 0;

  constructor(private readonly isStill: boolean) {}

  go(dtS: number, dropped: number, smokes: boolean, from: Point): void {
    if (dropped < this.dropped) this.dropped = dropped;
    while (dropped - this.dropped > DROP) {
      this.dropped += DROP;
      if (!this.isStill) this.motes.push({ x: from[0], y: from[1], vx: 0, vy: 20, isSmoke: false, ageS: 0 });
    }
    this.sinceSmokeS += dtS;
    if (smokes && this.sinceSmokeS > 0.12) {
      this.sinceSmokeS = 0;
      const sway = Math.sin(this.motes.length * 2.4) * 16;
      this.motes.push({
        x: from[0] + sway,
        y: from[1],
        vx: this.isStill ? 0 : sway / 2,
        vy: this.isStill ? 0 : -55,
        isSmoke: true,
        ageS: 0,
      });
    }
    for (const m of this.motes) {
      if (!m.isSmoke) m.vy += FALLS * dtS;
      m.x += m.vx * dtS;
      m.y += m.vy * dtS;
      m.ageS += dtS;
    }
    this.motes = this.motes.filter((m) => m.ageS < (m.isSmoke ? LIVES_S.smoke : LIVES_S.drop)).slice(-40);
  }

  get count(): number {
    return this.motes.length;
  }

  draw(ink: CanvasRenderingContext2D): void {
    for (const m of this.motes) {
      const fades = 1 - m.ageS / (m.isSmoke ? LIVES_S.smoke : LIVES_S.drop);
      ink.fillStyle = m.isSmoke ? `rgba(232 236 238 / ${0.16 * fades})` : `rgba(246 226 190 / ${fades})`;
      ink.beginPath();
      ink.arc(m.x, m.y, m.isSmoke ? 12 + 26 * m.ageS : 3.2, 0, 2 * Math.PI);
      ink.fill();
    }
  }
}
