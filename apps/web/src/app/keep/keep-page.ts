import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { mayBraze } from '@hephaist/core/qualification/may-braze';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { metalWords, sizeWords } from '../data/joint-words';
import { ShopStore } from '../data/shop.store';
import { WorkStore } from '../data/work.store';
import { Find } from '../forms/find';
import { StillPlanning } from '../layout/still-planning';
import { Tabs } from '../shell/tabs';
import { May } from '../signing/may';
import { Day } from '../time/day';
import { localNow } from '../time/zone';
import { AddBrazer } from './add-brazer';
import { Board } from './board';
import { CalendarFeed } from './calendar-feed';
import { KEEP_TABS } from './keep-tabs';
import { Patches } from './patches';
import { Procedures } from './procedures';
import { RunningOut } from './running-out';

/** Keep: who may braze a joint on any day and why not and the procedures on file. */
@Component({
  selector: 'hp-keep-page',
  imports: [Tabs, Day, Find, Board, Procedures, CalendarFeed, RunningOut, Patches, AddBrazer, May, StillPlanning],
  template: `
    <section class="main">
      <hp-tabs [tabs]="tabs" />
      @if (store.selected(); as joint) {
        <div class="head">
          <h1>{{ headline() }}</h1>
          <hp-add-brazer *hpMay="'write:brazer'" />
        </div>
        <div class="ask">
          <hp-find label="Joint" [options]="joints()" [value]="joint.id" (valueChange)="store.select($event)" />
          <hp-day label="On" [(value)]="day" [problem]="dayProblem()" />
          <p class="quiet asks">{{ asks() }}</p>
        </div>
        <hp-still-planning />
        @if (validDay()) {
          <hp-board
            [rows]="board()"
            [coverage]="coverage()"
            [total]="store.joints().length"
            [rules]="rules()"
            [fNumber]="store.selectedPlan()?.plan?.asks?.fNumber ?? null"
            [day]="day()"
            [today]="today()"
          />
        }
      } @else {
        <div class="head">
          <h1>This job has no joint yet.</h1>
          <hp-add-brazer *hpMay="'write:brazer'" />
        </div>
      }
    </section>
    <aside>
      <hp-running-out />
      <hp-patches />
      <hp-procedures />
      <hp-calendar-feed />
    </aside>
  `,
  styles: `
    @use 'scale';

    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: 1fr 340px;
    }
    .main {
      padding: var(--space-5) var(--space-6);
      overflow-y: auto;
      display: flex;
      flex-direction: column;
      gap: var(--space-5);
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      align-items: start;
      gap: var(--space-5);
    }
    .ask {
      @include scale.fields;
    }
    .ask .asks {
      flex: 2 1 240px;
      max-width: none;
      padding-bottom: var(--space-3);
    }
    aside {
      border-left: 1px solid var(--hairline);
      padding: var(--space-5) var(--space-6);
      overflow-y: auto;
      background: var(--sheet);
      display: flex;
      flex-direction: column;
      gap: var(--space-7);
    }
    @include scale.under(desk) {
      :host {
        display: block;
        overflow-y: auto;
      }
      .main,
      aside {
        overflow: visible;
        border-left: 0;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeepPage {
  protected readonly store = inject(JobStore);
  protected readonly tabs = KEEP_TABS;
  private readonly tables = inject(ShopStore).tables;
  private readonly crew = inject(CrewStore);
  private readonly work = inject(WorkStore);
  protected readonly today = signal(localNow(this.store.timeZone()).slice(0, 10));
  protected readonly day = signal(this.today());
  protected readonly rules = computed(() => this.store.selectedPlan()?.plan?.asks.rules ?? ASME_RULES);
  protected readonly dayProblem = computed(() => (this.validDay() ? null : 'Pick a date'));
  protected readonly validDay = computed(() => /^\d{4}-\d{2}-\d{2}$/.test(this.day() ?? ''));

  protected readonly joints = computed(() =>
    this.store.joints().map((j) => ({
      id: j.id,
      name: `${j.mark} · ${sizeWords(j)}, ${metalWords(j, this.tables())}, ${j.position}`,
    })),
  );

  protected readonly board = computed(() => {
    const plan = this.store.selectedPlan()?.plan;
    return plan && this.validDay() ? this.crew.board(plan.asks, this.day()) : [];
  });
  protected readonly headline = computed(() => {
    const may = this.board()
      .filter((r) => r.permission.may)
      .map((r) => r.brazer.name);
    const mark = this.store.selected()?.mark ?? '';
    return may.length
      ? `${mark} may be brazed by ${may.join(' or ')}.`
      : `Nobody on file may braze ${mark} on that day.`;
  });
  protected readonly asks = computed(() => {
    const a = this.store.selectedPlan()?.plan?.asks;
    return a
      ? `Asks for metals P-${a.pNumbers.join(' to P-')}, filler F-${a.fNumber ?? 'none'}, ${a.position}.`
      : 'It has no plan.';
  });
  /** How many joints of the job each brazer may braze on the day; null while they are being planned. */
  protected readonly coverage = computed(() => {
    if (this.work.pending()) return null;
    const counts = new Map<string, number>();
    if (!this.validDay()) return counts;
    for (const { asks, joints } of this.work.groups())
      for (const { brazer, record } of this.crew.records())
        if (mayBraze(record, asks, this.day()).may) counts.set(brazer.id, (counts.get(brazer.id) ?? 0) + joints.length);
    return counts;
  });
}
