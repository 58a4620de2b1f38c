import { computed, inject, type Signal, signal } from '@angular/core';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { SessionsStore } from '../data/sessions.store';
import { ofJoint } from './of-joint';
import { type Beside, type Filed, filedBeside } from './together';

/** What one confirmation may file beside an entry, each its own. */
export class BesideEntries {
  private readonly store = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly sessions = inject(SessionsStore);
  /** Joints that are not to be filed with it. */
  readonly leftOut = signal<ReadonlySet<string>>(new Set());
  private readonly ids = computed(() => new Map(this.besides().map((b) => [b.joint.id, newId()])));

  /** @param record what the one who brazed the entry's joint is good for; null where that is not known */
  constructor(
    private readonly besides: Signal<readonly Beside[]>,
    private readonly entry: Signal<JointLog>,
    private readonly record: Signal<BrazerRecord | null>,
  ) {}

  /** Each as it would be filed; what asks for a reason of its own says so. */
  readonly filed = computed((): readonly Filed[] =>
    this.besides().map((beside) =>
      filedBeside(this.entry(), beside, {
        id: this.ids().get(beside.joint.id) ?? '',
        sessionId: this.sessions.traceOf()(beside.joint.id)?.session.id ?? null,
        before: ofJoint(this.store.logs(), beside.joint.id),
        timeZone: this.store.timeZone(),
        record: this.record(),
        procedures: this.crew.procedures(),
      }),
    ),
  );
  /** What is filed with it: nothing where it is out of range or rejected. */
  readonly together = computed(() => {
    const { outOfRangeReason, visual } = this.entry();
    return outOfRangeReason || visual !== 'accepted'
      ? []
      : this.filed().filter((f) => !f.against && !this.leftOut().has(f.joint.id));
  });
}
