import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { RouterLink } from '@angular/router';
import type { AccessEntry, TrailEntry, TrailVerdict } from '@hephaist/contracts';
import { call, post } from '../data/api';
import { Attempt } from '../forms/attempt';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { Header } from '../shell/header';

/** How many records of an entry are named before "and so many more". */
const NAMED = 3;
/** Entries of the log of access that come at once. */
const ACCESS_PAGE = 200;

const instant = (at: string): string => at.slice(0, 19).replace('T', ' ');

/** The audit trail: who did what when, newest first, and the check that nothing in it was changed. */
@Component({
  selector: 'hp-trail-page',
  imports: [Cell, Table, Header, RouterLink, MatButtonModule, MatButtonToggleModule],
  templateUrl: './trail-page.html',
  styleUrl: './trail-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrailPage {
  protected readonly entries = signal<readonly TrailEntry[]>([]);
  protected readonly more = signal(true);
  protected readonly shown = signal<'changes' | 'access'>('changes');
  protected readonly access = signal<readonly AccessEntry[]>([]);
  protected readonly moreAccess = signal(true);
  protected readonly verdict = signal<TrailVerdict | null>(null);
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
    { id: 'records', head: 'Records', text: (e) => this.records(e), tone: () => 'quiet' },
    { id: 'hash', head: 'Hash' },
  ];
  protected readonly failure = this.asked.failure;

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    const last = this.entries().at(-1)?.seq;
    await this.asked.run(async () => {
      const next = await call<TrailEntry[]>(`trail${last ? `?before=${last}` : ''}`);
      this.entries.update((e) => [...e, ...next]);
      this.more.set(next.length > 0 && next.at(-1)?.seq !== 1);
    });
  }

  /** The trail, or the log of access; each is read when it is first looked at. */
  protected async show(what: 'changes' | 'access'): Promise<void> {
    this.shown.set(what);
    if (what === 'access' && !this.access().length) await this.loadAccess();
  }

  protected async loadAccess(): Promise<void> {
    const last = this.access().at(-1)?.id;
    await this.asked.run(async () => {
      const next = await call<AccessEntry[]>(`access-log${last ? `?before=${last}` : ''}`);
      this.access.update((e) => [...e, ...next]);
      this.moreAccess.set(next.length === ACCESS_PAGE);
    });
  }

  protected async check(): Promise<void> {
    this.verdict.set(null);
    await this.asked.run(async () => this.verdict.set(await post<TrailVerdict>('trail/check', {})));
  }

  protected records({ body }: TrailEntry): string {
    const named = body.records.slice(0, NAMED).map(([kind, id, version, hash]) => {
      const at = hash === null ? 'taken away' : `version ${version}`;
      return `${kind.replace('_', ' ')} …${id.slice(-6)} ${at}`;
    });
    const left = body.records.length - named.length;
    return named.join(', ') + (left > 0 ? ` and ${left} more` : '');
  }
}
