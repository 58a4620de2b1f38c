import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatChipsModule } from '@angular/material/chips';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import { answerFromVan } from '@hephaist/core/selection/van';
import { findService, SERVICES } from '@hephaist/core/services/services';
import { readShorthand } from '@hephaist/core/shorthand/shorthand';
import { writeShorthand } from '@hephaist/core/shorthand/write-shorthand';
import { InputError } from '@hephaist/core/source/problem';
import { JointCard } from '../answer/joint-card';
import { JointNumbers } from '../answer/joint-numbers';
import { JointReasons } from '../answer/joint-reasons';
import { ShopStore } from '../data/shop.store';
import { VanShelf } from '../data/van-shelf';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { Page } from '../layout/page';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { asJoint, INTO, type NowDraft, nowDraft, nowJoint, nowLine, usualStandard } from './now-draft';

/** One joint, now: said by touches or in shorthand, answered with what is in the van; no job, no signing in, no server. */
@Component({
  selector: 'hp-now-page',
  imports: [
    Entry,
    JointCard,
    JointNumbers,
    JointReasons,
    MatButtonModule,
    MatButtonToggleModule,
    MatChipsModule,
    MatExpansionModule,
    Page,
    PickField,
    RouterLink,
    SayPipe,
  ],
  template: `
    <hp-page [wide]="1100">
      <p class="top">
        <strong class="name">HEPHAIST</strong>
        <span>One joint, now</span>
        <a matButton="outlined" routerLink="/jobs">Jobs</a>
      </p>
      <div class="desk">
        <section class="ask" aria-label="The joint">
          <hp-pick
            label="What flows in it"
            [options]="services"
            [value]="d().serviceId"
            (valueChange)="set({ serviceId: $event || d().serviceId, size: '' })"
          />
          <h2 id="now-size">Tube, {{ standard() }}</h2>
          <mat-chip-listbox
            aria-labelledby="now-size"
            [value]="d().size"
            (change)="set({ size: $event.value ?? '', said: '' })"
          >
            @for (s of sizes(); track s) {
              <mat-chip-option [value]="s">{{ s }}</mat-chip-option>
            }
          </mat-chip-listbox>
          <h2 id="now-into">Into</h2>
          <mat-chip-listbox
            aria-labelledby="now-into"
            [value]="d().intoId"
            (change)="set({ intoId: $event.value ?? '', said: '' })"
          >
            @for (i of into; track i.id) {
              <mat-chip-option [value]="i.id">{{ i.name }}</mat-chip-option>
            }
          </mat-chip-listbox>
          <mat-button-toggle-group
            aria-label="How it lies"
            [value]="d().position"
            (change)="set({ position: $event.value })"
          >
            <mat-button-toggle value="horizontal">level</mat-button-toggle>
            <mat-button-toggle value="down-feed">socket up</mat-button-toggle>
            <mat-button-toggle value="up-feed">socket down</mat-button-toggle>
          </mat-button-toggle-group>
          <hp-entry
            label="Or say it"
            placeholder="7/8 cu-brass valve up near txv 4in"
            [value]="d().said"
            (valueChange)="set({ said: $event })"
          />
          @for (p of misread(); track p) {
            <p class="says-problem">✕ {{ p }}</p>
          }
          <mat-expansion-panel togglePosition="before">
            <mat-expansion-panel-header>In the van: {{ vanWords() }}</mat-expansion-panel-header>
            <p class="quiet" id="now-rods">Rods; none picked is any</p>
            <mat-chip-listbox
              multiple
              aria-labelledby="now-rods"
              [value]="van().fillerIds"
              (change)="shelf.set({ fillerIds: $event.value ?? [] })"
            >
              @for (f of tables().fillers; track f.id) {
                <mat-chip-option [value]="f.id">{{ f.id }}</mat-chip-option>
              }
            </mat-chip-listbox>
            <p class="quiet" id="now-fluxes">Fluxes</p>
            <mat-chip-listbox
              multiple
              aria-labelledby="now-fluxes"
              [value]="van().fluxIds"
              (change)="shelf.set({ fluxIds: $event.value ?? [] })"
            >
              @for (f of tables().fluxes; track f.id) {
                <mat-chip-option [value]="f.id">{{ f.id }}</mat-chip-option>
              }
            </mat-chip-listbox>
          </mat-expansion-panel>
        </section>
        <section class="answer" aria-label="The answer" aria-live="polite">
          @if (answer(); as a) {
            @if (a.missing.length) {
              <p class="caution">▲ Nothing in the van serves it. Get {{ a.missing.join(' and ') }}.</p>
            }
            <hp-joint-card [joint]="joint()" [plan]="a.plan" />
            <hp-joint-numbers [plan]="a.plan" />
            <hp-joint-reasons [plan]="a.plan" />
            @if (words(); as w) {
              <p>
                <a matButton="outlined" routerLink="/jobs" [queryParams]="{ keep: w }">Keep it as a joint of a job</a>
              </p>
            }
          } @else if (problem(); as p) {
            <p class="says-problem">✕ {{ p | say }}</p>
          } @else {
            <div class="none">
              <h1>Which joint?</h1>
              <p>
                Touch its size and what it goes into. Here stands its rod, flux, nitrogen and overlap, with the reasons.
              </p>
              <p class="quiet">Nothing is sent anywhere: it is worked out here, by the tables that ship with it.</p>
            </div>
          }
        </section>
      </div>
    </hp-page>
  `,
  styles: `
    @use 'scale';

    .top {
      display: flex;
      gap: var(--space-5);
      align-items: center;
      margin: 0 0 var(--space-4);
    }
    .top a {
      margin-left: auto;
    }
    .name {
      font: 600 var(--type-head)/1 var(--face-head);
      letter-spacing: 0.06em;
      color: var(--copper);
    }
    .desk {
      display: grid;
      grid-template-columns: 360px minmax(0, 1fr);
      gap: var(--space-7);
      align-items: start;
    }
    section {
      display: grid;
      gap: var(--space-4);
    }
    h2 {
      margin: var(--space-3) 0 0;
      font-size: var(--type-small);
      color: var(--mid);
      font-weight: 500;
    }
    mat-button-toggle-group {
      justify-self: start;
    }
    .none {
      padding: var(--space-7) 0;
      max-width: 46ch;
    }
    @include scale.under(desk) {
      .desk {
        grid-template-columns: minmax(0, 1fr);
      }
      mat-chip-option,
      mat-button-toggle {
        min-height: 44px;
      }
      mat-button-toggle {
        display: inline-grid;
        align-items: center;
      }
    }
    @media print {
      .ask,
      .top {
        display: none;
      }
      .desk {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NowPage {
  /** The joint in shorthand, from wherever it was asked. */
  readonly say = input<string>();
  protected readonly shelf = inject(VanShelf);
  protected readonly van = this.shelf.van;
  protected readonly tables = inject(ShopStore).tables;
  private readonly units = inject(UnitsStore);
  protected readonly services = SERVICES.map(({ id, name }) => ({ id, name }));
  protected readonly into = INTO;
  protected readonly d = signal(nowDraft());
  private readonly standardId = computed(() => usualStandard(findService(this.d().serviceId)));
  protected readonly standard = computed(
    () => ({ acr: 'refrigeration', l: 'type L', 'med-l': 'medical type L' })[this.standardId()] ?? this.standardId(),
  );
  protected readonly sizes = computed(() => this.tables().sizes(this.standardId()));
  private readonly spec = computed(() => nowJoint(this.d(), this.tables()));
  protected readonly joint = computed(() => asJoint(this.spec() ?? ({} as never)));
  protected readonly words = computed(() => {
    const spec = this.spec();
    return spec && writeShorthand(spec);
  });
  protected readonly misread = computed(() =>
    this.d().said.trim()
      ? readShorthand(this.d().said, this.tables(), Boolean(findService(this.d().serviceId)?.medical)).problems
      : [],
  );
  private readonly outcome = computed(() => {
    const spec = this.spec();
    if (!spec) return null;
    try {
      return { answer: answerFromVan(spec, nowLine(this.d().serviceId), this.van(), this.tables()) };
    } catch (e) {
      if (e instanceof InputError) return { problem: e.problems.map((p) => p.says).join('; ') };
      throw e;
    }
  });
  protected readonly answer = computed(() => this.outcome()?.answer ?? null);
  protected readonly problem = computed(() => this.outcome()?.problem ?? null);
  protected readonly vanWords = computed(() => this.shelf.words() || 'anything');

  constructor() {
    effect(() => {
      const said = this.say();
      if (said) untracked(() => this.set({ said }));
    });
  }

  protected set(change: Partial<NowDraft>): void {
    this.d.update((d) => ({ ...d, ...change }));
  }
}
