import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type PracticeCourse, practiceCourseSchema } from '@hephaist/contracts/records/practice-course';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { aimsOf } from '@hephaist/core/practise/aims';
import { benchOf } from '@hephaist/core/practise/bench-setup';
import { JobStore } from '../data/job.store';
import { PracticeStore } from '../data/practice.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import type { Option } from '../forms/options';
import { Problem } from '../forms/problem';
import { Several } from '../forms/several';
import { type CourseDraft, courseFrom, draftOf, type ExerciseDraft, withJoints } from './course-draft';

/** Composes a course: joints of the job in their order, each with its aims, which begin as its own heat plan has them. */
@Component({
  selector: 'hp-course-form',
  imports: [MatButtonModule, Entry, FormEnd, FormOf, Problem, Several],
  template: `
    <h1>{{ course().name || 'A new course' }}</h1>
    <form [hpForm]="form" (sent)="save()">
      <hp-entry label="Name" [of]="form.f.name" />
      <hp-several
        label="Joints, in the order they are chosen"
        at="joints"
        [options]="joints()"
        [value]="chosen()"
        (valueChange)="take($event)"
      />
      <hp-problem at="exercises" [deep]="false" />
      @for (e of draft().exercises; track e.jointId; let i = $index) {
        <fieldset>
          <legend>{{ i + 1 }}. {{ nameOf(e.jointId) }}</legend>
          <hp-entry
            label="Filled"
            unit="%"
            kind="decimal"
            [at]="'exercises.' + i + '.filled'"
            [value]="e.filled"
            (valueChange)="change(i, { filled: $event })"
          />
          <hp-entry
            label="Under the flame"
            unit="s"
            kind="decimal"
            [at]="'exercises.' + i + '.flameS'"
            [value]="e.flameS"
            (valueChange)="change(i, { flameS: $event })"
          />
          <hp-entry
            label="Rod, of what it takes"
            unit="%"
            kind="decimal"
            [at]="'exercises.' + i + '.rod'"
            [value]="e.rod"
            (valueChange)="change(i, { rod: $event })"
          />
        </fieldset>
      }
      <hp-form-end does="Save the course">
        <button matButton="outlined" type="button" (click)="closed.emit(null)">Leave it</button>
      </hp-form-end>
    </form>
  `,
  styles: `
    @use 'scale';

    form {
      display: grid;
      gap: var(--space-5);
      max-width: 640px;
    }
    fieldset {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: var(--space-4);
      border: 0;
      border-top: 1px solid var(--hairline);
      padding: var(--space-3) 0 0;
    }
    @include scale.under(hand) {
      fieldset {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CourseForm {
  readonly course = input.required<PracticeCourse>();
  readonly joints = input.required<readonly Option[]>();
  readonly closed = output<PracticeCourse | null>();
  private readonly store = inject(PracticeStore);
  private readonly job = inject(JobStore);
  protected readonly draft = linkedSignal((): CourseDraft => draftOf(this.course()));
  private readonly now = computed(() => courseFrom(this.draft(), this.course()));
  protected readonly chosen = computed(() => this.draft().exercises.map((e) => e.jointId));
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(practiceCourseSchema, this.now()),
    keep: () => `course ${this.course().name}`,
  });
  protected readonly nameOf = (id: string): string => this.joints().find((j) => j.id === id)?.name ?? 'no longer here';

  protected take(ids: readonly string[]): void {
    this.form.set({
      exercises: withJoints(this.draft().exercises, ids, (id) => {
        const joint = this.job.joints().find((j) => j.id === id);
        const plan = joint && this.job.plan()(joint).plan;
        const setup = joint && plan ? benchOf(plan, joint.position) : null;
        return setup ? aimsOf(setup) : null;
      }),
    });
  }

  protected change(at: number, change: Partial<ExerciseDraft>): void {
    this.form.set({ exercises: this.draft().exercises.map((e, i) => (i === at ? { ...e, ...change } : e)) });
  }

  protected async save(): Promise<void> {
    const course = this.now();
    if (await this.form.submit(() => this.store.saveCourse(course))) this.closed.emit(course);
  }
}
