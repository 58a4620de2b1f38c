import { computed, inject, Injectable } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { quickHeat } from '@hephaist/core/heat/quick-heat';
import { wayState } from '@hephaist/core/way/way';
import type { WayStep } from '@hephaist/core/way/way-step';
import { waySteps } from '@hephaist/core/way/way-steps';
import { JobStore } from '../data/job.store';
import { WaysStore } from '../data/ways.store';
import { ticking } from '../time/ticking';
import { stateWords } from './way-words';

/** Joints of the open job that are in hand here, each with its clock. */
@Injectable()
export class InHandNow {
  private readonly store = inject(JobStore);
  private readonly ways = inject(WaysStore);
  private readonly nowMs = ticking();

  /** The steps of a joint; none where no rod serves it. */
  stepsOf(joint: Joint | null): readonly WayStep[] {
    const plan = joint ? this.store.plan()(joint).plan : null;
    if (!joint || !plan) return [];
    const { position, stub, fitUp } = joint;
    return waySteps(plan, { position, stubTold: stub !== undefined, gapKnown: fitUp.mode !== 'nominal' });
  }

  private readonly begun = computed(() =>
    this.ways.begun().flatMap((way) => {
      const joint = this.store.stored('joint', way.jointId)?.data;
      if (!joint) return [];
      const heat = this.store.plan()(joint).plan?.heat;
      return [{ way, joint, steps: this.stepsOf(joint), coolS: heat ? quickHeat(heat).coolS : null }];
    }),
  );
  readonly all = computed(() =>
    this.begun().map(({ way, joint, steps, coolS }) => {
      const state = wayState(way, steps, coolS, this.nowMs());
      return { id: joint.id, mark: joint.mark, state, calls: state.calls, says: stateWords(state) };
    }),
  );
}
