import { computed, inject, Injectable, signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { rodWords } from '@hephaist/core/joint/rod-words';
import { doneMs } from '@hephaist/core/way/way';
import { group, rollup } from 'd3';
import { AlertsStore } from '../data/alerts.store';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { keptBy, nearWords } from '../data/kept-by';
import { WaysStore } from '../data/ways.store';
import { me } from '../data/who';
import { localNow } from '../time/zone';
import { lineOrder } from './line-order';

/** Joints of a line that are shown at first, and more each time. */
export const AT_FIRST = 40;
/** Most joints that a search shows. */
const MOST = 40;

/** One joint to be made, with what it takes and whether the one who is signed in may make it. */
export interface TodayRow {
  readonly joint: Joint;
  readonly takes: string;
  /** Null where nobody signed in is on file as a brazer. */
  readonly may: boolean | null;
  readonly why: string | null;
}

/** What is to be brazed of a line, in the order nitrogen wants it. */
@Injectable({ providedIn: 'root' })
export class TodayOrder {
  private readonly store = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly ways = inject(WaysStore);
  private readonly alerts = inject(AlertsStore);
  private readonly picked = signal<string | null>(null);
  /** Only what the one who is signed in may braze. */
  readonly mine = signal(false);
  readonly sought = signal('');

  private readonly byLine = computed(() =>
    group(
      this.store.joints().filter((j) => !j.setAside),
      (j) => j.lineId,
    ),
  );
  private readonly isOpen = (j: Joint): boolean => this.store.lastLog().get(j.id)?.visual !== 'accepted';
  readonly lines = computed(() =>
    this.store.lines().map((line) => {
      const all = this.byLine().get(line.id) ?? [];
      return { line, all, open: all.filter(this.isOpen).length };
    }),
  );
  /** The line that is looked at: the picked one, that of the selected joint, else the first with work. */
  readonly line = computed(() => {
    const lines = this.lines();
    const by = (id: string | null | undefined) => lines.find((l) => l.line.id === id);
    return by(this.picked()) ?? by(this.store.selected()?.lineId) ?? lines.find((l) => l.open) ?? lines[0] ?? null;
  });
  pick(lineId: string): void {
    this.picked.set(lineId);
    this.spool.set(null);
    this.most.set(AT_FIRST);
  }

  /** The piece that is worked on; null where all of the line is. */
  readonly spool = signal<string | null>(null);
  /** Pieces of the line, each with what is left to braze of it. */
  readonly spools = computed(() => {
    const left = rollup(
      (this.line()?.all ?? []).filter((j) => j.spool),
      (its) => its.filter(this.isOpen).length,
      (j) => j.spool ?? '',
    );
    return [...left].map(([name, open]) => ({ name, open }));
  });
  /**
   * Takes a piece, the line that it is of, and its first joint to be made; says whether there is one of that name.
   * @param jointId one of its joints that is asked for
   */
  takeSpool(name: string, jointId?: string): boolean {
    const its = this.store.joints().filter((j) => j.spool === name);
    const of = its.find((j) => j.id === jointId) ?? its.find(this.isOpen) ?? its[0];
    if (of) {
      this.pick(of.lineId);
      this.store.select(of.id);
    }
    this.spool.set(of ? name : null);
    return of !== undefined;
  }

  /** Stretches of the line by vent, each with its rows. */
  readonly stretches = computed(() => {
    const at = this.line();
    if (!at) return [];
    const summaryOf = this.store.summaryOf();
    const order = lineOrder(at.line, at.all, (j) => summaryOf(j)?.summary ?? null, this.isOpen);
    return order.map((s) => ({ ...s, rows: s.jointIds.flatMap((id) => this.rowOf(id)) }));
  });
  /** The same as far as it is sought; a mark is sought over the whole job. */
  readonly shown = computed(() => {
    const sought = this.sought().trim().toLowerCase();
    const spool = this.spool();
    const keep = (r: TodayRow): boolean =>
      (!this.mine() || r.may === true) && (spool === null || sought !== '' || r.joint.spool === spool);
    if (sought) {
      const found = this.store.joints().filter((j) => !j.setAside && j.mark.toLowerCase().includes(sought));
      return [
        {
          vent: null,
          rows: found
            .slice(0, MOST)
            .flatMap((j) => this.rowOf(j.id))
            .filter(keep),
        },
      ];
    }
    return this.stretches().map((s) => ({ vent: s.vent, rows: s.rows.filter(keep) }));
  });
  /** How much of them stands on the page: a long line shows what comes first. */
  readonly most = signal(AT_FIRST);
  readonly first = computed(() => {
    let left = this.most();
    return this.shown().flatMap(({ vent, rows }) => {
      const some = rows.slice(0, left);
      left -= some.length;
      return some.length ? [{ vent, rows: some }] : [];
    });
  });

  private readonly record = computed(() => {
    const id = me()?.brazerId;
    return this.crew.records().find((r) => r.brazer.id === id) ?? null;
  });
  private rowOf(id: string): TodayRow[] {
    const joint = this.store.stored('joint', id)?.data;
    if (!joint) return [];
    const summed = this.store.summaryOf()(joint);
    const summary = summed?.summary ?? null;
    const heat = summary?.heat;
    const takes = summary?.fillerId
      ? [
          rodWords({ fillerId: summary.fillerId, fluxId: summary.fluxId }),
          ...(heat ? [`${heat.torches === 2 ? 'two ' : ''}${heat.tip}`] : []),
          joint.position,
        ].join(', ')
      : summed
        ? 'no rod serves it'
        : 'being planned …';
    const record = this.record();
    if (!record || !summary?.asks) return [{ joint, takes, may: null, why: null }];
    const today = localNow(this.store.timeZone()).slice(0, 10);
    const row = this.crew.board(summary.asks, today).find((r) => r.brazer.id === record.brazer.id);
    const may = row?.permission.may ?? false;
    return [{ joint, takes, may, why: may ? null : (row?.permission.reasons[0] ?? null) }];
  }

  /** What of the one who is signed in lapses, or just did, and what keeps it. */
  readonly runsOut = computed(() => {
    const id = me()?.brazerId;
    const marks = this.stretches()
      .flatMap((s) => s.rows)
      .flatMap((r) => (r.may ? [r.joint.mark] : []));
    return this.alerts
      .alerts()
      .filter(({ brazer }) => brazer.id === id)
      .map(({ alert }) => ({
        key: `${alert.goodThrough} ${alert.keeps}`,
        past: alert.daysLeft < 0,
        says: `You are good through ${alert.goodThrough} (${nearWords(alert.daysLeft)}) by ${alert.under.join('; ')}. ${keptBy(alert, this.store.summaries.pending() ? null : marks)}`,
      }));
  });

  /** What comes after a joint on its line; null where nothing is left. */
  after(jointId: string): Joint | null {
    const joint = this.store.stored('joint', jointId)?.data;
    const at = this.lines().find((l) => l.line.id === joint?.lineId);
    if (!joint || !at) return null;
    const summaryOf = this.store.summaryOf();
    const isLeft = (j: Joint): boolean =>
      j.id !== jointId && this.isOpen(j) && doneMs(this.ways.of()(j.id), 'feed') === null;
    const [first] = lineOrder(at.line, at.all, (j) => summaryOf(j)?.summary ?? null, isLeft).flatMap((s) => s.jointIds);
    return (first ? this.store.stored('joint', first)?.data : null) ?? null;
  }
}
