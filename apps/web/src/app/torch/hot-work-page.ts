import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { HotWork } from '@hephaist/contracts/records/hot-work';
import type { WatchMarkKind } from '@hephaist/core/hot-work/fire-watch';
import { HotWorkStore } from '../data/hot-work.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { me } from '../data/who';
import { WatchRing } from '../drawings/watch-ring';
import { Attempt } from '../forms/attempt';
import { PageHead } from '../layout/page-head';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { ticking } from '../time/ticking';
import { localNow } from '../time/zone';
import { type AreaWatch, areaWatch } from './area-watch';
import { HotWorkForm } from './hot-work-form';

const WORDS: Readonly<Record<WatchMarkKind, string>> = {
  'flame on': 'Flame on',
  'flame out': 'Last flame out',
  looked: 'I looked: nothing',
  fire: 'Fire',
  'detector back': 'Detector is back',
  ended: 'End the watch',
};

/** Hot work of the job by area: the permit, the flame, and the watch after it, several areas at once. */
@Component({
  selector: 'hp-hot-work-page',
  imports: [HotWorkForm, MatButtonModule, May, PageHead, Table, WatchRing],
  template: `
    <div class="page">
      <hp-page-head title="Hot work">
        @if (!writing()) {
          <button *hpMay="'write:hot_work'" matButton="filled" (click)="writing.set(true)">Permit for an area</button>
        }
      </hp-page-head>
      @if (failure(); as f) {
        <p class="says-problem" role="alert">✕ {{ f }}</p>
      }
      @if (writing()) {
        <hp-hot-work-form class="sheet pad" (closed)="writing.set(false)" />
      }
      <div class="areas">
        @for (a of open(); track a.work.id) {
          <article class="sheet" [class.due]="a.state.due || a.state.stage === 'fire'">
            <h2>{{ a.work.area }}</h2>
            <hp-watch-ring [share]="a.share" [looks]="a.looks" [big]="a.big" [small]="a.small" />
            <p [class]="a.state.stage === 'fire' ? 'refused' : a.state.due ? 'caution' : ''" role="status">
              {{ a.state.says }}
            </p>
            <p class="quiet">
              {{ a.work.watcher }} watches{{ a.state.detectorOut ? '; ▲ the smoke detector is isolated' : '' }}
            </p>
            <p class="deeds" *hpMay="'write:hot_work_mark'">
              @for (k of a.may; track k; let first = $first) {
                <button
                  [matButton]="first ? 'filled' : 'outlined'"
                  [class.fire]="k === 'fire'"
                  [disabled]="busy()"
                  (click)="mark(a.work, k)"
                >
                  {{ WORDS[k] }}
                </button>
              }
            </p>
          </article>
        } @empty {
          @if (!writing()) {
            <p class="quiet">
              No flame is open on this job. A permit says what was seen to in an area; after the last flame the watch
              runs by itself, for several areas at once.
            </p>
          }
        }
      </div>
      <h2>Watched to the end</h2>
      <hp-table class="sheet" [rows]="ended()" [columns]="columns" empty="None yet." />
    </div>
  `,
  styles: `
    :host {
      flex: 1;
      min-height: 0;
      overflow-y: auto;
    }
    .page {
      max-width: 1100px;
      margin: 0 auto;
      padding: var(--space-5) var(--space-6) var(--space-8);

      --head-inset: 0;
    }
    .areas {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
      gap: var(--space-5);
      margin: var(--space-5) 0;
    }
    article {
      padding: var(--space-5) var(--space-6);
      display: grid;
      gap: var(--space-3);
      justify-items: center;
      text-align: center;
    }
    .due {
      outline: 3px solid var(--caution);
    }
    hp-watch-ring {
      width: 190px;
    }
    h2,
    p {
      margin: 0;
    }
    .deeds {
      display: flex;
      flex-wrap: wrap;
      justify-content: center;
      gap: var(--space-4);
    }
    .deeds button {
      min-height: 48px;
    }
    .fire {
      color: var(--refused);
    }
    .areas > p {
      grid-column: 1 / -1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HotWorkPage {
  private readonly store = inject(HotWorkStore);
  private readonly jobs = inject(JobStore);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly busy = this.asked.busy;
  protected readonly writing = signal(false);
  private readonly nowMs = ticking();
  protected readonly WORDS = WORDS;

  private readonly areas = computed(() =>
    this.store.areas().map((w) => areaWatch(w, this.store.marks(), this.nowMs())),
  );
  protected readonly open = computed(() => this.areas().filter((a) => a.state.stage !== 'ended'));
  protected readonly ended = computed(() => this.areas().filter((a) => a.state.stage === 'ended'));
  protected readonly columns: readonly Column<AreaWatch>[] = [
    { id: 'area', head: 'Area', text: (a) => a.work.area, names: true },
    { id: 'from', head: 'Permit', text: (a) => `${this.at(a.work.startedAt)}, ${a.work.by}` },
    { id: 'out', head: 'Last flame', text: (a) => (a.outAt ? this.at(a.outAt) : 'none') },
    {
      id: 'rounds',
      head: 'Looked',
      text: (a) => String(a.own.filter((m) => m.kind === 'looked').length),
      number: true,
    },
    { id: 'end', head: 'Ended', text: (a) => this.at(a.own.find((m) => m.kind === 'ended')?.at ?? '') },
    { id: 'by', head: 'Watched by', text: (a) => a.work.watcher },
  ];

  constructor() {
    void this.asked.run(() => this.store.load(this.jobs.jobId() ?? ''));
  }

  private at(iso: string): string {
    return iso ? localNow(this.jobs.timeZone(), new Date(iso)).replace('T', ' ') : '–';
  }

  protected async mark(work: HotWork, kind: WatchMarkKind): Promise<void> {
    const mark = {
      id: newId(),
      jobId: work.jobId,
      hotWorkId: work.id,
      at: new Date().toISOString(),
      kind,
      by: me()?.person ?? '',
    };
    await this.asked.run(() => this.store.mark(mark));
  }
}
