import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Joint } from '@hephaist/contracts/records/joint';
import { HeatView } from '../answer/heat-view';
import { JointAnswer } from '../answer/joint-answer';
import { JointNumbers } from '../answer/joint-numbers';
import { JointReasons } from '../answer/joint-reasons';
import { SeamPlan } from '../answer/seam-plan';
import { JobStore } from '../data/job.store';
import { LadderView } from '../drawings/ladder';
import { PatchView } from '../drawings/patch-view';
import { Section } from '../drawings/section';
import { Follow } from '../layout/follow';
import { May } from '../signing/may';
import { LapStrength } from './lap-strength';
import { OtherRods } from './other-rods';
import { TorchFit } from './torch-fit';

/** One joint's plan in deciding order: the answer, five numbers, the drawings, the reasons, what was refused. */
@Component({
  selector: 'hp-joint-plan',
  imports: [
    Follow,
    MatButtonModule,
    May,
    JointAnswer,
    JointNumbers,
    JointReasons,
    LapStrength,
    OtherRods,
    LadderView,
    PatchView,
    Section,
    HeatView,
    TorchFit,
    SeamPlan,
    RouterLink,
  ],
  template: `
    @if (joint().setAside; as why) {
      <p class="caution" role="status">
        – Set aside: {{ why }}.
        <button *hpMay="'write:joint'" matButton="outlined" (click)="takeUp()">Take back up</button>
      </p>
    }
    @if (planned().plan; as plan) {
      <hp-joint-answer [joint]="joint()" [plan]="plan">
        <button *hpMay="'write:joint'" matButton="outlined" (click)="edit.emit()">Edit joint</button>
        <a matButton="filled" [routerLink]="['/job', joint().jobId, 'braze']" [queryParams]="{ joint: joint().id }"
          >Joint card</a
        >
      </hp-joint-answer>
      <hp-joint-numbers [plan]="plan" [line]="line()" />
      <div class="drawings">
        @if (plan.patch) {
          <hp-patch-view class="sheet" [plan]="plan" />
        } @else {
          <hp-section class="sheet" [plan]="plan" [name]="joint().mark" [heldK]="heldK()" />
        }
        <hp-ladder
          class="sheet"
          [plan]="plan"
          [serviceMaxK]="line()?.serviceMaxK ?? 310"
          [partLimitK]="plan.partNearby?.limitK ?? null"
          [name]="joint().mark"
          [heldK]="heldK()"
        />
      </div>
      @if (plan.heat; as heat) {
        <div class="heat">
          <hp-heat-view
            class="sheet"
            [heat]="heat"
            [brazingK]="plan.selection.chosen!.filler.brazingK"
            [protection]="plan.partHeat?.protection ?? 'bare'"
            (held)="heldK.set($event)"
          />
          <hp-torch-fit />
        </div>
      }
      <div class="below">
        <div class="why">
          <hp-joint-reasons [plan]="plan" />
          @if (!plan.patch) {
            <hp-lap-strength [plan]="plan" [line]="line()" />
          }
        </div>
        <hp-other-rods [joint]="joint()" [plan]="plan" />
      </div>
      <p><hp-follow of="joint" [id]="joint().id" [name]="joint().mark" /></p>
    } @else if (planned().seam; as seam) {
      <hp-seam-plan class="bare" [joint]="joint()" [seam]="seam">
        <button *hpMay="'write:joint'" matButton="outlined" (click)="edit.emit()">Edit joint</button>
      </hp-seam-plan>
    } @else if (planned().problems; as problems) {
      <h1>{{ joint().mark }} cannot be planned as it is.</h1>
      <ul>
        @for (p of problems; track p.field) {
          <li class="says-problem">✕ {{ p.says }}</li>
        }
      </ul>
      <p><button *hpMay="'write:joint'" matButton="filled" (click)="edit.emit()">Edit joint</button></p>
    }
  `,
  styles: `
    @use 'scale';

    :host {
      display: flex;
      flex-direction: column;
      gap: var(--space-4);
      padding: var(--space-5) var(--space-6) var(--space-6);
      overflow-y: auto;
      min-height: 0;
    }
    :host > * {
      flex-shrink: 0;
    }
    .drawings {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: var(--space-4);
      height: clamp(300px, 44vh, 440px);
    }
    .heat {
      @include scale.measure;
    }
    .bare {
      padding: 0;
    }
    .why {
      display: grid;
      gap: var(--space-5);
      align-content: start;
    }
    .below {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: var(--space-6);
    }
    @include scale.under(phone) {
      .drawings {
        grid-template-columns: minmax(0, 1fr);
        grid-template-rows: 320px 380px;
        height: auto;
      }
      .below {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointPlanView {
  readonly joint = input.required<Joint>();
  /** The temperature that the heat’s slider stands at; with another joint there is none. */
  protected readonly heldK = linkedSignal<Joint, number | null>({ source: this.joint, computation: () => null });
  readonly edit = output();
  private readonly store = inject(JobStore);
  protected readonly planned = computed(() => this.store.plan()(this.joint()));
  protected readonly line = computed(() => this.store.lineOf().get(this.joint().lineId));

  protected takeUp(): void {
    void this.store.change('joint', [{ ...this.joint(), setAside: null }]);
  }
}
