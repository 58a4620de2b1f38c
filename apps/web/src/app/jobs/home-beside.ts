import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { DEMO_JOB_ID } from '@hephaist/contracts/exchange/answers';
import { CrewStore } from '../data/crew.store';
import { JobsStore } from '../data/jobs.store';
import { Outbox } from '../data/outbox';
import { VanShelf } from '../data/van-shelf';
import { hereZone, localNow } from '../time/zone';
import { lapsingOf } from './lapsing';

/** Beside the jobs: whose qualification runs out, what is in the van, what this browser holds. */
@Component({
  selector: 'hp-home-beside',
  imports: [RouterLink],
  template: `
    @if (demoJob(); as id) {
      <section>
        <h2>New here?</h2>
        <p>
          <a [routerLink]="['/job', id, 'plan']" [queryParams]="{ guide: 'first' }"
            >Make a first joint with your own hands</a
          >
          <span class="quiet">two minutes, in the demo</span>
        </p>
      </section>
    }
    <section>
      <h2>Runs out</h2>
      @for (a of lapsing(); track a.brazer.id) {
        <a class="lasts" [routerLink]="['/follow', 'brazer', a.brazer.id]">
          <span>{{ a.brazer.name }}</span>
          <span class="says" [class]="a.tone">{{ a.says }}</span>
          <span class="bar" aria-hidden="true"><span [class]="a.tone" [style.width.%]="100 * a.share"></span></span>
        </a>
      } @empty {
        <p class="quiet">No brazer has passed a coupon yet. Until when each is good stands here.</p>
      }
    </section>
    <section>
      <h2>In the van</h2>
      <p [class.quiet]="!van()">{{ van() || 'Nothing is said: any rod is taken to be there.' }}</p>
      <p><a routerLink="/now">Say what is in it</a></p>
    </section>
    <section>
      <h2>Held in this browser</h2>
      <p [class]="outbox.held().length ? 'caution' : 'quiet'">
        {{
          outbox.held().length
            ? '▲ ' + outbox.held().length + ' to be sent as soon as the server answers'
            : 'Nothing: everything entered is with the server.'
        }}
      </p>
    </section>
    <p class="quiet law">Advice only: local codes and licensed practice govern. Nothing here certifies.</p>
  `,
  styles: `
    :host {
      display: grid;
      align-content: start;
    }
    section {
      padding: var(--space-6) 0;
      border-bottom: 1px solid var(--hairline);
    }
    h2 {
      font: 600 var(--type-head)/1.2 var(--face-head);
      margin-bottom: var(--space-4);
    }
    p a {
      margin-right: var(--space-3);
    }
    .lasts {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: var(--space-1) var(--space-4);
      padding: var(--space-2) 0;
      color: inherit;
      text-decoration: none;
    }
    .lasts:hover > :first-child {
      color: var(--copper);
      text-decoration: underline;
    }
    .says {
      font-size: var(--type-small);
    }
    .bar {
      grid-column: 1 / -1;
      height: 5px;
      background: var(--hairline);
    }
    .bar > span {
      display: block;
      height: 100%;
      background: currentColor;
    }
    .law {
      padding-top: var(--space-6);
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HomeBeside {
  protected readonly outbox = inject(Outbox);
  private readonly crew = inject(CrewStore);
  private readonly jobs = inject(JobsStore).jobs;
  protected readonly van = inject(VanShelf).words;
  /** The demo's job, where it is loaded. */
  protected readonly demoJob = computed(() => this.jobs()?.find((j) => j.id === DEMO_JOB_ID)?.id ?? null);
  protected readonly lapsing = computed(() => lapsingOf(this.crew.records(), localNow(hereZone()).slice(0, 10)));
}
