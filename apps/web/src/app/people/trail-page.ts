import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TrailEntry, TrailVerdict } from '@hephaist/contracts';
import { call, post } from '../data/api';
import { Header } from '../shell/header';

/** How many records of an entry are named before "and so many more". */
const NAMED = 3;

/** The audit trail: who did what when, newest first, and the check that nothing in it was changed. */
@Component({
  selector: 'hp-trail-page',
  imports: [Header, RouterLink],
  templateUrl: './trail-page.html',
  styleUrl: './trail-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrailPage {
  protected readonly entries = signal<readonly TrailEntry[]>([]);
  protected readonly more = signal(true);
  protected readonly verdict = signal<TrailVerdict | null>(null);
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    const last = this.entries().at(-1)?.seq;
    await this.attempt(async () => {
      const next = await call<TrailEntry[]>(`trail${last ? `?before=${last}` : ''}`);
      this.entries.update((e) => [...e, ...next]);
      this.more.set(next.length > 0 && next.at(-1)?.seq !== 1);
    });
  }

  protected async check(): Promise<void> {
    this.verdict.set(null);
    await this.attempt(async () => this.verdict.set(await post<TrailVerdict>('trail/check', {})));
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.failure.set(null);
    try {
      await work();
    } catch (e) {
      this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
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
