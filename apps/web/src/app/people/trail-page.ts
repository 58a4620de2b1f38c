import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { RouterLink } from '@angular/router';
import type { AccessEntry, TrailEntry } from '@hephaist/contracts';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { TrailStore } from './trail.store';

/** How many records of an entry are named before "and so many more". */
const NAMED = 3;

const instant = (at: string): string => at.slice(0, 19).replace('T', ' ');

/** The audit trail: who did what when, newest first, and the check that nothing in it was changed. */
@Component({
  selector: 'hp-trail-page',
  providers: [TrailStore],
  imports: [Cell, Entry, FormOf, Table, RouterLink, MatButtonModule, MatButtonToggleModule],
  templateUrl: './trail-page.html',
  styleUrl: './trail-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrailPage {
  private readonly store = inject(TrailStore);
  protected readonly entries = this.store.entries;
  protected readonly more = this.store.more;
  protected readonly shown = signal<'changes' | 'access'>('changes');
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
    { id: 'seq', head: 'Entry', text: (e) => String(e.seq), number: true },
    { id: 'at', head: 'When, UTC', text: (e) => instant(e.body.at) },
    { id: 'who', head: 'Who', text: (e) => e.body.by.person },
    { id: 'what', head: 'What' },
    { id: 'records', head: 'Records', tone: () => 'quiet' },
    { id: 'hash', head: 'Hash' },
  ];
  protected readonly failure = this.asked.failure;

  constructor() {
    void this.load();
  }

  protected load(): Promise<boolean> {
    return this.asked.run(() => this.store.loadMore());
  }

  protected readonly seeking = new Form(signal({ word: '' }));
  protected seek(): Promise<boolean> {
    return this.seeking.submit(() => this.store.seek(this.seeking.draft().word.trim()));
  }

  /** The trail, or the log of access; each is read when it is first looked at. */
  protected async show(what: 'changes' | 'access'): Promise<void> {
    this.shown.set(what);
    if (what === 'access' && !this.access().length) await this.loadAccess();
  }

  protected loadAccess(): Promise<boolean> {
    return this.asked.run(() => this.store.loadMoreAccess());
  }

  protected check(): Promise<boolean> {
    return this.asked.run(() => this.store.check());
  }

  /** The first records of an entry, what was sought before others, each with where it is followed, and how many more there are. */
  protected records({ body }: TrailEntry) {
    const sought = this.store.sought().toLowerCase();
    const isSought = ([, id]: TrailEntry['body']['records'][number]): boolean =>
      sought !== '' && (this.store.names()[id] ?? '').toLowerCase().includes(sought);
    const all = [...body.records].sort((a, b) => Number(isSought(b)) - Number(isSought(a)));
    const named = all.slice(0, NAMED).map(([kind, id, version, hash]) => {
      const at = hash === null ? 'taken away' : `version ${version}`;
      const words = `${kind.replace('_', ' ')} ${this.store.names()[id] ?? `…${id.slice(-6)}`}`;
      return { words, at, lead: this.store.leads()[id] ?? null };
    });
    return { named, left: body.records.length - named.length };
  }
}
