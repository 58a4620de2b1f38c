import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { type HotWork, hotWorkSchema } from '@hephaist/contracts/records/hot-work';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { WATCH_MINUTES, WATCH_SOURCE } from '@hephaist/core/hot-work/fire-watch';
import { PERMIT, type PermitAnswer, type PermitItemId } from '@hephaist/core/hot-work/permit';
import { sourceLine } from '@hephaist/core/source/source';
import { HotWorkStore } from '../data/hot-work.store';
import { JobStore } from '../data/job.store';
import { namesOffered } from '../data/names-offered';
import { newId } from '../data/outbox';
import { me } from '../data/who';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Problem } from '../forms/problem';
import { SayPipe } from '../units/say.pipe';
import { numberOf } from '../units/typed';

type Answers = Readonly<Partial<Record<PermitItemId, PermitAnswer>>>;

/** What is seen to in an area before a flame is lit there, and who watches it after. */
@Component({
  selector: 'hp-hot-work-form',
  imports: [MatButtonModule, MatButtonToggleModule, Entry, FormEnd, FormOf, Problem, SayPipe],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-entry label="Area" placeholder="bay, room, riser" [of]="form.f.area" />
      <hp-entry label="Who watches" [offers]="names()" [of]="form.f.watcher" />
      <hp-entry label="Watch after the last flame" unit="min" kind="decimal" at="watchMinutes" [of]="form.f.minutes" />
      <hp-entry label="Site permit" placeholder="its number, if any" [of]="form.f.sitePermit" />
      <ul>
        @for (p of PERMIT; track p.id) {
          <li>
            <p>
              <strong>{{ p.does | say }}</strong>&ngsp;<span class="quiet">{{ p.why }} {{ source(p.id) }}</span>
            </p>
            <mat-button-toggle-group
              [attr.aria-label]="p.does | say"
              [value]="draft().answers[p.id]"
              (change)="answer(p.id, $event.value)"
            >
              <mat-button-toggle value="done">Seen to</mat-button-toggle>
              @if (p.mayBeMissing) {
                <mat-button-toggle value="none here">None here</mat-button-toggle>
              }
            </mat-button-toggle-group>
            <hp-problem [at]="'answers.' + p.id" />
          </li>
        }
      </ul>
      <p class="quiet">{{ watchSource }}. Your site’s own permit goes before this one.</p>
      <hp-form-end does="Give the permit">
        <button matButton="outlined" type="button" (click)="closed.emit()">Leave it</button>
      </hp-form-end>
    </form>
  `,
  styles: `
    @use 'scale';

    :host {
      display: block;
    }
    form {
      padding: var(--space-4) var(--space-6) var(--space-5);
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: var(--space-4) var(--space-5);
      align-items: start;
    }
    ul,
    form > p {
      grid-column: 1 / -1;
      margin: 0;
    }
    ul {
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: var(--space-2) var(--space-6);
      align-items: center;
      padding: var(--space-3) 0;
      border-top: 1px solid var(--hairline);
    }
    li p {
      margin: 0;
    }
    hp-problem {
      grid-column: 1 / -1;
    }
    @include scale.under(hand) {
      form {
        grid-template-columns: 1fr;
      }
      li {
        grid-template-columns: 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HotWorkForm {
  readonly closed = output();
  private readonly store = inject(HotWorkStore);
  private readonly jobs = inject(JobStore);
  protected readonly names = namesOffered();
  protected readonly PERMIT = PERMIT;
  protected readonly watchSource = sourceLine(WATCH_SOURCE);
  protected readonly draft = signal({
    area: '',
    watcher: '',
    minutes: String(WATCH_MINUTES),
    sitePermit: '',
    answers: {} as Answers,
  });
  private readonly id = newId();
  private readonly now = computed(() => {
    const { area, watcher, minutes, sitePermit, answers } = this.draft();
    return {
      id: this.id,
      jobId: this.jobs.jobId() ?? '',
      area,
      watcher,
      sitePermit,
      answers: Object.fromEntries(PERMIT.map((p) => [p.id, answers[p.id] ?? 'not done'])) as HotWork['answers'],
      watchMinutes: numberOf(minutes),
      by: me()?.person ?? '',
    };
  });
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(hotWorkSchema, { ...this.now(), startedAt: '2000-01-01T00:00:00Z' }),
    keep: () => `hot work ${this.jobs.jobId() ?? ''}`,
  });

  protected source(id: PermitItemId): string {
    const item = PERMIT.find((p) => p.id === id);
    return item?.source.certainty === 'published' ? `${sourceLine(item.source)}.` : '';
  }

  protected answer(id: PermitItemId, value: PermitAnswer): void {
    this.form.set({ answers: { ...this.draft().answers, [id]: value } });
    this.form.mended(`answers.${id}`);
  }

  protected async save(): Promise<void> {
    const work: HotWork = { ...this.now(), startedAt: new Date().toISOString() };
    if (await this.form.submit(() => this.store.begin(work))) this.closed.emit();
  }
}
