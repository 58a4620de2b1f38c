import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';
import { WorkStore } from '../data/work.store';
import { Pick as PickField } from '../forms/pick';
import { Cell } from '../layout/cell';
import { StillPlanning } from '../layout/still-planning';
import { type Column, Table } from '../layout/table';
import { Tabs } from '../shell/tabs';
import { Day } from '../time/day';
import { localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { KEEP_TABS } from './keep-tabs';
import { type OpenWork, shareCsv, shareWork } from './share';

/** Share the work: which of the crew brazes what, all qualified on the day, fairly, nobody left to lapse. */
@Component({
  selector: 'hp-share-page',
  imports: [Cell, Table, MatButtonModule, Tabs, MatCheckboxModule, Day, PickField, RouterLink, SayPipe, StillPlanning],
  templateUrl: './share-page.html',
  styleUrl: './share-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SharePage {
  protected readonly store = inject(JobStore);
  private readonly crew = inject(CrewStore);
  protected readonly planned = inject(WorkStore);
  protected readonly tabs = KEEP_TABS;
  protected readonly day = signal(localNow(this.store.timeZone()).slice(0, 10));
  protected readonly line = signal('');
  private readonly away = signal<ReadonlySet<string>>(new Set());
  protected readonly dayProblem = computed(() => (/^\d{4}-\d{2}-\d{2}$/.test(this.day()) ? null : 'Pick a date'));
  protected readonly lines = computed(() => this.store.lines().map((l) => ({ id: l.id, name: l.name })));
  protected readonly brazers = computed(() => this.crew.brazers());

  protected readonly work = computed((): OpenWork[] => {
    const planned = this.planned.work().filter((w) => w.open);
    return [...planned, ...this.unplanned()].filter((w) => !this.line() || w.joint.lineId === this.line());
  });
  /** Joints that cannot be planned as they stand. */
  private readonly unplanned = computed(() => {
    const summaryOf = this.store.summaryOf();
    return this.store
      .joints()
      .filter((j) => summaryOf(j)?.problems && !j.setAside)
      .map((joint): OpenWork => ({ joint, asks: null }));
  });
  private readonly hands = computed(() => this.crew.records().filter((h) => !this.away().has(h.brazer.id)));
  private readonly share = computed(() =>
    this.dayProblem() || this.planned.pending() ? null : shareWork(this.work(), this.hands(), this.day()),
  );
  readonly rows = computed(() => {
    const share = this.share();
    if (!share) return [];
    const lineOf = this.store.lineOf();
    const most = Math.max(1, share.assignment.most);
    return this.hands()
      .map(({ brazer }) => {
        const own = this.work().filter((w) => share.assignment.to.get(w.joint.id) === brazer.id);
        const byLine = new Map<string, string[]>();
        for (const { joint } of own) byLine.set(joint.lineId, [...(byLine.get(joint.lineId) ?? []), joint.mark]);
        return {
          brazer,
          joints: own.length,
          wide: (100 * own.length) / most,
          closing: share.closing.get(brazer.id) ?? null,
          lines: [...byLine].map(([id, marks]) => ({ name: lineOf.get(id)?.name ?? '', marks })),
        };
      })
      .sort((a, b) => b.joints - a.joints || a.brazer.name.localeCompare(b.brazer.name));
  });
  protected readonly columns: readonly Column<Share>[] = [
    { id: 'who', head: 'Brazer', names: true },
    { id: 'joints', head: 'Joints', text: (r) => String(r.joints), number: true },
    { id: 'share', head: 'Share' },
    { id: 'which', head: 'Which' },
  ];
  protected readonly nobody = computed(() => {
    const share = this.share();
    if (!share) return [];
    const byWhy = new Map<string, string[]>();
    for (const { joint } of this.work()) {
      const why = share.why.get(joint.id);
      if (why) byWhy.set(why, [...(byWhy.get(why) ?? []), joint.mark]);
    }
    return [...byWhy].map(([why, marks]) => ({ why, marks }));
  });
  protected readonly headline = computed(() => {
    const share = this.share();
    if (!share) return this.dayProblem() ? 'Pick a day.' : 'The joints of this job are being planned.';
    const given = share.assignment.to.size;
    const people = [...share.assignment.load.values()].filter((n) => n > 0).length;
    const left = share.assignment.nobody.length;
    return given
      ? `${given} joints for ${people} brazers, at most ${share.assignment.most} each${left ? `; ${left} nobody may braze` : ''}.`
      : 'Nobody here may braze any of these joints.';
  });
  protected readonly notKept = computed(() => {
    const names = new Map(this.crew.brazers().map((b) => [b.id, b.name]));
    return (this.share()?.assignment.notKept ?? []).map((id) => names.get(id) ?? id);
  });

  protected runs(marks: readonly string[]): string {
    return markRuns(marks).join(', ');
  }

  protected isHere(id: string): boolean {
    return !this.away().has(id);
  }

  protected here(id: string, is: boolean): void {
    const away = new Set(this.away());
    if (is) away.delete(id);
    else away.add(id);
    this.away.set(away);
  }

  protected saveCsv(): void {
    const share = this.share();
    if (!share) return;
    const names = new Map(this.crew.brazers().map((b) => [b.id, b.name]));
    const lines = this.store.lineOf();
    const text = shareCsv(
      this.work(),
      share,
      (id) => names.get(id) ?? '',
      (id) => lines.get(id)?.name ?? '',
    );
    saveFile(new Blob([text], { type: 'text/csv' }), `who-brazes-what-${this.day()}.csv`);
  }

  protected print(): void {
    globalThis.print();
  }
}

type Share = ReturnType<SharePage['rows']>[number];
