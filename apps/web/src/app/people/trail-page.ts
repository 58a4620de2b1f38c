import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { RouterLink } from '@angular/router';
import type { AccessEntry } from '@hephaist/contracts/exchange/people';
import type { TrailEntry, TrailOf } from '@hephaist/contracts/records/trail';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { addressWord } from '../layout/address';
import { Cell } from '../layout/cell';
import { Page } from '../layout/page';
import { PageHead } from '../layout/page-head';
import { type Column, Table } from '../layout/table';
import { Day } from '../time/day';
import { UnitsStore } from '../units/units.store';
import { TrailStore } from './trail.store';
import { changeWords, deedWords, touchedWords } from './trail-words';

/** What of the trail is looked at. */
type Shown = TrailOf | 'access';
const SHOWN: readonly Shown[] = ['changes', 'sign-ins', 'access'];

/** How many records of an entry, and changes, are named before "and so many more". */
const NAMED = 3;
const TOLD = 6;

const instant = (at: string): string => at.slice(0, 19).replace('T', ' ');

/** The audit trail: who did what when, newest first, and the check that nothing in it was changed. */
@Component({
  selector: 'hp-trail-page',
  providers: [TrailStore],
  imports: [Cell, Day, Entry, FormOf, Page, PageHead, Pick, Table, RouterLink, MatButtonModule, MatButtonToggleModule],
  templateUrl: './trail-page.html',
  styleUrl: './trail-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrailPage {
  private readonly store = inject(TrailStore);
  protected readonly entries = this.store.entries;
  protected readonly more = this.store.more;
  private readonly at = addressWord('of', 'changes');
  protected readonly shown = computed((): Shown => SHOWN.find((s) => s === this.at()) ?? 'changes');
  private readonly word = addressWord('find');
  private readonly person = addressWord('person');
  private readonly from = addressWord('from');
  private readonly until = addressWord('until');
  protected readonly people = computed(() => plain(this.store.people()));
  private readonly units = inject(UnitsStore);
  protected readonly access = this.store.access;
  protected readonly moreAccess = this.store.moreAccess;
  protected readonly verdict = this.store.verdict;
  private readonly asked = new Attempt();
  protected readonly busy = this.asked.busy;
  protected readonly reads: readonly Column<AccessEntry>[] = [
    { id: 'at', head: 'When, UTC', text: (e) => instant(e.at) },
    { id: 'who', head: 'Sign-in name', text: (e) => e.who },
    { id: 'what', head: 'What', text: (e) => e.what },
    { id: 'place', head: 'From', text: (e) => e.place },
  ];
  protected readonly changes: readonly Column<TrailEntry>[] = [
    { id: 'at', head: 'When, UTC', text: (e) => instant(e.body.at) },
    { id: 'who', head: 'Who', text: (e) => e.body.by.person },
    { id: 'what', head: 'What' },
    { id: 'records', head: 'Of what', tone: () => 'quiet' },
    { id: 'seq', head: 'Entry', text: (e) => String(e.seq), number: true },
    { id: 'hash', head: 'Hash' },
  ];
  protected readonly failure = this.asked.failure;
  protected readonly title = computed(() => {
    const verdict = this.verdict();
    if (!verdict) return 'Audit trail';
    return verdict.problems.length
      ? 'The trail does not hold.'
      : 'The trail holds: nothing was altered, removed or moved.';
  });

  protected readonly seeking = new Form(
    signal({ word: this.word(), person: this.person(), from: this.from(), until: this.until() }),
    { tried: () => this.wrongDays() },
  );

  constructor() {
    // The address says what is looked at, so that back, forward and a link that was sent on show it.
    effect(() => {
      const of = this.shown();
      const asked = { sought: this.word(), person: this.person(), from: this.from(), until: this.until() };
      untracked(() => {
        if (of === 'access') void (this.access().length || this.loadAccess());
        else void this.asked.run(() => this.store.seek({ of, ...asked }));
      });
    });
  }

  private wrongDays(): readonly FieldProblem[] {
    const { from, until } = this.seeking.draft();
    return from && until && until < from ? [{ field: 'until', says: 'not before the first day' }] : [];
  }

  protected load(): Promise<boolean> {
    return this.asked.run(() => this.store.loadMore());
  }

  protected seek(): Promise<boolean> {
    return this.seeking.submit(async () => {
      const { word, person, from, until } = this.seeking.draft();
      this.word.set(word.trim());
      this.person.set(person);
      this.from.set(from);
      this.until.set(until);
      await Promise.resolve();
    });
  }

  protected show(what: Shown): void {
    this.at.set(what);
  }

  protected loadAccess(): Promise<boolean> {
    return this.asked.run(() => this.store.loadMoreAccess());
  }

  protected check(): Promise<boolean> {
    return this.asked.run(() => this.store.check());
  }

  /** The first records of an entry, what was sought before others, each with where it is followed, and how many more there are. */
  protected records({ body }: TrailEntry) {
    const sought = this.store.asked().sought.toLowerCase();
    const isSought = ([, id]: TrailEntry['body']['records'][number]): boolean =>
      sought !== '' && (this.store.names()[id] ?? '').toLowerCase().includes(sought);
    const all = body.records
      .filter(([kind]) => kind !== 'command')
      .sort((a, b) => Number(isSought(b)) - Number(isSought(a)));
    const named = all.slice(0, NAMED).map((touched) => {
      const [, id, , hash] = touched;
      const words = touchedWords(touched, this.store.names());
      return { words: hash === null ? `${words}, taken away` : words, lead: this.store.leads()[id] ?? null };
    });
    return { named, left: all.length - named.length };
  }

  protected readonly deed = (e: TrailEntry): string => deedWords(e.body);
  /** What an entry changed, from what to what. */
  protected changed({ body }: TrailEntry) {
    const all = changeWords(body.changes ?? [], this.store.names(), this.units.system());
    const told = all.slice(0, TOLD);
    return { told, left: all.length - told.length };
  }
}
