import { AMBIENT_K, type HotGap, hotGap } from '@hephaist/core/fit-up/gap';
import type { JointPlan } from '@hephaist/core/joint/plan';

/** The half section in drawing units: everything true to one scale but the gap, whose exaggeration is stated. */
export interface SectionGeometry {
  readonly centreY: number;
  readonly tube: { readonly x0: number; readonly x1: number; readonly outer: number; readonly inner: number };
  readonly socket: {
    readonly x0: number;
    readonly x1: number;
    readonly stopX: number;
    readonly outer: number;
    readonly bore: number;
    readonly inner: number;
  };
  readonly gap: number;
  /** How many times larger than everything else the gap is drawn. */
  readonly exaggeration: number;
  readonly hot: HotGap;
  /** Share of the way from cold to working temperature. */
  readonly filled: boolean;
  readonly fillet: number;
}

export const SECTION_WIDTH = 420;
export const SECTION_HEIGHT = 262;
const SOCKET_X = 104;
const nice = [2, 5, 10, 20, 30, 40, 60, 80];
const widest = 0.00015;

/** Temperature the slider ends at: the chosen rod's working temperature, or a usual one where none serves. */
export const hotEndK = (plan: JointPlan): number => plan.selection.chosen?.gap.tempK ?? 1005;

/** Lays out a joint at a temperature. */
export function sectionGeometry(plan: JointPlan, tempK: number): SectionGeometry {
  const { tube } = plan;
  const overlap = plan.overlap.overlapM;
  const scale = Math.min(235 / overlap, 150 / (tube.odM / 2));
  const exaggeration = nice.filter((n) => widest * scale * n <= 34).at(-1) ?? 2;
  const hot = hotGap(plan.gap, plan.tubeMetal.expansionPerK, plan.socketMetal.expansionPerK, tempK);
  const gap = Math.max(0, hot.sideM) * scale * exaggeration;
  const outer = (tube.odM / 2) * scale;
  const wall = Math.max(5, tube.wallM * scale);
  const stopX = SOCKET_X + overlap * scale;
  const chosen = plan.selection.chosen;
  return {
    centreY: SECTION_HEIGHT - 14,
    tube: { x0: 24, x1: stopX, outer, inner: outer - wall },
    socket: {
      x0: SOCKET_X,
      x1: Math.min(stopX + 74, SECTION_WIDTH - 8),
      stopX,
      outer: outer + gap + wall,
      bore: outer + gap,
      inner: outer - wall,
    },
    gap,
    exaggeration,
    hot,
    filled: Boolean(chosen && tempK > AMBIENT_K && tempK >= chosen.filler.solidusK && plan.gap.sideM > 0),
    fillet: Math.min(12, wall),
  };
}
