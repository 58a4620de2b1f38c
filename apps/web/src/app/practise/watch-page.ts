import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { benchOf, type BenchSetup } from '@hephaist/core/practise/bench-setup';
import { benchValues } from '@hephaist/core/practise/bench-values';
import { USUAL_HANDS } from '@hephaist/core/practise/usual-hands';
import { formatDuration } from '@hephaist/core/units/units';
import { JobStore } from '../data/job.store';
import { ShopStore } from '../data/shop.store';
import { Pick as PickField } from '../forms/pick';
import { addressWord } from '../layout/address';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
import { benchJoints, jointName } from './joint-kinds';
import { MadeView } from './made/made-view';
import { PRACTISE_TABS } from './practise-tabs';
import { Watching } from './watching';

/** Practise: a good hand and the usual bad ones make a joint of this job; it is sawn, judged, and each fault told with its cause. */
@Component({
  selector: 'hp-watch-page',
  imports: [MatButtonModule, MatProgressBarModule, ListDetail, MadeView, PageHead, PickField],
  templateUrl: './watch-page.html',
  styleUrl: './watch-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WatchPage {
  private readonly store = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly tabs = PRACTISE_TABS;
  protected readonly hands = USUAL_HANDS;
  protected readonly watching = new Watching();
  private readonly jointWord = addressWord('joint');
  private readonly handWord = addressWord('hand', 'good');

  /** One joint of each kind, of those that the bench can make. */
  private readonly kinds = computed(() => benchJoints(this.store.joints(), this.store.plan()));
  protected readonly joints = computed(() =>
    this.kinds().map((j) => ({
      id: j.id,
      name: `${jointName(j, this.tables())}, ${j.position}`,
    })),
  );
  protected readonly joint = computed(
    () => this.kinds().find((j) => j.id === this.jointWord()) ?? this.kinds()[0] ?? null,
  );
  protected readonly hand = computed(
    () => USUAL_HANDS.find((h) => h.id === this.handWord()) ?? (USUAL_HANDS[0] as (typeof USUAL_HANDS)[number]),
  );
  private readonly setup = computed((): BenchSetup | null => {
    const joint = this.joint();
    const plan = joint && this.store.plan()(joint).plan;
    return plan && joint
      ? benchOf(plan, joint.position, this.hand().forgotten, benchValues(this.tables().benchValues))
      : null;
  });
  private readonly keyOf = (handId: string): string => `${this.joint()?.id ?? ''} ${handId}`;
  protected readonly key = computed(() => this.keyOf(this.hand().id));
  protected readonly watched = computed(() => this.watching.made().get(this.key()) ?? null);
  protected readonly badge = (id: string): string => {
    const made = this.watching.made().get(this.keyOf(id));
    return made ? (made.cut.passes ? '✓' : '✕') : '';
  };
  protected readonly time = formatDuration;

  constructor() {
    effect(() => {
      const setup = this.setup();
      const [key, { habits }] = [this.key(), this.hand()];
      if (setup) untracked(() => this.watching.run(key, { setup, habits }));
    });
    inject(DestroyRef).onDestroy(() => this.watching.stop());
  }

  protected take(jointId: string): void {
    this.jointWord.set(jointId);
  }

  protected watch(handId: string): void {
    this.handWord.set(handId);
  }
}
