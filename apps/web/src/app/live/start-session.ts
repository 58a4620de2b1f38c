import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { byWords, problemsOf, purgeSessionSchema, type Line } from '@hephaist/contracts';
import { CYLINDERS, type JointPlan, type LinePurge, type PurgeNetwork } from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { JobStore } from '../data/job.store';
import { newId, Outbox } from '../data/outbox';
import { me } from '../data/who';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { problemAt } from '../forms/problems';
import { numberOf } from '../plan/prices';
import { sessionOf } from './session-draft';
import { SessionsStore } from './sessions.store';

/** Starts a purge on a line, or goes to the one that runs. */
@Component({
  selector: 'hp-start-session',
  imports: [Entry, PickField],
  template: `
    @if (running(); as r) {
      <p>
        <strong>● The purge runs</strong> since {{ r.session.startedAt.slice(11, 16) }} UTC, by {{ r.session.by }}.
        <button class="button main" (click)="go(r.session.id)">Go to it</button>
      </p>
    } @else {
      <form (submit)="start($event)">
        <hp-entry
          label="Who runs it"
          [placeholder]="you()"
          [value]="draft().by"
          (valueChange)="set({ by: $event })"
          [problem]="problem('by')"
        />
        <hp-pick
          label="Instruments"
          none="none: read by hand"
          [options]="sets()"
          [value]="draft().instruments"
          (valueChange)="set({ instruments: $event })"
          [problem]="problem('instruments')"
        />
        <hp-entry
          label="Limit must hold"
          unit="s"
          kind="decimal"
          [value]="draft().hold"
          (valueChange)="set({ hold: $event })"
          [problem]="problem('holdS')"
        />
        <hp-pick
          label="Cylinder on"
          [options]="sizes"
          [value]="draft().cylinder"
          (valueChange)="set({ cylinder: $event })"
        />
        <button class="button main" type="submit" [disabled]="busy()">Start purge</button>
      </form>
      @if (failure(); as f) {
        <p class="says-problem" role="alert">✕ {{ f }}</p>
      }
    }
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 2fr 2fr 1fr 1fr auto;
      gap: 10px;
      align-items: end;
    }
    @media (max-width: 900px) {
      form {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartSession {
  readonly line = input.required<Line>();
  readonly net = input.required<PurgeNetwork>();
  readonly purge = input.required<LinePurge>();
  readonly plans = input.required<ReadonlyMap<string, JointPlan>>();
  /** Oxygen limit, volume fraction. */
  readonly limit = input.required<number>();
  private readonly router = inject(Router);
  private readonly outbox = inject(Outbox);
  private readonly jobs = inject(JobStore);
  protected readonly you = computed(() => me()?.person ?? '');
  /** Whoever is signed in, or somebody else whom that one names. */
  private readonly by = computed(() => byWords(this.draft().by.trim(), this.you()));
  protected readonly sessions = inject(SessionsStore);
  protected readonly sizes = CYLINDERS.map(({ id }) => ({ id, name: id }));
  protected readonly sets = computed(() => this.sessions.instruments().map(({ id, name }) => ({ id, name })));
  protected readonly draft = signal({ by: '', instruments: '', hold: '60', cylinder: '300 ft³' });
  protected readonly tried = signal(false);
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly { field: string; says: string }[]>([]);
  protected readonly running = computed(
    () => this.sessions.running().find((s) => s.session.lineId === this.line().id) ?? null,
  );
  private readonly problems = computed(() => {
    const d = this.draft();
    const own = problemsOf(purgeSessionSchema.pick(['by', 'holdS']), { by: this.by(), holdS: numberOf(d.hold) });
    return [...this.told(), ...(this.tried() ? own : [])];
  });

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  protected set(change: Partial<{ by: string; instruments: string; hold: string; cylinder: string }>): void {
    this.draft.update((d) => ({ ...d, ...change }));
    this.told.set([]);
  }

  protected go(id: string): void {
    void this.router.navigate(['/job', this.line().jobId, 'live', id]);
  }

  protected async start(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    this.failure.set(null);
    if (this.problems().length || this.busy()) return;
    this.busy.set(true);
    const d = this.draft();
    const session = sessionOf(
      newId(),
      this.line(),
      this.plans(),
      this.net(),
      { fillM3s: this.purge().fillM3s, trickleM3s: this.purge().trickleM3s, limit: this.limit() },
      { by: this.by(), instruments: d.instruments || null, cylinder: d.cylinder, holdS: numberOf(d.hold) },
      new Date(),
    );
    try {
      const sent = await this.outbox.send('purge_session', [{ seen: 0, data: session }]);
      await this.sessions.load(this.jobs.jobId() ?? session.jobId);
      if (sent.state === 'done') this.go(session.id);
      else this.failure.set('Held here; the purge starts when the server answers.');
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields?.length) {
        this.told.set(e.problem.fields);
        this.failure.set(e.problem.fields.map((f) => f.says).join('; '));
      } else this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
