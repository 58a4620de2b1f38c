import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { JointPurge } from '../answer/joint-purge';
import { JobStore } from '../data/job.store';
import { Follow } from '../layout/follow';
import { May } from '../signing/may';
import { LogEntry } from './log-entry';
import { LogForm } from './log-form';
import { ofJoint } from './of-joint';

/** What was logged of a joint and the purge it was made in, for whoever reads; and the next entry, for who may write it. */
@Component({
  selector: 'hp-joint-log',
  imports: [Follow, JointPurge, LogEntry, LogForm, May],
  template: `
    <h2>The log of {{ joint().mark }}</h2>
    <hp-follow of="joint" [id]="joint().id" [name]="joint().mark" />
    @for (l of onFile(); track l.id) {
      <hp-log-entry [log]="l" [mark]="joint().mark" />
    } @empty {
      <p class="quiet">Nothing is logged of it yet.</p>
    }
    <hp-joint-purge [joint]="joint()" />
    <hp-log-form *hpMay="'write:log'" [joint]="joint()" [plan]="plan()" />
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: var(--space-4);
      padding: var(--space-5) var(--space-6);
      background: var(--sheet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointLog {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  private readonly store = inject(JobStore);
  /** Every entry of the joint, annulled ones too, the latest first. */
  protected readonly onFile = computed(() => ofJoint(this.store.logsOnFile(), this.joint().id));
}
