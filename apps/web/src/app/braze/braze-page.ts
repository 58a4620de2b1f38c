import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import { rigCautions } from '@hephaist/core/joint/school-cautions';
import { cleanLeftS } from '@hephaist/core/joint-log/findings';
import { formatDuration } from '@hephaist/core/units/units';
import { group } from 'd3';
import { JointCard } from '../answer/joint-card';
import { SeamPlan } from '../answer/seam-plan';
import { JobStore } from '../data/job.store';
import { StateMark } from '../drawings/state-mark';
import { SayPipe } from '../units/say.pipe';
import { CleaningStore } from './cleaning.store';
import { JointLog } from './joint-log';

/** Braze: pick a joint, take its card along, and log it when it is made. */
@Component({
  selector: 'hp-braze-page',
  imports: [MatButtonModule, MatExpansionModule, RouterLink, SayPipe, JointCard, JointLog, SeamPlan, StateMark],
  template: `
    <nav class="no-print" aria-label="Joints to braze">
      <p class="torch">
        <a matButton="outlined" routerLink="/rigs">Torch rigs</a>
        <a matButton="outlined" [routerLink]="['/job', store.jobId(), 'hot-work']">Hot work</a>
      </p>
      @if (clean().length) {
        <h2>Cleaned, to be brazed</h2>
        <ul class="clean">
          @for (c of clean(); track c.id) {
            <li>
              <button matButton class="row-button" (click)="store.select(c.id)">
                <strong>{{ c.mark }}</strong> <span [class]="c.tone">{{ c.left }}</span>
              </button>
            </li>
          }
        </ul>
      }
      @for (line of store.lines(); track line.id) {
        <h2>{{ line.name }}</h2>
        <ul>
          @for (j of jointsOf(line.id); track j.id) {
            @let state = store.stateOf()(j);
            <li>
              <button
                matButton
                class="row-button"
                [attr.aria-current]="j.id === store.selected()?.id ? 'true' : null"
                (click)="store.select(j.id)"
              >
                <hp-state-mark [shape]="state.shape" />{{ j.mark
                }}<span class="visually-hidden">, {{ state.word }}</span>
              </button>
            </li>
          }
        </ul>
      }
    </nav>
    @if (store.selected(); as joint) {
      @if (store.selectedPlan()?.plan; as plan) {
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
    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: 190px 1fr 400px;
    }
    nav {
      overflow-y: auto;
      padding: 8px 12px 20px;
      border-right: 1px solid var(--hairline);
      background: var(--sheet);
    }
    .torch {
      display: flex;
      gap: 4px;
      margin: 0;

      a {
        flex: 1;
        padding: 0 4px;
      }
    }
    nav h2 {
      margin: 10px 0 4px;
      font-size: 13.5px;
      color: var(--mid);
      font-weight: 500;
    }
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 3px;
    }
    ul.clean {
      grid-template-columns: 1fr;
    }
    .seam {
      grid-column: span 2;
    }
    .none {
      padding: 40px;
    }
    .beside {
      border-left: 1px solid var(--hairline);
      overflow-y: auto;
    }
    .beside mat-expansion-panel {
      margin: 0 16px 20px;
    }
    @media (max-width: 1000px) {
      :host {
        display: block;
        overflow-y: auto;
      }
      .beside {
        border-left: 0;
        overflow: visible;
      }
      nav {
        max-height: 22vh;
        border-right: 0;
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
  protected readonly store = inject(JobStore);
  /** What is of the torch rig and of no joint. */
  protected readonly rig = computed(() => {
    const schools = this.store.selectedPlan()?.plan?.schools;
    return schools ? rigCautions(schools) : [];
  });
  private readonly cleaning = inject(CleaningStore);
  protected readonly line = computed(() => this.store.lineOf().get(this.store.selected()?.lineId ?? ''));
  private readonly byLine = computed(() =>
    group(
      this.store.joints().filter((j) => !j.setAside),
      (j) => j.lineId,
    ),
  );
  protected readonly jointsOf = (lineId: string) => this.byLine().get(lineId) ?? [];

  /** Joints cleaned here and not logged yet, the most urgent first. */
  protected readonly clean = computed(() => {
    const [cleaned, now] = [this.cleaning.cleaned(), this.cleaning.nowMs()];
    return this.store
      .joints()
      .flatMap((j) => {
        const at = cleaned[j.id];
        if (at === undefined || at > now) return [];
        const s = cleanLeftS(at, now);
        const left = s < 0 ? '✕ clean again' : `${s < 3600 ? '▲ ' : ''}${formatDuration(s)} left`;
        return [{ id: j.id, mark: j.mark, s, left, tone: s < 0 ? 'refused' : s < 3600 ? 'caution' : 'quiet' }];
      })
      .sort((a, b) => a.s - b.s);
  });

  constructor() {
    effect(() => {
      const wanted = this.joint();
      if (wanted) untracked(() => this.store.select(wanted));
    });
  }
}
