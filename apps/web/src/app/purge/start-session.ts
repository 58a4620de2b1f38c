import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { Line } from '@hephaist/contracts/records/line';
import { purgeSessionSchema } from '@hephaist/contracts/records/purge-session';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { byWords } from '@hephaist/contracts/schemas/told';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { LinePurge } from '@hephaist/core/purge/line-plan';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { JobStore } from '../data/job.store';
import { newId, Outbox } from '../data/outbox';
import { SessionsStore } from '../data/sessions.store';
import { me } from '../data/who';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Pick as PickField } from '../forms/pick';
import { numberOf } from '../units/typed';
import { sessionOf } from './session-draft';

/** Starts a purge on a line, or goes to the one that runs. */
@Component({
  selector: 'hp-start-session',
  imports: [MatButtonModule, Entry, FormEnd, FormOf, PickField],
  template: `
    @if (running(); as r) {
      <p>
        <strong>● The purge runs</strong> since {{ r.session.startedAt.slice(11, 16) }} UTC, by {{ r.session.by }}.
        <button matButton="filled" (click)="go(r.session.id)">Go to it</button>
      </p>
    } @else {
      <form [hpForm]="form" (sent)="start()">
        <hp-entry label="Who runs it" [placeholder]="you()" [of]="form.f.by" />
        <hp-pick label="Instruments" none="none: read by hand" [options]="sets()" [of]="form.f.instruments" />
        <hp-entry label="Limit must hold" unit="s" kind="decimal" [of]="form.f.hold" at="holdS" />
        <hp-pick label="Cylinder on" [options]="sizes" [of]="form.f.cylinder" />
        <hp-form-end does="Start purge" />
      </form>
    }
  `,
  styles: `
    @use 'scale';

    form {
      display: grid;
      grid-template-columns: 2fr 2fr 1fr 1fr auto;
      gap: var(--space-4);
      align-items: end;
    }
    @include scale.under(desk) {
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
  protected readonly form = new Form(this.draft, {
    tried: () =>
      problemsOf(purgeSessionSchema.pick(['by', 'holdS']), { by: this.by(), holdS: numberOf(this.draft().hold) }),
  });
  protected readonly running = computed(
    () => this.sessions.running().find((s) => s.session.lineId === this.line().id) ?? null,
  );
  protected go(id: string): void {
    void this.router.navigate(['/job', this.line().jobId, 'live', id]);
  }

  protected async start(): Promise<void> {
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
    await this.form.submit(async () => {
      const sent = await this.outbox.send('purge_session', [{ seen: 0, data: session }]);
      await this.sessions.load(this.jobs.jobId() ?? session.jobId);
      if (sent.state === 'done') this.go(session.id);
      else this.form.failure.set('Held here; the purge starts when the server answers.');
    });
  }
}
