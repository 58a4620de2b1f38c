import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Joint, Stored } from '@hephaist/contracts';
import { findSensitivePart } from '@hephaist/core';
import { JobStore } from '../data/job.store';
import { LadderView } from '../drawings/ladder';
import { Section } from '../drawings/section';
import { JointAnswer } from './joint-answer';
import { JointNumbers } from './joint-numbers';
import { JointReasons } from './joint-reasons';
import { OtherRods } from './other-rods';

/** One joint's plan in deciding order: the answer, five numbers, the drawings, the reasons, what was refused. */
@Component({
  selector: 'hp-joint-plan',
  imports: [JointAnswer, JointNumbers, JointReasons, OtherRods, LadderView, Section, RouterLink],
  template: `
    @if (planned().plan; as plan) {
      <hp-joint-answer [joint]="joint()" [plan]="plan">
        <button class="button" (click)="edit.emit()">Edit joint</button>
        <a class="button main" [routerLink]="['/job', joint().jobId, 'braze']" [queryParams]="{ joint: joint().id }"
          >Joint card</a
        >
      </hp-joint-answer>
      <hp-joint-numbers [plan]="plan" [line]="line()" />
      <div class="drawings">
        <hp-section class="sheet" [plan]="plan" />
        <hp-ladder class="sheet" [plan]="plan" [serviceMaxK]="line()?.serviceMaxK ?? 310" [partLimitK]="partLimitK()" />
      </div>
      <div class="below">
        <hp-joint-reasons [plan]="plan" />
        <hp-other-rods [joint]="joint()" [plan]="plan" />
      </div>
    } @else if (planned().problems; as problems) {
      <h1>{{ joint().mark }} cannot be planned as it is.</h1>
      <ul>
        @for (p of problems; track p.field) {
          <li class="says-problem">✕ {{ p.says }}</li>
        }
      </ul>
      <p><button class="button main" (click)="edit.emit()">Edit joint</button></p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
      padding: 12px 18px 16px;
      overflow-y: auto;
      min-height: 0;
    }
    :host > * {
      flex-shrink: 0;
    }
    .drawings {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 10px;
      height: clamp(300px, 44vh, 440px);
    }
    .below {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointPlanView {
  readonly joint = input.required<Stored<Joint>>();
  readonly edit = output();
  private readonly store = inject(JobStore);
  protected readonly planned = computed(() => this.store.plan()(this.joint()));
  protected readonly line = computed(() => this.store.lineOf().get(this.joint().lineId));
  protected readonly partLimitK = computed(
    () => findSensitivePart(this.joint().partNearby?.partId ?? '')?.limitK ?? null,
  );
}
