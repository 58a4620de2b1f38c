import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import { rigCautions } from '@hephaist/core/joint/school-cautions';
import { JointCard } from '../answer/joint-card';
import { SeamPlan } from '../answer/seam-plan';
import { JobStore } from '../data/job.store';
import { WaysStore } from '../data/ways.store';
import { May } from '../signing/may';
import { SayPipe } from '../units/say.pipe';
import { JointLog } from './joint-log';
import { TodayList } from './today-list';
import { TodayOrder } from './today-order';

/** Braze: pick a joint, take its card along, and log it when it is made. */
@Component({
  selector: 'hp-braze-page',
  imports: [May, MatButtonModule, MatExpansionModule, RouterLink, SayPipe, JointCard, JointLog, SeamPlan, TodayList],
  template: `
    <hp-today-list class="no-print" />
    @if (noSpool(); as name) {
      <p class="go caution" role="status">▲ No joint of this job is part of spool {{ name }}.</p>
    }
    @if (store.selected(); as joint) {
      @if (store.selectedPlan()?.plan; as plan) {
        <p class="go">
          <a *hpMay="'write:log'" matButton="filled" [routerLink]="['/job', store.jobId(), 'at', joint.id]"
            >{{ inHand() ? 'Go on with' : 'Make' }} {{ joint.mark }}, step by step</a
          >
        </p>
        <hp-joint-card [joint]="joint" [plan]="plan" [line]="line()" />
        <div class="beside no-print">
          <hp-joint-log [joint]="joint" [plan]="plan" />
          <mat-expansion-panel togglePosition="before">
            <mat-expansion-panel-header>The torch rig, before you light</mat-expansion-panel-header>
            @for (s of rig(); track s) {
              <p>▲ {{ s | say }}</p>
            }
          </mat-expansion-panel>
        </div>
      } @else if (store.selectedPlan()?.seam; as seam) {
        <hp-seam-plan class="seam" [joint]="joint" [seam]="seam" />
      } @else {
        <section class="none">
          <h1>{{ joint.mark }} has no plan yet.</h1>
          @for (p of store.selectedPlan()?.problems ?? []; track p.field) {
            <p class="says-problem">✕ {{ p.says }}</p>
          }
        </section>
      }
    }
  `,
  styles: `
    @use 'scale';

    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template:
        'list card go' auto
        'list card beside' minmax(0, 1fr) / 280px minmax(0, 1fr) 380px;
    }
    hp-today-list {
      grid-area: list;
    }
    hp-joint-card {
      @include scale.measure;
      display: block;
      grid-area: card;
      overflow-y: auto;
    }
    .go {
      grid-area: go;
      padding: var(--space-5) var(--space-6) 0;
      border-left: 1px solid var(--hairline);
      background: var(--sheet);
    }
    .go a {
      width: 100%;
      min-height: 56px;
    }
    .seam,
    .none {
      grid-area: card / card / beside / beside;
    }
    .none {
      padding: var(--space-8);
    }
    .beside {
      @include scale.measure;
      grid-area: beside;
      border-left: 1px solid var(--hairline);
      overflow-y: auto;
    }
    .beside mat-expansion-panel {
      margin: 0 var(--space-6) var(--space-7);
    }
    @include scale.under(desk) {
      :host {
        display: block;
        overflow-y: auto;
      }
      .beside {
        border-left: 0;
        overflow: visible;
      }
    }
    @media print {
      :host {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BrazePage {
  readonly joint = input<string>();
  /** The piece whose label was scanned. */
  readonly spool = input<string>();
  private readonly today = inject(TodayOrder);
  protected readonly store = inject(JobStore);
  /** What is of the torch rig and of no joint. */
  protected readonly rig = computed(() => {
    const schools = this.store.selectedPlan()?.plan?.schools;
    return schools ? rigCautions(schools) : [];
  });
  private readonly ways = inject(WaysStore);
  protected readonly inHand = computed(() => this.ways.begun().some((w) => w.jointId === this.store.selected()?.id));
  protected readonly line = computed(() => this.store.lineOf().get(this.store.selected()?.lineId ?? ''));
  /** A spool that was asked for and is none of the job; null where it is. */
  protected readonly noSpool = signal<string | null>(null);
  constructor() {
    effect(() => {
      const wanted = this.joint();
      if (wanted) untracked(() => this.store.select(wanted));
    });
    effect(() => {
      const spool = this.spool();
      if (spool) untracked(() => this.noSpool.set(this.today.takeSpool(spool, this.joint()) ? null : spool));
    });
  }
}
